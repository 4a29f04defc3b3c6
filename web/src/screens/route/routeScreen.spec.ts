/** @jest-environment jsdom */
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { planRoute, type JobEventBody } from '@bemtor/core';
import { demoSequence } from '../../testing/demoSequence.ts';
import { FakeWorkshop } from '../../testing/fakeWorkshop.ts';
import { press, settled } from '../../testing/mountKit.ts';
import { screens, until, type Screen } from '../../testing/mountScreen.ts';

jest.setTimeout(60_000);

/* The way to a part: asked, compared, and begun. */

const open = screens();
const sequence = demoSequence();
const best = (targets: string[]): readonly string[] => {
  const route = planRoute(sequence, { targets, configuration: {} });
  if (!route.ok) throw new Error(route.fault.what);
  return route.value.steps;
};
let server: FakeWorkshop;
beforeEach(() => {
  localStorage.clear();
  server = new FakeWorkshop(sequence);
  server.open();
});
afterEach(() => server.close());

const steps = (): string[] =>
  [...document.querySelectorAll('[data-testid=route-step]')].map((row) => row.textContent?.trim() ?? '');
const text = (): string => document.body.textContent ?? '';
const asking = async (): Promise<Screen> => {
  const screen = await open(() => import('./RouteScreen.vue'), { unitId: server.unitId });
  await until(() => text().includes('Where to?'), 'the question');
  return screen;
};
const keyOf = (name: string): string => {
  const button = [...document.querySelectorAll('button')].find((one) =>
    one.textContent?.toLowerCase().includes(name),
  );
  return /^\s*(\d)/.exec(button?.textContent ?? '')?.[1] ?? '';
};

describe('the way to a part', () => {
  test('one key asks for it; the order is the best one, and is there again after a reload', async () => {
    const { page } = await asking();
    press(keyOf('battery'));
    await until(() => steps().length > 0, 'the route');
    expect(steps()).toHaveLength(best(['battery']).length);
    page.unmount();
    await open(() => import('./RouteScreen.vue'), { unitId: server.unitId });
    await until(() => steps().length === best(['battery']).length, 'the same route');
  });

  test('two parts at once are one way, shorter than the two', async () => {
    await asking();
    press(keyOf('battery'));
    await until(() => steps().length === best(['battery']).length, 'the first');
    press(keyOf('keyboard'));
    const both = best(['battery', 'keyboard']).length;
    await until(() => steps().length === both, 'both');
    expect(both).toBeLessThan(best(['battery']).length + best(['keyboard']).length);
    expect(document.querySelector('[data-testid=visits]')?.textContent).toMatch(/min|s/);
    press(keyOf('battery'));
    await until(() => steps().length === best(['keyboard']).length, 'the second alone');
  });

  test('a route is set aside and compared; the keys walk the steps', async () => {
    await asking();
    press(keyOf('battery'));
    await until(() => steps().length > 0, 'the route');
    const here = (): number =>
      [...document.querySelectorAll('[data-testid=route-step]')].findIndex(
        (row) => row.getAttribute('aria-current') === 'true',
      );
    press('ArrowDown');
    await settled();
    press('ArrowDown');
    await settled();
    expect(here()).toBe(2);
    press('c');
    await until(() => document.querySelector('[data-testid=compare]') !== null, 'the comparison');
    press('c');
    await until(() => document.querySelector('[data-testid=compare]') === null, 'its end');
  });

  test('Enter starts the run with what is shown, and the job is the server’s', async () => {
    const { router } = await asking();
    press(keyOf('battery'));
    await until(() => steps().length > 0, 'the route');
    press('Enter');
    await until(() => router.currentRoute.value.path.endsWith('/run'), 'the run');
    await until(() => server.taken('jobs').length > 0, 'the job');
    const [started] = server.taken<JobEventBody>('jobs');
    expect(started).toMatchObject({ kind: 'started', targets: ['battery'], steps: best(['battery']) });
  });

  test('a job that is open is gone on with, not begun again', async () => {
    server.underWay([
      {
        kind: 'started',
        targets: ['battery'],
        configuration: {},
        steps: [...best(['battery'])],
        plannedSeconds: 1,
      },
    ]);
    const { router } = await asking();
    press('Enter');
    await until(() => router.currentRoute.value.path.endsWith('/run'), 'the run');
    expect(server.taken('jobs')).toHaveLength(1);
  });
});

test('a model without a sequence says where to begin', async () => {
  server.close();
  server = new FakeWorkshop(sequence, { isPublished: false });
  server.open();
  await open(() => import('./RouteScreen.vue'), { unitId: server.unitId });
  await until(() => text().includes('No sequence for this model yet'), 'the way in');
});
