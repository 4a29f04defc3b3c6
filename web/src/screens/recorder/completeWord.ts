import type { Lexicon } from '@bemtor/core';

/** Fewer letters than this would offer something at every stroke. */
const minLetters = 3;

/** What Tab would make of the last word or two: the shortest known phrase that they begin, or null. */
export function completeWord(text: string, lexicon: Lexicon): { completed: string; phrase: string } | null {
  const words = /(\S+\s+)?(\S+)$/.exec(text);
  // What is a whole word of the bench already is left alone.
  if (!words || lexicon.has(words[0]) || lexicon.has(words[2] ?? '')) return null;
  for (const tail of [words[0], words[2] ?? '']) {
    if (tail.trim().length < minLetters || !/^[\p{L} -]+$/u.test(tail)) continue;
    const [phrase] = lexicon.startingWith(tail, 1);
    if (phrase) return { completed: text.slice(0, text.length - tail.length) + phrase, phrase };
  }
  return null;
}
