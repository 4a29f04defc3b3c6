/** @jest-environment jsdom */
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { UnitSummary } from '@bemtor/core';
import { demoSequence } from '../../testing/demoSequence.ts';
import { FakeWorkshop } from '../../testing/fakeWorkshop.ts';
import { inPage, press, settled, typeInto } from '../../testing/mountKit.ts';
import { screens, until, type Screen } from '../../testing/mountScreen.ts';

jest.setTimeout(60_000);

/* The units on the bench, and a unit at its intake. */

const open = screens();
let server: FakeWorkshop;
/** A second unit of the same model. */
let other: UnitSummary;
beforeEach(() => {
  localStorage.clear();
  server = new FakeWorkshop(demoSequence());
  server.open();
  other = {
    ...server.unit,
    id: crypto.randomUUID(),
    label: 'SK-0408',
    arrivedAt: '2026-01-06T08:00:00.000Z',
  };
  server.tell('/units', { units: [server.unit, other] });
  server.tell(`/units/${server.unitId}/earlier`, { units: [] });
});
afterEach(() => server.close());

const text = (): string => document.body.textContent ?? '';
const bench = async (): Promise<Screen> => {
  const screen = await open(() => import('./BenchScreen.vue'));
  await until(() => document.querySelector('[data-testid=unit-SK-0407]') !== null, 'the units');
  return screen;
};
const told = <Body extends { kind: string }>(kind: string): Body[] =>
  (server.said as Body[]).filter((body) => body.kind === kind);

describe('the bench', () => {
  test('keys walk the units; Enter goes on where the unit stands', async () => {
    const { router } = await bench();
    press('ArrowDown');
    await settled();
    expect(inPage('[data-testid=unit-SK-0408]').getAttribute('aria-current')).toBe('true');
    press('ArrowUp');
    await settled();
    press('Enter');
    await until(() => router.currentRoute.value.path.includes(server.unitId), 'the unit');
  });

  test('a unit that is handed back leaves the bench at once, also without the server', async () => {
    await bench();
    press('g');
    await until(() => document.querySelector('[role=dialog]') !== null, 'the question');
    inPage('[role=dialog] form').dispatchEvent(new Event('submit', { cancelable: true }));
    await until(() => text().includes('SK-0407 is handed back'), 'the words');
    await until(() => told('unit-told').length === 1, 'the word of it');
    expect(told('unit-told')[0]).toMatchObject({
      unit: server.unitId,
      set: { left: true },
      was: { left: false },
    });
  });

  test('a unit with an open job is not handed back, and says why', async () => {
    server.underWay([]);
    server.tell('/units', { units: [server.unit] });
    await bench();
    press('g');
    await until(() => document.querySelector('[role=dialog]') !== null, 'the question');
    inPage('[role=dialog] form').dispatchEvent(new Event('submit', { cancelable: true }));
    await until(() => text().includes('has an open job'), 'the reason');
    expect(told('unit-told')).toEqual([]);
  });

  test('what the server would not have is told, and the bench shows what stands', async () => {
    await bench();
    server.refuse = { status: 409, code: 'unit-conflict', detail: 'changed' };
    press('g');
    await until(() => document.querySelector('[role=dialog]') !== null, 'the question');
    inPage('[role=dialog] form').dispatchEvent(new Event('submit', { cancelable: true }));
    await until(() => text().includes('Somebody changed SK-0407 in the meantime'), 'the words');
    expect(document.querySelector('[data-testid=unit-SK-0407]')).not.toBeNull();
  });

  test('a bench that cannot be read says so, and is tried again', async () => {
    server.isAway = true;
    const { page } = await open(() => import('./BenchScreen.vue'));
    await until(
      () => text().includes('The server does not answer') || text().includes('cannot be read'),
      'the words',
    );
    page.unmount();
    server.isAway = false;
    await bench();
  });
});

describe('a unit at its intake', () => {
  const intake = async (): Promise<Screen> => {
    const screen = await open(() => import('../intake/IntakeScreen.vue'), { unitId: server.unitId });
    await until(() => document.querySelector('[data-testid=serial] input') !== null, 'the fields');
    return screen;
  };

  test('what is typed is told a moment later, once, and nothing else is', async () => {
    await intake();
    await typeInto('[data-testid=serial] input', 'TV-8');
    await typeInto('[data-testid=serial] input', 'TV-89');
    await until(() => told('unit-told').length > 0, 'the word of it');
    expect(told('unit-told')).toEqual([
      { kind: 'unit-told', unit: server.unitId, set: { serial: 'TV-89' }, was: { serial: 'TV-88' } },
    ]);
    await until(() => text().includes('Saved'), 'the state');
  });

  test('a page that is left in the middle of a word loses nothing', async () => {
    const { page } = await intake();
    server.isAway = true;
    await typeInto('[data-testid=serial] input', 'TV-90');
    page.unmount();
    await new Promise((resolve) => setTimeout(resolve, 50));
    server.isAway = false;
    await intake();
    await until(() => told('unit-told').length > 0, 'the word of it');
    expect(told('unit-told').at(-1)).toMatchObject({ set: { serial: 'TV-90' } });
    expect(inPage<HTMLInputElement>('[data-testid=serial] input').value).toBe('TV-90');
  });
});
