import type { KeptLine, PictureTie } from '../record/log.ts';

/**
 * Photos by the act that they show: those of the lines that tell of it, in the order of the lines. `actLines` names
 * the lines of each act, as a derivation gives them.
 */
export function actPictures(
  actLines: ReadonlyMap<string, readonly string[]>,
  lines: readonly KeptLine[],
): Map<string, string[]> {
  const picturesOf = new Map(lines.map(({ id, pictures }) => [id, pictures]));
  const found = new Map<string, string[]>();
  for (const [act, told] of actLines) {
    const pictures = told.flatMap((line) => picturesOf.get(line) ?? []);
    if (pictures.length > 0) found.set(act, [...new Set(pictures)]);
  }
  return found;
}

/**
 * Points of the acts' screws that are tied to places in photos, by the act: of an act that several lines tell of, those
 * of the first line that has any.
 */
export function actTies(
  actLines: ReadonlyMap<string, readonly string[]>,
  lines: readonly KeptLine[],
): Map<string, Omit<PictureTie, 'entry'>[]> {
  const tiesOf = new Map(lines.map(({ id, ties }) => [id, ties]));
  const found = new Map<string, Omit<PictureTie, 'entry'>[]>();
  for (const [act, told] of actLines) {
    const ties = told.map((line) => tiesOf.get(line) ?? []).find((some) => some.length > 0);
    if (ties)
      found.set(
        act,
        ties.map(({ n, picture, x, y }) => ({ n, picture, x, y })),
      );
  }
  return found;
}
