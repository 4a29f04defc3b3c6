import { wordTable } from '../../wordTable.ts';
import type { Lexicon } from '../lexicon/lexicon.ts';
import { ordinalWords } from '../lexicon/numbers.ts';
import { readNumber } from '../text/spokenNumber.ts';
import type { Token } from '../text/tokens.ts';
import { isTimes, readKind } from './kinds.ts';
import type { Found, Rule } from './rule.ts';

/** `3.82v 7040`: the charge, behind the voltage; `3.85`: a figure that no count can be. */
export const figure: Rule = (tokens, at) => {
  const token = tokens[at];
  const spoken = token?.kind === 'word' ? readNumber(tokens, at) : null;
  if (spoken && !Number.isInteger(spoken.value))
    return { body: { k: 'measure', value: spoken.value, unit: 'none' }, to: spoken.to };
  if (token?.kind !== 'number') return null;
  if (/^\d{4,5}$/.test(token.text) && /^(v|volt|volts)$/.test(tokens[at - 1]?.lower ?? ''))
    return { body: { k: 'measure', value: Number(token.text), unit: 'mAh' }, to: at + 1 };
  return /^\d+\.\d+$/.test(token.text)
    ? { body: { k: 'measure', value: Number(token.text), unit: 'none' }, to: at + 1 }
    : null;
};

export const ordinal: Rule = (tokens, at) => {
  const token = tokens[at];
  const figures =
    token?.kind === 'number' && /^(st|nd|rd|th)$/.test(tokens[at + 1]?.lower ?? '') && tokens[at + 1]?.glued;
  if (figures && token.text === '1') return { body: { k: 'word', word: 'first' }, to: at + 2 };
  if (figures) return { body: { k: 'ordinal', n: Number(token.text) }, to: at + 2 };
  // "#00 phillips" is a size.
  if (token?.text === '#' && tokens[at + 1]?.kind === 'number' && readKind(tokens, at, null) === null)
    return { body: { k: 'ordinal', n: Number(tokens[at + 1]?.text) }, to: at + 2 };
  const numbered =
    token?.lower === 'number' && readKind(tokens, at, null) === null ? readNumber(tokens, at + 1) : null;
  if (
    numbered &&
    Number.isInteger(numbered.value) &&
    numbered.value < 40 &&
    tokens[at - 1]?.lower !== 'part' &&
    readKind(tokens, Math.max(0, at - 1), null) === null
  )
    return { body: { k: 'ordinal', n: numbered.value }, to: numbered.to };
  const n = ordinalWords[token?.lower ?? ''];
  // "first" alone says when, not which.
  if (n === undefined || (n === 1 && !/^(one|stretch|strip|screw|tab)s?$/.test(tokens[at + 1]?.lower ?? '')))
    return null;
  return { body: { k: 'ordinal', n }, to: at + 1 };
};

/** `7`, `7x`, `× 7`, `seven`, `twenty-two`: how many; `1-2-3` and `4->1` are orders, not counts. */
export const count: Rule = (tokens, at, lexicon) => {
  const run = orderOfNumbers(tokens, at) ?? soundsLike(tokens, at, lexicon);
  if (run) return run;
  if (tokens[at]?.lower === 'one' && isPronoun(tokens, at, lexicon))
    return { body: { k: 'word', word: 'one' }, to: at + 1 };
  if (tokens[at]?.lower === 'one' && isAnybody(tokens, at, lexicon))
    return { body: { k: 'word', word: 'we' }, to: at + 1 };
  // `FAN1`, `J5`: a mark on the board, no count.
  if (tokens[at]?.kind === 'number' && tokens[at]?.glued && /^[A-Z]{2,}$/.test(tokens[at - 1]?.text ?? ''))
    return { body: { k: 'plain' }, to: at + 1 };
  const phrase = lexicon.match(tokens, at);
  // "three wing", "one more" are phrases, not counts.
  if (phrase && phrase.to > at + 1 && tokens[at]?.kind === 'word') return null;
  const lead = isTimes(tokens[at]) && (tokens[at + 1]?.kind === 'number' || tokens[at]?.text !== 'x') ? 1 : 0;
  const number = readNumber(tokens, at + lead);
  if (!number || !Number.isInteger(number.value) || number.value < 0 || number.value > 400) return null;
  if (lead === 0 && isItsName(tokens, at, number.to)) return { body: { k: 'attribute' }, to: number.to };
  const attribute = attributeBehind(tokens, number.to, lexicon);
  if (attribute) return { body: { k: 'attribute' }, to: attribute };
  return { body: { k: 'count', n: number.value }, to: behindTimes(tokens, at, number.to) };
};

/** `7 x`, `7 pieces`: a word that only says that it counts. */
function behindTimes(tokens: readonly Token[], from: number, at: number): number {
  const next = tokens[at]?.lower ?? '';
  // "window out (6 pieces)": what became of it.
  const aside = tokens[from - 1]?.text === '(';
  const pieces = /^(?:pieces|pcs)$/.test(next) && tokens[at + 1]?.lower !== 'of' && !aside;
  const times = isTimes(tokens[at]) && !/^(side|edge|end)/.test(tokens[at + 1]?.lower ?? '');
  return pieces || times ? at + 1 : at;
}

/** "flex two is the keypad", "ribbon 2 off": behind a lead in the singular a figure says which one. */
const isItsName = (tokens: readonly Token[], at: number, to: number): boolean =>
  /^(?:flex|ribbon|cable|lead|wire)$/.test(tokens[at - 1]?.lower ?? '') &&
  !isTimes(tokens[to]) &&
  /^(?:|,|:|;|\.|is|was|the|goes|off|out|unplugged|undone|up|free|open|done)$/.test(tokens[to]?.lower ?? '');

/** "the left one", "that one", "a silver one": no count. */
function isPronoun(tokens: readonly Token[], at: number, lexicon: Lexicon): boolean {
  const before = tokens[at - 1];
  if (!before || before.kind === 'mark') return false;
  const next = lexicon.match(tokens, at + 1)?.senses[0]?.k;
  if (
    /^('s|is|was|has|that|which|are)$/.test(tokens[at + 1]?.lower ?? '') &&
    lexicon.match([before], 0)?.senses[0]?.k !== 'joint'
  )
    return !/^(and|then|plus|with|by|the)$/.test(before.lower) || before.lower === 'the';
  if (next === 'joint' || next === 'look' || next === 'property' || next === 'drive') return false;
  if (before.lower === 'which' && tokens[at - 2]?.lower === 'of') return false;
  if (before.lower in ordinalWords) return true;
  if (
    /^(that|this|which|other|same|wrong|each|every|any|no|top|bottom|upper|lower|front|rear|middle|last|next|old|new)$/.test(
      before.lower,
    )
  )
    return true;
  const sense = lexicon.match([before], 0)?.senses;
  return sense?.some(({ k }) => k === 'side' || k === 'look') ?? false;
}

/** "one opens the clips with a card": whoever does it. */
function isAnybody(tokens: readonly Token[], at: number, lexicon: Lexicon): boolean {
  const verb = lexicon.match(tokens, at + 1);
  const acts = verb?.senses.some(
    (sense) =>
      sense.k === 'verb' &&
      sense.form === 's' &&
      ['take', 'open', 'unplug', 'unscrew', 'pry', 'peel', 'unclip', 'loosen', 'press'].includes(sense.act),
  );
  return acts === true && /^(?:the|it|them|a|an)$/.test(tokens[verb?.to ?? 0]?.lower ?? '');
}

export const homophones: Readonly<Record<string, number>> = wordTable({
  to: 2,
  too: 2,
  for: 4,
  fore: 4,
  won: 1,
  ate: 8,
});

/** "to screws", "for more", "to torx": a number that was heard as another word, before something to count. */
function soundsLike(tokens: readonly Token[], at: number, lexicon: Lexicon): Found {
  const n = homophones[tokens[at]?.lower ?? ''];
  const before = tokens[at - 1];
  const led =
    before !== undefined &&
    !/^(then|and|no|has|got|have|with|the|is|are|by|there|just|was|were|sorry|of|,|\.)$/.test(before.lower) &&
    lexicon.match([before], 0)?.senses[0]?.k !== 'part' &&
    lexicon.match([before], 0)?.senses[0]?.k !== 'head';
  if (n === undefined || led) return null;
  const phrase = lexicon.match(tokens, at + 1);
  // "for screws in the drive": the noun, not "screw in".
  const noun = lexicon.match(tokens.slice(at + 1, at + 2), 0);
  const isNoun = phrase?.senses[0]?.k === 'verb' && noun?.senses[0]?.k === 'joint';
  const next = isNoun && noun ? { ...noun, to: at + 2 } : phrase;
  const first = next?.senses[0];
  const kind = readKind(tokens, at + 1, lexicon);
  const counted =
    (first?.k === 'joint' && first.plural) ||
    (first?.k === 'cable' && (first.plural || first.mechanism === 'coax')) ||
    kind?.screw.drive != null;
  const parts = first?.k === 'part' && /s$/.test(tokens[(next?.to ?? 1) - 1]?.lower ?? '');
  const more = n === 4 && first?.k === 'word' && first.word === 'more';
  const behind =
    next && (first?.k === 'look' || first?.k === 'property')
      ? lexicon.match(tokens, next.to)?.senses[0]
      : undefined;
  const looks = behind?.k === 'joint' && behind.plural;
  return counted || more || looks || (parts && n === 2) ? { body: { k: 'count', n }, to: at + 1 } : null;
}

function orderOfNumbers(tokens: readonly Token[], at: number): Found {
  let to = at;
  let figures = 0;
  while (tokens[to]?.kind === 'number') {
    figures++;
    to++;
    let marks = to;
    while (['-', '–', '>'].includes(tokens[marks]?.text ?? '') && tokens[marks]?.glued) marks++;
    if (marks === to || tokens[marks]?.kind !== 'number') break;
    to = marks;
  }
  if (figures < 2) return spokenOrder(tokens, at);
  return { body: { k: 'attribute' }, to };
}

/** "one to four", "1 to 7": an order of numbers. */
function spokenOrder(tokens: readonly Token[], at: number): Found {
  const first = readNumber(tokens, at);
  if (!first || tokens[first.to]?.lower !== 'to') return null;
  const second = readNumber(tokens, first.to + 1);
  return second && first.value < 20 && second.value < 20 && first.value !== second.value
    ? { body: { k: 'attribute' }, to: second.to }
    : null;
}

/** `3 pin`, `3-cell`, `24-way`: what a thing is, or which one; no count of screws. */
function attributeBehind(tokens: readonly Token[], at: number, lexicon: Lexicon): number | null {
  const dash = tokens[at]?.text === '-' && tokens[at]?.glued ? 1 : 0;
  const noun = lexicon.match(tokens, at + dash);
  const isAttribute = noun?.senses.some(({ k }) => k === 'attribute') ?? false;
  if (!noun || !isAttribute) return null;
  const short = (tokens[at + dash]?.lower.length ?? 0) === 1;
  if (short && !tokens[at + dash]?.glued) return null;
  const isPart =
    noun.senses[0]?.k === 'part' || noun.senses[0]?.k === 'cable' || noun.senses[0]?.k === 'joint';
  return isPart && !dash ? null : noun.to;
}
