import { describe, expect, test } from '@jest/globals';
import { configure } from '../sequence/configuration.ts';
import { indexSequence } from '../sequence/describe.ts';
import { TestBench } from '../testing/bench.ts';
import { derivedFrom } from '../testing/recorded.ts';
import { brokenNeed } from './orderCost.ts';
import { planRoute } from './planRoute.ts';
import {
  actsToward,
  clockReset,
  firmwareChip,
  pairTargets,
  procedureTargets,
  remainingTargets,
  targetName,
} from './targets.ts';

const device = derivedFrom([
  'base cover 6 PH0 M2x5',
  'base cover off',
  'unplug battery',
  'hold power 15 s',
  'coin cell plug out',
  'fan 2 PH0 M2x3',
  'unplug fan',
  'fan off',
  'clean the fan',
  'board 5 PH0 M2x4',
  'board off',
  'keyboard comes only with the palm rest',
]);
const stepsTo = (target: string): string[] => {
  const route = planRoute(device, { targets: [target] });
  if (!route.ok) throw new Error(route.fault.what);
  expect(brokenNeed(device, route.value.steps)).toBeNull();
  return [...route.value.steps];
};

describe('what can be asked for', () => {
  test('what remains at the end is reached when all else is off', () => {
    const remains = remainingTargets(device).map(({ target }) => target);
    expect(remains).toContain('remains:palm-rest');
    const lifts = device.actions.filter(({ verb }) => verb === 'lift').map(({ id }) => id as string);
    expect(stepsTo('remains:palm-rest')).toEqual(expect.arrayContaining(lifts));
  });

  test('a part that comes only together with another is named as the pair, and reached by its lift', () => {
    const pair = derivedFrom([
      'base cover off',
      'battery off',
      'board off',
      'palm rest off',
      'keyboard comes only with the palm rest',
    ]);
    expect(pairTargets(pair).map(({ title }) => title)).toEqual(
      expect.arrayContaining(['Keyboard with palm rest']),
    );
    expect(actsToward(pair, 'keyboard').map(({ id }) => id)).toEqual(['lift-palm-rest']);
  });

  test('the drain, a cleaning and the reset of the clock have routes of their own', () => {
    const targets = procedureTargets(device);
    expect(targets.map(({ title }) => title)).toEqual([
      expect.stringContaining('Hold power'),
      expect.stringContaining('clean'),
      'Reset of the clock',
      'Firmware, at its chip',
    ]);
    expect(stepsTo('hold-power')).toEqual([
      'unscrew-base-cover',
      'lift-base-cover',
      'unplug-battery',
      'hold-power',
    ]);
    const reset = stepsTo(clockReset);
    expect(reset.at(-1)).toBe('unplug-coin-cell');
    expect(reset).toContain('unplug-battery');
    expect(reset).not.toContain('lift-fan');
  });

  test('a run of the reset leaves the cell out for its time, then plugs it in again', () => {
    const bench = new TestBench(device, [clockReset]);
    const titles = bench.view.steps.map(({ phase, title, holdSeconds }) => [phase, title, holdSeconds]);
    expect(titles).toContainEqual(['swap', 'Leave the coin cell out', 60]);
    expect(titles).toContainEqual(['back', 'Plug in coin cell', null]);
    expect(targetName(indexSequence(device), clockReset)).toBe('Reset of the clock');
  });

  test('the firmware’s chip is reached with the board in place and nothing that feeds it', () => {
    const steps = stepsTo(firmwareChip);
    expect(steps).toEqual(expect.arrayContaining(['lift-base-cover', 'unplug-battery', 'unplug-coin-cell']));
    expect(steps).not.toContain('lift-system-board');
    const bench = new TestBench(device, [firmwareChip]);
    const work = bench.view.steps.find(({ phase }) => phase === 'swap');
    expect(work?.title).toBe('Read out, then write the firmware');
    expect(work?.cautions.join(' ')).toContain('coin cell and mains stay off');
    expect(bench.view.steps.filter(({ title }) => title.startsWith('New '))).toEqual([]);
    const bare = derivedFrom(['fan 2 PH0 M2x3', 'fan off']);
    expect(actsToward(bare, firmwareChip)).toEqual([]);
    expect(procedureTargets(bare).map(({ target }) => target)).not.toContain(firmwareChip);
  });

  test('a carrier that remains is exchanged at the bottom', () => {
    const bench = new TestBench(device, ['remains:palm-rest']);
    const swaps = bench.view.steps.filter(({ phase }) => phase === 'swap').map(({ title }) => title);
    expect(swaps).toEqual(['Swap the palm rest']);
  });

  test('a part without a lift is still refused by its plain name, and an unknown one too', () => {
    for (const target of ['palm-rest', 'remains:nothing', 'nothing']) {
      const route = planRoute(device, { targets: [target] });
      expect(route.ok).toBe(false);
    }
    expect(actsToward(configure(device, {}), 'lift-fan').map(({ id }) => id)).toEqual(['lift-fan']);
  });
});
