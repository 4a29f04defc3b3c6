import { isWord } from '../phrases/chunk.ts';
import { hasScrew, type Frame } from './frame.ts';

/** How many a frame speaks of, and how surely they are some of those counted before. */
export interface Counted {
  readonly n: number;
  readonly outOf: number | null;
  /** `of them`, an ordinal: surely some of those before. */
  readonly partitive: boolean;
  /** `more`, `another`: surely none of those before. */
  readonly more: boolean;
  /** `3 a side`, `one in each corner`: the count was multiplied. */
  readonly spread: boolean;
}

/** Reads the count of a frame: `7`, `3 of 4`, `all but one of the ten`, `another`, `two a side`, `a screw`. */
export function countOf(frame: Frame, counting = false): Counted | null {
  const isOfOpen =
    frame.counts.length === 1 &&
    frame.chunks[(frame.counts[0]?.at ?? 0) + 1]?.k === 'verb' &&
    (frame.chunks[(frame.counts[0]?.at ?? 0) + 1] as { act: string }).act === 'be' &&
    frame.names.length === 0;
  const partitive = frame.words.has('of-them') || frame.words.has('one-of') || isOfOpen;
  const more = frame.words.has('more');
  const plain = { partitive, more, spread: false, outOf: null };
  const [first, second] = frame.counts;
  const behind = first ? frame.chunks[first.at + 1] : undefined;
  const ahead = first ? frame.chunks[first.at - 1] : undefined;
  if (
    first &&
    behind?.k === 'place' &&
    isWord(ahead, 'at', 'it', 'the', 'in', 'on', 'from') &&
    frame.joint === null &&
    !hasScrew(frame) &&
    !frame.words.has('each')
  )
    return null;
  if (frame.words.has('all-but') && first && second)
    return { ...plain, n: second.n - first.n, outOf: second.n };
  if (first && second && isOf(frame, first.at, second.at)) return { ...plain, n: first.n, outOf: second.n };
  if (first) return spreadOver(frame, first.n, plain);
  if (frame.words.has('one-of') || (frame.words.has('of-them') && frame.words.has('one')))
    return { ...plain, n: 1, partitive: true };
  if (more) return spreadOver(frame, 1, plain);
  if (frame.words.has('both') && isScrewy(frame)) return { ...plain, n: 2 };
  // "a wrong one in the corner": a screw, told by how it looks.
  const placed = counting || frame.where.length > 0 || hasScrew(frame);
  if (
    frame.words.has('a') &&
    frame.words.has('one') &&
    frame.looks.length > 0 &&
    placed &&
    frame.ordinals.length === 0
  )
    return { ...plain, n: 1, more: true };
  const isThing =
    frame.ordinals[0] !== 1 &&
    (frame.hiddenBy !== null ||
      frame.words.has('one') ||
      frame.joint !== null ||
      frame.words.has('a') ||
      frame.words.has('the') ||
      frame.words.has('out') ||
      frame.looks.length > 0);
  if (isThing && frame.ordinals.length > 0 && !frame.words.has('stripped'))
    return { ...plain, n: 1, more: true };
  if (
    (frame.words.has('a') || (hasScrew(frame) && frame.joint !== null)) &&
    isSingular(frame) &&
    !frame.chunks.some(({ k }) => k === 'tool')
  )
    return spreadOver(frame, 1, plain);
  return null;
}

const isOf = (frame: Frame, from: number, to: number): boolean => {
  const between = frame.chunks.slice(from + 1, to);
  return (
    between.length > 0 &&
    between.length <= 3 &&
    between.some((chunk) => isWord(chunk, 'of', 'of-them', 'from')) &&
    between.every(({ k }) => k === 'word' || k === 'look')
  );
};

const isScrewy = (frame: Frame): boolean => frame.joint?.type === 'screws';
const countable = new Set(['screws', 'standoffs', 'clips', 'latch', 'rivets', 'pegs']);
const isSingular = (frame: Frame): boolean =>
  (frame.joint !== null && !frame.joint.plural && countable.has(frame.joint.type)) ||
  frame.screw.size != null ||
  frame.screw.thread != null;

/** Corners come in fours, sides and ends in twos. */
function spreadOver(frame: Frame, n: number, plain: Omit<Counted, 'n'>): Counted {
  const aSide = frame.words.has('a-side');
  const corner = frame.where.some((place) => place.startsWith('corner'));
  const each = frame.words.has('each');
  if (aSide) return { ...plain, n: n * 2, spread: true };
  if (each && corner) return { ...plain, n: n * 4, spread: true };
  if (each && frame.hiddenBy !== null && /foot|cap|bung|bumper|strip/.test(frame.hiddenBy))
    return { ...plain, n: n * 2, spread: true };
  return { ...plain, n };
}
