import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { planRoute } from '../route/planRoute.ts';
import { readSequence } from '../sequence/readSequence.ts';
import { purposes, type Purpose } from './events.ts';
import { runSteps } from './runSteps.ts';

const read = readSequence(
  JSON.parse(readFileSync(new URL('../../../demo/sequences/keel-mini.json', import.meta.url), 'utf8')),
);
if (!read.ok) throw new Error(JSON.stringify(read.fault));
const sequence = read.value;
const route = planRoute(sequence, { targets: ['fan'] });
if (!route.ok) throw new Error(route.fault.what);
const titles = (purpose?: Purpose): string[] =>
  runSteps(sequence, { steps: route.value.steps, targets: ['fan'], purpose }).map(({ title }) => title);

describe('what a job is for', () => {
  test('only where a part is exchanged does a new one go in; else the same one, after what was done to it', () => {
    expect(titles()).toEqual(titles('replace'));
    for (const purpose of purposes) {
      const steps = titles(purpose);
      const isExchange = purpose === 'replace' || purpose === 'upgrade';
      expect(steps.includes('New fan in')).toBe(isExchange);
      expect(steps.includes('Fan on')).toBe(!isExchange);
      expect(steps.includes('Swap the fan')).toBe(isExchange);
    }
    expect(titles('clean')).toContain('Clean the fan');
    expect(titles('inspect')).toContain('Look at the fan');
  });

  test('way down and screws are the same, whatever it is for', () => {
    const down = (purpose: Purpose) =>
      runSteps(sequence, { steps: route.value.steps, targets: ['fan'], purpose })
        .filter(({ phase }) => phase === 'down')
        .map(({ id }) => id);
    for (const purpose of purposes) expect(down(purpose)).toEqual(down('replace'));
  });
});
