import type { Entry } from '../reader/entries/entry.ts';
import { lowerName, partKindOf, partNameOf } from '../reader/entries/partName.ts';
import { fitId } from './inBounds.ts';
import type { Contradiction } from './statements.ts';

/** What a device has one of; a second lift of it is a slip, not a second part. Common practice, no source. */
const single = new Set(['cover', 'board', 'keyboard', 'display', 'touchpad']);
/** A name that says already which of several it is. */
const isTold = (part: string): boolean =>
  /-\d+$|^(?:left|right|top|bottom|upper|lower|front|rear)-/.test(part);

interface Said {
  readonly line: string;
  readonly entry: Entry;
}

/**
 * Two of a kind under one name: a part that was undone and lifted a second time, and did not go back in between, is
 * a second one (`fan-2`), with all that was undone for it. Where nothing was undone for it, or a device has only
 * one, it is asked about. O(entries).
 */
export function nameInstances<T extends Said>(said: readonly T[]): { said: T[]; twice: Contradiction[] } {
  const named = [...said];
  const twice: Contradiction[] = [];
  const lifted = new Map<string, { line: string; since: number[]; count: number }>();
  said.forEach(({ line, entry }, at) => {
    if (entry.kind === 'refit' && entry.part) lifted.delete(entry.part);
    if (entry.kind === 'undo' && entry.part && entry.joint.hiddenBy == null)
      lifted.get(entry.part)?.since.push(at);
    if (entry.kind !== 'lift') return;
    const { part } = entry;
    const first = lifted.get(part);
    if (!first) lifted.set(part, { line, since: [], count: 1 });
    else if (first.since.length === 0 || isTold(part) || single.has(partKindOf(part)))
      twice.push({
        text: `${lowerName(partNameOf(part))} came off twice; where there are two, say which: “${lowerName(partNameOf(part))} 2 off”`,
        lines: [first.line, line],
      });
    else {
      first.count += 1;
      for (const i of [...first.since, at]) rename(named, i, `${fitId(part)}-${first.count}`);
      first.since = [];
    }
  });
  return { said: named, twice };
}

function rename<T extends Said>(said: T[], at: number, part: string): void {
  const one = said[at];
  if (one && (one.entry.kind === 'undo' || one.entry.kind === 'lift'))
    said[at] = { ...one, entry: { ...one.entry, part } };
}
