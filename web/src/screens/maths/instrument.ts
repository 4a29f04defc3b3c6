import { baseUnit, readQuantity, type QuantityKind } from '@bemtor/core';

/** One field of an instrument: a quantity with its unit, a plain number, words, a choice, or a yes. */
export interface Field {
  readonly key: string;
  readonly label: string;
  readonly kind: QuantityKind | 'number' | 'text' | 'choice' | 'flag' | 'paste';
  readonly choices?: readonly { readonly value: string; readonly words: string }[];
  readonly hint?: string;
}

export type Verdict = 'good' | 'care' | 'bad';

/** What an instrument shows: figures large, the verdict in words, the working below. */
export interface Reading {
  readonly figures: readonly { readonly label: string; readonly value: string; readonly unit: string }[];
  readonly verdict?: { readonly kind: Verdict; readonly words: string };
  readonly lines?: readonly { readonly kind: Verdict | 'ask'; readonly words: string }[];
  readonly working: readonly string[];
}

export interface Instrument {
  readonly id: string;
  readonly title: string;
  readonly about: string;
  readonly fields: readonly Field[];
  /** Values as read, null where a field is empty; null where too little is known. */
  readonly read: (values: Values) => Reading | null;
}

export class Values {
  private readonly of: ReadonlyMap<string, number | string | boolean | null>;
  constructor(of: ReadonlyMap<string, number | string | boolean | null>) {
    this.of = of;
  }
  number(key: string): number | null {
    const value = this.of.get(key);
    return typeof value === 'number' ? value : null;
  }
  text(key: string): string {
    const value = this.of.get(key);
    return typeof value === 'string' ? value.trim() : '';
  }
  flag(key: string): boolean {
    return this.of.get(key) === true;
  }
  /** All of these numbers, or null where one is missing. */
  all<K extends string>(...keys: K[]): Record<K, number> | null {
    const found: Partial<Record<K, number>> = {};
    for (const key of keys) {
      const value = this.number(key);
      if (value === null) return null;
      found[key] = value;
    }
    return found as Record<K, number>;
  }
}

export type Typed = Readonly<Record<string, string>>;

/** Reads what was typed; a fault per field, in words, where it cannot be. */
export function readFields(
  fields: readonly Field[],
  typed: Typed,
): { readonly values: Values; readonly faults: Readonly<Record<string, string>> } {
  const values = new Map<string, number | string | boolean | null>();
  const faults: Record<string, string> = {};
  for (const { key, label, kind } of fields) {
    const text = typed[key] ?? '';
    if (kind === 'text' || kind === 'paste' || kind === 'choice') values.set(key, text);
    else if (kind === 'flag') values.set(key, text === 'yes');
    else if (text.trim() === '') values.set(key, null);
    else if (kind === 'number') {
      const value = Number(text.trim().replace(',', '.'));
      if (Number.isFinite(value) && value >= 0) values.set(key, value);
      else faults[key] = `${label}: a number, zero or more`;
    } else {
      const read = readQuantity(text, kind, label);
      if (read.ok) values.set(key, read.value);
      else faults[key] = `${read.fault.what}; ${read.fault.right}`;
    }
  }
  return { values: new Values(values), faults };
}

export const unitOf = (kind: Field['kind']): string =>
  kind === 'number' || kind === 'text' || kind === 'choice' || kind === 'flag' || kind === 'paste'
    ? ''
    : baseUnit(kind);

/** A figure for the eye: four significant places, no exponent. */
export function shown(value: number): string {
  const digits = Math.max(0, 3 - Math.floor(Math.log10(Math.max(1e-9, Math.abs(value)))));
  return String(Number(value.toFixed(Math.min(6, digits))));
}
