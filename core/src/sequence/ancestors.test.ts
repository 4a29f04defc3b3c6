import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Ancestors } from './ancestors.ts';

/** The plain way: follow every pair from the later thing, as often as it takes. */
function found(pairs: readonly (readonly [number, number])[], later: number): Set<number> {
  const before = new Set<number>();
  const work = pairs.filter(([of]) => of === later).map(([, earlier]) => earlier);
  for (let at = work.pop(); at !== undefined; at = work.pop()) {
    if (before.has(at)) continue;
    before.add(at);
    for (const [of, earlier] of pairs) if (of === at) work.push(earlier);
  }
  return before;
}

const size = 70;
const thing = fc.nat(size - 1);
/** Pairs at random, and pairs of one thing in a row, as the rules add them; circles come by themselves. */
const pairs = fc
  .array(
    fc.oneof(
      fc.tuple(thing, thing).map((pair) => [pair]),
      fc
        .tuple(thing, fc.array(thing, { maxLength: 5 }))
        .map(([later, all]) => all.map((one) => [later, one])),
    ),
    { maxLength: 40 },
  )
  .map((groups) => groups.flat() as [number, number][]);

test('what comes before what is what following every pair finds, at any moment, circles too', () => {
  fc.assert(
    fc.property(pairs, fc.array(fc.tuple(thing, thing), { maxLength: 20 }), (all, asked) => {
      const ancestors = new Ancestors(size);
      for (const [i, [later, earlier]] of all.entries()) {
        ancestors.add(later, earlier);
        const [of, is] = asked[i % Math.max(1, asked.length)] ?? [0, 0];
        expect(ancestors.has(of, is)).toBe(found(all.slice(0, i + 1), of).has(is));
      }
      for (let of = 0; of < size; of++)
        expect(ancestors.before(of)).toEqual([...found(all, of)].sort((a, b) => a - b));
    }),
  );
});

test('things that are not there come before nothing, and cannot be added', () => {
  const ancestors = new Ancestors(2);
  expect([ancestors.has(-1, 0), ancestors.has(0, -1), ancestors.has(0, 5)]).toEqual([false, false, false]);
  expect(() => ancestors.add(0, 2)).toThrow('0 and 2 are to be under 2');
});
