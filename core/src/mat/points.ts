import type { Model } from '../sequence/schema.ts';

/** A place on the outline, mm from the left and from the far edge, as the side that faces up is seen. */
export interface Place {
  readonly x: number;
  readonly y: number;
}
export type Edge = 'far' | 'near' | 'left' | 'right';
export type Outline = NonNullable<Model['outlineMm']>;

/** Where no outline is known, points are placed on the sheet of an ordinary notebook. */
export const usualOutline: Outline = Object.freeze({ width: 320, depth: 220 });

/** Screws stand about this far from the edge of a case. Common practice, no source. */
const insetMm = 8;
const round = (mm: number): number => Math.round(mm * 10) / 10;

/** `count` places evenly along an edge, from corner to corner; a single one stands in its middle. */
export function spreadAlong(edge: Edge, count: number, { width, depth }: Outline): Place[] {
  const across = edge === 'far' || edge === 'near';
  const length = (across ? width : depth) - 2 * insetMm;
  const fixed = edge === 'far' || edge === 'left' ? insetMm : (across ? depth : width) - insetMm;
  return Array.from({ length: count }, (_, i) => {
    const along = round(insetMm + length * (count === 1 ? 0.5 : i / (count - 1)));
    return across ? { x: along, y: fixed } : { x: fixed, y: along };
  });
}

/** The same places on the other half: left becomes right. */
export const mirrored = <P extends Place>(places: readonly P[], { width }: Outline): P[] =>
  places.map((place) => ({ ...place, x: round(width - place.x) }));

/** A place inside the outline, however far it was pushed. */
export const insideOutline = <P extends Place>(place: P, { width, depth }: Outline): P => ({
  ...place,
  x: round(Math.min(width, Math.max(0, place.x))),
  y: round(Math.min(depth, Math.max(0, place.y))),
});

const distance = (a: Place, b: Place): number => Math.hypot(a.x - b.x, a.y - b.y);

/**
 * The crosswise order of screws, as places in the list given: it begins with the first, and each next screw
 * is the one farthest from the last two, so that the pressure stays even. "Farthest from two" is the greatest
 * sum of the distances to both; equals go by the distance to the last one, then in the order given. O(n²).
 */
export function crosswiseOrder(places: readonly Place[]): number[] {
  if (places.length === 0) return [];
  const order = [0];
  const left = new Set(places.keys());
  left.delete(0);
  while (left.size > 0) {
    const lastTwo = order.slice(-2).map((i) => places[i]);
    let best = -1;
    let farthest: readonly [number, number] = [-1, -1];
    for (const i of left) {
      const place = places[i];
      const away = lastTwo.map((last) => (last && place ? distance(last, place) : 0));
      const reach = [away.reduce((sum, d) => sum + d, 0), away[away.length - 1] ?? 0] as const;
      if (
        reach[0] > farthest[0] + 1e-9 ||
        (Math.abs(reach[0] - farthest[0]) <= 1e-9 && reach[1] > farthest[1] + 1e-9)
      ) {
        best = i;
        farthest = reach;
      }
    }
    order.push(best);
    left.delete(best);
  }
  return order;
}

/** Where a place is drawn by a hand it is meant in line with what is near: another place, the middle, the usual inset. */
export function snapped(
  place: Place,
  others: readonly Place[],
  { width, depth }: Outline,
  withinMm = 3,
): Place {
  const nearest = (at: number, lines: readonly number[]): number => {
    const best = lines.reduce((so, line) => (Math.abs(line - at) < Math.abs(so - at) ? line : so), Infinity);
    return Math.abs(best - at) <= withinMm ? best : round(at);
  };
  return {
    x: nearest(place.x, [...others.map(({ x }) => x), width / 2, insetMm, width - insetMm]),
    y: nearest(place.y, [...others.map(({ y }) => y), depth / 2, insetMm, depth - insetMm]),
  };
}

/**
 * Places as they are drawn: none nearer to another than `leastMm`, each as near to where it is as that allows. Those
 * that are apart already stay; the same places always give the same drawing. O(n²) a round.
 */
export function spreadApart<P extends Place>(places: readonly P[], leastMm: number): P[] {
  const spread = places.map((place) => ({ ...place }));
  const rounds = 60;
  for (let round = 0; round < rounds; round++) {
    let isApart = true;
    for (let i = 0; i < spread.length; i++)
      for (let j = i + 1; j < spread.length; j++) {
        const [a, b] = [spread[i], spread[j]];
        if (!a || !b) continue;
        const away = distance(a, b);
        if (away >= leastMm - 1e-6) continue;
        isApart = false;
        // Two in one place part along a direction of their own, so that three do not stay in a row.
        const angle = away > 1e-9 ? Math.atan2(b.y - a.y, b.x - a.x) : (i + j) * 2.4;
        const by = (leastMm - away) / 2;
        Object.assign(a, { x: a.x - Math.cos(angle) * by, y: a.y - Math.sin(angle) * by });
        Object.assign(b, { x: b.x + Math.cos(angle) * by, y: b.y + Math.sin(angle) * by });
      }
    if (isApart) break;
  }
  return spread;
}

/** A tap as near as this to a point takes it out again. */
const sameMm = 6;

/** The places with a tap more: a new one, or the one that was tapped taken out; never more than `most`. */
export function tapped(places: readonly Place[], place: Place, outline: Outline, most: number): Place[] {
  const inside = insideOutline(place, outline);
  const there = places.findIndex((known) => distance(known, inside) < sameMm);
  if (there >= 0) return places.filter((_, i) => i !== there);
  return places.length < most ? [...places, inside] : [...places];
}
