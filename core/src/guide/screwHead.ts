import type { Drive } from '../sequence/screw.ts';

/**
 * The drawing of a screw head seen from above, in a square of 32 units: a ring of radius 13.5, and in it the recess.
 * The shape, not a colour, tells the drive. The ring's outer edge is the edge of the head.
 */
export interface HeadShape {
  /** Lines to stroke, as an SVG path, and how wide. */
  readonly stroke?: { readonly path: string; readonly width: number };
  /** What is filled: circles, and a polygon's corners. */
  readonly circles?: readonly { readonly cx: number; readonly cy: number; readonly r: number }[];
  readonly polygon?: string;
}

export const headSquare = 32;
export const headRing = { cx: 16, cy: 16, r: 13.5, width: 2.4 } as const;
/** Units across the head, from edge to edge. */
export const headAcross = 2 * headRing.r + headRing.width;

const around = (count: number, radius: number): { x: number; y: number }[] =>
  Array.from({ length: count }, (_, i) => {
    const angle = ((i / count) * 2 - 0.5) * Math.PI;
    return { x: 16 + radius * Math.cos(angle), y: 16 + radius * Math.sin(angle) };
  });

/** Lobes: a circle at every corner of a polygon, over a core that joins them. */
const lobed = (count: number): HeadShape => ({
  circles: [
    { cx: 16, cy: 16, r: 5.6 },
    ...around(count, 5.2).map(({ x, y }) => ({ cx: round(x), cy: round(y), r: 2.9 })),
  ],
});

const round = (value: number): number => Math.round(value * 100) / 100;
const cross = { path: 'M16 8.5v15M8.5 16h15', width: 4.4 };

const shapes: Readonly<Record<Drive, HeadShape>> = {
  PH: { stroke: cross },
  JIS: { stroke: cross, circles: [{ cx: 22.5, cy: 9.5, r: 1.3 }] },
  T: lobed(6),
  P: lobed(5),
  slot: { stroke: { path: 'M8 16h16', width: 4.4 } },
  Y: { stroke: { path: 'M16 16V8M16 16l7 4.2M16 16l-7 4.2', width: 4.2 } },
  hex: {
    polygon: around(6, 7.6)
      .map(({ x, y }) => `${round(x)},${round(y)}`)
      .join(' '),
  },
};

/** The recess of a drive; a dot where nobody knows which it is. */
export const headShape = (drive: Drive | null | undefined): HeadShape =>
  drive ? shapes[drive] : { circles: [{ cx: 16, cy: 16, r: 2.4 }] };
