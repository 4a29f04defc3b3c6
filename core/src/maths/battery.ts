/** Nominal and charge-limit voltage of one cell, by chemistry. Common practice, no source. */
export const cellChemistries = [
  { id: 'li-ion', words: 'lithium-ion', nominalV: [3.6, 3.7], chargeV: 4.2 },
  { id: 'li-ion-hv', words: 'lithium-ion, high voltage', nominalV: [3.8, 3.87], chargeV: 4.4 },
  { id: 'lfp', words: 'lithium iron phosphate', nominalV: [3.2, 3.3], chargeV: 3.65 },
  { id: 'nimh', words: 'nickel-metal hydride', nominalV: [1.2, 1.2], chargeV: 1.45 },
] as const;
export type CellChemistry = (typeof cellChemistries)[number];

/** Three figures of a label belong together within this share: labels round. Common practice, no source. */
const labelTolerance = 0.03;
/** A cell's nominal voltage is printed within this of its chemistry's. */
const cellToleranceV = 0.051;
/** Above this a pack is outside the simple carriage rules (UN 38.3 with ICAO Technical Instructions, from memory). */
export const carriageWh = 100;

export interface BatteryFigures {
  readonly voltageV: number | null;
  readonly chargeMAh: number | null;
  readonly energyWh: number | null;
}

export type BatteryTriple =
  | {
      readonly kind: 'complete';
      readonly figures: Required<{ [K in keyof BatteryFigures]: number }>;
      readonly derived: keyof BatteryFigures | null;
    }
  | {
      readonly kind: 'disagree';
      readonly offBy: number;
      readonly likely: {
        readonly figure: keyof BatteryFigures;
        readonly instead: number;
        readonly why: string;
      } | null;
    }
  | { readonly kind: 'open'; readonly why: string };

/** Any two of voltage, charge and energy give the third; three that disagree name the likeliest misread. */
export function batteryTriple({ voltageV, chargeMAh, energyWh }: BatteryFigures): BatteryTriple {
  const given = [voltageV, chargeMAh, energyWh].filter((value) => value !== null);
  if (given.some((value) => !(value > 0)))
    return { kind: 'open', why: 'a battery has more than zero of each' };
  if (given.length < 2) return { kind: 'open', why: 'two of voltage, charge and energy give the third' };
  if (voltageV !== null && chargeMAh !== null && energyWh !== null) {
    const offBy = (voltageV * chargeMAh) / 1000 / energyWh - 1;
    if (Math.abs(offBy) <= labelTolerance)
      return { kind: 'complete', figures: { voltageV, chargeMAh, energyWh }, derived: null };
    return { kind: 'disagree', offBy, likely: likeliestMisread(voltageV, chargeMAh, energyWh) };
  }
  if (energyWh === null && voltageV !== null && chargeMAh !== null)
    return complete({ voltageV, chargeMAh, energyWh: (voltageV * chargeMAh) / 1000 }, 'energyWh');
  if (chargeMAh === null && voltageV !== null && energyWh !== null)
    return complete({ voltageV, chargeMAh: (energyWh / voltageV) * 1000, energyWh }, 'chargeMAh');
  return complete(
    { voltageV: (energyWh! / chargeMAh!) * 1000, chargeMAh: chargeMAh!, energyWh: energyWh! },
    'voltageV',
  );
}

const complete = (
  figures: { voltageV: number; chargeMAh: number; energyWh: number },
  derived: keyof BatteryFigures,
): BatteryTriple => ({ kind: 'complete', figures, derived });

/**
 * Which figure was most likely misread: the one that, put right, is a change of one digit or of two
 * neighbouring digits, or the charge-limit voltage printed beside the nominal one. Ranked in that order.
 */
function likeliestMisread(voltageV: number, chargeMAh: number, energyWh: number) {
  const wanted = {
    voltageV: (energyWh / chargeMAh) * 1000,
    chargeMAh: (energyWh / voltageV) * 1000,
    energyWh: (voltageV * chargeMAh) / 1000,
  };
  const limit = cellsInSeries(wanted.voltageV);
  if (limit && Math.abs(limit.chargeLimitV - voltageV) < 0.06)
    return {
      figure: 'voltageV' as const,
      instead: round(wanted.voltageV, 2),
      why: `${voltageV} V is the charge limit, not the nominal voltage`,
    };
  const seen = { voltageV, chargeMAh, energyWh };
  for (const figure of ['chargeMAh', 'energyWh', 'voltageV'] as const) {
    const instead = digitSlip(seen[figure], wanted[figure]);
    if (instead !== null) return { figure, instead, why: `one digit other than ${instead}` };
  }
  const series = cellsInSeries(voltageV);
  if (!series)
    return {
      figure: 'voltageV' as const,
      instead: round(wanted.voltageV, 2),
      why: `${voltageV} V is no whole number of cells`,
    };
  return null;
}

const round = (value: number, digits: number): number => Number(value.toFixed(digits));

/** A number one digit, or one swap of neighbours, away from what was read, that fits within the tolerance. */
function digitSlip(read: number, wanted: number): number | null {
  const text = String(read);
  let best: number | null = null;
  const consider = (candidate: string): void => {
    const value = Number(candidate);
    const near = Math.abs(value / wanted - 1);
    if (near <= labelTolerance && (best === null || near < Math.abs(best / wanted - 1))) best = value;
  };
  for (let i = 0; i < text.length; i++) {
    if (!/\d/.test(text.charAt(i))) continue;
    for (let digit = 0; digit <= 9; digit++) consider(text.slice(0, i) + digit + text.slice(i + 1));
    if (/\d/.test(text.charAt(i + 1)))
      consider(text.slice(0, i) + text.charAt(i + 1) + text.charAt(i) + text.slice(i + 2));
  }
  return best;
}

export interface CellsInSeries {
  readonly chemistry: CellChemistry;
  readonly cells: number;
  readonly perCellV: number;
  readonly chargeLimitV: number;
}

/** How many cells in series a nominal voltage is, the likeliest chemistry first; null where none fits up to 8. */
export function cellsInSeries(nominalV: number, chemistry?: CellChemistry['id']): CellsInSeries | null {
  for (const one of cellChemistries.filter(({ id }) => !chemistry || id === chemistry))
    for (let cells = 1; cells <= 8; cells++) {
      const perCellV = nominalV / cells;
      const [least, most] = one.nominalV;
      if (perCellV >= least - cellToleranceV && perCellV <= most + cellToleranceV)
        return { chemistry: one, cells, perCellV, chargeLimitV: round(cells * one.chargeV, 2) };
    }
  return null;
}

export interface BatteryHealth {
  /** Full over design capacity, 0…1 and a little more for a new pack. */
  readonly share: number | null;
  readonly verdict: 'good' | 'worn' | 'replace' | 'unknown';
  readonly grounds: readonly string[];
}

/** Below these a pack is worn, or due. Common practice, no source. */
const healthLimits = { wornShare: 0.8, replaceShare: 0.6, usualCycles: 500, usualYears: 5 } as const;

/** A verdict on a pack with its ground; each figure may be missing. */
export function batteryHealth(
  full: number | null,
  design: number | null,
  cycles: number | null,
  years: number | null,
): BatteryHealth {
  const share = full !== null && design !== null && design > 0 ? full / design : null;
  const grounds: string[] = [];
  let verdict: BatteryHealth['verdict'] =
    share === null && cycles === null && years === null ? 'unknown' : 'good';
  if (share !== null) {
    grounds.push(`${Math.round(share * 100)} % of the design capacity`);
    if (share < healthLimits.replaceShare) verdict = 'replace';
    else if (share < healthLimits.wornShare) verdict = 'worn';
    if (share > 1.15)
      grounds.push('more than the design: the gauge is not calibrated, or the figures are mixed up');
  }
  if (cycles !== null && cycles > healthLimits.usualCycles) {
    grounds.push(`${cycles} cycles, packs are usually built for ${healthLimits.usualCycles}`);
    if (verdict === 'good') verdict = 'worn';
  }
  if (years !== null && years >= healthLimits.usualYears) {
    grounds.push(`${years} years old`);
    if (verdict === 'good') verdict = 'worn';
  }
  return { share, verdict, grounds };
}

/** Mean power of a measured run, W. */
export const meanPowerW = (energyWh: number, hours: number): number => energyWh / hours;
/** How long a charge lasts at a mean power, h. */
export const runtimeHours = (energyWh: number, powerW: number): number => energyWh / powerW;

export interface Swelling {
  readonly share: number;
  readonly verdict: 'sound' | 'watch' | 'swollen';
  readonly words: string;
}

/** Thickness against nominal. Common practice, no source: a few per cent are age, more is gas. */
export function packSwelling(thicknessMm: number, nominalMm: number): Swelling {
  const share = thicknessMm / nominalMm - 1;
  if (share > 0.08)
    return {
      share,
      verdict: 'swollen',
      words: 'Swollen: stop charging, do not press, hand it over as local rules say',
    };
  if (share > 0.04)
    return {
      share,
      verdict: 'watch',
      words: 'Thicker than new: measure again in a month, and feel for a soft spot',
    };
  return { share, verdict: 'sound', words: 'Within what age and the calipers explain' };
}

export const withinSimpleCarriage = (energyWh: number): boolean => energyWh <= carriageWh;
