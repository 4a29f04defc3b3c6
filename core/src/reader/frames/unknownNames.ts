import { slugOf } from '../entries/partName.ts';
import { isWord, type Chunk } from '../phrases/chunk.ts';
import type { Piece } from './piece.ts';

/**
 * "gizmo 2 screws, out", "unplug the gizmo", "the gizmo came away": a word that nobody knows, where a part would
 * stand, is the name of a part. Left alone it would give what is said of it to the part in work.
 */
export function nameUnknowns(pieces: readonly Piece[], line: string): Piece[] {
  return pieces.map((piece, i): Piece => {
    const { chunks } = piece;
    if (
      piece.asked ||
      chunks.some((chunk) => chunk.k === 'name' || (chunk.k === 'cable' && chunk.owner !== null))
    )
      return piece;
    const from = chunks.findIndex(({ k }) => k === 'unknown');
    const length = chunks.slice(from).findIndex(({ k }) => k !== 'unknown');
    const to = length < 0 ? chunks.length : from + length;
    const part = from < 0 ? '' : nameOf(chunks.slice(from, to), line);
    const stands = (): boolean =>
      standsAsPart(piece, from, to, pieces[i + 1], line) || isListed(pieces, i, to - from);
    if (part === '' || !stands()) return piece;
    return {
      ...piece,
      chunks: [...chunks.slice(0, from), named(chunks, from, to, part), ...chunks.slice(to)],
    };
  });
}

function standsAsPart(
  piece: Piece,
  from: number,
  to: number,
  next: Piece | undefined,
  line: string,
): boolean {
  const { chunks } = piece;
  const before = chunks.slice(0, from);
  const behind = chunks.slice(to);
  if (before.every(isLeading)) {
    const heads = behind.length === 0 && leads(piece, next);
    // "held by 3 screws, the gizmo"
    const ends = behind.length === 0 && piece.last && piece.joiner === 'comma';
    if (ends && isWord(before.at(-1), 'the')) return true;
    const what = heads ? (next?.chunks ?? []) : behind;
    return holds(what) || leavesPlace(what);
  }
  const said = before.filter((chunk) => !isWord(chunk, 'the', 'a', 'this'));
  const last = said.findLast((chunk) => !isAway(chunk));
  const definite = said.length < before.length;
  if (isUndone(last)) return definite || behind[0] === undefined || behind[0].k === 'word';
  const counted =
    before.some(({ k }) => k === 'count') && before.some(({ k }) => k === 'joint' || k === 'kind');
  const onThe =
    isWord(last, 'at') && /^(?:(?:on|in|from) the|out of)$/i.test(line.slice(last?.start, last?.end));
  // "out with the gizmo", "the plug of the gizmo"
  if (definite && isWord(last, 'with') && isAway(before[0])) return true;
  if (definite && isWord(last, 'of', 'for', 'from', 'to') && before.some(({ k }) => k === 'cable'))
    return true;
  const holder = isWord(last, 'of', 'from', 'in') || (last?.k === 'verb' && holding.has(last.act));
  // "3 T5 screws gizmo", "3 T5 from gizmo"
  const bare = last?.k === 'joint' && last.type === 'screws' && last.plural;
  return counted && (onThe || (holder && definite) || (behind.length === 0 && (bare || holder)));
}

const undoing: ReadonlySet<string> = new Set([
  'take',
  'come',
  'unplug',
  'unscrew',
  'loosen',
  'pop',
  'pry',
  'unclip',
  'peel',
  'slide',
]);
const holding: ReadonlySet<string> = new Set(['hold', 'release', 'fit']);
const isUndone = (chunk: Chunk | undefined): boolean => chunk?.k === 'verb' && undoing.has(chunk.act);

/** "fan, gizmo and board off": a word of a list of parts. */
function isListed(pieces: readonly Piece[], i: number, words: number): boolean {
  const { chunks, joiner } = pieces[i] as Piece;
  const before = pieces[i - 1];
  const alone = chunks.filter((chunk) => !isWord(chunk, 'the', 'a')).length === words;
  const names = before?.chunks.filter(({ k }) => k === 'name') ?? [];
  const bare = before?.chunks.every(
    (chunk) => chunk.k === 'name' || chunk.k === 'verb' || isAway(chunk) || isWord(chunk, 'the', 'a', 'with'),
  );
  const next = pieces[i + 1];
  return (
    alone &&
    names.length === 1 &&
    bare === true &&
    (joiner === 'comma' || joiner === 'and') &&
    next !== undefined &&
    (next.joiner === 'comma' || next.joiner === 'and' || next.joiner === 'then') &&
    next.chunks.some(({ k }) => k === 'name')
  );
}

const isAway = (chunk: Chunk | undefined): boolean => isWord(chunk, 'off', 'out', 'away', 'free');

/** "gizmo is off now", "gizmo has come out": what stands behind it says that it left. */
const leavesPlace = (chunks: readonly Chunk[]): boolean => {
  const at = chunks.findIndex(
    (chunk) => !(chunk.k === 'verb' && ['be', 'have'].includes(chunk.act)) && !isWord(chunk, 'now', 'can'),
  );
  return isAway(chunks[at]) || isUndone(chunks[at]);
};

/** "gizmo: …", and "gizmo, …" where a line begins with it. */
const leads = (piece: Piece, next: Piece | undefined): boolean =>
  piece.header || (piece.joiner === 'start' && next?.joiner === 'comma');

const isLeading = (chunk: Chunk): boolean => isWord(chunk, 'the', 'a', 'now', 'and', 'so', 'filler', 'first');

/** A count of what holds, or a lead: not a bare figure, which may count anything. */
function holds(chunks: readonly Chunk[]): boolean {
  const [first, second] = chunks.slice(leadIn(chunks));
  if (first?.k === 'cable') return true;
  if (first?.k === 'joint') return true;
  // "gizmo: PH0 x 3"
  if (first?.k === 'kind' && chunks.some(({ k }) => k === 'count')) return true;
  return first?.k === 'count' && (second?.k === 'joint' || second?.k === 'kind' || second?.k === 'cable');
}

/** "gizmo has 3 screws", "the gizmo is held by 3 T5": how many words stand before what holds it. */
function leadIn(chunks: readonly Chunk[]): number {
  const at = chunks.findIndex(
    (chunk) =>
      !(chunk.k === 'verb' && ['have', 'be', 'hold', 'fix'].includes(chunk.act)) &&
      !isWord(chunk, 'with', 'at'),
  );
  return chunks[0]?.k === 'verb' ? at : 0;
}

/** One or two words that could be a noun; empty where they could not. */
function nameOf(words: readonly Chunk[], line: string): string {
  const said = words.map(({ start, end }) => line.slice(start, end).toLowerCase());
  const nouns = said.every((word) => /^[a-z][a-z-]{2,}$/.test(word) && !/(?:ed|ing|ly)$/.test(word));
  return nouns && said.length > 0 && said.length < 3 ? slugOf(said.join(' ')) : '';
}

function named(chunks: readonly Chunk[], from: number, to: number, part: string): Chunk {
  const [first, last] = [chunks[from], chunks[to - 1]] as [Chunk, Chunk];
  const word = part.slice(part.lastIndexOf('-') + 1);
  const span = { from: first.from, to: last.to, start: first.start, end: last.end };
  return { k: 'name', part, known: false, bare: false, plural: false, word, ...span };
}
