/**
 * Recess of standard pan-head screws by thread: cross recess number (ISO 7045, recess ISO 4757) and six-lobe
 * number (ISO 14583, recess ISO 10664), from memory. Small screws below M1.6 follow common practice, no source.
 */
export const recessByThread: readonly {
  readonly thread: string;
  readonly cross: string;
  readonly sixLobe: string;
}[] = [
  { thread: 'M1', cross: 'PH000', sixLobe: 'T2' },
  { thread: 'M1.2', cross: 'PH000', sixLobe: 'T3' },
  { thread: 'M1.4', cross: 'PH00', sixLobe: 'T4' },
  { thread: 'M1.6', cross: 'PH0', sixLobe: 'T5' },
  { thread: 'M2', cross: 'PH0', sixLobe: 'T6' },
  { thread: 'M2.5', cross: 'PH1', sixLobe: 'T8' },
  { thread: 'M3', cross: 'PH1', sixLobe: 'T10' },
  { thread: 'M3.5', cross: 'PH2', sixLobe: 'T15' },
  { thread: 'M4', cross: 'PH2', sixLobe: 'T20' },
  { thread: 'M5', cross: 'PH2', sixLobe: 'T25' },
  { thread: 'M6', cross: 'PH3', sixLobe: 'T30' },
];

/** Recess sizes of a family, small to large. */
const families: readonly (readonly string[])[] = [
  ['PH000', 'PH00', 'PH0', 'PH1', 'PH2', 'PH3'],
  ['T1', 'T2', 'T3', 'T4', 'T5', 'T6', 'T7', 'T8', 'T9', 'T10', 'T15', 'T20', 'T25', 'T30'],
];

/**
 * Does a recess go with a thread? The table's size, or one or two below it where the heads of a device are
 * small (one for cross recesses, two steps for the closely stepped six-lobe ones). Null where the table says
 * nothing.
 */
export function recessFor(
  size: string,
  thread: string,
): { readonly fits: boolean; readonly usual: string; readonly below: string | null } | null {
  const family = families.find((sizes) => sizes.includes(size));
  const row = recessByThread.find((known) => known.thread === thread);
  if (!family || !row) return null;
  const usual = family[0]?.startsWith('PH') ? row.cross : row.sixLobe;
  const at = family.indexOf(usual);
  const below = family[at - 1] ?? null;
  const steps = at - family.indexOf(size);
  return { fits: steps >= 0 && steps <= (family[0]?.startsWith('PH') ? 1 : 2), usual, below };
}
