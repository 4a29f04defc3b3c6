/** A piece of a line: letters, a number, or one mark. `glued` says that no space stands before it. */
export interface Token {
  readonly kind: 'word' | 'number' | 'mark';
  readonly text: string;
  readonly lower: string;
  readonly start: number;
  readonly end: number;
  readonly glued: boolean;
}

const isDigit = (c: string): boolean => c >= '0' && c <= '9';
const isSpace = (c: string): boolean => c === ' ' || c === '\t' || c === '\n' || c === '\r' || c === '\u00a0';
const isLetter = (c: string): boolean => c.toLowerCase() !== c.toUpperCase();

/**
 * Splits a line in one pass. Letters and digits part company (`M2x5` is M, 2, x, 5, glued), so that the
 * grammar, not the lexer, decides what they mean together. A number keeps its text: `00` is not 0.
 */
export function tokenize(line: string): Token[] {
  const tokens: Token[] = [];
  let glued = false;
  let afterNumber = false;
  for (let i = 0; i < line.length;) {
    const c = line.charAt(i);
    if (isSpace(c)) {
      glued = afterNumber = false;
      i++;
      continue;
    }
    const end = isDigit(c) ? numberEnd(line, i) : isLetter(c) ? wordEnd(line, i, afterNumber) : i + 1;
    const text = line.slice(i, end);
    const kind = isDigit(c) ? 'number' : isLetter(c) ? 'word' : 'mark';
    tokens.push({ kind, text, lower: plain(text), start: i, end, glued });
    glued = true;
    afterNumber = kind === 'number';
    i = end;
  }
  return tokens;
}

const plain = (text: string): string => text.toLowerCase().replaceAll('’', "'");

function numberEnd(line: string, from: number): number {
  let i = from;
  while (i < line.length && isDigit(line.charAt(i))) i++;
  // A decimal point or comma belongs to the number only between digits; `7, 2` is a list.
  const c = line.charAt(i);
  if ((c === '.' || c === ',') && i + 1 < line.length && isDigit(line.charAt(i + 1))) {
    i++;
    while (i < line.length && isDigit(line.charAt(i))) i++;
  }
  return i;
}

function wordEnd(line: string, from: number, afterNumber: boolean): number {
  // `2xPH0`, `4xM2`: a count, the sign for times, and what is counted.
  if (afterNumber && (line.charAt(from) === 'x' || line.charAt(from) === 'X')) return from + 1;
  let i = from;
  for (; i < line.length; i++) {
    const c = line.charAt(i);
    const apostrophe = (c === "'" || c === '’') && isLetter(line.charAt(i + 1));
    if (!isLetter(c) && !apostrophe) break;
  }
  return i;
}

export const numberValue = (token: Token): number => Number(token.text.replace(',', '.'));
