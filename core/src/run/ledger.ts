import { lowerName } from '../reader/entries/partName.ts';
import type { Screw } from '../sequence/screw.ts';
import { noCounts, type JobState, type JointCounts } from './foldJob.ts';
import type { TrayCell } from './tray.ts';
import { screwKind } from '../sequence/screw.ts';
import type { RunStep } from './runStep.ts';

/**
 * One group of screws in the ledger. Two laws:
 * out + missing on arrival = expected, once the group has been undone;
 * back + new + omitted on purpose = expected, once it has been done up again.
 * Where nobody knows how many there are, neither law can hold: the group stays open until it is counted.
 */
export interface LedgerRow {
  readonly joint: string;
  readonly part: string;
  readonly where: string | null;
  readonly letter: string;
  readonly screw: Screw;
  /** How many there are; null as long as nobody has counted. */
  readonly expected: number | null;
  readonly counts: JointCounts;
  /** What the new screws are, where they are not of the kind that came out. */
  readonly replacedBy: string | null;
  /** Why screws were left out on purpose. */
  readonly reason: string | null;
  /** out − lost − back: what lies in the cell now (captive screws stay in the part). */
  readonly inTray: number;
  /** Screws still to come out, by the first law; negative where more came out than expected; 0 where nobody knows. */
  readonly openOut: number;
  /** Screws still to go back, by the second law. */
  readonly openBack: number;
  readonly undone: boolean;
  readonly redone: boolean;
}

export interface Ledger {
  readonly rows: readonly LedgerRow[];
  readonly cells: readonly TrayCell[];
  /** Both laws hold for every group that was undone. */
  readonly balanced: boolean;
  /** What does not balance, a line a group, in words. */
  readonly open: readonly string[];
}

/** The ledger of a job: a row for each group of screws of the way down, in that order. */
export function jobLedger(
  steps: readonly RunStep[],
  state: JobState,
  partNames: (part: string) => string,
): Ledger {
  const down = steps.filter((step) => step.phase === 'down' && step.joint);
  const rows = down.flatMap((step): LedgerRow[] => {
    const { joint, action, letter } = step;
    if (!joint || !action) return [];
    const screw = joint.screw ?? {};
    const counts = state.counts.get(joint.id) ?? noCounts;
    const expected = joint.count ?? null;
    const whole = expected ?? counts.out + counts.missing;
    return [
      {
        joint: joint.id,
        part: action.part,
        where: joint.where ?? null,
        letter,
        screw,
        expected,
        counts,
        replacedBy: state.replacedBy.get(joint.id) ?? null,
        reason: state.reasons.get(joint.id) ?? null,
        inTray: screw.captive ? 0 : counts.out - counts.lost - counts.back,
        openOut: whole - counts.out - counts.missing,
        openBack: whole - counts.back - counts.new - counts.omitted,
        undone: state.done.has(step.id),
        redone: state.done.has(`back:${action.id}`),
      },
    ];
  });
  const touched = rows.filter((row) => row.undone || row.counts.out > 0);
  const open = touched.flatMap((row) => imbalance(row, partNames));
  return { rows, cells: cellsOf(rows), balanced: open.length === 0, open };
}

/** Where a group of screws belongs: `base cover, rim, cell B`. */
export const rowPlace = ({ part, where, letter }: LedgerRow, nameOf: (part: string) => string): string =>
  `${lowerName(nameOf(part))}${where ? `, ${where}` : ''}, cell ${letter}`;

function imbalance(row: LedgerRow, partNames: (part: string) => string): string[] {
  const place = rowPlace(row, partNames);
  const lines: string[] = [];
  if (row.expected === null)
    lines.push(`${place}: nobody has said how many there are; ${row.counts.out} came out so far`);
  if (row.openOut !== 0) {
    const words =
      row.openOut > 0
        ? `${row.openOut} of ${row.expected} never came out and ${isAre(row.openOut)} not marked missing`
        : `${-row.openOut} more came out than expected`;
    lines.push(`${place}: ${words}`);
  }
  if (row.openBack > 0) {
    const tray =
      row.inTray > 0
        ? `; ${row.inTray} still in the tray`
        : '; none in the tray: fit new or leave out with a reason';
    lines.push(`${place}: ${row.openBack} of ${row.expected ?? '?'} ${isAre(row.openBack)} not back${tray}`);
  }
  if (row.openBack === 0 && row.counts.back > row.counts.out - row.counts.lost)
    lines.push(`${place}: more went back than came out`);
  if (row.openBack < 0) lines.push(`${place}: ${-row.openBack} more went back than belong there`);
  return lines;
}

const isAre = (count: number): string => (count === 1 ? 'is' : 'are');

function cellsOf(rows: readonly LedgerRow[]): TrayCell[] {
  const cells = new Map<string, TrayCell>();
  for (const row of rows) {
    const known = cells.get(row.letter);
    const parts = [...new Set([...(known?.parts ?? []), row.part])];
    cells.set(row.letter, {
      letter: row.letter,
      kind: screwKind(row.screw),
      screw: row.screw,
      count: (known?.count ?? 0) + row.inTray,
      parts,
    });
  }
  return [...cells.values()];
}
