import type { MatPoint } from '../record/log.ts';
import type { Act } from './replayRecording.ts';

/** Screws stand about so far inside the edge of what they hold, in mm. Common practice, no source. */
const marginMm = 6;
/** Farther than this from its screws nothing lies under a part. Common practice, no source. */
const clearMm = 15;

interface Box {
  readonly left: number;
  readonly right: number;
  readonly far: number;
  readonly near: number;
}

/**
 * What the places of screws on the outline say of a part that was lifted and an act that came later: all of the
 * act's screws sit `under` the part, or all `clear` of it; null where too little was placed, or it says neither.
 */
export function placeUnder(opener: Act, act: Act, acts: readonly Act[]): 'under' | 'clear' | null {
  const [first] = act.points;
  if (!first) return null;
  const holding = acts.filter(({ part }) => part === opener.part).flatMap(({ points }) => points);
  if (holding.length < 3 || act.points.some(({ face }) => face !== first.face)) return null;
  if (holding.some(({ face }) => face !== first.face)) return null;
  const box = boxOf(holding);
  if (act.points.every((point) => isInside(point, box, marginMm))) return 'under';
  return act.points.every((point) => !isInside(point, box, clearMm)) ? 'clear' : null;
}

const boxOf = (points: readonly MatPoint[]): Box => ({
  left: Math.min(...points.map(({ x }) => x)),
  right: Math.max(...points.map(({ x }) => x)),
  far: Math.min(...points.map(({ y }) => y)),
  near: Math.max(...points.map(({ y }) => y)),
});

const isInside = ({ x, y }: MatPoint, { left, right, far, near }: Box, by: number): boolean =>
  x >= left - by && x <= right + by && y >= far - by && y <= near + by;
