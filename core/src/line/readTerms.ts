import type { Lexicon } from './lexicon/lexicon.ts';
import { drivePrefixes, numberWords, unitWords } from './lexicon/words.ts';
import type { Meaning, Term } from './terms.ts';
import { numberValue, type Token } from './tokens.ts';

type Found = { readonly meaning: Meaning; readonly to: number } | null;
type Rule = (tokens: readonly Token[], at: number, lexicon: Lexicon) => Found;

/**
 * The phrase level of the grammar: at each place the first rule that applies takes the longest stretch it
 * can. Sizes, threads, measures and numbers of parts come before the lexicon, since their letters would
 * otherwise be read as words. Linear in the tokens: no rule looks further than a few of them.
 */
export function readTerms(tokens: readonly Token[], lexicon: Lexicon): Term[] {
  const terms: Term[] = [];
  for (let at = 0; at < tokens.length;) {
    const found = rules.reduce<Found>((already, rule) => already ?? rule(tokens, at, lexicon), null);
    const to = found?.to ?? at + 1;
    const meaning = found?.meaning ?? { kind: 'unknown' as const };
    terms.push({ ...meaning, from: at, to, start: tokens[at]?.start ?? 0, end: tokens[to - 1]?.end ?? 0 });
    at = to;
  }
  return terms;
}

const timesMarks = new Set(['x', '×', '*']);
const isTimes = (token: Token | undefined): boolean => token !== undefined && timesMarks.has(token.lower);
const isNumber = (token: Token | undefined): token is Token & { kind: 'number' } => token?.kind === 'number';

/** `PH0`, `ph 00`, `JIS 1`, `T5`, `P5`, `H1.5`: a prefix of a recess family and a size in figures. */
const drive: Rule = (tokens, at) => {
  const prefix = tokens[at];
  const family = prefix?.kind === 'word' ? drivePrefixes[prefix.lower] : undefined;
  const size = tokens[at + 1];
  if (!prefix || !family || !isNumber(size)) return null;
  // A lone letter needs its figure close by: `t 5` may be anything, `ph 0` cannot.
  if (!size.glued && prefix.lower.length < 2) return null;
  if (!size.glued && Number(size.text) > 4) return null;
  const letters = family === 'hex' ? 'H' : family === 'slot' ? 'SL' : family;
  return {
    meaning: { kind: 'drive', drive: family, size: letters + size.text.replace(',', '.') },
    to: at + 2,
  };
};

/** `M2`, `M2x5`, `M2 × 5 mm`, `M1.6*4`. */
const thread: Rule = (tokens, at) => {
  const m = tokens[at];
  const diameter = tokens[at + 1];
  if (m?.lower !== 'm' || !isNumber(diameter) || !diameter.glued) return null;
  const name = `M${numberValue(diameter)}`;
  const length = tokens[at + 3];
  if (!isTimes(tokens[at + 2]) || !isNumber(length))
    return { meaning: { kind: 'thread', thread: name, lengthMm: null }, to: at + 2 };
  const to = tokens[at + 4]?.lower === 'mm' ? at + 5 : at + 4;
  return { meaning: { kind: 'thread', thread: name, lengthMm: numberValue(length) }, to };
};

/** `11.55V`, `4100 mAh`, `15 s`, `5 mm`, `30 deg`, `40 °C`. */
const measure: Rule = (tokens, at) => {
  const value = tokens[at];
  if (!isNumber(value)) return null;
  const degree = tokens[at + 1]?.text === '°';
  const unitToken = tokens[degree ? at + 2 : at + 1];
  const named = unitToken ? unitWords[unitToken.lower] : undefined;
  if (degree)
    return {
      meaning: { kind: 'measure', value: numberValue(value), unit: named === 'c' ? 'c' : 'deg' },
      to: named === 'c' ? at + 3 : at + 2,
    };
  // A bare `c` or a letter at a distance is a word: `3 s` is seconds, `4 c` is not degrees.
  if (!named || (named === 'c' && !unitToken?.glued)) return null;
  return { meaning: { kind: 'measure', value: numberValue(value), unit: named }, to: at + 2 };
};

/** A number of a part: letters and figures, with dashes (`TB-4471`, `TF-220-C`) or long (`PJJ123C`). */
const code: Rule = (tokens, at) => {
  const first = tokens[at];
  if (!first || first.kind === 'mark') return null;
  let to = at + 1;
  while (to < tokens.length && tokens[to]?.glued && isCodePiece(tokens, to)) to++;
  const pieces = tokens.slice(at, to);
  const text = pieces.map((piece) => piece.text).join('');
  const digits = count(text, (c) => c >= '0' && c <= '9');
  const letters = pieces.some((piece) => piece.kind === 'word');
  const dashed = pieces.some((piece) => piece.text === '-');
  if (!letters || digits === 0 || text.length < 5) return null;
  if (dashed ? digits < 2 : first.kind !== 'word' || digits < 3 || text.length < 6) return null;
  return { meaning: { kind: 'code', code: text }, to };
};

function isCodePiece(tokens: readonly Token[], i: number): boolean {
  const token = tokens[i];
  if (!token) return false;
  if (token.kind !== 'mark') return !token.text.includes('.') && !token.text.includes(',');
  const next = tokens[i + 1];
  return token.text === '-' && next !== undefined && next.glued && next.kind !== 'mark';
}

const count = (text: string, test: (c: string) => boolean): number => [...text].filter(test).length;

/** `7`, `7x`, `× 7`, `seven`, `7 of`: how many. */
const quantity: Rule = (tokens, at, lexicon) => {
  // "three wing", "six lobe" and "one more" are phrases, not counts.
  const phrase = lexiconPhrase(tokens, at, lexicon);
  if (phrase && phrase.to > at + 1) return null;
  const lead = isTimes(tokens[at]) ? 1 : 0;
  const token = tokens[at + lead];
  const value = isNumber(token)
    ? numberValue(token)
    : token?.kind === 'word'
      ? numberWords[token.lower]
      : undefined;
  if (value === undefined || !Number.isInteger(value) || value < 1 || value > 200) return null;
  const to = at + lead + 1;
  return { meaning: { kind: 'count', count: value }, to: isTimes(tokens[to]) ? to + 1 : to };
};

/** Words and phrases of the lexicon; a dash between glued words is part of the phrase (`flip-lock`). */
const lexiconPhrase: Rule = (tokens, at, lexicon) => {
  const ends: number[] = [];
  let i = at;
  const match = lexicon.match((offset) => {
    const joined = tokens[i]?.kind === 'mark' && isJoint(tokens, i) ? i + 1 : i;
    const token = offset === 0 ? tokens[at] : tokens[joined];
    if (!token || token.kind === 'mark') return null;
    i = (offset === 0 ? at : joined) + 1;
    ends.push(i);
    return token.lower;
  });
  return match ? { meaning: match.meaning, to: ends[match.length - 1] ?? at + 1 } : null;
};

const isJoint = (tokens: readonly Token[], i: number): boolean => {
  const mark = tokens[i]?.text;
  return (mark === '-' || mark === '/') && tokens[i]?.glued === true && tokens[i + 1]?.glued === true;
};

const marks: Readonly<Record<string, Meaning>> = {
  ',': { kind: 'comma' },
  ';': { kind: 'then' },
  '.': { kind: 'comma' },
  ':': { kind: 'colon' },
  '+': { kind: 'and' },
  '&': { kind: 'and' },
  '×': { kind: 'times' },
  '*': { kind: 'times' },
};

const mark: Rule = (tokens, at) => {
  const token = tokens[at];
  if (!token) return null;
  if (token.lower === 'x') return { meaning: { kind: 'times' }, to: at + 1 };
  if (token.kind !== 'mark') return null;
  return { meaning: marks[token.text] ?? { kind: 'filler' }, to: at + 1 };
};

const rules: readonly Rule[] = [thread, drive, measure, code, quantity, lexiconPhrase, mark];
