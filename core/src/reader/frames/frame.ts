import type { Mechanism } from '../../sequence/schema.ts';
import type { Screw } from '../../sequence/screw.ts';
import { leaving, returning, type Particle } from '../lexicon/particles.ts';
import type { Chunk, ChunkOf, NameChunk, Side } from '../phrases/chunk.ts';

export type Verb = ChunkOf<'verb'>;
export type Named = ChunkOf<'name'> & NameChunk;
/** A piece, with each of its chunks in the role that its neighbours give it. */
export interface Frame {
  /** Parts that the act is about, in the order said. */
  names: Named[];
  /** Parts behind `on`, `in`, `from`: what is counted may be theirs. */
  holders: Named[];
  /** Parts behind another preposition: where it leads, what it stands beside. */
  places: Named[];
  counts: { n: number; at: number }[];
  /** `3 of 4`: how many there are in all. */
  outOf: number | null;
  joint: ChunkOf<'joint'> | null;
  cables: ChunkOf<'cable'>[];
  mechanism: Mechanism | null;
  bar: boolean;
  screw: Partial<Screw>;
  looks: string[];
  where: string[];
  sides: Side[];
  hiddenBy: string | null;
  /** Something hides it, but no part: `under tape`, `under it`. */
  hiddenByTopic: boolean;
  tighten: 'numbered' | 'cross' | null;
  verbs: Verb[];
  particles: Particle[];
  ordinals: number[];
  measures: ChunkOf<'measure'>[];
  codes: ChunkOf<'code'>[];
  words: Set<string>;
  chunks: Chunk[];
  unread: Chunk[];
}

export const emptyFrame = (): Frame => ({
  names: [],
  holders: [],
  places: [],
  counts: [],
  outOf: null,
  joint: null,
  cables: [],
  mechanism: null,
  bar: false,
  screw: {},
  looks: [],
  where: [],
  sides: [],
  hiddenBy: null,
  hiddenByTopic: false,
  tighten: null,
  verbs: [],
  particles: [],
  ordinals: [],
  measures: [],
  codes: [],
  words: new Set(),
  chunks: [],
  unread: [],
});

/** Where a piece or a frame stands in its line. */
export const spanOf = ({
  chunks,
}: {
  readonly chunks: readonly Chunk[];
}): { start: number; end: number } => ({
  start: chunks[0]?.start ?? 0,
  end: chunks[chunks.length - 1]?.end ?? 0,
});

/** The words of a piece or a frame, as they stand in the line. */
export function textIn(line: string, of: { readonly chunks: readonly Chunk[] }): string {
  const { start, end } = spanOf(of);
  return line.slice(start, end);
}

export const hasScrew = (frame: Frame): boolean => Object.keys(frame.screw).length > 0;

export const leaves = (frame: Frame): boolean =>
  frame.particles.some((p) => leaving.has(p) && p !== 'up') ||
  (frame.particles.includes('up') && !frame.particles.some((p) => returning.has(p)));
export const returns = (frame: Frame): boolean => frame.particles.some((p) => returning.has(p));

/** Left its place, or is at least undone: "out", "done", "loose". */
export const comesFree = (frame: Frame): boolean =>
  leaves(frame) || frame.particles.includes('done') || frame.particles.includes('loose');

/** "the flex is under a plate": the plate is new, and comes first. */
export const isUnderNew = (frame: Frame): boolean => {
  const at = frame.chunks.findIndex(({ k }) => k === 'under');
  const a = frame.chunks[at + 1];
  return (
    frame.hiddenBy !== null &&
    a?.k === 'word' &&
    a.word === 'a' &&
    frame.cables.length > 0 &&
    frame.verbs.every(({ act }) => act === 'be') &&
    !leaves(frame)
  );
};

/** Acts by which a joint is undone or a part comes off. */
export const undoing = [
  'take',
  'come',
  'pop',
  'pry',
  'unclip',
  'peel',
  'slide',
  'unscrew',
  'loosen',
  'cut',
  'drill',
  'release',
  'open',
] as const satisfies readonly Verb['act'][];

export const doing = (frame: Frame, ...acts: Verb['act'][]): Verb | undefined =>
  frame.verbs.find(({ act }) => acts.includes(act));
