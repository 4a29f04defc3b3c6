import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { metricThreads } from '../tables/metricThreads.ts';
import { countByMass, screwMass } from './countingScale.ts';

describe('the tables behind it', () => {
  // ISO 898-1: nominal stress area π/4·(d − 0.9382·P)² (from memory, recomputed).
  test.each([
    ['M1.6', 1.27],
    ['M2', 2.07],
    ['M2.5', 3.39],
    ['M3', 5.03],
    ['M4', 8.78],
  ])('%s has a stress area of %d mm²', (thread, area) => {
    const row = metricThreads.find((each) => each.thread === thread);
    expect((Math.PI / 4) * ((row?.diameterMm ?? 0) - 0.9382 * (row?.pitchMm ?? 0)) ** 2).toBeCloseTo(area, 2);
  });
});

describe('counting by mass', () => {
  test('an M2 × 5 pan head weighs about a quarter of a gram', () => {
    // Steel of 7.85 g/cm³ (handbook value, from memory): 11.9 mm³ of shank and 17.7 mm³ of head.
    expect(screwMass({ thread: 'M2', lengthMm: 5 })).toBeCloseTo(0.232, 2);
  });

  test('a longer screw is never lighter, nor a thicker one', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: metricThreads.length - 2 }),
        fc.double({ min: 1, max: 50, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (at, lengthMm, more) => {
          const thread = metricThreads[at]?.thread ?? '';
          const mass = screwMass({ thread, lengthMm }) ?? 0;
          expect(screwMass({ thread, lengthMm: lengthMm + more }) ?? 0).toBeGreaterThanOrEqual(mass);
          expect(screwMass({ thread: metricThreads[at + 1]?.thread ?? '', lengthMm }) ?? 0).toBeGreaterThan(
            mass,
          );
        },
      ),
    );
  });

  test('a counted sample gives the very number back, as long as it says it is sure', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 5, max: 20 }),
        fc.double({ min: 0.05, max: 2, noNaN: true }),
        fc.double({ min: -0.005, max: 0.005, noNaN: true }),
        (count, sampled, eachG, error) => {
          const read = (mass: number) => Math.round((mass + error) * 100) / 100;
          const found = countByMass({
            massG: Math.max(0, read(count * eachG)),
            resolutionG: 0.01,
            screw: {},
            sample: { count: sampled, massG: read(sampled * eachG) },
          });
          if (found.kind === 'count' && found.sure) expect(found.count).toBe(count);
          if (found.kind === 'count') expect(found.least <= count && count <= found.most).toBe(true);
        },
      ),
      { numRuns: 500 },
    );
  });

  test('it says when it cannot tell', () => {
    const screw = { thread: 'M2', lengthMm: 5 };
    expect(countByMass({ massG: 1.4, resolutionG: 0.01, screw: {} })).toMatchObject({ kind: 'unknown' });
    expect(countByMass({ massG: 3, resolutionG: 1, screw })).toMatchObject({ kind: 'unknown' });
    expect(countByMass({ massG: -1, resolutionG: 0.1, screw })).toMatchObject({ kind: 'unknown' });
    expect(countByMass({ massG: 4.6, resolutionG: 0.01, screw })).toMatchObject({
      kind: 'count',
      sure: false,
    });
    expect(countByMass({ massG: 0.23, resolutionG: 0.01, screw })).toMatchObject({ count: 1, sure: true });
  });
});
