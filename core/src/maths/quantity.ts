import { failure, success, type Result } from '../result.ts';

/**
 * Units as they are typed, by what they measure: the factor to the base unit, which is the one that names of
 * fields carry (mm, g, °C, V, mAh, Wh, W, h, mm², mm³, Ω, N·cm, µA). Temperatures have an offset too.
 */
const units = {
  length: {
    base: 'mm',
    of: { mm: 1, cm: 10, m: 1000, in: 25.4, '"': 25.4, '″': 25.4, inch: 25.4, µm: 0.001, um: 0.001 },
  },
  area: { base: 'mm²', of: { 'mm²': 1, mm2: 1, 'cm²': 100, cm2: 100, 'in²': 645.16, in2: 645.16 } },
  volume: { base: 'mm³', of: { 'mm³': 1, mm3: 1, ml: 1000, 'cm³': 1000, cm3: 1000, µl: 1, ul: 1 } },
  mass: { base: 'g', of: { g: 1, mg: 0.001, kg: 1000, oz: 28.349523125, gr: 0.06479891 } },
  temperature: { base: '°C', of: { '°c': 1, c: 1, '°f': 5 / 9, f: 5 / 9, k: 1 } },
  voltage: { base: 'V', of: { v: 1, mv: 0.001 } },
  charge: { base: 'mAh', of: { mah: 1, ah: 1000 } },
  energy: { base: 'Wh', of: { wh: 1, mwh: 0.001, j: 1 / 3600, kj: 1 / 3.6 } },
  power: { base: 'W', of: { w: 1, mw: 0.001 } },
  current: { base: 'µA', of: { µa: 1, ua: 1, ma: 1000, a: 1e6, na: 0.001 } },
  time: {
    base: 'h',
    of: {
      h: 1,
      hours: 1,
      hour: 1,
      min: 1 / 60,
      s: 1 / 3600,
      d: 24,
      days: 24,
      day: 24,
      years: 8766,
      year: 8766,
      y: 8766,
    },
  },
  resistance: {
    base: 'MΩ',
    of: { mω: 1, mohm: 1, kω: 0.001, kohm: 0.001, ω: 1e-6, ohm: 1e-6, gω: 1000, gohm: 1000 },
  },
  torque: {
    base: 'N·cm',
    of: { 'n·cm': 1, ncm: 1, 'n·m': 100, nm: 100, 'mn·m': 0.1, mnm: 0.1, 'kgf·cm': 9.80665, kgfcm: 9.80665 },
  },
} as const;

export type QuantityKind = keyof typeof units;
export const baseUnit = (kind: QuantityKind): string => units[kind].base;

/** Below these nothing real lies; all but a temperature is zero or more. */
const absoluteZeroC = -273.15;

/**
 * Reads a quantity with any of its units, comma or point; without a unit the base unit holds. A time may be
 * said as `5 h 16 min` or `PT5H16M`. Fault: what is wrong and what would be right, for a person.
 */
export function readQuantity(text: string, kind: QuantityKind, name = 'the value'): Result<number> {
  const plain = text.trim().toLowerCase().replaceAll(' ', ' ').replaceAll('μ', 'µ');
  const example = `such as 12.5 ${units[kind].base}`;
  if (plain === '') return failure('nothing is typed', name, `a number ${example}`);
  const spoken = kind === 'time' ? readDuration(plain) : null;
  if (spoken !== null) return success(spoken);
  const found = /^([+-]?(?:\d+(?:[.,]\d+)?|[.,]\d+)(?:e[+-]?\d+)?)\s*(.*)$/.exec(plain);
  if (!found) return failure(`“${text.trim()}” is no number`, name, `a number ${example}`);
  const value = Number((found[1] ?? '').replace(',', '.'));
  const unit = (found[2] ?? '').replaceAll(' ', '');
  const known: Readonly<Record<string, number>> = units[kind].of;
  if (unit !== '' && known[unit] === undefined)
    return failure(`“${found[2]}” is no unit of ${kind}`, name, `one of ${Object.keys(known).join(', ')}`);
  if (!Number.isFinite(value)) return failure(`“${text.trim()}” is too large`, name, `a number ${example}`);
  const base = toBase(value, kind, unit);
  const least = kind === 'temperature' ? absoluteZeroC : 0;
  if (base < least)
    return failure(
      `${text.trim()} cannot be`,
      name,
      kind === 'temperature' ? 'nothing is colder than −273.15 °C' : 'zero or more',
    );
  return success(base);
}

function toBase(value: number, kind: QuantityKind, unit: string): number {
  if (kind === 'temperature') {
    if (unit === '°f' || unit === 'f') return ((value - 32) * 5) / 9;
    return unit === 'k' ? value + absoluteZeroC : value;
  }
  const known: Readonly<Record<string, number>> = units[kind].of;
  return value * (unit === '' ? 1 : (known[unit] ?? 1));
}

/** `5 h 16 min`, `5:16`, `PT5H16M` (ISO 8601), in hours; null where it is none of these. */
function readDuration(plain: string): number | null {
  const iso = /^pt(?:(\d+(?:\.\d+)?)h)?(?:(\d+(?:\.\d+)?)m)?(?:(\d+(?:\.\d+)?)s)?$/.exec(plain);
  const spoken = /^(\d+)\s*h\s*(\d+)\s*(?:min|m)?$/.exec(plain) ?? /^(\d+):([0-5]\d)$/.exec(plain);
  if (iso && plain !== 'pt')
    return Number(iso[1] ?? 0) + Number(iso[2] ?? 0) / 60 + Number(iso[3] ?? 0) / 3600;
  return spoken ? Number(spoken[1]) + Number(spoken[2]) / 60 : null;
}
