import { wordTable } from '../../wordTable.ts';
import type { Drive, Screw } from '../../sequence/screw.ts';
import { PhraseTree } from '../lexicon/phraseTree.ts';
import * as words from '../lexicon/words.ts';
import type { Lexicon } from '../lexicon/lexicon.ts';
import { readNumber, readSize } from '../text/spokenNumber.ts';
import { numberValue, type Token } from '../text/tokens.ts';

/** A kind of screw, or a part of one, and the token behind it. */
export type FoundKind = { readonly screw: Partial<Screw>; readonly to: number } | null;
type Rule = (tokens: readonly Token[], at: number, lexicon: Lexicon | null) => FoundKind;

const tree = <M>(rows: readonly (readonly [M, string])[]): PhraseTree<M> => {
  const found = new PhraseTree<M>();
  for (const [meaning, phrases] of rows) found.addAll(phrases, meaning);
  return found;
};
const driveNames = tree<Drive>(words.driveRows);
const drivePrefixes = tree<Drive>(words.drivePrefixRows);
const driveFillers = tree<true>([[true, words.driveFillers]]);
const units = tree(words.unitRows.map(([unit, phrases]) => [unit, phrases] as const));

const isNumber = (token: Token | undefined): token is Token & { kind: 'number' } => token?.kind === 'number';
const timesMarks = new Set(['x', '×', '*', 'by', 'times']);
export const isTimes = (token: Token | undefined): boolean =>
  token !== undefined && timesMarks.has(token.lower) && token.lower.length < 2;
const isBy = (token: Token | undefined): boolean => token !== undefined && timesMarks.has(token.lower);

/** The first token behind fillers such as "number", "#" and "-". */
function skipFillers(tokens: readonly Token[], at: number): number {
  let to = at;
  for (let left = 3; left > 0; left--) {
    const token = tokens[to];
    if (
      token?.text === '#' ||
      (token?.text === '.' && tokens[to - 1]?.lower === 'no') ||
      (token?.text === '-' && token.glued)
    )
      to++;
    else to = driveFillers.matchTokens(tokens, to)?.to ?? to;
  }
  return to;
}

const kindOf = (drive: Drive, size: string | null): Partial<Screw> =>
  size === null ? { drive } : { drive, size: words.driveSizeLetters[drive] + size };

const isSizeOf = (drive: Drive, size: string): boolean => words.driveSizes[drive]?.includes(size) ?? true;

/** A drive said twice (`T5 torx`, `P1 Phillips`) is one: the name is surer than the letter. */
function withName(
  tokens: readonly Token[],
  to: number,
  drive: Drive,
  size: string,
): { screw: Partial<Screw>; to: number } {
  const again = driveNames.matchTokens(tokens, to);
  if (!again) return { screw: kindOf(drive, size), to };
  if (again.meaning === drive || (drive === 'P' && again.meaning === 'PH' && isSizeOf('PH', size)))
    return { screw: kindOf(again.meaning, size), to: again.to };
  return { screw: kindOf(drive, size), to };
}

/** `PH0`, `ph 00`, `JIS #1`, `T5`, `P5`, `H1.5`, `P H double zero`: letters of a family and a size. */
const letteredDrive: Rule = (tokens, at) => {
  const prefix = tokens[at]?.kind === 'word' ? drivePrefixes.matchTokens(tokens, at) : null;
  if (!prefix) return null;
  const sizeAt = skipFillers(tokens, prefix.to);
  const size = readSize(tokens, sizeAt);
  const first = tokens[sizeAt];
  const drive: Drive =
    prefix.meaning === 'P' && size !== null && /^0+$/.test(size.text) ? 'PH' : prefix.meaning;
  if (!size || !first || !isSizeOf(drive, size.text)) return null;
  const lone = prefix.to === at + 1 && (tokens[at]?.lower.length ?? 0) < 2;
  // A lone letter needs its figure close by, or a spoken one: `t 5` may be anything, `ph 0` and `t five` cannot.
  if (lone && isNumber(first) && !first.glued) return null;
  if (lone && tokens[at]?.lower === 'h' && /^0\d/.test(size.text)) return null;
  if (followsUnit(tokens, size.to) && !isNumber(first)) return null;
  return withName(tokens, size.to, drive, size.text);
};

const followsUnit = (tokens: readonly Token[], to: number): boolean => {
  const unit = units.matchTokens(tokens, to)?.meaning;
  return unit !== undefined && unit !== 'in' && unit !== 'A' && unit !== 'g' && unit !== 's' && unit !== 'c';
};

/** `PH` and `JIS` alone say the family. */
const bareLetters: Rule = (tokens, at) => {
  const lower = tokens[at]?.lower;
  if (lower === 'ph' || lower === 'jis')
    return { screw: { drive: lower === 'ph' ? 'PH' : 'JIS' }, to: at + 1 };
  return null;
};

/** `phillips`, `phillips double zero`, `torx fives`, `six-lobe T6`, `hex`: a family by name, perhaps a size. */
const namedDrive: Rule = (tokens, at, lexicon) => {
  const name = driveNames.matchTokens(tokens, at);
  if (!name || isLongerElsewhere(tokens, at, name.to, lexicon)) return null;
  const drive = name.meaning;
  const behind = skipFillers(tokens, name.to);
  const lettered = letteredDrive(tokens, behind, lexicon);
  if (lettered?.screw.drive === drive) return lettered;
  const heard =
    tokens[behind - 1]?.lower === 'number'
      ? { to: '2', too: '2', won: '1' }[tokens[behind]?.lower ?? '']
      : undefined;
  if (heard !== undefined && isSizeOf(drive, heard)) return { screw: kindOf(drive, heard), to: behind + 1 };
  const size = readSize(withoutPlural(tokens, behind), behind);
  if (size && isSizeOf(drive, size.text) && !isSomethingElse(tokens, behind, size.to, drive))
    return { screw: kindOf(drive, size.text), to: size.to };
  return { screw: { drive }, to: name.to };
};

/** "torx fifteens": several of one size. */
const withoutPlural = (tokens: readonly Token[], at: number): readonly Token[] => {
  const token = tokens[at];
  if (token?.kind !== 'word' || !token.lower.endsWith('s')) return tokens;
  const copy = tokens.slice(0, at + 3);
  copy[at] = { ...token, lower: token.lower.slice(0, -1) };
  return readNumber(copy, at) ? copy : tokens;
};

/** "phillips 4 mm", "torx 8 x 4", "cross 2 screws": is the figure behind the name something else? */
function isSomethingElse(tokens: readonly Token[], at: number, to: number, drive: Drive): boolean {
  const unit = units.matchTokens(tokens, to)?.meaning;
  if (drive === 'hex' || drive === 'slot') return unit !== undefined && unit !== 'mm';
  return (unit !== undefined && unit !== 'in') || isTimes(tokens[to]) || (at > 0 && isTimes(tokens[at - 1]));
}

const isLongerElsewhere = (
  tokens: readonly Token[],
  at: number,
  to: number,
  lexicon: Lexicon | null,
): boolean => (lexicon?.match(tokens, at)?.to ?? 0) > to;

/** `number one phillips`, `#00 phillips`, `size 0 cross`: a size before its family. */
const sizedDrive: Rule = (tokens, at) => {
  const sizeAt = skipFillers(tokens, at);
  const size = readSize(tokens, sizeAt);
  if (!size) return null;
  const figures = tokens[sizeAt]?.kind === 'number' ? tokens[sizeAt].text : null;
  // Without "number" or "#" only zeros are surely a size: "2 phillips" is two of them.
  if (sizeAt === at && (figures === null ? !/^0/.test(size.text) : !figures.startsWith('0'))) return null;
  const name = driveNames.matchTokens(tokens, size.to) ?? drivePrefixes.matchTokens(tokens, size.to);
  if (!name || !isSizeOf(name.meaning, size.text)) return null;
  return { screw: kindOf(name.meaning, size.text), to: name.to };
};

/** Words that sound as a figure: "m to by for". Only around a "by" is such a word surely one. */
const soundsAs: Readonly<Record<string, number>> = wordTable({ to: 2, too: 2, for: 4, fore: 4, ate: 8 });
function heardNumber(tokens: readonly Token[], at: number): { value: number; to: number } | null {
  const value = soundsAs[tokens[at]?.lower ?? ''];
  return value === undefined ? null : { value, to: at + 1 };
}

/** `M2`, `M2x5`, `M2 × 5 mm`, `M1.6*4`, `M2x0.4x5`, `M2L4`, `M two by five`, `m2 5mm`. */
const thread: Rule = (tokens, at) => {
  if (tokens[at]?.lower !== 'm') return null;
  const first = tokens[at + 1];
  const heard = isBy(tokens[at + 2]) ? heardNumber(tokens, at + 1) : null;
  const diameter = readNumber(tokens, at + 1) ?? heard;
  if (!diameter || (isNumber(first) && !first.glued && diameter.value > 6)) return null;
  if (diameter.value < 0.5 || diameter.value > 12) return null;
  return threadFrom(tokens, diameter.value, diameter.to);
};

function threadFrom(
  tokens: readonly Token[],
  diameter: number,
  at: number,
): { screw: Partial<Screw>; to: number } {
  const name = `M${diameter}`;
  const length = lengthBehind(tokens, at) ?? lengthInMm(tokens, at);
  if (!length) return { screw: { thread: name }, to: at };
  // M2×0.4×5: the pitch stands between thread and length.
  const behindPitch = length.value < 1 ? lengthBehind(tokens, length.to) : null;
  const { value, to } = behindPitch ?? length;
  const unit = units.matchTokens(tokens, to);
  const isMm = unit?.meaning === 'mm';
  return { screw: { thread: name, lengthMm: value }, to: isMm ? unit.to : to };
}

/** `M2 5mm`: a length by its unit alone, right behind the thread. */
function lengthInMm(tokens: readonly Token[], at: number): { value: number; to: number } | null {
  const length = readNumber(tokens, at);
  if (!length || length.value <= 0 || length.value > 60) return null;
  return units.matchTokens(tokens, length.to)?.meaning === 'mm' ? length : null;
}

/**
 * `1.2x3`, `PH0 2x5`, "1.6 by 3", "two by three millimetres": a thread whose M was left out. Whole figures are
 * one only behind a recess, before millimetres, or glued with a diameter that screws have.
 */
const bareThread: Rule = (tokens, at, lexicon) => {
  const diameter = readNumber(tokens, at);
  if (!diameter || diameter.value < 1 || diameter.value > 6) return null;
  const length = lengthBehind(tokens, diameter.to);
  if (!length || length.value < 1 || length.value > 60) return null;
  const decimal = !Number.isInteger(diameter.value);
  const behindDrive = at > 0 && isNumber(tokens[at - 1]);
  const inMm = units.matchTokens(tokens, length.to)?.meaning === 'mm';
  const glued = tokens[at + 1]?.glued === true && tokens[at + 2]?.glued === true;
  const alone = glued && lexicon !== null && !lexicon.match(tokens, at + 1)?.to && isBy(tokens[at + 1]);
  const sized = glued && length.value >= diameter.value && length.value >= 2 && diameter.value >= 1.5;
  // "little ones, 2 by 3": nothing follows that it could count.
  const next = tokens[length.to];
  const spoken =
    tokens[diameter.to]?.lower === 'by' &&
    diameter.value >= 2 &&
    diameter.value <= 4 &&
    length.value > diameter.value &&
    (next === undefined || next.kind === 'mark');
  if (!decimal && !behindDrive && !inMm && !sized && !alone && !spoken) return null;
  return threadFrom(tokens, diameter.value, diameter.to);
};

function lengthBehind(tokens: readonly Token[], at: number): { value: number; to: number } | null {
  const letter = tokens[at]?.lower === 'l' && tokens[at + 1]?.glued;
  if (!isBy(tokens[at]) && !letter) return null;
  const length = readNumber(tokens, at + 1) ?? heardNumber(tokens, at + 1);
  return length && length.value > 0 && length.value <= 100 ? length : null;
}

/** `PH0 M2 L4`: a length by its letter, right behind a thread or a recess. */
const letteredLength: Rule = (tokens, at) => {
  const value = tokens[at + 1];
  if (tokens[at]?.lower !== 'l' || !isNumber(value) || !value.glued || !isNumber(tokens[at - 1])) return null;
  const lengthMm = numberValue(value);
  return lengthMm > 0 && lengthMm <= 60 ? { screw: { lengthMm }, to: at + 2 } : null;
};

/** `five long`, `eight mil long`, `5 mm long`: a length in plain words. */
const spokenLength: Rule = (tokens, at) => {
  const number = readNumber(tokens, at);
  if (!number || number.value <= 0 || number.value > 40) return null;
  const unit = units.matchTokens(tokens, number.to);
  const to = unit?.meaning === 'mm' ? unit.to : number.to;
  const long =
    tokens[to]?.lower === 'long' || (tokens[to]?.lower === 'in' && tokens[to + 1]?.lower === 'length');
  if (!long || !unit) return null;
  return { screw: { lengthMm: number.value }, to: to + (tokens[to]?.lower === 'in' ? 2 : 1) };
};

/** "three tiny screws, triple zeros": only the cross recess is told in zeros. */
const bareZeros: Rule = (tokens, at) => {
  if (!/^(?:double|triple)$/.test(tokens[at]?.lower ?? '')) return null;
  const size = readSize(tokens, at);
  return size ? { screw: { drive: 'PH', size: `PH${size.text}` }, to: size.to } : null;
};

const rules = [
  letteredDrive,
  bareZeros,
  namedDrive,
  sizedDrive,
  thread,
  bareThread,
  letteredLength,
  spokenLength,
  bareLetters,
];

/** A kind of screw at a place, by the first rule that applies; each looks a few tokens ahead at most. */
export const readKind: Rule = (tokens, at, lexicon) =>
  rules.reduce<FoundKind>((already, rule) => already ?? rule(tokens, at, lexicon), null);

/** `11.55V`, `4100 mAh`, `2 950 mAh`, `fifteen seconds`, `30 deg`, `40 °C`, `half a minute`. */
export function readMeasure(
  tokens: readonly Token[],
  at: number,
): { value: number; unit: words.Unit; to: number } | null {
  const number = groupedNumber(tokens, at) ?? readNumber(tokens, at) ?? spokenHalf(tokens, at);
  if (!number) return null;
  const dash = ['-', '°', '~'].includes(tokens[number.to]?.text ?? '') ? 1 : 0;
  const unit = units.matchTokens(tokens, number.to + dash);
  if (dash && tokens[number.to]?.text === '°')
    return unit?.meaning === 'c'
      ? { value: number.value, unit: 'c', to: unit.to }
      : { value: number.value, unit: 'deg', to: number.to + 1 };
  if (!unit || isNoUnit(tokens, number, unit.to - 1, unit.meaning)) return null;
  return { value: number.value, unit: unit.meaning, to: unit.to };
}

/** A bare letter at a distance is a word, unless it can only be a unit: `3 a side`, `2 c`, `4 in`. */
function isNoUnit(
  tokens: readonly Token[],
  number: { value: number; to: number },
  last: number,
  unit: words.Unit,
): boolean {
  const token = tokens[number.to];
  if (unit === 'in') return token?.text === '"' || (token?.lower !== 'inch' && token?.lower !== 'inches');
  if (unit === 'min' || unit === 's')
    return (
      token?.lower === 's' &&
      !token.glued &&
      last === number.to &&
      number.value < 4 &&
      tokens[last + 1] !== undefined
    );
  if (token?.lower.length !== 1) return false;
  if (unit === 'c') return !token.glued && number.value < 30;
  if (unit === 'A')
    return (
      !token.glued ||
      (tokens[number.to + 1] !== undefined && /^(side|edge|end)$/.test(tokens[number.to + 1]?.lower ?? ''))
    );
  return unit === 'W' ? !token.glued && number.value < 10 : false;
}

/** `2 950`, `5,200`: figures in groups of three. */
function groupedNumber(tokens: readonly Token[], at: number): { value: number; to: number } | null {
  const [first, second] = [tokens[at], tokens[at + 1]];
  if (!isNumber(first)) return null;
  if (/^\d{1,2},\d{3}$/.test(first.text)) return { value: Number(first.text.replace(',', '')), to: at + 1 };
  if (!isNumber(second) || !/^\d{1,2}$/.test(first.text) || !/^\d{3}$/.test(second.text)) return null;
  return { value: Number(first.text + second.text), to: at + 2 };
}

/** `half a minute`, `a minute`, `an hour`. */
function spokenHalf(tokens: readonly Token[], at: number): { value: number; to: number } | null {
  const [first, second] = [tokens[at]?.lower, tokens[at + 1]?.lower];
  if (first === 'half' && (second === 'a' || second === 'an')) return { value: 0.5, to: at + 2 };
  if (first === 'quarter' && second === 'of' && /^an?$/.test(tokens[at + 2]?.lower ?? ''))
    return { value: 0.25, to: at + 3 };
  return first === 'a' || first === 'an' ? { value: 1, to: at + 1 } : null;
}
