import { isWord, type Chunk } from '../phrases/chunk.ts';
import type { Piece } from './piece.ts';

/** Does the chunk turn the sense of what follows: a denial, or a thing that stays? */
const turns = (chunk: Chunk | undefined): boolean =>
  isWord(chunk, 'not', 'never', 'stays', 'no', 'absent', 'would');

/**
 * "3 PH1 out not the duct", "1 PH0 standoff stays": what was done stands before what was not, without a mark
 * between them. Such a piece is two.
 */
export function splitAtTurn(piece: Piece): Piece[] {
  const at = piece.chunks.findIndex((chunk, i) => i > 0 && turns(chunk));
  if (at < 0) return [piece];
  const before = piece.chunks.slice(0, at);
  const complete = before.some(
    (chunk) =>
      chunk.k === 'count' ||
      chunk.k === 'measure' ||
      chunk.k === 'code' ||
      isWord(chunk, 'off', 'out', 'away') ||
      (chunk.k === 'verb' &&
        ['cut', 'take', 'unplug', 'pop', 'peel', 'unclip', 'pry', 'unscrew', 'slide', 'drill'].includes(
          chunk.act,
        )),
  );
  const relation = piece.chunks.some((chunk) =>
    isWord(chunk, 'stuck', 'without', 'unless', 'missing', 'amend-to'),
  );
  // "four screws that stay in the frame": a clause about them, nothing that stays behind.
  const clause =
    isWord(piece.chunks[at], 'stays') &&
    isWord(before[before.length - 1], 'this', 'which') &&
    ['joint', 'count', 'kind'].includes(before[before.length - 2]?.k ?? '');
  if (clause) return [piece];
  if (!complete || relation || (isWord(piece.chunks[at], 'no') && piece.chunks[at + 1]?.k === 'code'))
    return [piece];
  const last = before[before.length - 1];
  const subject =
    isWord(piece.chunks[at], 'would') && isWord(last, 'it', 'this', 'i', 'we')
      ? 1
      : isWord(piece.chunks[at], 'stays') && (last?.k === 'name' || last?.k === 'joint')
        ? 1
        : 0;
  if (at - subject < 1) return [piece];
  return [
    { ...piece, chunks: piece.chunks.slice(0, at - subject) },
    { ...piece, chunks: piece.chunks.slice(at - subject), joiner: 'comma' },
  ];
}
