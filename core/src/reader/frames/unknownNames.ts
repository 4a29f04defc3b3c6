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
    if (piece.asked || chunks.some(({ k }) => k === 'name' || k === 'cable')) return piece;
    const from = chunks.findIndex(({ k }) => k === 'unknown');
    const length = chunks.slice(from).findIndex(({ k }) => k !== 'unknown');
    const to = length < 0 ? chunks.length : from + length;
    const part = from < 0 ? '' : nameOf(chunks.slice(from, to), line);
    if (part === '' || !standsAsPart(piece, from, to, pieces[i + 1], line)) return piece;
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
    return holds(heads ? (next?.chunks ?? []) : behind) || isUndone(behind[0]);
  }
  const said = before.filter((chunk) => !isWord(chunk, 'the', 'a', 'this'));
  const last = said.at(-1);
  const definite = said.length < before.length;
  if (isUndone(last)) return definite || behind[0] === undefined || behind[0].k === 'word';
  const counted =
    before.some(({ k }) => k === 'count') && before.some(({ k }) => k === 'joint' || k === 'kind');
  const onThe = isWord(last, 'at') && /^on the$/i.test(line.slice(last?.start, last?.end));
  const holder = isWord(last, 'of') || (last?.k === 'verb' && holding.has(last.act));
  return counted && (onThe || (definite && holder));
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

/** "gizmo: …", and "gizmo, …" where a line begins with it. */
const leads = (piece: Piece, next: Piece | undefined): boolean =>
  piece.header || (piece.joiner === 'start' && next?.joiner === 'comma');

const isLeading = (chunk: Chunk): boolean => isWord(chunk, 'the', 'a', 'now', 'and', 'so', 'filler', 'first');

/** A count of what holds, or a lead: not a bare figure, which may count anything. */
function holds(chunks: readonly Chunk[]): boolean {
  const [first, second] = chunks;
  if (first?.k === 'cable') return true;
  if (first?.k === 'joint') return true;
  return first?.k === 'count' && (second?.k === 'joint' || second?.k === 'kind' || second?.k === 'cable');
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
