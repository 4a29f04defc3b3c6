import { lowerName, partNameOf } from '../reader/entries/partName.ts';
import { planRoute } from '../route/planRoute.ts';
import { actionWords, indexSequence } from '../sequence/describe.ts';
import type { Sequence } from '../sequence/schema.ts';
import { screwKind, screwWords, threadWords, type Screw } from '../sequence/screw.ts';
import { alikeScrews } from './alike.ts';
import type { Ledger, LedgerRow } from './ledger.ts';

/** Screws left over in hand: a kind, as far as it is known, and how many. */
export interface InHand {
  readonly screw: Screw;
  readonly count: number;
}

/** A hole that a leftover screw may belong to, the likeliest first. */
export interface LikelyPlace {
  readonly row: LedgerRow;
  readonly inHand: InHand;
  /** 0…1: how well the kind fits and the count is short. A rank, not a probability. */
  readonly score: number;
  readonly reason: string;
  /** What has to come off again to reach it, in order. */
  readonly reopen: readonly string[];
}

/** Two groups of nearly the same kind that were probably mixed up. */
export interface LikelySwap {
  /** Where the wrong screw sits now: the home of the one in hand. */
  readonly at: LedgerRow;
  /** The group that is short. */
  readonly short: LedgerRow;
  readonly inHand: InHand;
  /** Positive: the screw that sits there is longer than the hole's own. */
  readonly longerMm: number;
  readonly danger: string;
  readonly reopen: readonly string[];
}

export interface Leftovers {
  readonly places: readonly LikelyPlace[];
  readonly swaps: readonly LikelySwap[];
}

/** What is known of a kind speaks for or against a row; the weights only rank. Common practice, no source. */
const weights = {
  short: 0.5,
  drive: 0.1,
  size: 0.1,
  thread: 0.15,
  lengthPerMm: 0.08,
  head: 0.05,
  hidden: 0.02,
};

/**
 * Where leftover screws most likely belong, and which mix-up explains a shortage of nearly the same kind.
 * Rules: a kind that does not fit the recess or the thread is out; a group that is short by the ledger comes
 * before one that was counted full; nearer lengths before farther ones; holes under a strip or foot before
 * open ones of equal fit, since they are passed over more easily.
 */
export function explainLeftovers(sequence: Sequence, ledger: Ledger, inHand: readonly InHand[]): Leftovers {
  const rows = ledger.rows.filter((row) => (row.undone || row.counts.out > 0) && !row.screw.captive);
  const places = inHand.flatMap((hand) =>
    rows.flatMap((row): LikelyPlace[] => {
      const score = fit(sequence, row, hand.screw);
      if (score === null) return [];
      return [{ row, inHand: hand, score, reason: placeReason(row, hand), reopen: waysTo(sequence, row) }];
    }),
  );
  return {
    places: places.sort((a, b) => b.score - a.score),
    swaps: inHand.flatMap((hand) => swapsFor(sequence, rows, hand)),
  };
}

/** Null where the screw cannot belong there. */
function fit(sequence: Sequence, row: LedgerRow, screw: Screw): number | null {
  const { drive, size, thread, lengthMm, head } = row.screw;
  if (differs(drive, screw.drive) || differs(thread, screw.thread)) return null;
  const apartMm = lengthMm != null && screw.lengthMm != null ? Math.abs(lengthMm - screw.lengthMm) : 0;
  if (apartMm > 2) return null;
  const same = (a: unknown, b: unknown): number => (a != null && a === b ? 1 : 0.5);
  const hidden = sequence.joints.find((joint) => joint.id === row.joint)?.hiddenBy != null;
  const kind =
    weights.drive * same(drive, screw.drive) +
    weights.size * (differs(size, screw.size) ? 0 : same(size, screw.size)) +
    weights.thread * same(thread, screw.thread) +
    weights.head * (differs(head, screw.head) ? 0 : same(head, screw.head)) -
    weights.lengthPerMm * apartMm;
  return Math.max(0, 0.1 + kind + (row.openBack > 0 ? weights.short : 0) + (hidden ? weights.hidden : 0));
}

const differs = (a: unknown, b: unknown): boolean => a != null && b != null && a !== b;

const placeOf = (row: LedgerRow): string =>
  `${lowerName(partNameOf(row.part))}${row.where ? `, ${row.where}` : ''}`;

function placeReason(row: LedgerRow, { screw }: InHand): string {
  const same = screwKind(row.screw) === screwKind(screw);
  const kind = same
    ? `the same kind, ${row.letter}`
    : `nearly the same kind, ${row.letter} ${threadWords(row.screw)}`;
  if (row.openBack > 0)
    return `${kind}; ${row.openBack} of ${row.expected ?? '?'} ${row.openBack === 1 ? 'is' : 'are'} not back at the ${placeOf(row)}`;
  return `${kind}; counted full at the ${placeOf(row)}: look whether every hole has its screw`;
}

function swapsFor(sequence: Sequence, rows: readonly LedgerRow[], hand: InHand): LikelySwap[] {
  const homes = rows.filter((row) => screwKind(row.screw) === screwKind(hand.screw) && row.openBack <= 0);
  const short = rows.filter((row) => row.openBack > 0 && alikeScrews(row.screw, hand.screw));
  return homes.flatMap((at) =>
    short.map((row): LikelySwap => {
      const longerMm = (row.screw.lengthMm ?? 0) - (at.screw.lengthMm ?? 0);
      return {
        at,
        short: row,
        inHand: hand,
        longerMm,
        danger: dangerWords(at, row, longerMm),
        reopen: waysTo(sequence, at),
      };
    }),
  );
}

function dangerWords(at: LedgerRow, short: LedgerRow, longerMm: number): string {
  const sits = `A ${screwWords(short.screw)} probably sits where a ${screwWords(at.screw)} belongs, at the ${placeOf(at)}`;
  if (longerMm > 0)
    return `${sits}: ${longerMm} mm too long, it can go through the palm rest, the display or a trace. Take it out before power`;
  if (longerMm < 0) return `${sits}: ${-longerMm} mm too short, it holds by few threads and strips them`;
  return `${sits}: look at the heads and recesses`;
}

/** What has to come off again, from the closed device, to reach the screws of a row. */
function waysTo(sequence: Sequence, row: LedgerRow): string[] {
  const action = sequence.actions.find(
    (candidate) =>
      candidate.joint === row.joint && (candidate.verb === 'unscrew' || candidate.verb === 'loosen'),
  );
  if (!action) return [];
  const route = planRoute(sequence, { targets: [action.id] });
  if (!route.ok) return [];
  const index = indexSequence(sequence);
  return route.value.steps.flatMap((id) => {
    const step = index.action.get(id);
    return step ? [actionWords(index, step)] : [];
  });
}
