import { wordTable } from '../../wordTable.ts';
import type { Found } from './rule.ts';
import type { Lexicon } from '../lexicon/lexicon.ts';
import { singular } from '../lexicon/inflect.ts';
import { numberWords, ordinalWords, tensWords } from '../lexicon/numbers.ts';
import type { Sense, SenseOf } from '../lexicon/sense.ts';
import type { Token } from '../text/tokens.ts';
import type { ChunkBody, Side } from './chunk.ts';
import { lexemeAt, type Lexeme } from './lexemes.ts';

const senseOf = <K extends Sense['k']>(lexeme: Lexeme, k: K): SenseOf<K> | undefined =>
  lexeme.senses.find((sense): sense is SenseOf<K> => sense.k === k);

const slugOf = (tokens: readonly Token[], from: number, to: number): string =>
  tokens
    .slice(from, to)
    .filter(({ kind }) => kind !== 'mark')
    .map(({ lower }) => lower.replace(/[^a-z0-9]/g, ''))
    .filter(Boolean)
    .join('-');

/** What may stand before the noun of a name and be a piece of it. */
const isModifier = (lexeme: Lexeme, tokens: readonly Token[]): boolean => {
  const token = tokens[lexeme.from];
  if (!token || token.kind === 'mark' || token.kind === 'number' || isNumberWord(token.lower)) return false;
  if (lexeme.senses.length === 0) return token.lower.length > 1 || /^[a-z]$/.test(token.lower);
  if (
    lexeme.senses[0]?.k === 'word' &&
    (lexeme.senses[0].word === 'power' || lexeme.senses[0].word === 'key')
  )
    return true;
  // `USB-C board`: a letter that a dash ties to the word before.
  if (/^[a-z]$/.test(token.lower) && tokens[lexeme.from - 1]?.text === '-' && token.glued) return true;
  // "back half": which of them, before a noun for a part.
  if (token.lower === 'back' && !isWordBefore(tokens[lexeme.from - 1])) return true;
  if (nounVerbs.has(token.lower) || token.lower === 'side') return true;
  // "left side button": a place that tells one part from another.
  if (
    lexeme.senses[0]?.k === 'place' &&
    lexeme.to - lexeme.from === 2 &&
    /^(left|right) (side|hand)$/.test(`${token.lower} ${tokens[lexeme.to - 1]?.lower ?? ''}`)
  )
    return true;
  const talk = senseOf(lexeme, 'talk');
  if (talk?.names) return true;
  return (
    ['part', 'head', 'side'].includes(lexeme.senses[0]?.k ?? '') ||
    (senseOf(lexeme, 'side') !== undefined && lexeme.senses[0]?.k !== 'verb')
  );
};

/** `nurse-call lead`: words that a dash ties together name one thing, whatever each says alone. */
const isTied = ({ senses, from, to }: Lexeme, tokens: readonly Token[]): boolean =>
  to === from + 1 &&
  tokens[from]?.kind === 'word' &&
  !isNumberWord(tokens[from]?.lower ?? '') &&
  ['plain', 'talk', 'verb', 'word'].includes(senses[0]?.k ?? 'plain') &&
  (isDash(tokens, from + 1) || isDash(tokens, from - 1));
const isDash = (tokens: readonly Token[], at: number): boolean =>
  tokens[at]?.text === '-' && isInnerMark(tokens, at) && tokens[at - 1]?.kind === 'word';

/** "put it back half way", "board back": the way, not the side. */
const isWordBefore = (token: Token | undefined): boolean =>
  token !== undefined && token.kind === 'word' && !['the', 'its', 'and', 'then', 'now'].includes(token.lower);

const isNumberWord = (word: string): boolean =>
  word in numberWords || word in tensWords || word in ordinalWords;

/** Verbs that name what a part is for: `dock contacts`, `charge board`. */
const nounVerbs = new Set([
  'dock',
  'charge',
  'charging',
  'docking',
  'scanning',
  'scan',
  'start',
  'record',
  'touch',
  'print',
  'test',
  'play',
]);

const longestName = 6;
const looks = new Set([
  'sata',
  'nvme',
  'pcie',
  'little',
  'small',
  'tiny',
  'big',
  'wee',
  'lil',
  'titchy',
  'teeny',
  'blue',
  'black',
  'silver',
  'white',
  'grey',
  'long',
  'short',
  'thin',
  'thick',
  'brown',
  'green',
  'red',
]);

/**
 * A name at a place: pieces, then a noun that only parts, joints or cables have. The longest name wins, so
 * that a `battery shield` is no battery. O(1): no name has more than six pieces.
 */
export function readName(tokens: readonly Token[], at: number, lexicon: Lexicon): Found {
  const pieces: Lexeme[] = [];
  let last = -1;
  for (let i = at; pieces.length < longestName && i < tokens.length;) {
    if (pieces.length > 0 && (isInnerMark(tokens, i) || tokens[i]?.lower === "'s")) i++;
    const lexeme = lexemeAt(tokens, i, lexicon);
    const owned = tokens[i - 1]?.lower === "'s" && i > at;
    const ends = endsName(lexeme, pieces, tokens);
    // "the speaker's plug", but "the cover's off", "the battery's cover" is one name.
    if (owned && (!ends || lexeme.senses[0]?.k === 'part')) break;
    if (!ends && !isModifier(lexeme, tokens) && !isTied(lexeme, tokens)) break;
    if (opensNoName(pieces[0], lexeme)) break;
    pieces.push(lexeme);
    if (ends) last = pieces.length - 1;
    i = lexeme.to;
  }
  return last < 0 ? null : nameOf(pieces.slice(0, last + 1), tokens);
}

const coversPlugs = new Set(['bracket', 'plate', 'cover', 'shield', 'clamp', 'holder', 'guide']);
/** `screw cap`, `cable door`: a joint names a part only before a noun that parts have; `4 screws fan` are the fan's. */
const opensNoName = (opener: Lexeme | undefined, lexeme: Lexeme): boolean => {
  const sense = opener?.senses[0];
  if (sense?.k !== 'joint' && sense?.k !== 'cable') return false;
  // `coax bracket`, but two coax of the fan.
  const head = senseOf(lexeme, 'head');
  if (sense.k === 'cable' && sense.mechanism === 'coax') return !coversPlugs.has(head?.head ?? '');
  return sense.plural || head === undefined;
};

const isInnerMark = (tokens: readonly Token[], i: number): boolean =>
  ['-', '/'].includes(tokens[i]?.text ?? '') &&
  tokens[i]?.glued === true &&
  tokens[i + 1]?.glued === true &&
  tokens[i + 1]?.kind === 'word';

/** May a name end here: with a part, a noun for parts, or, behind another piece, a cable or joint? */
function endsName(lexeme: Lexeme, before: readonly Lexeme[], tokens: readonly Token[]): boolean {
  const first = lexeme.senses[0];
  if (!first) return false;
  // "the bracket blocks the fan": before an article, a word of doing.
  const article = ['the', 'it', 'this', 'that', 'a'].includes(tokens[lexeme.to]?.lower ?? '');
  if (before.length > 0 && article && senseOf(lexeme, 'word')?.word === 'in-the-way') return false;
  if (first.k === 'part' || first.k === 'head') return true;
  if (before.length === 0) return first.k === 'cable' || first.k === 'joint';
  const named = before.some((piece) => piece.senses[0]?.k === 'part' || piece.senses[0]?.k === 'head');
  if (first.k === 'cable') return true;
  // `vga nuts`: nouns for what holds a part may end its name.
  if (first.k === 'joint' && senseOf(lexeme, 'head')) return true;
  if (first.k !== 'joint')
    return senseOf(lexeme, 'head') !== undefined || senseOf(lexeme, 'part') !== undefined;
  // "cover clips home": a verb, where a particle of going back follows.
  const next = tokens[lexeme.to]?.lower ?? '';
  if (
    senseOf(lexeme, 'verb') &&
    ['on', 'home', 'back', 'in', 'into', 'down', 'over', 'to', 'off', 'out', 'up', 'away', 'open'].includes(
      next,
    )
  )
    return false;
  return named;
}

const literalSide = (word: string, side: Side): string => (['upper', 'lower'].includes(word) ? word : side);
/** A short form stands for its part in a longer name too: `kb foil` is of the keyboard. */
const shortParts = new Set([
  'kb',
  'kbd',
  'keyb',
  'batt',
  'bat',
  'mic',
  'cam',
  'hdd',
  'hd',
  'psu',
  'spkr',
  'spk',
  'mobo',
  'mb',
  'lcd',
  'tp',
  'hs',
  'ram',
  'wlan',
  'odd',
  'sink',
  'jack',
]);
const isShort = (piece: Lexeme, tokens: readonly Token[]): boolean =>
  piece.to === piece.from + 1 && shortParts.has(tokens[piece.from]?.lower ?? '');

function nameOf(pieces: readonly Lexeme[], tokens: readonly Token[]): Found {
  const last = pieces[pieces.length - 1];
  if (!last) return null;
  if (saysTwice(pieces, tokens)) return nameOf(pieces.slice(1), tokens);
  const first = last.senses[0];
  const owners = pieces.slice(0, -1);
  const word = tokens[last.to - 1]?.lower ?? '';
  if (first?.k === 'cable') return { body: cableOf(first, owners, tokens, last), to: last.to };
  if (first?.k === 'joint')
    return {
      body: {
        k: 'joint',
        type: first.type,
        plural: first.plural,
        owner: partOf(owners, tokens)?.part ?? null,
      },
      to: last.to,
    };
  // "battery label": what is read off it is the battery's.
  const labelled =
    first?.k === 'part' && first.part === 'label' && owners.some((piece) => piece.senses[0]?.k === 'part');
  const part = partOf(labelled ? owners : pieces.slice(saysRight(pieces, tokens) ? 1 : 0), tokens);
  if (!part) return null;
  return {
    body: { k: 'name', ...part, plural: isPlural(word), word: singular(word) },
    to: last.to,
  };
}

/** "the trigger, left trigger": said again, with its side. */
const saysTwice = ([first, side, again]: readonly Lexeme[], tokens: readonly Token[]): boolean =>
  again !== undefined && isSide(side) && tokens[(first?.to ?? 0) - 1]?.lower === tokens[again.to - 1]?.lower;

/** "right base off": a word of talk, where the part that follows is one that a unit has once. */
const saysRight = ([right, next, more]: readonly Lexeme[], tokens: readonly Token[]): boolean => {
  const part = next && senseOf(next, 'part');
  return (
    right?.from === 0 &&
    tokens[0]?.lower === 'right' &&
    more === undefined &&
    part !== undefined &&
    onceOnly.has(part.part)
  );
};
const onceOnly = new Set([
  'base-cover',
  'battery',
  'keyboard',
  'system-board',
  'palm-rest',
  'display',
  'heatsink',
  'touchpad',
]);

const isPlural = (word: string): boolean => singular(word) !== word || word === 'feet' || word === 'antennae';

function cableOf(
  sense: SenseOf<'cable'>,
  owners: readonly Lexeme[],
  tokens: readonly Token[],
  last: Lexeme,
): ChunkBody {
  // "mic cable plug": the plug of the microphone.
  const wires = owners[owners.length - 1]?.senses[0]?.k === 'cable' ? 1 : 0;
  const said = partOf(owners.slice(0, owners.length - wires), tokens);
  const meant = said && !said.known ? shortOwners[said.part] : undefined;
  const owner = said && meant ? { ...said, part: meant, known: true } : said;
  const word = slugOf(tokens, last.from, last.to);
  // A lead that nobody listed is a part under its own name; that of a part is the part's.
  const slug =
    owner === null
      ? null
      : owner.known
        ? owner.part
        : `${owner.part}-${sense.mechanism === 'coax' ? 'lead' : leadWord(singular(word))}`;
  return { k: 'cable', mechanism: sense.mechanism, plural: sense.plural, owner: slug, word: singular(word) };
}

/** What a word alone before a lead is short for. */
const shortOwners: Readonly<Record<string, string>> = wordTable({ touch: 'digitizer', btn: 'power-button' });

/** Short forms of the nouns for leads. */
const leadWord = (word: string): string =>
  ['conn', 'con', 'cbl', 'flt', 'ffc', 'fpc', 'connector'].includes(word) ? 'cable' : word;

interface PartName {
  readonly part: string;
  readonly known: boolean;
  readonly bare: boolean;
  readonly or?: string;
}

/** The slug of a name: the last part known in it and what stands around that. */
function partOf(pieces: readonly Lexeme[], tokens: readonly Token[]): PartName | null {
  const named = pieces.filter((piece) => !isLook(piece, tokens));
  const last = named[named.length - 1];
  if (!last) return null;
  const words = named.map((piece) => wordOf(piece, tokens)).filter(Boolean);
  const known = named.length === 1 || (named.length === 2 && isSide(named[0]));
  const part = senseOf(last, 'part');
  if (known && part) {
    const side = named.length === 2 ? words[0] : null;
    const or = part.or && !side ? { or: part.or } : {};
    return {
      part: side && !part.part.startsWith(`${side}-`) ? `${side}-${part.part}` : part.part,
      known: true,
      bare: false,
      ...or,
    };
  }
  return {
    part: words.join('-').slice(0, 80) || 'part',
    known: false,
    bare: named.length === 1 && senseOf(last, 'head') !== undefined,
  };
}

const isLook = (piece: Lexeme, tokens: readonly Token[]): boolean =>
  looks.has(tokens[piece.from]?.lower ?? '') && piece.to === piece.from + 1;
const isSide = (piece: Lexeme | undefined): boolean =>
  piece !== undefined && senseOf(piece, 'side') !== undefined && senseOf(piece, 'part') === undefined;

function wordOf(piece: Lexeme, tokens: readonly Token[]): string {
  const side = senseOf(piece, 'side');
  if (side && isSide(piece)) return literalSide(tokens[piece.from]?.lower ?? '', side.side);
  const short = senseOf(piece, 'head');
  if (short && shortHeads.has(tokens[piece.to - 1]?.lower ?? '')) return short.head;
  const part = senseOf(piece, 'part');
  if (part && piece.senses[0]?.k === 'part')
    return isShort(piece, tokens) ? part.part : slugOf(tokens, piece.from, piece.to);
  const head = senseOf(piece, 'head');
  if (head && piece.senses[0]?.k === 'head')
    return headWord(tokens[piece.to - 1]?.lower ?? head.head, head.head);
  return slugOf(tokens, piece.from, piece.to);
}

/** Short forms of the nouns for parts; all others stay as they were said, so that a `switch` is no `button`. */
const shortHeads = new Set([
  'brkt',
  'brckt',
  'covr',
  'cvr',
  'brd',
  'bd',
  'pcb',
  'pnl',
  'assy',
  'handel',
  'sheild',
  'feet',
]);
const keptPlural = new Set(['contacts', 'nuts', 'buttons']);
const headWord = (word: string, head: string): string =>
  shortHeads.has(word) || shortHeads.has(singular(word))
    ? head
    : keptPlural.has(word)
      ? word
      : singular(word);
