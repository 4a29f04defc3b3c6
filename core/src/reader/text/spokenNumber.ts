import { numberWords, tensWords } from '../lexicon/numbers.ts';
import { numberValue, type Token } from './tokens.ts';

/** A number as it stands in a line, in figures or words, and the first token behind it. */
export interface ReadNumber {
  readonly value: number;
  readonly to: number;
  /** As typed (`00` is not 0), or null where it was said in words. */
  readonly figures: string | null;
}

const isWord = (token: Token | undefined, word: string): boolean =>
  token?.kind === 'word' && token.lower === word;

/** `7`, `2.5`, `seven`, `twenty-two`, `two point five`, `three and a half`; null where no number stands. */
export function readNumber(tokens: readonly Token[], at: number): ReadNumber | null {
  const token = tokens[at];
  if (!token || token.kind === 'mark') return null;
  const whole = token.kind === 'number' ? figuresAt(token, at) : wordsAt(tokens, at);
  if (!whole) return null;
  return withPoint(tokens, whole) ?? withHalf(tokens, whole) ?? withHundreds(tokens, whole) ?? whole;
}

const figuresAt = (token: Token, at: number): ReadNumber => ({
  value: numberValue(token),
  to: at + 1,
  figures: token.text,
});

function wordsAt(tokens: readonly Token[], at: number): ReadNumber | null {
  const word = tokens[at]?.lower ?? '';
  const tens = tensWords[word];
  const dash = tokens[at + 1]?.text === '-' && tokens[at + 1]?.glued ? 1 : 0;
  const unit = tens === undefined ? undefined : numberWords[tokens[at + 1 + dash]?.lower ?? ''];
  if (tens !== undefined && unit !== undefined && unit > 0 && unit < 10)
    return { value: tens + unit, to: at + 2 + dash, figures: null };
  const value = tens ?? numberWords[word];
  return value === undefined ? null : { value, to: at + 1, figures: null };
}

/** `two point five`, `2 point 5`. */
function withPoint(tokens: readonly Token[], { value, to }: ReadNumber): ReadNumber | null {
  if (!isWord(tokens[to], 'point') || !Number.isInteger(value)) return null;
  let digits = '';
  let end = to + 1;
  for (; digits.length < 3; end++) {
    const token = tokens[end];
    const said = token?.kind === 'number' ? token.text : numberWords[token?.lower ?? ''];
    if (
      said === undefined ||
      (typeof said === 'number' && said > 9) ||
      (digits !== '' && token?.kind === 'number')
    )
      break;
    digits += said;
  }
  return digits === '' || !/^\d+$/.test(digits)
    ? null
    : { value: Number(`${value}.${digits}`), to: end, figures: null };
}

/** `three and a half`. */
function withHalf(tokens: readonly Token[], { value, to }: ReadNumber): ReadNumber | null {
  const half = isWord(tokens[to], 'and') && isWord(tokens[to + 1], 'a') && isWord(tokens[to + 2], 'half');
  return half && Number.isInteger(value) ? { value: value + 0.5, to: to + 3, figures: null } : null;
}

/**
 * The size of a recess: `0`, `00`, `1.5`, `zero`, `double zero`, `zero zero`, `triple oh`, `five`. A size of
 * the cross families counts zeros, so that it is text and no number.
 */
export function readSize(tokens: readonly Token[], at: number): { text: string; to: number } | null {
  const times = isWord(tokens[at], 'double') ? 2 : isWord(tokens[at], 'triple') ? 3 : 0;
  const dash = tokens[at + 1]?.text === '-' ? 1 : 0;
  if (times > 0) return isZero(tokens[at + 1 + dash]) ? { text: '0'.repeat(times), to: at + 2 + dash } : null;
  let to = at;
  while (
    to < at + 3 &&
    isZero(tokens[to]) &&
    (to === at || tokens[to]?.text !== '0' || tokens[to - 1]?.text === '0')
  )
    to++;
  if (to > at + 1 || (to === at + 1 && tokens[at]?.kind === 'word')) return { text: '0'.repeat(to - at), to };
  const number = readNumber(tokens, at);
  return number ? { text: number.figures?.replace(',', '.') ?? String(number.value), to: number.to } : null;
}

const zeros = new Set(['0', 'zero', 'zeros', 'zeroes', 'oh', 'o', 'aught', 'naught', 'nought']);
const isZero = (token: Token | undefined): boolean => token !== undefined && zeros.has(token.lower);

/** `five thousand two hundred`, `six hundred and ten`: what capacities are read out as. */
function withHundreds(tokens: readonly Token[], { value, to }: ReadNumber): ReadNumber | null {
  const scale = isWord(tokens[to], 'thousand') ? 1000 : isWord(tokens[to], 'hundred') ? 100 : 0;
  if (scale === 0) return null;
  const skip = isWord(tokens[to + 1], 'and') ? 2 : 1;
  const rest = readNumber(tokens, to + skip);
  const fits = rest !== null && rest.value < scale && Number.isInteger(rest.value);
  return fits
    ? { value: value * scale + rest.value, to: rest.to, figures: null }
    : { value: value * scale, to: to + 1, figures: null };
}
