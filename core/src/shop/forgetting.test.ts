import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { forgottenEvent, ownersFields } from './forgetting.ts';

const unit = '0193b5c0-0001-7000-8000-000000000412';
const secret = 'Frau Holm, Kai 3';
const path = fc.constantFrom(
  ...ownersFields,
  'intake',
  'place',
  'label',
  'intake.powered',
  'intake.measures.packMm',
);
const value = fc.oneof(fc.constant(null), fc.constant(true), fc.constant('Shelf 3'), fc.integer());
const fields = fc.dictionary(path, value, { maxKeys: 6 }).map((told) =>
  // Wherever something is the owner's, their words stand.
  Object.fromEntries(
    Object.entries(told).map(([at, one]) => {
      if (at === 'intake') return [at, { notes: secret, powered: true }];
      return [at, one !== null && ownersFields.some((field) => field === at) ? secret : one];
    }),
  ),
);

test('nothing of the owner’s is left, and everything else is as it was', () => {
  fc.assert(
    fc.property(fields, fields, (set, was) => {
      const event = { kind: 'unit-told' as const, unit, set, was };
      const after = forgottenEvent(event);
      expect(JSON.stringify(after)).not.toContain(secret);
      for (const side of ['set', 'was'] as const) {
        expect(Object.keys(after[side])).toEqual(Object.keys(event[side]));
        for (const [at, one] of Object.entries(event[side]))
          if (at !== 'intake' && !ownersFields.some((field) => field === at))
            expect(after[side][at]).toEqual(one);
      }
      // Once more changes nothing.
      expect(forgottenEvent(after)).toEqual(after);
    }),
  );
});
