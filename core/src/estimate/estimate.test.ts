import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import jStat from 'jstat';
import { TestBench } from '../testing/bench.ts';
import { demoSequence } from '../testing/demo.ts';
import { estimateSteps, timedActs, timedSteps } from './estimateSteps.ts';
import { logNormalQuantile, normalQuantile, sumQuantiles } from './quantiles.ts';
import { addTimes, learnTime, learnTimes, priorRuns, priorSigma } from './timeModel.ts';

// Outside check: jStat, a statistics package of the registry.
describe('quantiles', () => {
  test('of the normal and the log-normal distribution, as a statistics package has them', () => {
    for (const p of [0.001, 0.02, 0.1, 0.25, 0.5, 0.8, 0.95, 0.999]) {
      expect(normalQuantile(p)).toBeCloseTo(jStat.normal.inv(p, 0, 1), 4);
      for (const [mu, sigma] of [
        [0, 0.35],
        [3.4, 0.2],
        [2, 0.9],
      ] as const) {
        const expected = jStat.lognormal.inv(p, mu, sigma);
        expect(Math.abs(logNormalQuantile(mu, sigma, p) / expected - 1)).toBeLessThan(3e-5);
      }
    }
  });

  test('of a sum, within two per cent of a plain simulation by the statistics package', () => {
    const summands = [
      { mu: Math.log(48), sigma: 0.35 },
      { mu: Math.log(30), sigma: 0.5 },
      { mu: Math.log(6), sigma: 0.2 },
      { mu: Math.log(120), sigma: 0.3 },
    ];
    const sums = Array.from({ length: 60_000 }, () =>
      summands.reduce((sum, { mu, sigma }) => sum + jStat.lognormal.sample(mu, sigma), 0),
    ).sort((a, b) => a - b);
    const [middle, most] = sumQuantiles(summands, [0.5, 0.8]);
    expect(Math.abs(middle! / sums[30_000]! - 1)).toBeLessThan(0.02);
    expect(Math.abs(most! / sums[48_000]! - 1)).toBeLessThan(0.02);
    // The mean of a log-normal is exp(mu + sigma²/2), so half of the sums lie below the sum of the means.
    const mean = summands.reduce((sum, { mu, sigma }) => sum + Math.exp(mu + sigma ** 2 / 2), 0);
    expect(middle).toBeLessThan(mean);
  });
});

describe('times learned from runs', () => {
  test('without runs the default stands; an example by hand', () => {
    expect(learnTime()).toEqual({ n: 0, mu: 0, sigma: priorSigma });
    // Eight acts that each took twice the default: halfway, on the scale of the logarithm.
    const sums = addTimes(
      Array.from({ length: 8 }, () => ({ verb: 'unscrew', defaultSeconds: 10, seconds: 20 }) as const),
    );
    const { mu, sigma, n } = learnTimes(sums).unscrew!;
    expect(n).toBe(8);
    expect(mu).toBeCloseTo(Math.log(2) / 2, 12);
    expect(sigma ** 2).toBeCloseTo((priorRuns * priorSigma ** 2 + (Math.log(2) ** 2 * 8 * 8) / 16) / 16, 12);
  });

  test('many runs of a known log-normal are learned; sums add up over jobs in any split', () => {
    const times = fc.array(fc.double({ min: -1.2, max: 1.2, noNaN: true }), { minLength: 1, maxLength: 60 });
    fc.assert(
      fc.property(times, fc.nat(), (logs, cut) => {
        const acts = logs.map((x) => ({
          verb: 'lift' as const,
          defaultSeconds: 6,
          seconds: 6 * Math.exp(x),
        }));
        const at = cut % (acts.length + 1);
        const whole = learnTimes(addTimes(acts)).lift!;
        const parts = learnTimes(addTimes(acts.slice(at), addTimes(acts.slice(0, at)))).lift!;
        expect(parts.mu).toBeCloseTo(whole.mu, 9);
        expect(parts.sigma).toBeCloseTo(whole.sigma, 9);
        const mean = jStat.mean(logs);
        // Shrunk: between the default and what was seen.
        expect(Math.abs(whole.mu)).toBeLessThanOrEqual(Math.abs(mean) + 1e-12);
        expect(whole.mu * mean).toBeGreaterThanOrEqual(-1e-12);
      }),
    );
  });

  test('steps are timed from one to the next, pauses and interruptions left out', () => {
    const bench = new TestBench(demoSequence('lark-14'), ['battery']);
    for (let i = 0; i < 6; i++) bench.press(true);
    const before = timedSteps(bench.view.steps, bench.events);
    bench.say({ kind: 'paused', reason: 'waiting for part' });
    for (let i = 0; i < 4; i++) bench.say({ kind: 'note', step: null, text: 'nobody here' });
    bench.say({ kind: 'resumed' });
    bench.press(true);
    const timed = timedSteps(bench.view.steps, bench.events);
    expect(timed.length).toBeGreaterThan(before.length);
    // The bench of the tests acts once a minute; a count and its end are two acts.
    expect(timed.every(({ seconds }) => seconds <= 180)).toBe(true);
    expect(timedActs(timed).length).toBeGreaterThan(0);
    expect(addTimes([{ verb: 'lift', defaultSeconds: 6, seconds: 6_000 }])).toEqual({});
  });

  test('four of five jobs take longer than the middle says and none less than its holds', () => {
    const { steps } = new TestBench(demoSequence('lark-14'), ['battery']).view;
    const { middleSeconds, mostSeconds } = estimateSteps(steps, {}, 30);
    const plain = steps.reduce((sum, step) => sum + step.seconds, 0) + 30;
    expect(mostSeconds).toBeGreaterThan(middleSeconds);
    expect(Math.abs(middleSeconds / plain - 1)).toBeLessThan(0.1);
    const slow = { unscrew: { n: 100, mu: Math.log(2), sigma: 0.2 } };
    expect(estimateSteps(steps, slow, 30).middleSeconds).toBeGreaterThan(middleSeconds);
  });
});
