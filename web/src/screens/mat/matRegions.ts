import {
  asSeenFrom,
  legible,
  partNameOf,
  type Edit,
  type Outline,
  type Part,
  type Region,
  type WhereRegion,
} from '@bemtor/core';

/** Where parts lie: as the sequence has it, with what was drawn by hand since. */
export function regionsNow(parts: readonly Part[], edits: readonly Edit[]): ReadonlyMap<string, Region> {
  const regions = new Map<string, Region>(
    parts.flatMap(({ id, region }) => (region ? [[id as string, region]] : [])),
  );
  for (const edit of edits) {
    if (edit.what !== 'region') continue;
    if (edit.region) regions.set(edit.part, edit.region);
    else regions.delete(edit.part);
  }
  return regions;
}

/** The regions of some parts as a side shows them, each with its name; where two lie on each other, one of them. */
export const regionsSeen = (
  regions: ReadonlyMap<string, Region>,
  seen: {
    readonly nameOf: (part: string) => string;
    readonly face: 'top' | 'bottom';
    readonly outline: Outline;
    /** The part at hand: it is always shown. */
    readonly now: string | null;
    /** Those of the layer that is looked at; null: all. */
    readonly among: ReadonlySet<string> | null;
  },
): WhereRegion[] =>
  legible(
    [...regions]
      .filter(([part]) => part === seen.now || !seen.among || seen.among.has(part))
      .map(([part, region]) => ({
        part,
        name: seen.nameOf(part),
        isNow: part === seen.now,
        ...asSeenFrom(region, seen.face, seen.outline),
      })),
  );

export const namesOf =
  (parts: readonly Part[]) =>
  (part: string): string =>
    parts.find(({ id }) => id === part)?.name ?? partNameOf(part);

/** To the tenth of a millimetre: a hand draws no finer. */
export function drawn(
  box: { x: number; y: number; width: number; depth: number },
  face: 'top' | 'bottom',
): Region {
  const round = (mm: number): number => Math.round(mm * 10) / 10;
  return {
    face,
    x: round(box.x),
    y: round(box.y),
    width: Math.max(0.1, round(box.width)),
    depth: Math.max(0.1, round(box.depth)),
  };
}
