import { numberWords } from '../lexicon/numbers.ts';
import type { Token } from '../text/tokens.ts';
import { readKind, readMeasure } from './kinds.ts';

type Found = { readonly code: string; readonly to: number } | null;

/** `FD-2208-KL9`, `6C-0091 rev D`, `BX17-004 C`, `WQ 77120-B`, and numbers of a part that are spelt out. */
export function readCode(tokens: readonly Token[], at: number): Found {
  return whole(tokens, at) ?? ledFigures(tokens, at) ?? spelled(tokens, at);
}

function whole(tokens: readonly Token[], at: number): Found {
  const token = tokens[at];
  // "WQ 77120-B": capitals before a number of a part belong to it.
  const lead =
    token?.kind === 'word' &&
    /^[A-Z]{2,3}$/.test(token.text) &&
    tokens[at + 1]?.kind === 'code' &&
    isLed(tokens, at);
  const from = lead ? at + 1 : at;
  if (tokens[from]?.kind !== 'code') return null;
  const to = revisionBehind(tokens, from + 1);
  return { code: textOf(tokens, at, to), to };
}

/** `rev C`, `revision 2`, `v1.1`, a lone capital: part of the number as printed. */
function revisionBehind(tokens: readonly Token[], at: number): number {
  const token = tokens[at];
  if (!token) return at;
  if (/^(rev|revision|ver)$/.test(token.lower)) {
    const dot = tokens[at + 1]?.text === '.' ? 1 : 0;
    const next = tokens[at + 1 + dot];
    return next && (next.kind === 'number' || /^[a-z]$/.test(next.lower)) ? at + 2 + dot : at;
  }
  if (token.lower === 'v' && tokens[at + 1]?.kind === 'number' && tokens[at + 1]?.glued) return at + 2;
  return /^[A-Z]$/.test(token.text) && !token.glued && tokens[at + 1] === undefined ? at + 1 : at;
}

const leads = new Set([
  'p',
  'pn',
  'n',
  'number',
  'no',
  'nr',
  'code',
  'says',
  'reads',
  'marked',
  'label',
  'type',
  'is',
  'as',
  'printed',
  'number',
  'serial',
]);
/** Behind "p/n" or "number" anything of letters and figures may be a number of a part. */
function isLed(tokens: readonly Token[], at: number): boolean {
  let i = at - 1;
  while (i >= 0 && tokens[i]?.kind === 'mark') i--;
  return leads.has(tokens[i]?.lower ?? '');
}

/** `W5A 0400 31`, `KX 4470`: groups of capitals and figures behind a word that announces a number. */
function ledFigures(tokens: readonly Token[], at: number): Found {
  const before = tokens[at - 1]?.lower ?? '';
  const strict =
    ['n', 'pn', 'number', 'says', 'reads', 'code'].includes(before) ||
    (tokens[at - 1]?.kind === 'mark' && isLed(tokens, at));
  const first = tokens[at];
  if (readMeasure(tokens, at) !== null) return null;
  if (!strict || !first || first.kind === 'mark') return null;
  let to = at;
  while (to < tokens.length && isGroup(tokens[to], to > at)) to++;
  const text = textOf(tokens, at, to);
  const digits = text.replace(/\D/g, '').length;
  const letters = /[A-Z]/.test(text);
  if (digits < 3 || text.length < 5 || (!letters && digits < 5)) return null;
  return { code: text, to };
}

const isGroup = (token: Token | undefined, inside: boolean): boolean => {
  if (!token) return false;
  if (token.kind === 'mark') return inside && token.glued && ['-', '/', '.'].includes(token.text);
  return token.kind === 'number' || token.kind === 'code' || /^[A-Z]{1,4}$/.test(token.text);
};

const textOf = (tokens: readonly Token[], from: number, to: number): string =>
  tokens
    .slice(from, to)
    .map(({ text, glued }, i) => (i > 0 && !glued ? ` ${text}` : text))
    .join('')
    .slice(0, 60);

/** `q r dash one one zero nine b`: a number that was spelt: letters, figures in words, and "dash". */
function spelled(tokens: readonly Token[], at: number): Found {
  if (readKind(tokens, at, null) !== null) return null;
  let to = at;
  let code = '';
  let marks = 0;
  let figures = 0;
  for (; to < tokens.length; to++) {
    const piece = spelledPiece(tokens[to], tokens[to - 1]);
    if (piece === null) break;
    if (to > at && readKind(tokens, to, null) !== null) break;
    if (tokens[to]?.kind === 'word' && (piece === '-' || piece === '.' || piece === '/')) marks++;
    if (/^\d+$/.test(piece)) figures++;
    code += piece;
  }
  while (/[-./]$/.test(code)) code = code.slice(0, -1);
  const letters = /[A-Z]/.test(code);
  const led = isLed(tokens, at) || tokens[at - 1]?.lower === 'n';
  if (figures < 2 || to - at < 4 || !(marks > 0 || (letters && led))) return null;
  if (/^\d/.test(code) && !led && !letters) return null;
  return { code: code.slice(0, 60), to };
}

function spelledPiece(token: Token | undefined, before: Token | undefined): string | null {
  if (!token) return null;
  if (token.kind === 'number') return /^\d+$/.test(token.text) ? token.text : null;
  if (token.kind === 'code') return token.text;
  if (token.lower === 'dash' || token.lower === 'hyphen' || token.text === '-') return '-';
  if (token.lower === 'slash' || token.text === '/') return '/';
  if (token.lower === 'dot' || token.lower === 'point') return '.';
  if (token.lower === 'oh') return '0';
  const value = numberWords[token.lower];
  if (value !== undefined) return String(value);
  const letter = /^[a-z]$/.test(token.lower) && (token.lower !== 'a' || before?.lower.length === 1);
  return letter ? token.lower.toUpperCase() : null;
}
