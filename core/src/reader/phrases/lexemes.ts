import type { Lexicon } from '../lexicon/lexicon.ts';
import type { Sense } from '../lexicon/sense.ts';
import { tokenize, type Token } from '../text/tokens.ts';

/** A phrase of the lexicon at a place, or one token that it does not know. */
export interface Lexeme {
  readonly senses: readonly Sense[];
  readonly from: number;
  readonly to: number;
  readonly mended?: string;
}

const isPlainWord = (token: Token | undefined): token is Token =>
  token?.kind === 'word' && /^[a-z]+$/.test(token.lower);

/**
 * Puts right what the thumb did, before anything is looked up: a slip of a letter (`baord`), two words run
 * together (`ssdout`), one word torn apart (`ou t`). A mended token keeps its place in the line.
 */
export function mendTokens(
  tokens: readonly Token[],
  lexicon: Lexicon,
): { tokens: Token[]; mended: Map<number, string> } {
  const found: Token[] = [];
  const mended = new Map<number, string>();
  for (let i = 0; i < tokens.length; i++) {
    const token = tokens[i] as Token;
    if (!isPlainWord(token) || token.lower.length < 2 || lexicon.isKnown(token.lower)) {
      found.push(token);
      continue;
    }
    const next = tokens[i + 1];
    const whole =
      isPlainWord(next) && next.lower.length <= 2 && token.lower.length + next.lower.length > 2
        ? token.lower + next.lower
        : '';
    if (whole && lexicon.isKnown(whole) && !lexicon.isKnown(token.lower)) {
      mended.set(token.start, whole);
      found.push({ ...token, lower: whole, end: next?.end ?? token.end });
      i++;
      continue;
    }
    const parts = splitKnown(token.lower, lexicon);
    const one = mendBeside(tokens, i, lexicon);
    if (parts && !(one && one.length >= token.lower.length)) pushParts(token, parts, found, mended);
    else if (one) {
      mended.set(token.start, one);
      found.push({ ...token, lower: one });
    } else found.push(token);
  }
  return { tokens: found, mended };
}

function pushParts(
  token: Token,
  parts: readonly string[],
  found: Token[],
  mended: Map<number, string>,
): void {
  let start = token.start;
  parts.forEach((lower, i) => {
    mended.set(start, lower);
    const end = i === parts.length - 1 ? token.end : start + lower.length;
    found.push({
      ...token,
      text: token.text.slice(start - token.start, end - token.start),
      lower,
      start,
      end,
      glued: false,
    });
    start = end;
  });
}

const tails = [
  'off',
  'out',
  'on',
  'in',
  'back',
  'up',
  'away',
  'down',
  'lock',
  'board',
  'plug',
  'cable',
  'flex',
  'lead',
  'screws',
  'screw',
  'cover',
  'mount',
];

/** `ssdout`, `plugoff`, `camflex`: a word known and an ordinary end. */
function splitKnown(word: string, lexicon: Lexicon): string[] | null {
  if (word.length < 5) return null;
  for (const tail of tails) {
    if (!word.endsWith(tail)) continue;
    const head = word.slice(0, -tail.length);
    if (head.length >= 2 && lexicon.isKnown(head)) return [head, tail];
    const slip = head.length >= 4 ? lexicon.mend(head) : null;
    if (slip && tail.length > 2) return [slip, tail];
  }
  return null;
}

/** The longest phrase at a place; a word that nobody knows stands alone, without a sense. */
export function lexemeAt(tokens: readonly Token[], at: number, lexicon: Lexicon): Lexeme {
  const match = lexicon.match(tokens, at);
  if (match) return { senses: match.senses, from: at, to: match.to };
  const token = tokens[at];
  const one = token && isPlainWord(token) ? singularSenses(tokens, at, lexicon) : null;
  return one ?? { senses: [], from: at, to: at + 1 };
}

function singularSenses(tokens: readonly Token[], at: number, lexicon: Lexicon): Lexeme | null {
  const lower = tokens[at]?.lower ?? '';
  if (!lower.endsWith('s') || lower.length < 4) return null;
  const [first] = tokenize(lower.slice(0, -1));
  const match = first ? lexicon.match([first], 0) : null;
  return match ? { senses: match.senses, from: at, to: at + 1 } : null;
}

/** What a slip was meant to be; a word that makes a phrase with the one before it is likelier: `slide lok`. */
function mendBeside(tokens: readonly Token[], i: number, lexicon: Lexicon): string | null {
  const word = tokens[i]?.lower ?? '';
  const before = tokens[i - 1]?.lower ?? '';
  const beside = lexicon.mendings(word).find((candidate) => lexicon.has(`${before} ${candidate}`));
  return beside ?? lexicon.mend(word);
}
