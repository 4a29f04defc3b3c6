import type { KeptLine } from '../record/log.ts';

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
