import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { anySequence } from '../testing/sequences.ts';
import { indexSequence } from '../sequence/describe.ts';
import { partIdSchema } from '../sequence/schema.ts';
import { TestBench } from '../testing/bench.ts';
import { derivedFrom } from '../testing/recorded.ts';
import { asSeenGoingBack } from './backOrder.ts';

/** What goes on, in order, on the way back from fan and heatsink, after a recording with these lines of closing. */
function backTitles(...closing: readonly string[]): string[] {
  const lines = [
    'base cover 4 PH0 M2x5',
    'base cover off',
    'unplug battery',
    'fan 2 PH0 M2x3',
    'unplug fan',
    'fan off',
    'heatsink 4 PH0 M2x6 crosswise',
    'heatsink off',
    ...closing,
  ];
  return new TestBench(derivedFrom(lines), ['fan', 'heatsink']).view.steps
    .filter(({ phase, action }) => phase === 'back' && action?.verb === 'lift')
    .map(({ title }) => title);
}

describe('the order in which parts were seen to go back', () => {
  test('a recording that closes in one order or the other shapes the way back', () => {
    const fan = backTitles('fan back in', 'heatsink back in', 'cover back on');
    expect(fan).toEqual(['New fan in', 'New heatsink in', 'Base cover on']);
    const heatsink = backTitles('heatsink back in', 'fan back in', 'cover back on');
    expect(heatsink).toEqual(['New heatsink in', 'New fan in', 'Base cover on']);
  });

  test('what a need forbids is not done, though it was said', () => {
    expect(backTitles('cover back on', 'fan back in', 'heatsink back in').at(-1)).toBe('Base cover on');
  });

  test('for any document: every act once, a part’s own acts in their order, no need broken', () => {
    fc.assert(
      fc.property(anySequence(2, 9), fc.array(fc.nat(30), { maxLength: 8 }), (sequence, picks) => {
        const index = indexSequence(sequence);
        const mirrored = [...sequence.actions].reverse();
        const parts = sequence.parts.map(({ id }) => id);
        const backOrder = [
          ...new Set(picks.map((pick) => parts[pick % parts.length] ?? partIdSchema.parse('x'))),
        ];
        const needs = sequence.needs.filter(({ action, anyOf }) =>
          anyOf.every(
            (one) =>
              mirrored.findIndex(({ id }) => id === one) > mirrored.findIndex(({ id }) => id === action),
          ),
        );
        const back = asSeenGoingBack({ backOrder, needs }, mirrored);
        expect(back.map(({ id }) => id).sort()).toEqual(mirrored.map(({ id }) => id).sort());
        for (const part of index.part.keys())
          expect(back.filter((action) => action.part === part)).toEqual(
            mirrored.filter((action) => action.part === part),
          );
        const place = new Map(back.map(({ id }, i) => [id, i]));
        for (const { action, anyOf } of needs)
          for (const one of anyOf) expect(place.get(action) ?? -1).toBeLessThan(place.get(one) ?? Infinity);
      }),
    );
  });
});
