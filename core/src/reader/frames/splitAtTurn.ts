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

/**
 * "it is routed under the hinge so I undid the hinge", "lifted off the paste was dry": where a new clause
 * begins without a mark, the piece is two.
 */
export function splitAtClause(piece: Piece): Piece[] {
  const { chunks } = piece;
  const at = chunks.findIndex((_, i) => i > 0 && (opensReason(chunks, i) || opensState(chunks, i)));
  if (at < 0) return [piece];
  return [
    { ...piece, chunks: chunks.slice(0, at) },
    { ...piece, chunks: chunks.slice(isWord(chunks[at], 'so') ? at + 1 : at), joiner: 'comma' },
  ];
}

/** "… so I undid": what was done about it. */
const opensReason = (chunks: readonly Chunk[], i: number): boolean => {
  const verb = chunks[i + 2];
  return (
    isWord(chunks[i], 'so') &&
    isWord(chunks[i + 1], 'i', 'we') &&
    verb?.k === 'verb' &&
    verb.form === 'past' &&
    chunks.slice(0, i).some(({ k }) => k === 'name' || k === 'cable')
  );
};

/** "lifted off | the paste was": a verb with its particle, then a subject with a verb of its own. */
const opensState = (chunks: readonly Chunk[], i: number): boolean => {
  const verb = chunks[i - 2];
  const be = chunks[i + 2];
  return (
    isWord(chunks[i - 1], 'off', 'out', 'away') &&
    verb?.k === 'verb' &&
    verb.form === 'past' &&
    isWord(chunks[i], 'the') &&
    be?.k === 'verb' &&
    be.act === 'be'
  );
};
