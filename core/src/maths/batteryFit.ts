import { cellsInSeries } from './battery.ts';

/** What is known of a pack; null where nobody looked. */
export interface PackFacts {
  readonly number: string | null;
  readonly connector: string | null;
  readonly nominalV: number | null;
  readonly capacityMAh: number | null;
  readonly energyWh: number | null;
  readonly widthMm: number | null;
  readonly depthMm: number | null;
  readonly heightMm: number | null;
  /** Screws, pegs or tape that hold it. */
  readonly mounting: string | null;
  /** Which way the contacts face. */
  readonly contacts: string | null;
  /** The market whose rules it was approved for. */
  readonly region: string | null;
}

export const emptyPack: PackFacts = Object.freeze({
  number: null,
  connector: null,
  nominalV: null,
  capacityMAh: null,
  energyWh: null,
  widthMm: null,
  depthMm: null,
  heightMm: null,
  mounting: null,
  contacts: null,
  region: null,
});

export type LineVerdict = 'fits' | 'care' | 'no' | 'unknown';
export interface FitLine {
  readonly what: string;
  readonly verdict: LineVerdict;
  readonly reason: string;
}
export interface BatteryFit {
  readonly verdict: 'fits' | 'care' | 'no' | 'unknown';
  readonly lines: readonly FitLine[];
  /** What to find out before it is fitted. */
  readonly questions: readonly string[];
}

/** Voltages of one number of cells differ by the maker's rounding. Common practice, no source. */
const voltageToleranceShare = 0.04;
/** Calipers and foam give this much. Common practice, no source. */
const sizeToleranceMm = 0.3;

const same = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/**
 * Will the offered pack go where the old one was? Each line with its reason; what is not known is a question.
 * One "no" is a no. Common practice, no source, throughout: same connector and key, same number of cells,
 * voltage within tolerance, capacity equal or more if it fits, the same mounting and the contacts the right
 * way, since upside down can destroy the board.
 */
export function batteryFit(old: PackFacts, offered: PackFacts): BatteryFit {
  const lines: FitLine[] = [
    text(
      'connector',
      old.connector,
      offered.connector,
      'the plug and its key decide',
      'another plug or key does not go in, and must not be made to',
    ),
    cellsLine(old.nominalV, offered.nominalV),
    voltageLine(old.nominalV, offered.nominalV),
    capacityLine(old, offered),
    ...(['widthMm', 'depthMm', 'heightMm'] as const).map((side) => sizeLine(side, old[side], offered[side])),
    text('mounting', old.mounting, offered.mounting, 'screws and pegs meet', 'it cannot be held as it was'),
    text(
      'contacts',
      old.contacts,
      offered.contacts,
      'they face the same way',
      'the other way round can destroy the board',
    ),
    regionLine(old.region, offered.region),
  ];
  const questions = lines.filter(({ verdict }) => verdict === 'unknown').map(({ what }) => questionFor(what));
  const has = (verdict: LineVerdict): boolean => lines.some((line) => line.verdict === verdict);
  const verdict = has('no') ? 'no' : has('unknown') ? 'unknown' : has('care') ? 'care' : 'fits';
  return { verdict, lines, questions };
}

const unknown = (what: string): FitLine => ({ what, verdict: 'unknown', reason: 'not known of both packs' });
const questionFor = (what: string): string => `What about the ${what}? Look at both packs.`;

function text(what: string, old: string | null, offered: string | null, good: string, bad: string): FitLine {
  if (!old?.trim() || !offered?.trim()) return unknown(what);
  return same(old, offered)
    ? { what, verdict: 'fits', reason: `${offered}: ${good}` }
    : { what, verdict: 'no', reason: `${old} here, ${offered} offered: ${bad}` };
}

function cellsLine(old: number | null, offered: number | null): FitLine {
  const what = 'cells in series';
  const [a, b] = [old === null ? null : cellsInSeries(old), offered === null ? null : cellsInSeries(offered)];
  if (!a || !b) return unknown(what);
  if (a.cells !== b.cells)
    return {
      what,
      verdict: 'no',
      reason: `${a.cells} here, ${b.cells} offered: the charger cannot serve both`,
    };
  if (a.chemistry.id !== b.chemistry.id)
    return {
      what,
      verdict: b.chargeLimitV < a.chargeLimitV ? 'no' : 'care',
      reason: `${a.cells} of each, but ${a.chemistry.words} here and ${b.chemistry.words} offered: charge limits ${a.chargeLimitV} and ${b.chargeLimitV} V`,
    };
  return { what, verdict: 'fits', reason: `${a.cells} of each` };
}

function voltageLine(old: number | null, offered: number | null): FitLine {
  const what = 'voltage';
  if (old === null || offered === null) return unknown(what);
  const off = Math.abs(offered / old - 1);
  return off <= voltageToleranceShare
    ? { what, verdict: 'fits', reason: `${old} and ${offered} V: the same but for rounding` }
    : { what, verdict: 'no', reason: `${old} V here, ${offered} V offered` };
}

function capacityLine(old: PackFacts, offered: PackFacts): FitLine {
  const what = 'capacity';
  const [a, b, unit] =
    old.energyWh !== null && offered.energyWh !== null
      ? [old.energyWh, offered.energyWh, 'Wh']
      : [old.capacityMAh, offered.capacityMAh, 'mAh'];
  if (a === null || b === null) return unknown(what);
  if (b >= a) return { what, verdict: 'fits', reason: `${b} ${unit}, no less than ${a}` };
  return { what, verdict: 'care', reason: `${b} ${unit} instead of ${a}: it works, for less time` };
}

function sizeLine(
  side: 'widthMm' | 'depthMm' | 'heightMm',
  old: number | null,
  offered: number | null,
): FitLine {
  const what = side.replace('Mm', '');
  if (old === null || offered === null) return unknown(what);
  if (offered > old + sizeToleranceMm)
    return {
      what,
      verdict: 'no',
      reason: `${offered} mm, ${(offered - old).toFixed(1)} mm too much: a pressed pack is a danger`,
    };
  if (offered < old - 2)
    return { what, verdict: 'care', reason: `${offered} mm instead of ${old}: keep it from moving` };
  return { what, verdict: 'fits', reason: `${offered} mm` };
}

function regionLine(old: string | null, offered: string | null): FitLine {
  const what = 'region of law';
  if (!old?.trim() || !offered?.trim()) return unknown(what);
  return same(old, offered)
    ? { what, verdict: 'fits', reason: `approved for ${offered}` }
    : {
        what,
        verdict: 'care',
        reason: `approved for ${offered}, not for ${old}: ask whether it may be fitted there`,
      };
}
