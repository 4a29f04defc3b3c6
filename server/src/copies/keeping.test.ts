import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { copiesAmong, copyName, nextNight, outlived, type CopyName } from './keeping.ts';

const dayMs = 24 * 60 * 60_000;
const start = Date.UTC(2026, 0, 1, 2);

/** Nights on which a copy was made, as a workshop that is not open every day has them. */
const nights = fc
  .uniqueArray(fc.integer({ min: 0, max: 400 }), { minLength: 1, maxLength: 120 })
  .map((days) => days.map((day) => new Date(start + day * dayMs)));
const named = (dates: readonly Date[]): CopyName[] => copiesAmong(dates.map((at) => copyName('nightly', at)));

describe('which copies are kept', () => {
  test('a name says what made it and when, and nothing else is taken for one', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('nightly' as const, 'asked' as const, 'before-reset' as const),
        fc.integer({ min: 0, max: 4e12 }),
        (kind, time) => {
          const at = new Date(time);
          const name = copyName(kind, at);
          expect(copiesAmong([name, `${name}.part`, `${name}.checked.json`, 'notes.txt'])).toEqual([
            { name, kind, at },
          ]);
        },
      ),
    );
  });

  test('seven days and four weeks at most, the latest always, and those that go are older than those that stay', () => {
    fc.assert(
      fc.property(nights, (dates) => {
        const copies = named(dates);
        const gone = new Set(outlived(copies));
        const kept = copies.filter((copy) => !gone.has(copy));
        expect(kept.length).toBeLessThanOrEqual(11);
        expect(kept.slice(0, 7)).toEqual(copies.slice(0, 7));
        const days = kept.map(({ at }) => Math.floor(at.getTime() / dayMs));
        expect(new Set(days).size).toBe(days.length);
      }),
    );
  });

  test('night after night for two years: always a copy of each of the last seven days and one of each of four weeks', () => {
    let kept: CopyName[] = [];
    for (let day = 0; day < 730; day++) {
      kept = copiesAmong([
        ...kept.map(({ name }) => name),
        copyName('nightly', new Date(start + day * dayMs)),
      ]);
      const gone = new Set(outlived(kept));
      kept = kept.filter((copy) => !gone.has(copy));
      const ages = kept.map(({ at }) => (start + day * dayMs - at.getTime()) / dayMs);
      for (let age = 0; age < Math.min(7, day + 1); age++) expect(ages).toContain(age);
      // The oldest that is kept reaches back at least three weeks, and hardly more than four.
      if (day > 28) {
        expect(Math.max(...ages)).toBeGreaterThanOrEqual(21);
        expect(Math.max(...ages)).toBeLessThanOrEqual(28);
      }
    }
  });

  test('what somebody asked for, or what was before a reset, never goes by itself', () => {
    const old = copiesAmong([
      copyName('asked', new Date(start)),
      copyName('before-reset', new Date(start)),
      ...named(Array.from({ length: 60 }, (_, i) => new Date(start + i * dayMs))).map(({ name }) => name),
    ]);
    expect(outlived(old).every(({ kind }) => kind === 'nightly')).toBe(true);
  });
});

describe('when the next is due', () => {
  const moment = fc
    .integer({ min: 0, max: 700 * 24 * 60 })
    .map((minutes) => new Date(start + minutes * 60_000));
  test('at the hour that was set, within a day and an hour; a missed one at once', () => {
    fc.assert(
      fc.property(
        moment,
        fc.integer({ min: 0, max: 23 }),
        fc.option(fc.integer({ min: 0, max: 90 })),
        (now, hour, hoursAgo) => {
          const last = hoursAgo === null ? null : new Date(now.getTime() - hoursAgo * 60 * 60_000);
          const next = nextNight(last, hour, now);
          expect(next.getTime()).toBeGreaterThanOrEqual(now.getTime());
          expect(next.getTime() - now.getTime()).toBeLessThanOrEqual(25 * 60 * 60_000);
          if (last === null || hoursAgo! > 25) expect(next).toEqual(now);
          if (next > now) expect([next.getHours(), next.getMinutes()]).toEqual([hour, 0]);
          // Once it has been made, it is not due again before the next night.
          expect(nextNight(now, hour, new Date(now.getTime() + 1_000)).getTime()).toBeGreaterThan(
            now.getTime(),
          );
        },
      ),
    );
  });
});
