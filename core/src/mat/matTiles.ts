import type { Outline } from './points.ts';

/* The mat at true size on sheets that are smaller than it: tiles that overlap, to be cut and joined. */

/** Printers leave so much of a sheet white. Common practice, no source. */
export const sheetMarginMm = 10;
/** So much of a tile is on its neighbour too: enough to glue. */
export const tileOverlapMm = 12;
/** Below the mat of each sheet: title and the bar to measure by. */
export const tileFootMm = 16;

/** A part of the mat on a sheet of its own; mm from the mat's upper left corner. */
export interface MatTile {
  readonly column: number;
  readonly row: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface MatTiling {
  readonly isLandscape: boolean;
  readonly columns: number;
  readonly rows: number;
  /** Row by row. */
  readonly tiles: readonly MatTile[];
}

interface SheetSize {
  readonly widthMm: number;
  readonly heightMm: number;
}

/** So many stretches of at most `room`, overlapping, cover a length. */
function stretches(length: number, room: number): { at: number; long: number }[] {
  const count = length <= room ? 1 : Math.ceil((length - tileOverlapMm) / (room - tileOverlapMm));
  const long = (length + (count - 1) * tileOverlapMm) / count;
  return Array.from({ length: count }, (_, i) => ({ at: i * (long - tileOverlapMm), long }));
}

const roomOn = ({ widthMm, heightMm }: SheetSize): { width: number; height: number } => ({
  width: widthMm - 2 * sheetMarginMm,
  height: heightMm - 2 * sheetMarginMm - tileFootMm,
});

/** The tiles of an outline on sheets of a size, upright or across, whichever needs fewer. */
export function matTiling({ width, depth }: Outline, sheet: SheetSize): MatTiling {
  const across = { widthMm: sheet.heightMm, heightMm: sheet.widthMm };
  const [upright, lying] = [sheet, across].map((one): MatTiling => {
    const room = roomOn(one);
    const [columns, rows] = [stretches(width, room.width), stretches(depth, room.height)];
    return {
      isLandscape: one === across,
      columns: columns.length,
      rows: rows.length,
      tiles: rows.flatMap((down, row) =>
        columns.map((along, column) => ({
          ...{ column, row, x: along.at, y: down.at },
          ...{ width: along.long, height: down.long },
        })),
      ),
    };
  }) as [MatTiling, MatTiling];
  return lying.tiles.length < upright.tiles.length ? lying : upright;
}

/** How much of its size a mat keeps where it is to fit on one sheet, and how that lies; never more than its true size. */
export function matOnOne(
  { width, depth }: Outline,
  sheet: SheetSize,
): { scale: number; isLandscape: boolean } {
  const scaleOn = (one: SheetSize): number => {
    const room = roomOn(one);
    return Math.min(1, room.width / width, room.height / depth);
  };
  const upright = scaleOn(sheet);
  const lying = scaleOn({ widthMm: sheet.heightMm, heightMm: sheet.widthMm });
  return lying > upright ? { scale: lying, isLandscape: true } : { scale: upright, isLandscape: false };
}
