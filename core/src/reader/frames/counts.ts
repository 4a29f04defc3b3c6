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
  const { words } = frame;
  const partitive = words.has('of-them') || words.has('one-of') || isOfOpen(frame);
  const more = words.has('more');
  const plain = { partitive, more, spread: false, outOf: null };
  const [first, second] = frame.counts;
  if (first && isOnlyWhere(frame, first.at)) return null;
  if (words.has('all-but') && first && second) return { ...plain, n: second.n - first.n, outOf: second.n };
  if (first && second && isOf(frame, first.at, second.at)) return { ...plain, n: first.n, outOf: second.n };
  if (first) return spreadOver(frame, first.n, plain);
  if (words.has('one-of') || (words.has('of-them') && words.has('one')))
    return { ...plain, n: 1, partitive: true };
  if (more) return spreadOver(frame, 1, plain);
  if (words.has('both') && isScrewy(frame)) return { ...plain, n: 2 };
  if (isLookedAt(frame, counting) || isOneMore(frame)) return { ...plain, n: 1, more: true };
  const one = words.has('a') || (hasScrew(frame) && frame.joint !== null);
  const isOne = one && isSingular(frame) && !frame.chunks.some(({ k }) => k === 'tool');
  return isOne ? spreadOver(frame, 1, plain) : null;
}

/** "two are under the foil", of those just counted. */
const isOfOpen = (frame: Frame): boolean => {
  const [only, ...others] = frame.counts;
  const next = only ? frame.chunks[only.at + 1] : undefined;
  const lies =
    next?.k === 'verb' && (next.act === 'be' || (next.lemma === 'hide' && frame.hiddenBy !== null));
  return others.length === 0 && lies && frame.names.length === 0;
};

/** "at two corners", "on one side": where, not how many. */
const isOnlyWhere = (frame: Frame, at: number): boolean =>
  frame.chunks[at + 1]?.k === 'place' &&
  isWord(frame.chunks[at - 1], 'at', 'it', 'the', 'in', 'on', 'from') &&
  frame.joint === null &&
  !hasScrew(frame) &&
  !frame.words.has('each');

/** "a wrong one in the corner": a screw, told by how it looks. */
const isLookedAt = (frame: Frame, counting: boolean): boolean =>
  frame.words.has('a') &&
  frame.words.has('one') &&
  frame.looks.length > 0 &&
  (counting || frame.where.length > 0 || hasScrew(frame)) &&
  frame.ordinals.length === 0;

/** "a tenth, by the ports", "the ninth out". */
const isOneMore = (frame: Frame): boolean =>
  frame.ordinals.length > 0 &&
  frame.ordinals[0] !== 1 &&
  !frame.words.has('stripped') &&
  (frame.hiddenBy !== null ||
    frame.joint !== null ||
    frame.looks.length > 0 ||
    ['one', 'a', 'the', 'out'].some((word) => frame.words.has(word)));

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
/** "the fan screws, PH0": a kind and a plural say that there are some, not how many. */
const isSomeOfThem = ({ joint }: Frame): boolean => joint?.type === 'screws' && joint.plural;
const isSingular = (frame: Frame): boolean =>
  !isSomeOfThem(frame) &&
  ((frame.joint !== null && !frame.joint.plural && countable.has(frame.joint.type)) ||
    frame.screw.size != null ||
    frame.screw.thread != null);

/** Corners come in fours, sides and ends in twos. */
function spreadOver(frame: Frame, n: number, plain: Omit<Counted, 'n'>): Counted {
  // "4 x side screws" says which ones, "2 screws x side" how many.
  const aSide = frame.chunks.some(
    (chunk, i) => isWord(chunk, 'a-side') && frame.chunks[i + 1]?.k !== 'joint',
  );
  const corner = frame.where.some((place) => place.startsWith('corner'));
  const each = frame.words.has('each');
  if (aSide) return { ...plain, n: n * 2, spread: true };
  if (each && corner) return { ...plain, n: n * 4, spread: true };
  if (each && frame.hiddenBy !== null && /foot|cap|bung|bumper|strip/.test(frame.hiddenBy))
    return { ...plain, n: n * 2, spread: true };
  return { ...plain, n };
}
