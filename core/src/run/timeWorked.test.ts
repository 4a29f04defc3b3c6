import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { JobEvent, JobEventBody } from './events.ts';
import { foldJob, workedSeconds } from './foldJob.ts';

const started: JobEventBody = {
  kind: 'started',
  targets: ['fan'],
  configuration: {},
  steps: ['lift-fan'],
  plannedSeconds: 60,
};
let n = 0;
const at = (minutes: number, body: JobEventBody): JobEvent => ({
  id: `e${n++}`,
  at: new Date(Date.UTC(2026, 0, 5, 8) + minutes * 60_000).toISOString(),
  body,
});
const done = (minutes: number): JobEvent => at(minutes, { kind: 'done', step: `s${n}` });
const closed = (minutes: number): JobEvent => at(minutes, { kind: 'closed', remark: null });
const minutesOf = (events: readonly JobEvent[], until = 0): number =>
  workedSeconds(foldJob(events), new Date(Date.UTC(2026, 0, 5, 8) + until * 60_000).toISOString()) / 60;

describe('time worked', () => {
  test('is what lies between start and close, without pauses', () => {
    const events = [
      at(0, started),
      done(10),
      at(12, { kind: 'paused', reason: 'x' }),
      at(600, { kind: 'resumed' }),
      closed(605),
    ];
    expect(minutesOf(events)).toBe(17);
    expect(foldJob(events).clipped).toBe(false);
  });

  test('a clock a year ahead, and one that is put back, add no time that nobody worked, and it is said', () => {
    const year = 365 * 24 * 60;
    for (const events of [
      [at(0, started), done(year), closed(year + 5)],
      [at(0, started), done(5), at(-year, { kind: 'done', step: 'x' }), closed(-year + 5)],
    ]) {
      expect(minutesOf(events)).toBeLessThanOrEqual(4 * 60 + 10);
      expect(foldJob(events).clipped).toBe(true);
    }
    // An open job that was left stops counting too.
    expect(minutesOf([at(0, started), done(10)], year)).toBe(10 + 4 * 60);
  });

  test('it never is less than nothing, nor more than four hours for each word', () => {
    const times = fc.array(fc.integer({ min: -500_000, max: 500_000 }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(times, (minutes) => {
        const worked = minutesOf([at(0, started), ...minutes.map(done), closed(minutes.at(-1) ?? 0)]);
        expect(worked).toBeGreaterThanOrEqual(0);
        expect(worked).toBeLessThanOrEqual(4 * 60 * (minutes.length + 1));
      }),
    );
  });
});
