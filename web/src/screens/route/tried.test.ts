import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ref } from 'vue';
import { demoSequence } from '../../testing/demoSequence.ts';
import { nothingTried, triedWords, useTried, withDropped, withPinned } from './useTried.ts';

const lark = demoSequence;

describe('what is tried out', () => {
  test('needs are left out together, and taken back in together; twice is as it was', () => {
    const places = fc.uniqueArray(fc.integer({ min: 0, max: 30 }), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(fc.array(places, { maxLength: 4 }), places, (before, last) => {
        const tried = before.reduce(withDropped, nothingTried);
        const once = withDropped(tried, last);
        const wasOut = last.every((place) => tried.dropped.includes(place));
        for (const place of last) expect(once.dropped.includes(place)).toBe(!wasOut);
        expect(once.dropped).toHaveLength(new Set(once.dropped).size);
        if (last.every((place) => !tried.dropped.includes(place)))
          expect([...withDropped(once, last).dropped].sort()).toEqual([...tried.dropped].sort());
      }),
    );
  });

  test('an act waits for another once, never for itself, and only for one that is there', () => {
    const sequence = lark();
    const [a, b] = sequence.actions.map(({ id }) => id as string);
    const once = withPinned(nothingTried, sequence, a ?? '', b ?? '');
    expect(once.pinned).toEqual([{ action: a, before: b }]);
    expect(withPinned(once, sequence, a ?? '', b ?? '')).toBe(once);
    expect(withPinned(once, sequence, a ?? '', a ?? '')).toBe(once);
    expect(withPinned(once, sequence, 'nothing', b ?? '')).toBe(once);
  });

  test('is said in figures, and gone with one key', () => {
    const trying = useTried(ref(lark()));
    trying.drop([3, 4]);
    trying.pin('lift-fan', 'lift-battery');
    trying.pin(null, 'lift-battery');
    expect(trying.words.value).toBe('2 left out, 1 added');
    trying.asItStands();
    expect(trying.words.value).toBe('');
    expect(triedWords({ dropped: [1], pinned: [] })).toBe('1 left out');
  });
});
