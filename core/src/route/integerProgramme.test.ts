import { expect, test } from '@jest/globals';
import highsLoader, { type Highs } from 'highs';
import { generateDevice } from '../../../bench/devices.mjs';
import { integerProgramme } from '../../../bench/integerProgramme.mjs';
import { readSequence } from '../sequence/readSequence.ts';
import { brokenNeed } from './orderCost.ts';
import { planRoute } from './planRoute.ts';
import { defaultWeights } from './request.ts';

/**
 * The least total against HiGHS, a general MIP solver packaged in the registry: the same cost as an integer
 * programme that shares no code with the planner.
 */
test('generated devices of 8 to 14 acts: the planner and a general solver find the same least total', async () => {
  const highs = await (highsLoader as unknown as () => Promise<Highs>)();
  let compared = 0;
  for (let size = 8; size <= 14; size++) {
    for (let seed = 1; seed <= 5; seed++) {
      const read = readSequence(generateDevice(size, seed));
      if (!read.ok) throw new Error(JSON.stringify(read.fault));
      const target = read.value.actions.at(-1)?.id ?? '';
      const weights = seed % 2 === 0 ? { toolChange: 9, flip: 4, resume: 7 } : defaultWeights;
      const route = planRoute(read.value, { targets: [target], weights });
      if (!route.ok) throw new Error(route.fault.what);
      const solved = highs.solve(integerProgramme(read.value, [target], weights));
      expect({ size, seed, status: solved.Status, total: Math.round(solved.ObjectiveValue) }).toEqual({
        size,
        seed,
        status: 'Optimal',
        total: route.value.cost.total,
      });
      expect(brokenNeed(read.value, route.value.steps)).toBeNull();
      compared++;
    }
  }
  expect(compared).toBeGreaterThanOrEqual(30);
}, 180_000);
