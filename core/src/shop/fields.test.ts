import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { modelFactsSchema, shopEventSchema, unitFactsSchema } from './events.ts';
import { fieldFault, isDeviceLength, mostDeviceMm, type ShopField } from './fields.ts';

const id = '00000000-0000-4000-8000-000000000001';

describe('a field says what the server would say', () => {
  /** The event that carries the text, all else in it being right. */
  const carrying: Readonly<Record<Exclude<ShopField, 'serial'>, (text: string) => object>> = {
    label: (label) => ({ kind: 'unit-arrived', unit: id, label, model: 'M' }),
    code: (code) => ({ kind: 'model-made', code, maker: 'T', name: 'N', form: 'notebook' }),
    maker: (maker) => ({ kind: 'model-made', code: 'C', maker, name: 'N', form: 'notebook' }),
    name: (name) => ({ kind: 'model-made', code: 'C', maker: 'T', name, form: 'notebook' }),
  };
  const texts = fc.oneof(
    fc.string({ maxLength: 100 }),
    fc.integer({ min: 0, max: 100 }).map((n) => 'x'.repeat(n)),
    fc.constantFrom('', ' ', '\t\n', '   x   '),
  );

  test.each(Object.keys(carrying) as (keyof typeof carrying)[])('%s', (field) => {
    fc.assert(
      fc.property(texts, (text) => {
        const taken = shopEventSchema.safeParse(carrying[field](text)).success;
        expect(fieldFault(field, text, 'as on the device') === null).toBe(taken);
      }),
    );
  });

  test('a serial may be unknown, and is not endless', () => {
    expect(fieldFault('serial', '', 'x')).toBeNull();
    expect(fieldFault('serial', 'x'.repeat(81), 'x')).toBe('At most 80 characters');
    expect(unitFactsSchema.shape.serial.safeParse('x'.repeat(81)).success).toBe(false);
  });

  test('what would be right stands in the words of the form', () => {
    expect(fieldFault('label', '  ', 'The number on the ticket')).toBe('The number on the ticket');
    expect(fieldFault('maker', 'x'.repeat(81), 'y')).toBe('At most 80 characters');
  });

  test('lengths', () => {
    fc.assert(
      fc.property(fc.oneof(fc.double(), fc.double({ min: -10, max: 3_000 })), (mm) => {
        const taken = modelFactsSchema.shape.outlineMm.safeParse({ width: mm, depth: 1 }).success;
        expect(isDeviceLength(mm)).toBe(taken);
      }),
    );
    expect(mostDeviceMm).toBe(2_000);
    expect(isDeviceLength(mostDeviceMm)).toBe(true);
  });
});
