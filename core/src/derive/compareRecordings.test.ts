import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Model } from '../sequence/schema.ts';
import { recorded } from '../testing/recorded.ts';
import { compareRecordings, type RecordingComparison } from './compareRecordings.ts';

const model: Model = { maker: 'Tervane', name: 'Lark 14', code: 'TL14-3', form: 'notebook' };
function compare(...recordings: string[][]): RecordingComparison {
  const read = recordings.map((lines, r) => ({ id: `r${r + 1}`, lines: recorded(lines, `r${r + 1}.`) }));
  const compared = compareRecordings(read, model, []);
  if (!compared.ok) throw new Error(compared.fault.what);
  return compared.value;
}
const lines = [
  'base cover 5 PH0 M2x5',
  'base cover off',
  'fan 2 PH00 M2x4',
  'fan off',
  'speaker off',
  'hinge off',
];

test('what all have, what only one has, which counts are disputed, what stands elsewhere', () => {
  const { acts, common, of } = compare(lines, [
    'base cover 7 PH0 M2x5',
    'base cover off',
    'speaker off',
    'fan 2 PH00 M2x4',
    'fan off',
    'bracket off',
  ]);
  expect(common).toBe(5);
  expect(of).toEqual([
    { acts: 6, alone: 1, moved: 0 },
    { acts: 6, alone: 1, moved: 1 },
  ]);
  expect(acts.filter(({ isDisputed }) => isDisputed).map(({ words }) => words)).toEqual([
    'Base cover: remove 5 screws',
  ]);
  expect(acts[0]!.in.map((seen) => seen?.count)).toEqual([5, 7]);
  expect(acts.filter((act) => act.in[1]?.isMoved).map(({ words }) => words)).toEqual(['Speaker off']);
});

test('a recording beside itself differs in nothing; of one that is shuffled, what is left in place rises', () => {
  const lifts = ['base cover', 'fan', 'speaker', 'hinge', 'bracket', 'antenna', 'touchpad', 'frame'].map(
    (name) => `${name} off`,
  );
  fc.assert(
    fc.property(fc.shuffledSubarray(lifts, { minLength: 1 }), (shuffled) => {
      const { acts, common, of } = compare(lifts, lifts, shuffled);
      expect(of[1]).toEqual({ acts: lifts.length, alone: 0, moved: 0 });
      expect(common).toBe(shuffled.length);
      expect(acts.every(({ isDisputed }) => !isDisputed)).toBe(true);
      const kept = acts.flatMap((act) => {
        const [first, , third] = act.in;
        return first && third && !third.isMoved ? [[third.place, first.place] as const] : [];
      });
      kept.sort(([a], [b]) => a - b);
      expect(kept.map(([, place]) => place)).toEqual(kept.map(([, place]) => place).sort((a, b) => a - b));
      expect(kept.length + of[2]!.moved).toBe(shuffled.length);
    }),
    { numRuns: 60 },
  );
});
