/** Usual capacity of coin cells by size, mAh, and self-discharge a year. Common practice, no source. */
export const coinCells = [
  { id: 'CR1220', diameterMm: 12.5, heightMm: 2, capacityMAh: 38 },
  { id: 'CR1616', diameterMm: 16, heightMm: 1.6, capacityMAh: 55 },
  { id: 'CR1632', diameterMm: 16, heightMm: 3.2, capacityMAh: 140 },
  { id: 'CR2016', diameterMm: 20, heightMm: 1.6, capacityMAh: 90 },
  { id: 'CR2025', diameterMm: 20, heightMm: 2.5, capacityMAh: 160 },
  { id: 'CR2032', diameterMm: 20, heightMm: 3.2, capacityMAh: 225 },
] as const;

const hoursAYear = 8_766;
/** Share of a lithium coin cell that is gone after a year by itself. Common practice, no source. */
export const selfDischargeAYear = 0.01;

/** Diameter in whole mm and height in tenths, read off the designation: CR2032 is 20 mm × 3.2 mm (IEC 60086, from memory). */
export function coinCellSize(designation: string): { diameterMm: number; heightMm: number } | null {
  const found = /^[A-Z]{0,2}(\d{1,2})(\d{2})$/.exec(designation.trim().toUpperCase());
  if (!found) return null;
  const known = coinCells.find(({ id }) => id === `CR${found[1]}${found[2]}`);
  return { diameterMm: known?.diameterMm ?? Number(found[1]), heightMm: Number(found[2]) / 10 };
}

/**
 * Years that a coin cell keeps a clock: capacity over what the clock takes while mains and battery are off,
 * plus self-discharge. `offShare`: the share of the time without any other supply, 0…1. An empty cell keeps it for none.
 */
export function coinCellYears(capacityMAh: number, clockMicroA: number, offShare: number): number {
  if (capacityMAh <= 0) return 0;
  const drawMAhAYear = (clockMicroA / 1000) * hoursAYear * offShare;
  return capacityMAh / (drawMAhAYear + capacityMAh * selfDischargeAYear);
}

export interface CoinVerdict {
  readonly verdict: 'good' | 'weak' | 'replace';
  readonly words: string;
}

/** From measured voltage, V, and age in years; each may be missing. Common practice, no source. */
export function coinVerdict(volts: number | null, years: number | null): CoinVerdict | null {
  if (volts === null && years === null) return null;
  if (volts !== null && volts < 2.7)
    return { verdict: 'replace', words: `${volts} V: too low for a clock, replace it` };
  if (volts !== null && volts < 2.9)
    return { verdict: 'weak', words: `${volts} V: near its end, replace it at this visit` };
  if (years !== null && years >= 6)
    return { verdict: 'replace', words: `${years} years: they last 5 to 6, replace it while it is open` };
  if (years !== null && years >= 5)
    return { verdict: 'weak', words: `${years} years: they last 5 to 6, replace it if it is easy to reach` };
  return { verdict: 'good', words: volts !== null ? `${volts} V: good` : `${years} years: good` };
}
