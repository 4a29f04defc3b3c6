import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { keepable, unkeepable } from './text.ts';

const anyText = fc
  .array(fc.integer({ min: 0, max: 0xffff }), { maxLength: 30 })
  .map((units) => String.fromCharCode(...units));

describe('text that a database cannot keep', () => {
  test('is found with its place, and left out of whatever it stands in; all else stays', () => {
    expect(unkeepable({ items: [{ body: { text: 'fan\0 off' } }] })).toBe('items.0.body.text');
    expect(keepable({ a: ['fan\0 off', 3, null], b: '\ud83d\ude00 \ud83d' })).toEqual({
      a: ['fan off', 3, null],
      b: '😀 ',
    });
    fc.assert(
      fc.property(fc.record({ text: anyText, more: fc.array(anyText), n: fc.integer() }), (value) => {
        const kept = keepable(value);
        expect(unkeepable(kept)).toBeNull();
        expect(Buffer.from(kept.text, 'utf8').toString('utf8')).toBe(kept.text);
        if (unkeepable(value) === null) expect(kept).toEqual(value);
        expect(kept.n).toBe(value.n);
      }),
    );
  });
});
