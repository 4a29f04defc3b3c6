import { measuresSchema, type Measures } from '@bemtor/core';

/** The measurements that triage takes, with the unit beside the field. */
export const measureFields: readonly {
  readonly key: keyof Measures;
  readonly label: string;
  readonly unit: string;
}[] = [
  { key: 'batteryMinutes', label: 'Lasts on battery', unit: 'min' },
  { key: 'fullWh', label: 'Full capacity', unit: 'Wh' },
  { key: 'designWh', label: 'Design capacity', unit: 'Wh' },
  { key: 'cycles', label: 'Charge cycles', unit: '' },
  { key: 'batteryYears', label: 'Battery age', unit: 'years' },
  { key: 'packMm', label: 'Pack thickness', unit: 'mm' },
  { key: 'packNominalMm', label: 'Nominal thickness', unit: 'mm' },
  { key: 'coinV', label: 'Coin cell', unit: 'V' },
  { key: 'coinYears', label: 'Coin cell age', unit: 'years' },
  { key: 'loadC', label: 'At load', unit: '°C' },
  { key: 'roomC', label: 'Room', unit: '°C' },
];

/** A typed number, comma or point; null where nothing is typed; in words why it cannot be. */
export function readMeasure(key: keyof Measures, text: string): { value: number | null } | { fault: string } {
  const plain = text.trim().replace(',', '.');
  if (plain === '') return { value: null };
  const value = Number(plain);
  if (!Number.isFinite(value)) return { fault: `“${text.trim()}” is no number` };
  const read = measuresSchema.safeParse({ [key]: value });
  return read.success ? { value } : { fault: `${value} cannot be: ${read.error.issues[0]?.message ?? ''}` };
}
