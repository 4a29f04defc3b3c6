import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fitsInstead, type Sighting } from './fitsInstead.ts';
import { foldNumber } from './foldNumber.ts';

const seen = (number: string, change: Partial<Sighting> = {}): Sighting => ({
  number,
  role: 'fitted',
  part: 'battery',
  partName: 'Battery',
  kind: 'battery',
  model: 'TL14-2',
  modelName: 'Lark 14',
  when: undefined,
  source: 'revision',
  witness: '1',
  ...change,
});

describe('numbers in any spelling', () => {
  test.each([
    ['TB-4471', 'tb 4471'],
    ['TB-4471', 'T8.447I'],
    ['OS-230', '05 23O'],
    ['TY-14L-B', 'ty14l8'],
  ])('%s is %s', (a, b) => {
    expect(foldNumber(a)).toBe(foldNumber(b));
  });
  test('folding is once and for all, and blind to what stands between', () => {
    const letters = fc.string({ unit: fc.constantFrom(...'ABILOS01589TK'), minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(letters, fc.array(fc.constantFrom(' ', '-', '.', '/', '_')), (number, between) => {
        expect(foldNumber(foldNumber(number))).toBe(foldNumber(number));
        const spread = [...number].map((letter, i) => letter + (between[i] ?? '')).join('');
        expect(foldNumber(spread.toLowerCase())).toBe(foldNumber(number));
      }),
    );
  });
});

describe('what fits instead', () => {
  const sightings = [
    seen('TB-4471'),
    seen('TB-4471-2', { role: 'alternate' }),
    seen('TB-4480', { source: 'job', witness: 'SK-0384' }),
    seen('TB-4471', { model: 'TL14D-1', modelName: 'Lark 14 Duo' }),
    seen('TB-4490', { model: 'TL14D-1', modelName: 'Lark 14 Duo', role: 'replacement' }),
    seen('TF-103', { part: 'foot-strip', partName: 'Rear foot strip', kind: 'foot' }),
  ];
  test('from evidence, the surest first, each with its reason', () => {
    const { alternatives, conflicts } = fitsInstead('tb 4471', sightings);
    expect(alternatives.map(({ number, certainty }) => [number, certainty])).toEqual([
      ['TB-4471-2', 'sure'],
      ['TB-4490', 'sure'],
      ['TB-4480', 'likely'],
    ]);
    expect(alternatives[2]?.reasons).toEqual(['fitted at SK-0384 as the Lark 14’s battery']);
    expect(conflicts).toEqual([]);
  });
  test('a part that two models share makes the other’s numbers possible', () => {
    const shared = [
      seen('A-1'),
      seen('A-1', { model: 'X', modelName: 'Other' }),
      seen('A-2', { model: 'Y', modelName: 'Third' }),
    ];
    expect(fitsInstead('A-1', shared).alternatives).toMatchObject([{ number: 'A-2', certainty: 'possible' }]);
  });
  test('configurations that cannot meet are no alternative; one number on two kinds is a conflict', () => {
    const layouts = ['A', 'B'].map((layout) =>
      seen(`TY-14P-${layout}`, { part: 'keyboard', kind: 'keyboard', when: { layout: [layout] } }),
    );
    expect(fitsInstead('TY-14P-A', layouts).alternatives).toEqual([]);
    const two = [
      seen('K-9'),
      seen('K-9', { part: 'fan', partName: 'Fan', kind: 'fan', source: 'job', witness: 'SK-1' }),
    ];
    expect(fitsInstead('K-9', two).conflicts[0]).toMatch(
      /different kinds of parts: battery of the Lark 14 \(revision 1\); fan/,
    );
  });
  test('no number is its own alternative, and each stands once', () => {
    const any = fc.array(
      fc.record({
        number: fc.constantFrom('A', 'B', 'C'),
        model: fc.constantFrom('x', 'y'),
        part: fc.constantFrom('p', 'q'),
        source: fc.constantFrom('job' as const, 'revision' as const),
      }),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(any, (rows) => {
        const { alternatives } = fitsInstead(
          'A',
          rows.map((row) => seen(row.number, row)),
        );
        const numbers = alternatives.map(({ number }) => number);
        expect(numbers).not.toContain('A');
        expect(new Set(numbers).size).toBe(numbers.length);
        expect(alternatives.every(({ reasons }) => reasons.length > 0)).toBe(true);
      }),
    );
  });
});
