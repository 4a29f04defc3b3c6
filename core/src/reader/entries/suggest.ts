import type { LineContext } from '../context.ts';
import type { Lexicon } from '../lexicon/lexicon.ts';
import { canHaveSide } from './sides.ts';
import { lowerName, partNameOf } from './partName.ts';
import { screwWords } from '../../sequence/screw.ts';

/** Words further off than this are other words, not slips of the finger. */
const furthest = (word: string): number => (word.length <= 4 ? 1 : 2);

/**
 * The words known that are nearest to one that was not understood, nearest first: by letters changed, added,
 * left out or swapped with their neighbour (the optimal string alignment distance of Damerau and Levenshtein).
 */
export function nearestWords(word: string, lexicon: Lexicon, limit = 3): string[] {
  const typed = word.toLowerCase();
  if (typed.length < 3) return [];
  const most = furthest(typed);
  const found = new Map<string, number>();
  for (const phrase of lexicon.phrases) {
    if (Math.abs(phrase.length - typed.length) > most || found.has(phrase)) continue;
    const distance = alignmentDistance(typed, phrase);
    if (distance <= most) found.set(phrase, distance);
  }
  return [...found]
    .sort(([a, x], [b, y]) => x - y || a.length - b.length || (a < b ? -1 : 1))
    .slice(0, limit)
    .map(([phrase]) => phrase);
}

/** O(n·m) in the lengths of the two words. */
export function alignmentDistance(a: string, b: string): number {
  let before: number[] = [];
  let last = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1];
      let least = Math.min((last[j] ?? 0) + 1, (row[j - 1] ?? 0) + 1, (last[j - 1] ?? 0) + (same ? 0 : 1));
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        least = Math.min(least, (before[j - 2] ?? 0) + 1);
      row.push(least);
    }
    before = last;
    last = row;
  }
  return last[b.length] ?? 0;
}

/** A line that the last act makes likely: the same on the other side. Null where nothing is. */
export function offerRepeat({ last }: Pick<LineContext, 'last'>): { line: string; words: string } | null {
  if (!last?.part || last.joint.type !== 'screws' || last.joint.count == null) return null;
  const side = /^(left|right)-(.+)$/.exec(last.part);
  if (!side?.[1] || !side[2] || !canHaveSide(last.part)) return null;
  const other = `${side[1] === 'left' ? 'right' : 'left'}-${side[2]}`;
  const name = lowerName(partNameOf(other));
  const kind = screwWords(last.joint.screw);
  return {
    line: `${name} the same`,
    words: `same ${last.joint.count} × ${kind || 'screws'} for the ${name}?`,
  };
}
