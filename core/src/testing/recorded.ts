import { deriveSequence } from '../derive/deriveSequence.ts';
import type { EvidenceLine } from '../derive/replayRecording.ts';
import { advanceContext, emptyContext } from '../reader/context.ts';
import { readLine } from '../reader/readLine.ts';
import type { MatPoint } from '../record/log.ts';
import type { Model, Sequence } from '../sequence/schema.ts';

/** Bench lines as a recording: each read in the context of those before it, `l1` the first. */
export function recorded(lines: readonly string[], prefix = 'l'): EvidenceLine[] {
  let context = emptyContext();
  return lines.map((line, i) => {
    const { entries } = readLine(line, context);
    context = advanceContext(context, entries);
    return { id: `${prefix}${i + 1}`, entries };
  });
}

const model: Model = { maker: 'Tervane', name: 'Lark', code: 'TL', form: 'notebook' };

/** What a recording of bench lines bears out; `points` are the places of a line's first entry, by the line. */
export function derivedFrom(
  lines: readonly string[],
  points: Readonly<Record<string, readonly MatPoint[]>> = {},
): Sequence {
  const read = recorded(lines).map((line, i) => {
    const placed = points[lines[i] ?? ''];
    return placed ? { ...line, points: { 0: placed } } : line;
  });
  const derived = deriveSequence([{ id: 'r', lines: read }], model);
  if (!derived.ok) throw new Error(JSON.stringify(derived.fault));
  return derived.value.sequence;
}
