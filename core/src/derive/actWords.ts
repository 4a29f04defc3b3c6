import type { EntryOf } from '../reader/entries/entry.ts';
import { fitCaution, fitNote } from './inBounds.ts';
import type { Act } from './replayRecording.ts';

/** A note or caution of a recording: how many acts were done before it, and whether things went back by then. */
export interface ActWords {
  readonly entry: EntryOf<'note'> | EntryOf<'caution'>;
  readonly at: number;
  readonly isUp: boolean;
}

/**
 * Gives notes and cautions to the acts that they are about: to their part where they name one, or else a caution to
 * the act that comes next and a note to the one just done. What was said once things went back says so.
 */
export function attachWords(acts: readonly Act[], words: readonly ActWords[]): void {
  const names = partNames(acts);
  const placesOf = placesByPart(acts);
  for (const one of words) {
    const act = actOf(acts, one, names, placesOf);
    if (!act) continue;
    const text = one.isUp ? `On the way back: ${one.entry.text}` : one.entry.text;
    if (one.entry.kind === 'caution') act.cautions = [...act.cautions, fitCaution(text)];
    else act.note = fitNote(act.note ? `${act.note}; ${text}` : text);
  }
}

/** How the parts that were worked on may be called in running words, and how many words the longest name has. */
interface PartNames {
  /** Each name with its part, and where that stands in the order of work. */
  readonly partOf: ReadonlyMap<string, { readonly part: string; readonly place: number }>;
  readonly longest: number;
}

/** A part is called by its whole name, and by its noun alone where only one has it. */
function partNames(acts: readonly Act[]): PartNames {
  const parts = [...new Set(acts.map((act) => act.part))];
  const nounOf = (part: string): string => part.split('-').at(-1) ?? part;
  const withNoun = new Map<string, number>();
  for (const part of parts) withNoun.set(nounOf(part), (withNoun.get(nounOf(part)) ?? 0) + 1);
  const partOf = new Map<string, { part: string; place: number }>();
  let longest = 1;
  for (const [place, part] of parts.entries()) {
    const words = part.replaceAll('-', ' ');
    longest = Math.max(longest, words.split(' ').length);
    for (const name of [words, ...(withNoun.get(nounOf(part)) === 1 ? [nounOf(part)] : [])])
      if (!partOf.has(name)) partOf.set(name, { part, place });
  }
  return { partOf, longest };
}

/** The part that the words name first; of two named at one place the one that was worked on first. O(words). */
function namedPart({ partOf, longest }: PartNames, text: string): string | null {
  const words = text
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter(Boolean);
  for (const at of words.keys()) {
    const found = Array.from({ length: longest }, (_, more) =>
      partOf.get(words.slice(at, at + more + 1).join(' ')),
    ).filter((one) => one !== undefined);
    const [first] = found.sort((a, b) => a.place - b.place);
    if (first) return first.part;
  }
  return null;
}

function actOf(
  acts: readonly Act[],
  { entry, at, isUp }: ActWords,
  names: PartNames,
  placesOf: ReadonlyMap<string, readonly number[]>,
): Act | undefined {
  const part = entry.part ?? namedPart(names, entry.text);
  const own = (part !== null && placesOf.get(part)) || [];
  const last = own.findLast((place) => place < at);
  const next = own.find((place) => place >= at);
  const [before, after] = [at - 1, at].map((place) => (acts[place] ? place : undefined));
  const places = isUp
    ? [own.findLast((place) => place < at && acts[place]?.verb === 'lift'), last, before]
    : entry.kind === 'caution'
      ? [next, last, after, before]
      : [last, next, before, after];
  return acts[places.find((place) => place !== undefined) ?? -1];
}

/** Where each part was worked on, in the order of work. */
function placesByPart(acts: readonly Act[]): Map<string, number[]> {
  const placesOf = new Map<string, number[]>();
  for (const [place, { part }] of acts.entries()) {
    const known = placesOf.get(part);
    if (known) known.push(place);
    else placesOf.set(part, [place]);
  }
  return placesOf;
}
