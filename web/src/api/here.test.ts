import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import fc from 'fast-check';
import type { Said, Stock, Want } from '@bemtor/core';
import { stockWith, wantsWith } from '../screens/parts/shelfHere.ts';
import { Failures, Retry } from './retry.ts';
import { rememberTechnician, saidToday, technicianHere, techniciansKnown } from './technician.ts';

/* What this device makes of what it knows and of what waits. */

describe('sending again', () => {
  beforeEach(() => void jest.useFakeTimers());
  afterEach(() => void jest.useRealTimers());

  test('soon at first, then at longer intervals, and never at more than five seconds', () => {
    const retry = new Retry();
    const waited: number[] = [];
    for (let i = 0; i < 8; i++) {
      const from = Date.now();
      retry.later(() => waited.push(Date.now() - from));
      jest.runAllTimers();
    }
    expect(waited).toEqual([...waited].sort((a, b) => a - b));
    expect(waited[0]).toBeLessThan(500);
    expect(waited.at(-1)).toBe(5_000);
    retry.succeeded();
    retry.later(() => waited.push(-1));
    jest.advanceTimersByTime(500);
    expect(waited.at(-1)).toBe(-1);
  });

  test('what was cancelled is not tried', () => {
    const retry = new Retry();
    const act = jest.fn();
    retry.later(act);
    retry.cancel();
    jest.runAllTimers();
    expect(act).not.toHaveBeenCalled();
  });

  test('once or twice may be chance; three times of the same thing is said, and forgotten on wish', () => {
    const failures = new Failures();
    expect([failures.count('a'), failures.count('b'), failures.count('a')]).toEqual([null, null, null]);
    expect(failures.count('a')?.detail).toContain('3 times');
    failures.forget('a');
    expect(failures.count('a')).toBeNull();
  });
});

describe('who works here', () => {
  const before = globalThis.localStorage;
  beforeEach(() => {
    const kept = new Map<string, string>();
    Object.assign(globalThis, {
      localStorage: {
        getItem: (key: string) => kept.get(key) ?? null,
        setItem: (key: string, value: string) => void kept.set(key, value),
      },
    });
  });
  afterEach(() => {
    Object.assign(globalThis, { localStorage: before });
    jest.useRealTimers();
  });

  test('is asked once a day; before it is said, the name of the last day stands', () => {
    jest.useFakeTimers({ now: new Date('2026-01-05T09:00:00') });
    expect([technicianHere(), saidToday()]).toEqual(['', false]);
    rememberTechnician('  Runa ');
    expect([technicianHere(), saidToday()]).toEqual(['Runa', true]);
    jest.setSystemTime(new Date('2026-01-06T09:00:00'));
    expect([technicianHere(), saidToday()]).toEqual(['Runa', false]);
  });

  test('of many names the last nine stay, each once, the last first; nobody is an answer too', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('A', 'B', 'C', 'D', 'E', 'F', 'G', 'H', 'I', 'J', 'K', ' '), {
          minLength: 1,
          maxLength: 40,
        }),
        (said) => {
          said.forEach(rememberTechnician);
          const names = techniciansKnown();
          expect(names.length).toBeLessThanOrEqual(9);
          expect(new Set(names).size).toBe(names.length);
          const last = said.findLast((name) => name.trim() !== '');
          if (last) expect(names[0]).toBe(last);
          expect(technicianHere()).toBe(said.at(-1)?.trim());
        },
      ),
    );
  });
});

describe('the shelf and the list, with what waits', () => {
  const want = (id: string, more: Partial<Want> = {}): Want => ({
    ...{ id, number: 'TB-4471', partName: 'Battery', unitId: null, unitLabel: null },
    ...{ quantity: 1, state: 'wanted', madeAt: '2026-01-05T08:00:00.000Z' },
    ...more,
  });
  const said = (body: object): Said => ({ at: '2026-01-05T09:00:00.000Z', body: body as Said['body'] });
  const stock: Stock = { number: 'TB-4471', onHand: 1, ordered: 2, reserved: 1 };

  test('what is wanted here is on the list at once, with its unit, and once only when the server has it too', () => {
    const { unitLabel: _label, state: _state, madeAt: _at, ...fields } = want('w2', { unitId: 'u1' });
    const added = said({ kind: 'want-added', ...fields });
    const shown = wantsWith([want('w1')], [added], (unit) => (unit === 'u1' ? 'SK-0407' : null));
    expect(shown.map(({ id, unitLabel }) => [id, unitLabel])).toEqual([
      ['w1', null],
      ['w2', 'SK-0407'],
    ]);
    expect(wantsWith([want('w1'), want('w2')], [added], () => null)).toHaveLength(2);
  });

  test('what is met or dropped leaves it, what is taken back returns, in the order in which it was said', () => {
    const states = ['wanted', 'ordered', 'met', 'dropped'] as const;
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...states), { maxLength: 8 }), (told) => {
        const list = wantsWith(
          [want('w1')],
          told.map((state) => said({ kind: 'want-told', want: 'w1', state })),
          () => null,
        );
        const last = told.at(-1) ?? 'wanted';
        const open = last === 'wanted' || last === 'ordered';
        expect(list.map(({ state }) => state)).toEqual(open ? [last] : []);
      }),
    );
    expect(wantsWith([], [said({ kind: 'want-told', want: 'gone', state: 'met' })], () => null)).toEqual([]);
  });

  test('the last count stands, in any spelling of the number; others leave it', () => {
    const counted = (number: string, onHand: number): Said =>
      said({ kind: 'stock-counted', number, onHand, ordered: 0 });
    expect(stockWith(stock, [counted('TB-9', 7)])).toEqual(stock);
    expect(stockWith(stock, [counted('tb 4471', 5), counted('T8-447I', 3)])).toEqual({
      ...stock,
      onHand: 3,
      ordered: 0,
    });
  });
});
