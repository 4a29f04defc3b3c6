import { textLimit, type Entry } from '../entries/entry.ts';
import type { Placed } from './scene.ts';

/** A draft as an entry: with its words, its time, and what of it was taken from context. */
export function finish(line: string, { draft, start, end, inferred }: Placed, at: number | null): Entry {
  const text = line.slice(start, Math.max(end, start)).trim().slice(0, textLimit);
  const confidence = draft.kind === 'note' ? 0.5 : inferred.length > 0 ? 0.85 : 0.95;
  return {
    ...draft,
    text: text || line.trim().slice(0, textLimit),
    at,
    confidence,
    ...(inferred.length > 0 ? { fromContext: inferred } : {}),
  } as Entry;
}
