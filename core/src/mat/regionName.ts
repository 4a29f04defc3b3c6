/** The letters of the narrow typeface are about half as wide as high. */
const lettersWide = 0.5;
/** Of the space across that letters may fill. */
const mostHigh = 0.8;

export interface NamePlace {
  /** The middle of the name, mm. */
  readonly x: number;
  readonly y: number;
  /** Height of the letters, mm. */
  readonly size: number;
  /** It stands along the depth, read from the right: the region is narrow. */
  readonly isTurned: boolean;
}

/** A part by its place, as a drawing of a side shows it, mm. */
export interface NamedRegion {
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly depth: number;
}

/** Where the name of a region stands, inside it: as large as is wanted where there is room, smaller where there is not. */
export function nameInRegion(
  { x, y, width, depth }: Omit<NamedRegion, 'name'>,
  name: string,
  wanted: number,
): NamePlace {
  const fits = (along: number, across: number): number =>
    Math.min(wanted, along / (Math.max(1, name.length) * lettersWide), across * mostHigh);
  const [upright, turned] = [fits(width, depth), fits(depth, width)];
  const isTurned = turned > upright;
  return { x: x + width / 2, y: y + depth / 2, size: isTurned ? turned : upright, isTurned };
}
