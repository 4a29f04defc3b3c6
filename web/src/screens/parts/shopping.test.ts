import { describe, expect, test } from '@jest/globals';
import type { Want } from '@bemtor/core';
import Papa from 'papaparse';
import { shoppingCsv, shoppingText } from './shopping.ts';

describe('the shopping list', () => {
  const want = (change: Partial<Want>): Want => ({
    id: '1',
    number: 'TB-4471',
    partName: 'Battery',
    unitId: null,
    unitLabel: null,
    quantity: 1,
    state: 'wanted',
    madeAt: '2026-01-01T08:00:00Z',
    ...change,
  });
  const wants = [
    want({ unitLabel: 'SK-1' }),
    want({ id: '2', number: 'tb 4471', quantity: 2 }),
    want({ id: '3', number: 'TY, "14"', partName: 'Keyboard', state: 'ordered' }),
  ];

  test('as text, one line a number however it was spelled', () => {
    expect(shoppingText(wants)).toBe('3 × TB-4471  Battery  (SK-1)\n1 × TY, "14"  Keyboard  ordered');
  });
  // RFC 4180, read back by a general parser.
  test('as CSV', () => {
    const read = Papa.parse<Record<string, string>>(shoppingCsv(wants), { header: true });
    expect(read.data).toEqual([
      { number: 'TB-4471', part: 'Battery', quantity: '3', units: 'SK-1', state: 'wanted' },
      { number: 'TY, "14"', part: 'Keyboard', quantity: '1', units: '', state: 'ordered' },
    ]);
  });
});
