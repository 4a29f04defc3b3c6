import { readNumber } from '../text/spokenNumber.ts';
import { lexemeAt } from './lexemes.ts';
import type { Rule } from './rule.ts';

/** `CR2032`: a coin cell by its size. */
export const cell: Rule = (tokens, at) =>
  /^(cr|br|lir|ml)$/.test(tokens[at]?.lower ?? '') &&
  tokens[at + 1]?.glued &&
  /^\d{4}$/.test(tokens[at + 1]?.text ?? '')
    ? {
        body: { k: 'name', part: 'coin-cell', known: true, bare: false, plural: false, word: 'cell' },
        to: at + 2,
      }
    : null;

/** `fan ? PH0`, `? screws`: a question mark in the place of the figure; how many is not known. */
export const notCounted: Rule = (tokens, at) => {
  if (tokens[at]?.text !== '?' || at === 0) return null;
  const to = tokens[at + 1]?.lower === 'x' || tokens[at + 1]?.text === '×' ? at + 2 : at + 1;
  const next = tokens[to]?.lower ?? '';
  const isNoun = /^(?:screws?|scr|scrws?)$/.test(next);
  const isKind = /^(?:ph|pz|jis|t|p|y|m|hex)\d*$/.test(next);
  if (!isNoun && !isKind) return null;
  return {
    body: { k: 'joint', type: 'screws', plural: true, owner: null, hint: {} },
    to: isNoun ? to + 1 : to,
  };
};

/** "2 thumb", "4 spring": behind a figure, a kind of screw. */
export const shortKind: Rule = (tokens, at) => {
  if (at === 0 || readNumber(tokens, at - 1)?.to !== at) return null;
  const word = tokens[at]?.lower ?? '';
  const next = tokens[at + 1]?.lower ?? '';
  if (next !== '' && tokens[at + 1]?.kind !== 'mark') return null;
  if (/^thumbs?$/.test(word))
    return { body: { k: 'joint', type: 'screws', plural: true, owner: null }, to: at + 1 };
  return /^springs?$/.test(word) ? { body: { k: 'kind', screw: { sprung: true } }, to: at + 1 } : null;
};

/** "pull it straight back by the tab": what it is pulled by, nothing that holds it. */
export const byHandle: Rule = (tokens, at) => {
  const article = /^(?:the|its|a|that)$/.test(tokens[at + 1]?.lower ?? '');
  if (tokens[at]?.lower !== 'by' || !article) return null;
  const noun = [at + 2, at + 3].find((i) => /^(?:tab|loop|strap|handle)$/.test(tokens[i]?.lower ?? ''));
  const ends = noun !== undefined && tokens[noun + 1]?.kind !== 'word';
  return ends ? { body: { k: 'plain' }, to: noun + 1 } : null;
};

/** "back off bit by bit": screws, turn by turn; "back off" alone is the cover. */
export const backsOff: Rule = (tokens, at) =>
  tokens[at]?.lower === 'back' &&
  tokens[at + 1]?.lower === 'off' &&
  /^(?:bit|evenly|slowly|crosswise|gradually)$/.test(tokens[at + 2]?.lower ?? '')
    ? { body: { k: 'verb', act: 'loosen', lemma: 'loosen', form: 'plain' }, to: at + 2 }
    : null;

/** "back off", "the back comes away": the cover; "back in", "three back": the way. */
export const backCover: Rule = (tokens, at, lexicon) => {
  const next = tokens[at + 1]?.lower ?? '';
  const isPhrase = (lexicon.match(tokens, at)?.to ?? 0) > at + 1;
  if (tokens[at]?.lower !== 'back' || (next === 'on' && at === 0) || isPhrase) return null;
  if (lexemeAt(tokens, at + 1, lexicon).senses[0]?.k === 'head') return null;
  const before = tokens[at - 1];
  // "under the back two": which of them.
  if (readNumber(tokens, at + 1)?.to === at + 2) return null;
  const article = before?.lower === 'the' || before?.lower === 'its';
  const opens =
    before === undefined ||
    before.kind === 'mark' ||
    article ||
    ['and', 'then', 'now', 'so', 'on'].includes(before.lower);
  const way = behindBack.has(next) && !(article && next === '');
  if (!opens || (way && !(article && ['', 'of'].includes(next))) || (before?.lower === 'on' && next !== ''))
    return null;
  const body = {
    k: 'name',
    part: 'rear-shroud',
    known: true,
    bare: false,
    plural: false,
    word: 'back',
  } as const;
  return { body, to: at + 1 };
};

/** "bottom off", "the bottom comes away": the cover beneath. */
export const bottomCover: Rule = (tokens, at) => {
  const before = tokens[at - 1];
  const opens = before === undefined || before.kind === 'mark' || /^(?:the|and|then|now)$/.test(before.lower);
  const leaves = /^(?:off|away|comes|came|lifts|lifted|pops|popped)$/.test(tokens[at + 1]?.lower ?? '');
  if (!/^(?:bottom|underside)$/.test(tokens[at]?.lower ?? '') || !opens || !leaves) return null;
  const body = {
    k: 'name',
    part: 'base-cover',
    known: true,
    bare: false,
    plural: false,
    word: 'bottom',
  } as const;
  return { body, to: at + 1 };
};

/** Behind these words `back` is a way: "back in", "back edge". */
const behindBack = new Set(
  'in, together, up, down, home, again, into, to, from, edge, side, of, left, right, '.split(', '),
);
