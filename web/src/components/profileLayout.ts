import type { Profile, ProfilePoint, RunStep } from '@bemtor/core';

/** A point on the drawing, in the units of its view box. */
export interface Dot {
  readonly x: number;
  readonly y: number;
}

export interface ProfileLayout {
  readonly width: number;
  readonly height: number;
  /** Points of the way down, one per step, with where the line to them begins. */
  readonly down: readonly (ProfilePoint & Dot)[];
  /** The way down as a line: flat while working on a level, falling when a part comes off. */
  readonly downLine: string;
  /** The way back, dotted. */
  readonly backLine: string;
  /** Points of the way back; `test` marks those where something is tried out. */
  readonly backDots: readonly (Dot & { readonly id: string; readonly test: boolean })[];
  readonly rungs: readonly { readonly y: number; readonly label: string }[];
  readonly end: Dot;
}

const side = 14;

/**
 * Lays the descent profile out: steps to the right, depth downwards, the dive in the left part and the climb
 * back in the right. Levels take the height there is; labels name what lies open at that depth.
 */
export function layProfile(
  profile: Profile,
  back: readonly RunStep[],
  names: (part: string) => string,
  width: number,
  height: number,
): ProfileLayout {
  const depth = Math.max(1, ...profile.points.map((point) => below(point)));
  const top = 26;
  const bottom = 30;
  const y = (level: number): number => top + ((height - top - bottom) * level) / depth;
  const count = Math.max(1, profile.points.length);
  const climb = back.filter((step) => step.phase === 'back');
  const share = climb.length > 0 ? 0.58 : 1;
  const room = width - 2 * side;
  const x = (i: number): number => side + (room * share * (i + 0.5)) / count;
  const down = profile.points.map((point, i) => ({ ...point, x: x(i), y: y(point.depth) }));
  const levelOf = new Map(profile.points.map((point) => [point.action, point.depth]));
  const turn = { x: side + room * share, y: y(depth) };
  const stride = (room * (1 - share)) / Math.max(1, climb.length);
  let level = depth;
  const backDots = climb.map((step, i) => {
    // A test or a cleaning has no act of its own: it is done where the hands are.
    level = levelOf.get(step.action?.id ?? '') ?? level;
    return { id: step.id, x: turn.x + stride * (i + 0.5), y: y(level), test: step.id.startsWith('check:') };
  });
  return {
    width,
    height,
    down,
    downLine: path([{ x: side, y: y(0) }, ...down, turn]),
    backLine: climb.length > 0 ? path([turn, ...backDots, { x: width - side, y: y(0) }]) : '',
    backDots,
    rungs: [
      { y: y(0), label: 'case closed' },
      ...rungLabels(profile, names, depth).map((label, i) => ({ y: y(i + 1), label })),
    ],
    end: turn,
  };
}

const below = (point: ProfilePoint): number => point.depth + (point.target ? 1 : 0);

/** What lies open at each depth; the deepest rung is the target itself. */
function rungLabels(profile: Profile, names: (part: string) => string, depth: number): string[] {
  return Array.from({ length: depth }, (_, i) => {
    const target = profile.points.findLast((point) => point.target && point.depth === i);
    if (i === depth - 1 && target) return names(target.part);
    const part = profile.levels[i];
    return part ? `${names(part)} off` : '';
  });
}

const path = (dots: readonly Dot[]): string =>
  dots.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');
