import type { Lexicon } from '../lexicon/lexicon.ts';
import type { FunctionWord } from '../lexicon/functionWords.ts';
import { ordinalWords } from '../lexicon/numbers.ts';
import type { Sense } from '../lexicon/sense.ts';
import { readNumber } from '../text/spokenNumber.ts';
import { tokenize, type Token } from '../text/tokens.ts';
import type { Chunk, ChunkBody } from './chunk.ts';
import { readCode } from './codes.ts';
import { isTimes, readKind, readMeasure } from './kinds.ts';
import { lexemeAt, mendTokens } from './lexemes.ts';
import { readName } from './names.ts';

type Found = { readonly body: ChunkBody; readonly to: number } | null;
type Rule = (tokens: readonly Token[], at: number, lexicon: Lexicon) => Found;

/**
 * The phrase level: at each place the first rule that applies takes the longest stretch it can. Sizes,
 * threads, measures and numbers of parts come before names, since their letters would otherwise be read as
 * words. Linear in the tokens: no rule looks further than a few of them.
 */
export function readChunks(line: string, lexicon: Lexicon): Chunk[] {
  const { tokens, mended } = mendTokens(tokenize(line), lexicon);
  const chunks: Chunk[] = [];
  for (let at = 0; at < tokens.length;) {
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
  return chunks;
}

const kind: Rule = (tokens, at, lexicon) => {
  const found = readKind(tokens, at, lexicon);
  return found && { body: { k: 'kind', screw: found.screw }, to: found.to };
};

const measure: Rule = (tokens, at) => {
  const found = readMeasure(tokens, at);
  return found && { body: { k: 'measure', value: found.value, unit: found.unit }, to: found.to };
};

/** `3.82v 7040`: the charge, behind the voltage; `3.85`: a figure that no count can be. */
const figure: Rule = (tokens, at) => {
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

const code: Rule = (tokens, at) => {
  const found = readCode(tokens, at);
  return found && { body: { k: 'code', code: found.code }, to: found.to };
};

const ordinal: Rule = (tokens, at) => {
  const token = tokens[at];
  const figures =
    token?.kind === 'number' && /^(st|nd|rd|th)$/.test(tokens[at + 1]?.lower ?? '') && tokens[at + 1]?.glued;
  if (figures && token.text === '1') return { body: { k: 'word', word: 'first' }, to: at + 2 };
  if (figures) return { body: { k: 'ordinal', n: Number(token.text) }, to: at + 2 };
  if (token?.text === '#' && tokens[at + 1]?.kind === 'number')
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
const count: Rule = (tokens, at, lexicon) => {
  const run = orderOfNumbers(tokens, at) ?? soundsLike(tokens, at, lexicon);
  if (run) return run;
  if (tokens[at]?.lower === 'one' && isPronoun(tokens, at, lexicon))
    return { body: { k: 'word', word: 'one' }, to: at + 1 };
  // `FAN1`, `J5`: a mark on the board, no count.
  if (tokens[at]?.kind === 'number' && tokens[at]?.glued && /^[A-Z]{2,}$/.test(tokens[at - 1]?.text ?? ''))
    return { body: { k: 'plain' }, to: at + 1 };
  const phrase = lexicon.match(tokens, at);
  // "three wing", "one more" are phrases, not counts.
  if (phrase && phrase.to > at + 1 && tokens[at]?.kind === 'word') return null;
  const lead = isTimes(tokens[at]) && (tokens[at + 1]?.kind === 'number' || tokens[at]?.text !== 'x') ? 1 : 0;
  const number = readNumber(tokens, at + lead);
  if (!number || !Number.isInteger(number.value) || number.value < 0 || number.value > 400) return null;
  const attribute = attributeBehind(tokens, number.to, lexicon);
  if (attribute) return { body: { k: 'attribute' }, to: attribute };
  const to =
    isTimes(tokens[number.to]) && !/^(side|edge|end)/.test(tokens[number.to + 1]?.lower ?? '')
      ? number.to + 1
      : number.to;
  return { body: { k: 'count', n: number.value }, to };
};

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

const homophones: Readonly<Record<string, number>> = { to: 2, too: 2, for: 4, fore: 4, won: 1, ate: 8 };

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
  const next = lexicon.match(tokens, at + 1);
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

const marks: Readonly<Record<string, ChunkBody>> = {
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
};

const mark: Rule = (tokens, at) => {
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
  if (name && isCounted && (name.body.k === 'joint' || name.body.k === 'cable')) return name;
  if (
    !name ||
    (phrase.to >= name.to && first !== 'part' && first !== 'head' && first !== 'cable' && first !== 'joint')
  )
    return null;
  if (first === 'tool' || (first === 'word' && phrase.to > at + 1)) return null;
  return name;
};

const lexeme: Rule = (tokens, at, lexicon) => {
  const { senses, to } = lexemeAt(tokens, at, lexicon);
  const [sense] = senses;
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
    if (verb && isUsedAsVerb(verb.form, before, next)) return verb;
  }
  if (sense.k === 'unit' || sense.k === 'attribute')
    return senses.find(({ k }) => k !== 'unit' && k !== 'attribute')
      ? chunkOf(
          senses.filter(({ k }) => k !== 'unit' && k !== 'attribute')[0] as Sense,
          senses,
          tokens,
          at,
          to,
        )
      : { k: 'unknown' };
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
        fresh: false,
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
        fresh: false,
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

/** "back off", "the back comes away": the cover; "back in", "three back": the way. */
const backCover: Rule = (tokens, at, lexicon) => {
  if (tokens[at]?.lower !== 'back' || (lexicon.match(tokens, at)?.to ?? 0) > at + 1) return null;
  const before = tokens[at - 1];
  const next = tokens[at + 1]?.lower ?? '';
  const article = before?.lower === 'the' || before?.lower === 'its';
  const opens =
    before === undefined ||
    before.kind === 'mark' ||
    article ||
    ['and', 'then', 'now', 'so', 'on'].includes(before.lower);
  const way =
    [
      'in',
      'together',
      'up',
      'down',
      'home',
      'again',
      'into',
      'to',
      'from',
      'edge',
      'side',
      'of',
      'left',
      'right',
      '',
    ].includes(next) && !(article && next === '');
  if (!opens || (way && !(article && ['', 'of'].includes(next))) || (before?.lower === 'on' && next !== ''))
    return null;
  return {
    body: {
      k: 'name',
      part: 'rear-shroud',
      known: true,
      bare: false,
      plural: false,
      fresh: false,
      word: 'back',
    },
    to: at + 1,
  };
};

const rules: readonly Rule[] = [code, ordinal, measure, kind, figure, count, mark, backCover, named, lexeme];
