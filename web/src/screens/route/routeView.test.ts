import { describe, expect, jest, test } from '@jest/globals';
import { defaultSchools } from '@bemtor/core';
import { demoRoute } from '../../testing/demoSequence.ts';
import { meantBy } from '../../kit/commands.ts';
import { routeCommands, type RouteActs, type RouteNow } from './routeCommands.ts';
import { deviceView, wayView, type Asked, type Way } from './routeView.ts';

const { document, route } = demoRoute('battery');
const asked: Asked = { document, configuration: {}, tried: {} as Asked['tried'] };
const found: Way = {
  ...{ targets: ['battery'], purpose: 'replace', schools: defaultSchools },
  planned: route.steps,
};
const device = deviceView(asked);

describe('a route as it is shown', () => {
  test('what goes down comes back: every step of the plan once, every screw counted', () => {
    const view = wayView(asked, device.here, found);
    expect(view.down.map(({ action }) => action?.id as string)).toEqual([...route.steps]);
    const screws = view.down.reduce((sum, { joint }) => sum + (joint?.count ?? 0), 0);
    expect([view.screwsOut, view.screwsOut > 10]).toEqual([screws, true]);
    const back = new Set(view.back.map(({ action }) => action?.joint).filter(Boolean));
    const undone = new Set(view.down.map(({ action }) => action?.joint).filter(Boolean));
    expect([...undone].filter((joint) => !back.has(joint))).toEqual([]);
    expect(view.picks.tools.length).toBeGreaterThan(0);
    expect(device.nameOf('battery')).toMatch(/battery/i);
  });

  test('before there is a plan there is the device: its parts by depth, what is usually asked for, its tools', () => {
    const view = wayView(asked, device.here, { ...found, targets: [], planned: null });
    expect([view.down, view.back, view.screwsOut, view.targetActions]).toEqual([[], [], 0, []]);
    expect(device.depths.length).toBeGreaterThan(5);
    expect(device.offered.map(({ id }) => id)).toContain('battery');
    expect(new Set(device.tools).size).toBe(device.tools.length);
  });
});

describe('the keys of a route', () => {
  const acts: RouteActs = {
    ...{ walk: jest.fn(), start: jest.fn(), setAside: jest.fn(), review: jest.fn(), toggle: jest.fn() },
  };
  const at = (more: Partial<RouteNow> = {}) =>
    routeCommands(
      {
        ...{ offered: device.offered, targets: ['battery'], hasRoute: true, isAside: false },
        ...{ isJobOpen: false, starting: false, whatIf: false, ofOrder: [] },
        ...more,
      },
      acts,
    );
  const startOf = (more: Partial<RouteNow>) => at(more).find(({ id }) => id === 'start');

  test('each target has its number, which takes it up and leaves it again', () => {
    const { offered } = device;
    for (const [i, { id }] of offered.entries()) {
      meantBy(at(), { key: String(i + 1) })?.run();
      expect(acts.toggle).toHaveBeenLastCalledWith(id);
    }
    const [first, second] = at().filter(({ id }) => id.startsWith('target-'));
    expect([first?.words, second?.words]).toEqual(['not the battery', expect.not.stringContaining('not')]);
  });

  test('a start that is held says why; a job that is open is gone on with, whatever is tried', () => {
    expect(startOf({})?.unless).toBeNull();
    expect(startOf({ whatIf: true })?.unless).toContain('tried out');
    expect(startOf({ whatIf: true, isJobOpen: true })).toMatchObject({
      unless: null,
      words: 'Resume the open job',
    });
    expect(startOf({ starting: true })?.unless).toContain('being started');
  });

  test('nothing is compared before there is a route', () => {
    expect(at({ hasRoute: false }).find(({ id }) => id === 'compare')?.when).toBe(false);
    expect(at({ isAside: true }).find(({ id }) => id === 'compare')?.words).toContain('away');
  });
});
