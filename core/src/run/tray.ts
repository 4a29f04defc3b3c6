import type { Entry, EntryOf } from '../reader/entries/entry.ts';
import type { Joint } from '../sequence/schema.ts';
import { screwKind, type Screw } from '../sequence/screw.ts';
import { alikeScrews } from './alike.ts';
import { fewestCells } from './fewestCells.ts';

/** A tray cell: one kind of screw, with a letter by order of appearance in this device. */
export interface TrayCell {
  readonly letter: string;
  readonly kind: string;
  readonly screw: Screw;
  /** Screws taken out so far (captive ones are loosened and stay where they are). */
  readonly count: number;
  /** Of them, how many went back while it was recorded. */
  readonly back?: number;
  readonly parts: readonly string[];
}

/** A, B, … Z, AA, AB, …: never runs out. */
export function cellLetter(index: number): string {
  const letter = String.fromCharCode(65 + (index % 26));
  return index < 26 ? letter : cellLetter(Math.floor(index / 26) - 1) + letter;
}

/**
 * The letter of each kind of screw in a device, by first appearance in its document: the same in a job, on the mat, in
 * the guide and on labels, whichever of the kinds a job meets.
 */
export function kindLetters(joints: readonly Pick<Joint, 'type' | 'screw'>[]): ReadonlyMap<string, string> {
  const letters = new Map<string, string>();
  for (const { type, screw } of joints) {
    if (type !== 'screws' && type !== 'standoffs') continue;
    const kind = screwKind(screw ?? {});
    if (!letters.has(kind)) letters.set(kind, cellLetter(letters.size));
  }
  return letters;
}

/** Gives kinds their letters by first appearance and adds up what belongs to each. */
export function fillTray(
  groups: readonly { screw: Screw; count: number; part: string | null }[],
): TrayCell[] {
  const cells = new Map<string, { screw: Screw; count: number; parts: Set<string> }>();
  for (const { screw, count, part } of groups) {
    const kind = screwKind(screw);
    const cell = cells.get(kind) ?? { screw, count: 0, parts: new Set<string>() };
    cell.count += count;
    if (part) cell.parts.add(part);
    cells.set(kind, cell);
  }
  return [...cells].map(([kind, cell], i) => ({
    letter: cellLetter(i),
    kind,
    screw: cell.screw,
    count: cell.count,
    parts: [...cell.parts],
  }));
}

export interface RecordingTray {
  readonly cells: readonly TrayCell[];
  readonly inTray: number;
  /** Screws that went back in. */
  readonly back: number;
  readonly captive: number;
  readonly missing: number;
}

/** The ledger beside the recorder: what is in which cell after these entries. */
export function trayOf(entries: readonly Entry[]): RecordingTray {
  const screws = entries.flatMap((entry) =>
    entry.kind === 'undo' && (entry.joint.type === 'screws' || entry.joint.type === 'standoffs')
      ? [
          {
            screw: entry.joint.screw ?? {},
            count: entry.joint.count ?? 1,
            part: entry.part ?? entry.joint.hiddenBy ?? null,
          },
        ]
      : [],
  );
  const sum = (counts: readonly number[]) => counts.reduce((total, count) => total + count, 0);
  const cells = putBack(fillTray(screws), entries);
  const back = sum(cells.filter(({ screw }) => !screw.captive).map((cell) => cell.back ?? 0));
  return {
    cells,
    inTray: sum(screws.filter(({ screw }) => !screw.captive).map(({ count }) => count)) - back,
    back,
    captive: sum(screws.filter(({ screw }) => screw.captive).map(({ count }) => count)),
    missing: sum(
      entries.flatMap((entry) => (entry.kind === 'missing' && entry.what !== 'part' ? entry.count : [])),
    ),
  };
}

/**
 * Screws that went back leave their cells: those of the kind said, of the part said where the kind leaves a
 * choice, and first a cell that holds just as many. Never more than came out: one that was not taken out before
 * (a new one from the drawer) leaves no cell.
 */
function putBack(cells: readonly TrayCell[], entries: readonly Entry[]): TrayCell[] {
  const back = new Map<string, number>();
  const leftIn = (cell: TrayCell): number => cell.count - (back.get(cell.kind) ?? 0);
  for (const entry of entries) {
    if (entry.kind !== 'refit' || !entry.joint || entry.joint.count == null) continue;
    if (entry.joint.type !== 'screws' && entry.joint.type !== 'standoffs') continue;
    let left = entry.joint.count;
    for (const cell of cellsFor(
      cells.filter((cell) => leftIn(cell) > 0),
      entry,
      leftIn,
    )) {
      const taken = Math.min(left, leftIn(cell));
      back.set(cell.kind, (back.get(cell.kind) ?? 0) + taken);
      left -= taken;
    }
  }
  return cells.map((cell) => {
    const count = back.get(cell.kind) ?? 0;
    return count > 0 ? { ...cell, back: count } : cell;
  });
}

/** The cells that screws going back may come from, the likeliest first. */
function cellsFor(
  cells: readonly TrayCell[],
  { part, joint }: EntryOf<'refit'>,
  leftIn: (cell: TrayCell) => number,
): TrayCell[] {
  const said = Object.entries(joint?.screw ?? {}).filter(([, value]) => value != null);
  const fits = cells.filter(({ screw }) =>
    said.every(([field, value]) => screw[field as keyof Screw] === value),
  );
  const ofPart = fits.filter(({ parts }) => part !== null && parts.includes(part));
  const candidates = ofPart.length > 0 ? ofPart : said.length > 0 ? fits : [];
  const count = joint?.count ?? 0;
  return candidates.toSorted((a, b) => Number(leftIn(b) === count) - Number(leftIn(a) === count));
}

/** The letter of the cell that an act's screws belong to, or null. */
export const cellOf = (cells: readonly TrayCell[], screw: Screw | null | undefined): TrayCell | null =>
  screw ? (cells.find((cell) => cell.kind === screwKind(screw)) ?? null) : null;

/** Pairs of cells whose screws are easily mixed up. */
export function confusablePairs(
  cells: readonly TrayCell[],
): { readonly a: TrayCell; readonly b: TrayCell; readonly apartMm: number }[] {
  return cells.flatMap((a, i) =>
    cells.slice(i + 1).flatMap((b) => {
      if (!alikeScrews(a.screw, b.screw)) return [];
      const apartMm = Math.abs((a.screw.lengthMm ?? 0) - (b.screw.lengthMm ?? 0));
      return [{ a, b, apartMm: Math.round(apartMm * 100) / 100 }];
    }),
  );
}

/**
 * The letters that may share a cell of a small tray: the fewest cells in which nothing lies beside a
 * look-alike. Captive screws need none.
 */
export function sharedCells(cells: readonly TrayCell[]): string[][] {
  const loose = cells.filter((cell) => !cell.screw.captive);
  const places = fewestCells(loose.length, (a, b) =>
    alikeScrews(loose[a]?.screw ?? {}, loose[b]?.screw ?? {}),
  );
  const groups: string[][] = [];
  places.forEach((place, i) => (groups[place] ??= []).push(loose[i]?.letter ?? ''));
  return groups;
}
