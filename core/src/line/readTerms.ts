import type { Drive } from '../sequence/screw.ts';
import type { Lexicon } from './lexicon/lexicon.ts';
import { PhraseTree } from './lexicon/phraseTree.ts';
import * as words from './lexicon/words.ts';
import { readNumber, readSize } from './spokenNumber.ts';
import type { Meaning, Term, Unit } from './terms.ts';
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

const timesMarks = new Set(['x', '×', '*', 'by', 'times']);
const isTimes = (token: Token | undefined): boolean =>
  token !== undefined && timesMarks.has(token.lower) && token.lower.length < 2;
const isBy = (token: Token | undefined): boolean => token !== undefined && timesMarks.has(token.lower);
const isNumber = (token: Token | undefined): token is Token & { kind: 'number' } => token?.kind === 'number';

const tree = <M>(rows: readonly (readonly [M, string])[]): PhraseTree<M> => {
  const found = new PhraseTree<M>();
  for (const [meaning, phrases] of rows) found.addAll(phrases, meaning);
  return found;
};
const driveNames = tree<Drive>(words.driveWordList);
const drivePrefixes = tree<Drive>(words.drivePrefixList);
const driveFillers = tree<true>([[true, words.driveFillers]]);
const units = tree<Unit>(words.unitWordList);

/** The first token behind fillers such as "number", "#" and "-". */
function skipFillers(tokens: readonly Token[], at: number): number {
  let to = at;
  for (let left = 3; left > 0; left--) {
    const mark = tokens[to]?.text;
    if (
      mark === '#' ||
      (mark === '.' && tokens[to - 1]?.lower === 'no') ||
      (mark === '-' && tokens[to]?.glued)
    )
      to++;
    else to = driveFillers.matchTokens(tokens, to)?.to ?? to;
  }
  return to;
}

const driveMeaning = (drive: Drive, size: string | null): Meaning => ({
  kind: 'drive',
  drive,
  size: size === null ? null : words.driveSizeLetters[drive] + size,
});

const isSizeOf = (drive: Drive, size: string): boolean => words.driveSizes[drive]?.includes(size) ?? true;

/** A drive said twice (`T5 torx`, `torx T5`) is one. */
function absorbDrive(tokens: readonly Token[], to: number, drive: Drive): number {
  const again = driveNames.matchTokens(tokens, to);
  return again?.meaning === drive ? again.to : to;
}

/** `PH0`, `ph 00`, `JIS #1`, `T5`, `P5`, `H1.5`, `P H double zero`: letters of a family and a size. */
const letteredDrive: Rule = (tokens, at) => {
  const prefix = tokens[at]?.kind === 'word' ? drivePrefixes.matchTokens(tokens, at) : null;
  if (!prefix) return null;
  const drive = prefix.meaning;
  const sizeAt = skipFillers(tokens, prefix.to);
  const size = readSize(tokens, sizeAt);
  const first = tokens[sizeAt];
  if (!size || !first || !isSizeOf(drive, size.text)) return null;
  // A lone letter needs its figure close by, or a spoken one: `t 5` may be anything, `ph 0` and `t five` cannot.
  const lone = prefix.to === at + 1 && (tokens[at]?.lower.length ?? 0) < 2;
  if (lone && isNumber(first) && !first.glued) return null;
  return { meaning: driveMeaning(drive, size.text), to: absorbDrive(tokens, size.to, drive) };
};

/** `phillips`, `phillips double zero`, `torx five`, `six-lobe T6`, `hex`: a family by name, perhaps a size. */
const namedDrive: Rule = (tokens, at, lexicon) => {
  const name = driveNames.matchTokens(tokens, at);
  if (!name || isLongerElsewhere(tokens, at, name.to, lexicon)) return null;
  const drive = name.meaning;
  const behind = skipFillers(tokens, name.to);
  const lettered = letteredDrive(tokens, behind, lexicon);
  if (lettered?.meaning.kind === 'drive' && lettered.meaning.drive === drive) return lettered;
  const size = readSize(tokens, behind);
  const sized = size && isSizeOf(drive, size.text) && !isMeasureOrCount(tokens, behind, size.to, drive);
  return sized
    ? { meaning: driveMeaning(drive, size.text), to: size.to }
    : { meaning: driveMeaning(drive, null), to: name.to };
};

/** "phillips 4 mm", "torx 8 x 4", "cross 2 screws": is the figure behind the name something else? */
function isMeasureOrCount(tokens: readonly Token[], at: number, to: number, drive: Drive): boolean {
  if (drive === 'hex' || drive === 'slot') return units.matchTokens(tokens, to)?.meaning !== 'mm';
  return units.matchTokens(tokens, to) !== null || (at > 0 && isTimes(tokens[at - 1]));
}

const isLongerElsewhere = (tokens: readonly Token[], at: number, to: number, lexicon: Lexicon): boolean =>
  (lexicon.matchTokens(tokens, at)?.to ?? 0) > to;

/** `number one phillips`, `#00 phillips`, `size 0 cross`: a size before its family. */
const sizedDrive: Rule = (tokens, at) => {
  const sizeAt = skipFillers(tokens, at);
  const size = readSize(tokens, sizeAt);
  if (!size) return null;
  const figures = tokens[sizeAt]?.kind === 'number' ? tokens[sizeAt].text : null;
  // Without "number" or "#" only zeros are surely a size: "2 phillips" is two of them.
  if (sizeAt === at && (figures === null ? !size.text.startsWith('0') : !figures.startsWith('0')))
    return null;
  const name = driveNames.matchTokens(tokens, size.to) ?? drivePrefixes.matchTokens(tokens, size.to);
  if (!name || !isSizeOf(name.meaning, size.text)) return null;
  return { meaning: driveMeaning(name.meaning, size.text), to: name.to };
};

/** `M2`, `M2x5`, `M2 × 5 mm`, `M1.6*4`, `M2x0.4x5`, `M2L4`, `M two by five`. */
const thread: Rule = (tokens, at) => {
  if (tokens[at]?.lower !== 'm') return null;
  const first = tokens[at + 1];
  const diameter = readNumber(tokens, at + 1);
  if (!diameter || (isNumber(first) && !first.glued && diameter.value > 6)) return null;
  if (diameter.value < 0.5 || diameter.value > 20) return null;
  const name = `M${diameter.value}`;
  const length = lengthBehind(tokens, diameter.to);
  if (!length) return { meaning: { kind: 'thread', thread: name, lengthMm: null }, to: diameter.to };
  // M2×0.4×5: the pitch stands between thread and length.
  const behindPitch = length.value < 1 ? lengthBehind(tokens, length.to) : null;
  const { value, to } = behindPitch ?? length;
  const unit = units.matchTokens(tokens, to);
  return {
    meaning: { kind: 'thread', thread: name, lengthMm: value },
    to: unit?.meaning === 'mm' ? unit.to : to,
  };
};

/** `1.2x3`, or `PH0 2x5`: a thread whose M was left out, where a count is out of the question. */
const bareThread: Rule = (tokens, at) => {
  const diameter = tokens[at];
  if (!isNumber(diameter) || !tokens[at + 1]?.glued || !tokens[at + 2]?.glued) return null;
  const afterDrive = at > 0 && tokens[at - 1]?.kind === 'number' && !diameter.glued;
  if (!/^[1-9]?\d\.\d$/.test(diameter.text) && !(afterDrive && /^[1-6]$/.test(diameter.text))) return null;
  const length = lengthBehind(tokens, at + 1);
  if (!length || numberValue(diameter) > 6) return null;
  return {
    meaning: { kind: 'thread', thread: `M${numberValue(diameter)}`, lengthMm: length.value },
    to: length.to,
  };
};

function lengthBehind(tokens: readonly Token[], at: number): { value: number; to: number } | null {
  const letter = tokens[at]?.lower === 'l' && tokens[at + 1]?.glued;
  if (!isBy(tokens[at]) && !letter) return null;
  const length = readNumber(tokens, at + 1);
  return length && length.value > 0 && length.value <= 100 ? length : null;
}

/** `PH0 M2 L4`: a length by its letter, right behind a thread or a recess. */
const letteredLength: Rule = (tokens, at) => {
  const value = tokens[at + 1];
  if (tokens[at]?.lower !== 'l' || !isNumber(value) || !value.glued || !isNumber(tokens[at - 1])) return null;
  if (numberValue(value) <= 0 || numberValue(value) > 100) return null;
  return { meaning: { kind: 'measure', value: numberValue(value), unit: 'mm' }, to: at + 2 };
};

/** `11.55V`, `4100 mAh`, `fifteen seconds`, `5 mm`, `30 deg`, `40 °C`. */
const measure: Rule = (tokens, at) => {
  const number = readNumber(tokens, at);
  if (!number) return null;
  const degree = tokens[number.to]?.text === '°' ? 1 : 0;
  // "five-millimetre screws"
  const dash = tokens[number.to]?.text === '-' && tokens[number.to]?.glued ? 1 : 0;
  const unit = units.matchTokens(tokens, number.to + degree + dash);
  if (degree) {
    const celsius = tokens[number.to + 1]?.lower === 'c';
    return {
      meaning: { kind: 'measure', value: number.value, unit: celsius ? 'c' : 'deg' },
      to: number.to + (celsius ? 2 : 1),
    };
  }
  if (!unit) return null;
  // A bare `c` at a distance is a word, unless it can only be heat.
  const unitToken = tokens[number.to + dash];
  const bare = unit.meaning === 'c' && unitToken?.lower === 'c';
  if (bare && !unitToken.glued && number.value < 30) return null;
  // "6.5 mm long", "5 mm in length"
  const long = unit.meaning === 'mm' && ['long', 'length'].includes(tokens[unit.to]?.lower ?? '');
  return {
    meaning: { kind: 'measure', value: number.value, unit: unit.meaning },
    to: unit.to + (long ? 1 : 0),
  };
};

const attributes = new Set(['pin', 'pins', 'pole', 'way', 'cell', 'cells', 'piece', 'core']);

/** `3 pin`, `3-cell`, `#4`: what a thing is, or which one; no count of screws. */
const attribute: Rule = (tokens, at) => {
  if (tokens[at]?.text === '#' && isNumber(tokens[at + 1]))
    return { meaning: { kind: 'filler' }, to: at + 2 };
  const number = readNumber(tokens, at);
  if (!number) return null;
  const dash = tokens[number.to]?.text === '-' && tokens[number.to]?.glued ? 1 : 0;
  const noun = tokens[number.to + dash];
  if (!noun || !attributes.has(noun.lower)) return null;
  return { meaning: { kind: 'filler' }, to: number.to + dash + 1 };
};

/** `half a minute`, `a minute`. */
const spokenMinute: Rule = (tokens, at) => {
  const half =
    tokens[at]?.lower === 'half' && tokens[at + 1]?.lower === 'a' && tokens[at + 2]?.lower === 'minute';
  if (half) return { meaning: { kind: 'measure', value: 30, unit: 's' }, to: at + 3 };
  const whole = tokens[at]?.lower === 'a' && tokens[at + 1]?.lower === 'minute';
  return whole ? { meaning: { kind: 'measure', value: 60, unit: 's' }, to: at + 2 } : null;
};

const numberLeads = new Set(['n', 'pn', 'number', 'no', 'nr', 'fru']);
/** Behind "p/n" or "number" anything of letters and figures is a number of a part. */
const isLed = (tokens: readonly Token[], at: number): boolean => {
  const before =
    tokens[at - 1]?.text === ':' || tokens[at - 1]?.text === '.' ? tokens[at - 2] : tokens[at - 1];
  return before !== undefined && numberLeads.has(before.lower);
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
  if (digits > 0 && text.length >= 4 && isLed(tokens, at))
    return { meaning: { kind: 'code', code: text }, to };
  if (!letters || digits === 0 || text.length < 5) return null;
  if (dashed ? digits < 2 : digits < 3 || text.length < 6) return null;
  // `4x`, `2xPH00` begin with a count; a number of a part that begins with figures is long.
  if (!dashed && first.kind !== 'word' && (text.length < 8 || tokens[at + 1]?.lower === 'x')) return null;
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

/** `7`, `7x`, `× 7`, `seven`, `twenty-two`, `a pair of`: how many. */
const quantity: Rule = (tokens, at, lexicon) => {
  // "three wing", "six lobe" and "one more" are phrases, not counts.
  const phrase = lexicon.matchTokens(tokens, at);
  if (phrase && phrase.to > at + 1) return null;
  const number = readNumber(tokens, at + (isTimes(tokens[at]) ? 1 : 0));
  if (!number || !Number.isInteger(number.value) || number.value < 1 || number.value > 200) return null;
  return {
    meaning: { kind: 'count', count: number.value },
    to: isTimes(tokens[number.to]) ? number.to + 1 : number.to,
  };
};

/** Words and phrases of the lexicon. */
const lexiconPhrase: Rule = (tokens, at, lexicon) => {
  const match = lexicon.matchTokens(tokens, at);
  if (!match) return null;
  return compoundPart(tokens, match, lexicon) ?? match;
};

/**
 * "fan bracket", "vga port plate": a part named by another and a noun for what it does. The lexicon need not
 * list them all; a phrase that it does list is longer and was matched before this is asked.
 */
function compoundPart(
  tokens: readonly Token[],
  { meaning, to }: { meaning: Meaning; to: number },
  lexicon: Lexicon,
): Found {
  if (meaning.kind !== 'part') return null;
  const noun = lexicon.nounAt(tokens, to);
  return noun ? { meaning: { kind: 'part', part: `${meaning.part}-${noun.meaning}` }, to: noun.to } : null;
}

/** "vga bracket": a word that nobody listed, before a noun that only parts have. */
const unlistedPart: Rule = (tokens, at, lexicon) => {
  const token = tokens[at];
  if (token?.kind !== 'word' || token.lower.length < 2 || !/^[a-z0-9]+$/.test(token.lower)) return null;
  const noun = lexicon.nounAt(tokens, at + 1);
  return noun ? { meaning: { kind: 'part', part: `${token.lower}-${noun.meaning}` }, to: noun.to } : null;
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

/** A number that is led in comes before all that its letters might mean. */
const ledCode: Rule = (tokens, at, lexicon) => (isLed(tokens, at) ? code(tokens, at, lexicon) : null);

const rules: readonly Rule[] = [
  ledCode,
  thread,
  bareThread,
  letteredLength,
  letteredDrive,
  sizedDrive,
  spokenMinute,
  attribute,
  measure,
  code,
  namedDrive,
  quantity,
  lexiconPhrase,
  unlistedPart,
  mark,
];
