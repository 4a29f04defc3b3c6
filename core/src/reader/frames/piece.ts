import { isWord, type Chunk } from '../phrases/chunk.ts';

/** What joins a piece to the one before it. */
export type Joiner = 'start' | 'comma' | 'colon' | 'and' | 'then' | 'but' | 'because' | 'stop';

/** A stretch between two breaks of a line: the smallest thing that can be an act. */
export interface Piece {
  readonly chunks: readonly Chunk[];
  readonly joiner: Joiner;
  /** The sentence that it stands in, by number; a question answers nothing by itself. */
  readonly sentence: number;
  readonly asked: boolean;
  /** A colon follows: it heads what comes next. */
  readonly header: boolean;
  /** Nothing follows in the line. */
  readonly last: boolean;
}

const joinerOf = (chunk: Chunk): Joiner | null => {
  if (chunk.k === 'break') return chunk.mark === 'question' ? 'stop' : chunk.mark;
  if (chunk.k !== 'word') return null;
  if (chunk.word === 'and') return 'and';
  if (chunk.word === 'then') return 'then';
  if (chunk.word === 'but') return 'but';
  if (chunk.word === 'because') return 'because';
  return null;
};

/** `A:` and `B:` say who speaks; `1)` numbers a list. Neither is a word of the work. */
function withoutTags(line: string, chunks: readonly Chunk[]): Chunk[] {
  return chunks.flatMap((chunk, i): Chunk[] => {
    const before = chunks[i - 1];
    const next = chunks[i + 1];
    const text = line.slice(chunk.start, chunk.end);
    const begins =
      before === undefined ||
      (before.k === 'break' && (before.mark === 'stop' || before.mark === 'question'));
    const speaks = begins && /^[A-Z]$/.test(text) && next?.k === 'break' && next.mark === 'colon';
    const numbers =
      chunk.k === 'count' &&
      next !== undefined &&
      line.slice(next.start, next.end) === ')' &&
      line.slice(0, chunk.start).lastIndexOf('(') <= line.slice(0, chunk.start).lastIndexOf(')');
    if (speaks || numbers) return [{ ...chunk, k: 'break', mark: 'stop' }];
    return [chunk];
  });
}

/** Takes a line apart at marks and joining words. Sentences end at full stops, questions and changes of speaker. */
export function readPieces(line: string, all: readonly Chunk[]): Piece[] {
  const pieces: { -readonly [K in keyof Piece]: Piece[K] }[] = [];
  let current: Chunk[] = [];
  let joiner: Joiner = 'start';
  let sentence = 0;
  const close = (next: Joiner): void => {
    if (current.length > 0) {
      pieces.push({ chunks: current, joiner, sentence, asked: false, header: next === 'colon', last: false });
      joiner = next;
    } else joiner = strongest(joiner, next);
    current = [];
  };
  const tagged = withoutTags(line, all);
  for (const [i, chunk] of tagged.entries()) {
    const join = joinsAlike(tagged[i - 1], tagged[i + 1]) ? null : joinerOf(chunk);
    if (join === null) {
      current.push(chunk);
      continue;
    }
    // "missing: 1 cover screw": the colon stands between a word and what it is said of.
    const [only] = current;
    if (join === 'colon' && current.length === 1 && isWord(only, 'missing', 'stripped')) continue;
    close(join);
    if (join !== 'stop') continue;
    if (chunk.k === 'break' && chunk.mark === 'question')
      for (const piece of pieces) if (piece.sentence === sentence) piece.asked = true;
    sentence++;
  }
  close('stop');
  const last = pieces[pieces.length - 1];
  if (last) last.last = true;
  return pieces;
}

/** `L+R`, `black and white`: two of a kind, one thing. */
const joinsAlike = (before: Chunk | undefined, next: Chunk | undefined): boolean =>
  before !== undefined &&
  next !== undefined &&
  before.k === next.k &&
  (before.k === 'side' || before.k === 'look');

const strength: readonly Joiner[] = ['comma', 'and', 'then', 'but', 'because', 'colon', 'start', 'stop'];
const strongest = (a: Joiner, b: Joiner): Joiner => (strength.indexOf(a) > strength.indexOf(b) ? a : b);

export const has = (piece: Pick<Piece, 'chunks'>, ...words: Parameters<typeof isWord>[1][]): boolean =>
  piece.chunks.some((chunk) => chunk.k === 'word' && words.includes(chunk.word));
