import { z } from 'zod';
import type { Outline, Place } from './points.ts';

const share = z.number().min(0).max(1);

/** A place in a photo, as shares of its width and height from the upper left, and where that is on the outline, mm. */
const tiedPlaceSchema = z.strictObject({
  x: share,
  y: share,
  mm: z.strictObject({ x: z.number().min(-50).max(2000), y: z.number().min(-50).max(2000) }),
});
export type TiedPlace = z.infer<typeof tiedPlaceSchema>;

/** A photo under the outline of one side, scaled by two places of it. */
export const groundSchema = z.strictObject({
  face: z.enum(['top', 'bottom']),
  picture: z.uuid(),
  /** Width of the photo over its height. */
  aspect: z.number().positive().max(20),
  places: z.tuple([tiedPlaceSchema, tiedPlaceSchema]),
});
export type Ground = z.infer<typeof groundSchema>;

/** A photo of width 1 laid on the outline: x′ = a·x − b·y + e, y′ = b·x + a·y + f; mm, y downwards. */
export interface GroundFit {
  readonly a: number;
  readonly b: number;
  readonly e: number;
  readonly f: number;
}

/** Two places nearer to each other than this say nothing of the scale. */
const nearest = 0.05;

/** How the photo lies: turned, scaled and moved so that both places meet; null where they are too near to tell. */
export function fitGround({
  aspect,
  places: [first, second],
}: Pick<Ground, 'aspect' | 'places'>): GroundFit | null {
  const inPhoto = ({ x, y }: TiedPlace): Place => ({ x, y: y / aspect });
  const [p, q] = [inPhoto(first), inPhoto(second)];
  const [dx, dy] = [q.x - p.x, q.y - p.y];
  const length = dx * dx + dy * dy;
  if (Math.sqrt(length) < nearest) return null;
  const [mx, my] = [second.mm.x - first.mm.x, second.mm.y - first.mm.y];
  if (Math.hypot(mx, my) < 1) return null;
  // The quotient of both as complex numbers: a turn and a scale in one.
  const a = (mx * dx + my * dy) / length;
  const b = (my * dx - mx * dy) / length;
  return { a, b, e: first.mm.x - (a * p.x - b * p.y), f: first.mm.y - (b * p.x + a * p.y) };
}

/** Where a place of the photo is on the outline. */
export const onOutline = ({ a, b, e, f }: GroundFit, aspect: number, { x, y }: Place): Place => ({
  x: a * x - (b * y) / aspect + e,
  y: b * x + (a * y) / aspect + f,
});

/** The corners of the case by which a photo is scaled where nothing better is known. */
export const cornersOf = ({ width, depth }: Outline): readonly [Place, Place] => [
  { x: 0, y: 0 },
  { x: width, y: depth },
];
