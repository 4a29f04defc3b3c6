import type { Lexicon } from '@bemtor/core';

/** Fewer letters than this would offer something at every stroke. */
const minLetters = 3;

/** What Tab would make of the last word or two: the shortest known phrase that they begin, or null. */
export function completeWord(text: string, lexicon: Lexicon): { completed: string; phrase: string } | null {
  const words = /(\S+\s+)?(\S+)$/.exec(text);
  const [both = '', , last = ''] = words ?? [];
  // What is a whole word of the bench already is left alone; one letter is a unit, or the beginning of a word.
  if (!words || lexicon.has(both) || (last.length > 1 && lexicon.has(last))) return null;
  for (const tail of [both, last]) {
    if (tail.trim().length < minLetters || !/^[\p{L} -]+$/u.test(tail)) continue;
    const [phrase] = lexicon.startingWith(tail, 1);
    if (phrase) return { completed: text.slice(0, text.length - tail.length) + phrase, phrase };
  }
  return null;
}
