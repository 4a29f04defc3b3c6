/**
 * A piece of a line: letters, a number, a code kept whole, or one mark. `glued` says that no space stands
 * before it.
 */
export interface Token {
  readonly kind: 'word' | 'number' | 'code' | 'mark';
  readonly text: string;
  readonly lower: string;
  readonly start: number;
  readonly end: number;
  readonly glued: boolean;
}

/**
 * Splits a line in one pass over its stretches between spaces. A stretch that is a number of a part
 * (`0PT-66/12-A`, `M.2`) stays whole; in all others letters and digits part company (`4ph0` is 4, ph, 0,
 * glued), so that the grammar, not the lexer, decides what they mean together. A number keeps its text:
 * `00` is not 0. O(length).
 */
export function tokenize(line: string): Token[] {
  const tokens: Token[] = [];
  for (const stretch of line.matchAll(/[^\s\u00a0]+/g)) splitStretch(stretch[0], stretch.index, tokens);
  return tokens;
}

/** Longer stretches are no number of a part, and no pattern has to walk them. */
const longestStretch = 120;

function splitStretch(text: string, at: number, tokens: Token[]): void {
  if (/^m\.2(?![\dx×*])/i.test(text)) {
    tokens.push(tokenAt('word', text.slice(0, 3), at, false));
    return splitPlain(text.slice(3), at + 3, tokens, true);
  }
  const core = text.length <= longestStretch ? codeIn(text) : null;
  if (core === null) return splitPlain(text, at, tokens, false);
  splitPlain(text.slice(0, core.from), at, tokens, false);
  const code = text.slice(core.from, core.to);
  tokens.push(tokenAt('code', code, at + core.from, core.from > 0));
  splitPlain(text.slice(core.to), at + core.to, tokens, true);
}

const tokenAt = (kind: Token['kind'], text: string, start: number, glued: boolean): Token => ({
  kind,
  text,
  lower: text.toLowerCase().replaceAll('’', "'"),
  start,
  end: start + text.length,
  glued,
});

/** `w/` and `u/` are words; `n't` stays with its verb; `'s`, `'d`, `'ll` and the like are pieces of their own. */
const piece =
  /\d+(?:[.,]\d+)?|(?<!\p{L})[wu]\/(?:o(?!\p{L}))?|['’](?:s|d|ll|ve|re|m)(?![\p{L}])|[\p{L}][\p{L}\p{M}]*(?:['’](?!(?:s|d|ll|ve|re|m)(?![\p{L}]))[\p{L}]+)*|[^]/gu;

function splitPlain(text: string, at: number, tokens: Token[], glued: boolean): void {
  for (const found of text.matchAll(piece)) {
    const start = at + found.index;
    const first = found[0].charAt(0);
    const isNumber = first >= '0' && first <= '9';
    const isWord = (!isNumber && found[0].length > 1) || /\p{L}/u.test(first);
    const joined = glued || found.index > 0;
    // `2xPH0`, `4xM2`: a count, the sign for times, and what is counted.
    const times = isWord && joined && tokens.at(-1)?.kind === 'number' && /^x[\p{L}]/iu.test(found[0]);
    if (times) {
      tokens.push(tokenAt('word', first, start, joined));
      tokens.push(tokenAt('word', found[0].slice(1), start + 1, true));
    } else tokens.push(tokenAt(isNumber ? 'number' : isWord ? 'word' : 'mark', found[0], start, joined));
  }
}

const opening = /^[([{"'«<,;:]*/;
const closing = /[)\]}"'»>,;:!?.…]*$/;

/** Where in a stretch a number of a part stands, or null. Marks around it are none of it. */
function codeIn(text: string): { from: number; to: number } | null {
  const from = opening.exec(text)?.[0].length ?? 0;
  const to = text.length - (closing.exec(text)?.[0].length ?? 0);
  return to > from && isCode(text.slice(from, to)) ? { from, to } : null;
}

const bench = new RegExp(
  [
    // screws, threads and sizes in any of their glued forms: 4ph0, 8T6, M2x5, 3xM2.5x4, M2*0.4*5, 2x5, 3+3
    String.raw`^\d*[x×*]?(ph|jis|pz|t|p|y|h|sl|j)\.?\d+(\.\d+)?s?$`,
    String.raw`^(\d+[x×*])?m\d+([.,]\d+)?([x×*l]\d+([.,]\d+)?(mm)?){0,2}$`,
    String.raw`^\d+([.,]\d+)?([x×*+/]\d+([.,]\d+)?)+(mm)?$`,
    // counts and measures: 9ph, 3pin, 10sec, 4440mah, 11.55v, 24-way
    String.raw`^\d+([.,]\d+)?-?[a-zµ°%"]+s?$`,
    String.raw`^\d+(st|nd|rd|th)$`,
    // ranges and orders of numbers: 10-60, 4-3-2-1, 4->1
    String.raw`^\d{1,2}([-–>/]{1,2}\d{1,2})+(s|mm|v)?$`,
    String.raw`^\d+h\d+$`,
  ].join('|'),
  'i',
);

/** A mix of letters and digits, or figures parted by dashes, that is no screw, size, count or measure. */
function isCode(text: string): boolean {
  if (text.length < 3 || !/^[\p{L}\d][\p{L}\d./_-]*$/u.test(text) || !/\d/.test(text)) return false;
  if (/^m\.?2$/i.test(text) || (/^\d*[a-z]{2,}\d+$/i.test(text) === false && /^\d+([.,]\d+)?$/.test(text)))
    return false;
  if (bench.test(text)) return isLongMix(text);
  const groups = text.split(/[./_-]/);
  if (!/\p{L}/u.test(text))
    return groups.length > 1 && text.replace(/\D/g, '').length >= 5 && text.includes('-');
  return isLongMix(text) || (groups.length > 1 && looksLikeNumberOfPart(groups, text));
}

/** `HX2210`, `KX4470B`: capitals and at least three figures, too long for a screw or a measure. */
const isLongMix = (text: string): boolean =>
  /^[A-Z\d]+$/.test(text) &&
  /^[A-Z]{2,}\d{4,}|^[A-Z]+\d+[A-Z]+\d*$|^\d+[A-Z]+\d+[A-Z\d]*$/.test(text) &&
  text.length >= 5 &&
  !/^\d+[XM×]?(PH|JIS|M|T)\d/.test(text);

/** Several groups parted by marks, of which one mixes letters and figures or stands beside figures. */
function looksLikeNumberOfPart(groups: readonly string[], text: string): boolean {
  const digits = text.replace(/\D/g, '').length;
  const plainWord = groups.every((group) => /^\d+$/.test(group) || /^[a-z]{3,}$/.test(group));
  // `3-cell`, `24-way`, `ph-0`, `a/b2`: words with a figure before or behind them.
  if (plainWord && groups.length === 2 && digits < 3) return false;
  if (/^(usb|type|m|i|ph|jis|t|p|rev|v|vol|no|o)$/i.test(groups[0] ?? '') && digits < 3) return false;
  return groups.length > 1 && digits >= 1 && text.length >= 5 && !/^[a-z]+\/[a-z]+\d?$/i.test(text);
}

export const numberValue = (token: Token): number => Number(token.text.replace(',', '.'));
