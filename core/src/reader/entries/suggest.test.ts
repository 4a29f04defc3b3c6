import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { advanceContext, emptyContext } from '../context.ts';
import { readLine } from '../readLine.ts';
import { alignmentDistance, nearestWords, offerRepeat } from './suggest.ts';

const { lexicon } = emptyContext();

describe('the nearest known words', () => {
  test.each([
    ['batery', 'battery'],
    ['heatsnik', 'heatsink'],
    ['skrews', 'screws'],
    ['keybord', 'keyboard'],
  ])('%s is near %s', (word, near) => expect(nearestWords(word, lexicon)).toContain(near));

  test('two letters, or a word far from all, offer nothing', () => {
    expect(nearestWords('zz', lexicon)).toEqual([]);
    expect(nearestWords('frobnitzwazzle', lexicon)).toEqual([]);
  });

  // The optimal string alignment distance: its published examples (Damerau 1964, from memory).
  test.each([
    ['ca', 'ac', 1],
    ['abcd', 'acbd', 1],
    ['kitten', 'sitting', 3],
    ['', 'abc', 3],
  ])('%s to %s is %d', (a, b, distance) => expect(alignmentDistance(a, b)).toBe(distance));

  test('it is symmetric, zero only for the same word, and at most the longer length', () => {
    const word = fc.string({ maxLength: 8 });
    fc.assert(
      fc.property(word, word, (a, b) => {
        const distance = alignmentDistance(a, b);
        expect(alignmentDistance(b, a)).toBe(distance);
        expect(distance === 0).toBe(a === b);
        expect(distance).toBeLessThanOrEqual(Math.max(a.length, b.length));
      }),
    );
  });
});

describe('what the last act makes likely', () => {
  const after = (line: string) =>
    offerRepeat(advanceContext(emptyContext(), readLine(line, emptyContext()).entries));

  test('the same on the other side of a pair, and nothing else', () => {
    expect(after('left hinge 4 PH0 M2x4')?.words).toBe('same 4 × PH0 M2 × 4 for the right hinge?');
    expect(after('fan 2 PH0')).toBeNull();
    expect(after('left hinge off')).toBeNull();
  });

  test('and taking it keeps the kind and the count', () => {
    const context = advanceContext(
      emptyContext(),
      readLine('right speaker 2 PH0 M2x3', emptyContext()).entries,
    );
    expect(readLine(offerRepeat(context)?.line ?? '', context).entries).toMatchObject([
      { part: 'left-speaker', joint: { count: 2, screw: { size: 'PH0', thread: 'M2', lengthMm: 3 } } },
    ]);
  });
});

describe('the shop’s own words', () => {
  test('stand for words of the trade, or name a part', () => {
    const context = emptyContext(
      [],
      [
        { word: 'snake', means: 'display cable' },
        { word: 'spider', means: 'torx five' },
        { word: 'gizmo', means: 'salt trap' },
      ],
    );
    expect(readLine('unplug snake', context).entries).toMatchObject([{ part: 'display-cable' }]);
    expect(readLine('fan 3 spider', context).entries).toMatchObject([
      { joint: { count: 3, screw: { size: 'T5' } } },
    ]);
    expect(readLine('gizmo off', context).entries).toMatchObject([{ kind: 'lift', part: 'salt-trap' }]);
  });
});
