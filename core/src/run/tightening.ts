import { crosswiseOrder, type Place } from '../mat/points.ts';
import type { SequenceIndex } from '../sequence/describe.ts';
import { countedJoint, type RunStep } from './runStep.ts';

/** Screws of one group as a drawing: each with its place in a square of side 100, and its turn. */
export interface TighteningDrawing {
  readonly screws: readonly (Place & { readonly turn: number })[];
  /** Drawn where they stand; else on a ring that stands for them. */
  readonly isPlaced: boolean;
}

/** Fewer need no order; of more a drawing could not be read from 80 cm. */
const [fewest, most] = [3, 16];
const side = 100;
const inset = 12;

/**
 * The order in which the screws of a step are turned, to be drawn; null where any order will do, or where only the
 * marks on the part tell it. On the way down marked screws go from the highest, since the last to be tightened is the
 * first to be loosened.
 */
export function tighteningDrawing(index: SequenceIndex, step: RunStep): TighteningDrawing | null {
  const joint = countedJoint(step.joint);
  const count = joint?.count ?? 0;
  if (!joint || !step.action || count < fewest || count > most) return null;
  const isPlaced = joint.points.length === count;
  const isHeatsink = index.part.get(step.action.part)?.kind === 'heatsink';
  if (joint.tighten === 'numbered') {
    if (!isPlaced) return null;
    const turn = (n: number): number => (step.phase === 'down' ? count + 1 - n : n);
    return {
      screws: intoSquare(joint.points).map((place, i) => ({ ...place, turn: turn(joint.points[i]?.n ?? 0) })),
      isPlaced,
    };
  }
  if (joint.tighten !== 'cross' && !isHeatsink) return null;
  const places = isPlaced ? joint.points : ring(count);
  const order = crosswiseOrder(places);
  return {
    screws: intoSquare(places).map((place, i) => ({ ...place, turn: order.indexOf(i) + 1 })),
    isPlaced,
  };
}

/** Four stand at the corners, others on a ring, the first at the far left. */
const ring = (count: number): Place[] =>
  Array.from({ length: count }, (_, i) => {
    const angle = ((i + 0.5) / count) * 2 * Math.PI - Math.PI;
    return { x: Math.cos(angle), y: Math.sin(angle) };
  });

/** Scaled alike both ways and centred, so that a long row stays a long row. */
function intoSquare(places: readonly Place[]): Place[] {
  const middle = (values: readonly number[]): number => (Math.min(...values) + Math.max(...values)) / 2;
  const [x, y] = [middle(places.map((place) => place.x)), middle(places.map((place) => place.y))];
  const reach = Math.max(
    ...places.map((place) => Math.max(Math.abs(place.x - x), Math.abs(place.y - y))),
    1e-9,
  );
  const scale = (side / 2 - inset) / reach;
  const round = (mm: number): number => Math.round(mm * 10) / 10;
  return places.map((place) => ({
    x: round(side / 2 + (place.x - x) * scale),
    y: round(side / 2 + (place.y - y) * scale),
  }));
}
