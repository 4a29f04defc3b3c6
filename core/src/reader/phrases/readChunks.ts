import { wordTable } from '../../wordTable.ts';
import type { Found, Rule } from './rule.ts';
import type { FunctionWord } from '../lexicon/functionWords.ts';
import type { Lexicon } from '../lexicon/lexicon.ts';
import type { Sense } from '../lexicon/sense.ts';
import { readNumber } from '../text/spokenNumber.ts';
import { type Token, tokenize } from '../text/tokens.ts';
import { isParticle } from '../lexicon/particles.ts';
import { isWord, type Chunk, type ChunkBody } from './chunk.ts';
import { readCode } from './codes.ts';
import { count, figure, homophones, ordinal } from './figures.ts';
import { readKind, readMeasure } from './kinds.ts';
import { lexemeAt, mendTokens, type Lexeme } from './lexemes.ts';
import { readName } from './names.ts';
import { shareNouns } from './shareNouns.ts';
import { facing } from './facing.ts';
import { behindAside, isKindMark, isSideMark } from './brackets.ts';
import { backCover, backsOff, bottomCover, byHandle, cell, notCounted, shortKind } from './shortForms.ts';

/**
 * The phrase level: at each place the first rule that applies takes the longest stretch it can. Sizes,
 * threads, measures and numbers of parts come before names, since their letters would otherwise be read as
 * words. Linear in the tokens: no rule looks further than a few of them.
 */
export function readChunks(line: string, lexicon: Lexicon): Chunk[] {
  const { tokens, mended } = mendTokens(tokenize(line), lexicon);
  const chunks: Chunk[] = [];
  for (let at = numberedList(tokens); at < tokens.length;) {
    const found = rules.reduce<Found>((already, rule) => already ?? rule(tokens, at, lexicon), null);
    const to = found?.to ?? at + 1;
    const start = tokens[at]?.start ?? 0;
    const fixed = mended.get(start);
    const body = found?.body ?? { k: 'unknown' as const };
    chunks.push({
      ...body,
      from: at,
      to,
      start,
      end: tokens[to - 1]?.end ?? 0,
      ...(fixed ? { mended: fixed } : {}),
    });
    at = to;
  }
  return shareNouns(chunks).map((chunk, i, all) =>
    isContracted(line, all, i) ? { ...chunk, ...being } : chunk,
  );
}

const being = { k: 'verb', act: 'be', lemma: 'be', form: 'plain' } as const;

/** "the battery's glued in": how it is held, not whose. */
function isContracted(line: string, chunks: readonly Chunk[], i: number): boolean {
  const [before, chunk, next] = [chunks[i - 1], chunks[i], chunks[i + 1]];
  return (
    before?.k === 'name' &&
    isWord(chunk, 'filler') &&
    /^['’]s$/i.test(line.slice(chunk?.start, chunk?.end)) &&
    next?.k === 'verb' &&
    next.form === 'past' &&
    (next.act === 'fit' || next.act === 'press')
  );
}

/** "7) …": the number of a step; the line begins behind it. */
const numberedList = ([number, mark, next]: readonly Token[]): number =>
  number?.kind === 'number' && (mark?.text === ')' || mark?.text === '.') && next !== undefined && !next.glued
    ? 2
    : 0;

export const kind: Rule = (tokens, at, lexicon) => {
  const found = readKind(tokens, at, lexicon);
  return found && { body: { k: 'kind', screw: found.screw }, to: found.to };
};

export const measure: Rule = (tokens, at) => {
  const found = readMeasure(tokens, at);
  // "6.5 mm long" is the length of a screw.
  if (found?.unit === 'mm' && tokens[found.to]?.lower === 'long') return null;
  return found && { body: { k: 'measure', value: found.value, unit: found.unit }, to: found.to };
};

const code: Rule = (tokens, at) => {
  // "eleven point five five volts": a measure, though its digits were spelt like a number of a part.
  if (['V', 'mAh', 'Wh'].includes(readMeasure(tokens, at)?.unit ?? '')) return null;
  const found = readCode(tokens, at);
  return found && { body: { k: 'code', code: found.code }, to: found.to };
};

export const marks: Readonly<Record<string, ChunkBody>> = wordTable({
  ',': { k: 'break', mark: 'comma' },
  ';': { k: 'break', mark: 'stop' },
  '.': { k: 'break', mark: 'stop' },
  '!': { k: 'break', mark: 'stop' },
  '…': { k: 'break', mark: 'comma' },
  '?': { k: 'break', mark: 'question' },
  ':': { k: 'break', mark: 'colon' },
  '+': { k: 'break', mark: 'and' },
  '&': { k: 'break', mark: 'and' },
  '|': { k: 'break', mark: 'comma' },
  '(': { k: 'break', mark: 'comma' },
  ')': { k: 'break', mark: 'comma' },
  '[': { k: 'break', mark: 'comma' },
  ']': { k: 'break', mark: 'comma' },
  '/': { k: 'break', mark: 'comma' },
  '=': { k: 'break', mark: 'comma' },
  '>': { k: 'break', mark: 'comma' },
  '<': { k: 'break', mark: 'comma' },
  '–': { k: 'break', mark: 'comma' },
  '—': { k: 'break', mark: 'comma' },
  '→': { k: 'break', mark: 'comma' },
  '-': { k: 'break', mark: 'comma' },
});

export const mark: Rule = (tokens, at, lexicon) => {
  const token = tokens[at];
  if (token?.kind !== 'mark') return null;
  let to = at + 1;
  // A ditto mark stands for what was said before; a plus that opens a line adds to it.
  if (token.text === '"' && !tokens[at + 1]?.glued) return { body: { k: 'word', word: 'same' }, to };
  if (token.text === '+' && at === 0) return { body: { k: 'word', word: 'more' }, to };
  if (token.text === '@') return { body: { k: 'word', word: 'at' }, to };
  if (token.text === '.' && tokens[to]?.text === '.') {
    while (tokens[to]?.text === '.') to++;
    return { body: { k: 'break', mark: 'comma' }, to };
  }
  while (
    tokens[to]?.kind === 'mark' &&
    '-><='.includes(tokens[to]?.text ?? '') &&
    '-><='.includes(token.text)
  )
    to++;
  const between = token.glued && tokens[at + 1]?.glued && tokens[at + 1]?.kind === 'word';
  if ((token.text === '-' || token.text === '/') && between) return { body: { k: 'plain' }, to };
  // A bracket before a figure tells the parts of a whole: `13 screws (6 top, 7 bottom)`.
  if ((token.text === '[' || token.text === '(') && tokens[at + 1]?.kind === 'number')
    return { body: { k: 'break', mark: 'colon' }, to };
  const aside = token.text === '(' ? behindAside(tokens, at) : null;
  if (aside !== null) return { body: { k: 'plain' }, to: aside };
  if (isSideMark(tokens, at) || isKindMark(tokens, at, kind, lexicon))
    return { body: { k: 'plain' }, to: at + 1 };
  const body = marks[token.text];
  return { body: body ?? { k: 'plain' }, to };
};

const named: Rule = (tokens, at, lexicon) => {
  const phrase = lexemeAt(tokens, at, lexicon);
  const name = readName(tokens, at, lexicon);
  // A longer phrase that is no name ("plastic card", "flip lock") is what was meant.
  const first = phrase.senses[0]?.k;
  // "one screw in each corner": what is counted is a noun.
  const isCounted =
    at > 0 && (readNumber(tokens, at - 1)?.to === at || (tokens[at - 1]?.lower ?? '') in homophones);
  const whole = name?.body.k === 'name' && name.body.bare ? ofAnother(tokens, name, lexicon) : null;
  if (whole) return whole;
  if (name && isCounted && (name.body.k === 'joint' || name.body.k === 'cable')) return name;
  // "its number stands beside the slot"
  const stands = phrase.senses.some((sense) => sense.k === 'verb' && sense.form === 's');
  if (name?.body.k === 'name' && stands && name.to === at + 1 && tells(tokens, at)) return null;
  // "half a turn"
  if (name && tokens[at]?.lower === 'half' && /^(?:an?|of|way|turn)$/.test(tokens[at + 1]?.lower ?? ''))
    return null;
  if (name?.body.k === 'name' && isSideOf(tokens, at, name.to))
    return { body: { k: 'place', place: `${name.body.word} side` }, to: name.to + 1 };
  if (
    !name ||
    (phrase.to >= name.to && first !== 'part' && first !== 'head' && first !== 'cable' && first !== 'joint')
  )
    return null;
  const named = phrase.senses.some((sense) => sense.k === 'talk' && sense.names);
  if (
    (first === 'tool' && !(named && name.to > phrase.to)) ||
    (first === 'word' && phrase.to > at + 1 && name.to <= phrase.to)
  )
    return null;
  return name;
};

/** "tray of the sim", "bracket of the fan": the name turned round. */
function ofAnother(tokens: readonly Token[], name: NonNullable<Found>, lexicon: Lexicon): Found {
  if (name.body.k !== 'name' || tokens[name.to]?.lower !== 'of') return null;
  const at = tokens[name.to + 1]?.lower === 'the' ? name.to + 2 : name.to + 1;
  const other = readName(tokens, at, lexicon);
  if (other?.body.k !== 'name' || other.body.bare || other.to > at + 2) return null;
  const said = `${tokens
    .slice(at, other.to)
    .map(({ lower }) => lower)
    .join(' ')} ${name.body.word}`;
  const known = lexicon.sensesOf(said).find((sense) => sense.k === 'part');
  const part = known?.k === 'part' ? known.part : `${other.body.part}-${name.body.part}`.slice(0, 80);
  return { body: { ...name.body, part, known: known !== undefined, bare: false }, to: other.to };
}

/** "it stands", "its number stands beside the slot": a verb, though it may name a part too. */
const tells = (tokens: readonly Token[], at: number): boolean =>
  at > 0 &&
  (/^(?:it|that|which|he|she|this)$/.test(tokens[at - 1]?.lower ?? '') ||
    placing.test(tokens[at + 1]?.lower ?? ''));

const placing = /^(?:beside|near|behind|under|above|below|next|over|across|between)$/;

/** "on the antenna side": where, not what. */
const isSideOf = (tokens: readonly Token[], at: number, to: number): boolean =>
  tokens[to]?.lower === 'side' && tokens[at - 1]?.lower === 'the' && tokens[to + 1]?.lower !== 'cover';

/** "its screws in a bag", "one screw in the rim": no "screw in" of the hands. */
const isNoun = (tokens: readonly Token[], at: number, { senses, to }: Lexeme, lexicon: Lexicon): boolean =>
  to > at + 1 &&
  senses[0]?.k === 'verb' &&
  (senses[0].act === 'fit' || senses[0].act === 'unscrew') &&
  (tokens[at]?.lower.endsWith('s') === true ||
    determiners.has(tokens[at - 1]?.lower ?? '') ||
    isOfPart(tokens, at, lexicon));

/** "ssd screw out": the screw of what is named before it. */
function isOfPart(tokens: readonly Token[], at: number, lexicon: Lexicon): boolean {
  const before = tokens[at - 1];
  const sense = before?.kind === 'word' ? lexicon.match([before], 0)?.senses[0]?.k : undefined;
  return tokens[at]?.lower === 'screw' && (sense === 'part' || sense === 'head');
}

const determiners = new Set([
  'the',
  'its',
  'a',
  'an',
  'one',
  'another',
  'each',
  'every',
  'this',
  'that',
  'their',
]);

const lexeme: Rule = (tokens, at, lexicon) => {
  const phrase = lexemeAt(tokens, at, lexicon);
  const noun = isNoun(tokens, at, phrase, lexicon)
    ? lexemeAt(tokens.slice(at, at + 1), 0, lexicon).senses
    : [];
  const verb = phrase.senses.find((sense) => sense.k === 'verb' && sense.form === 's');
  const isName = phrase.senses[0]?.k === 'part' || phrase.senses[0]?.k === 'head';
  if (verb && isName && phrase.to === at + 1 && tells(tokens, at))
    return { body: bodyOf(verb), to: phrase.to };
  const { senses, to } = noun[0]?.k === 'joint' ? { senses: noun, to: at + 1 } : phrase;
  const [sense] = senses;
  // "lint-free", "cut-out": a piece of a longer word.
  const tied = tokens[at - 1]?.text === '-' && tokens[at - 1]?.glued === true && tokens[at]?.glued === true;
  if (tied && at > 1 && sense?.k === 'word' && isParticle(sense.word)) return { body: { k: 'plain' }, to };
  return sense ? { body: chunkOf(sense, senses, tokens, at, to), to } : null;
};

const verbFirst: ReadonlySet<FunctionWord> = new Set([
  'done',
  'can',
  'label',
  'note',
  'check',
  'works',
  'stays',
  'fixed',
  'amend',
  'filler',
]);

/** Which of its senses a phrase has, by what stands around it. */
function chunkOf(
  sense: Sense,
  senses: readonly Sense[],
  tokens: readonly Token[],
  at: number,
  to: number,
): ChunkBody {
  const verb = senses.find((other) => other.k === 'verb');
  const next = tokens[to];
  const before = tokens[at - 1];
  if (sense.k === 'joint' || sense.k === 'cable' || sense.k === 'bar' || sense.k === 'mechanism') {
    const compound = tokens.slice(at, to).some(({ text }) => text === '-');
    const state = sense.k === 'mechanism' && (before?.lower === 'is' || before?.lower === 'are');
    if (verb && !compound && !state && isUsedAsVerb(verb.form, before, next)) return verb;
  }
  if (sense.k === 'unit' || sense.k === 'attribute') {
    const other = senses.find(({ k }) => k !== 'unit' && k !== 'attribute');
    return other ? chunkOf(other, senses, tokens, at, to) : { k: 'unknown' };
  }
  if (
    sense.k === 'word' &&
    sense.word === 'amend' &&
    verb?.act === 'wait' &&
    isTimeAt(tokens, next?.lower === 'for' ? to + 1 : to)
  )
    return verb;
  if (
    sense.k === 'word' &&
    verb &&
    verbFirst.has(sense.word) &&
    verb.form === 'plain' &&
    next?.lower === 'the'
  )
    return verb;
  return bodyOf(sense);
}

const isTimeAt = (tokens: readonly Token[], at: number): boolean =>
  ['s', 'min', 'h'].includes(readMeasure(tokens, at)?.unit ?? '') ||
  /^(a|half|another|few)$/.test(tokens[at]?.lower ?? '');

function bodyOf(sense: Sense): ChunkBody {
  switch (sense.k) {
    case 'part':
      return {
        k: 'name',
        part: sense.part,
        known: true,
        bare: false,
        plural: false,
        word: sense.part,
        ...(sense.or ? { or: sense.or } : {}),
      };
    case 'head':
      return {
        k: 'name',
        part: sense.head,
        known: false,
        bare: true,
        plural: false,
        word: sense.head,
      };
    case 'joint':
      return { k: 'joint', type: sense.type, plural: sense.plural, owner: null };
    case 'cable':
      return { k: 'cable', mechanism: sense.mechanism, plural: sense.plural, owner: null, word: '' };
    case 'drive':
      return { k: 'kind', screw: { drive: sense.drive } };
    case 'property':
      return { k: 'kind', screw: sense.property };
    case 'unit':
    case 'attribute':
      return { k: 'attribute' };
    default:
      return sense;
  }
}

/** "plug the lead in", "clip it home", "screw down": the word before a thing, a pronoun or a particle. */
function isUsedAsVerb(form: string, before: Token | undefined, next: Token | undefined): boolean {
  if (form === 'past' || form === 'ing') return true;
  if (determiners.has(before?.lower ?? '')) return false;
  const opens =
    before === undefined ||
    before.kind === 'mark' ||
    ['then', 'and', 'to', 'i', 'we', 'you', 'now'].includes(before.lower);
  const object = [
    'the',
    'it',
    'them',
    'its',
    'both',
    'all',
    'in',
    'on',
    'home',
    'back',
    'down',
    'into',
    'onto',
  ].includes(next?.lower ?? '');
  return form === 'plain' ? opens && object : object && before?.kind === 'word';
}

const rules: readonly Rule[] = [
  facing,
  cell,
  shortKind,
  code,
  ordinal,
  measure,
  kind,
  figure,
  count,
  notCounted,
  mark,
  byHandle,
  backsOff,
  backCover,
  bottomCover,
  named,
  lexeme,
];
