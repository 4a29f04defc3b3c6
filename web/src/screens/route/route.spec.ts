/** @jest-environment jsdom */
import { describe, expect, test } from '@jest/globals';
import { cautionsOf, indexSequence, matGroupsOfSequence, partDepths, pickList, whereOf } from '@bemtor/core';
import DescentProfile from '../../components/DescentProfile.vue';
import { demoRoute } from '../../testing/demoSequence.ts';
import { mounting, press } from '../../testing/mountKit.ts';
import AssumedPanel from './AssumedPanel.vue';
import NotBorneOut from './NotBorneOut.vue';
import PartStack from './PartStack.vue';
import RouteQuestions from './RouteQuestions.vue';
import RouteSheet from './RouteSheet.vue';
import StepList from './StepList.vue';
import { offeredTargets } from './targets.ts';
import TargetBar from './TargetBar.vue';
import { usualAssumed } from './usePlan.ts';
import WorthChecking from './WorthChecking.vue';

const show = mounting();
const { document: sequence, here, route, steps } = demoRoute('battery');
const down = steps.filter(({ phase, action }) => phase === 'down' && action);
const textsOf = (all: readonly { text: () => string }[]): string[] => all.map((one) => one.text());

describe('the way down', () => {
  const list = (at: string | null) =>
    show(StepList, {
      props: { steps: down, at, photosOf: (id: string | undefined) => (id === route.steps[0] ? ['p1'] : []) },
    });

  test('each step with its screws and its place; the one that is looked at is marked, a photo is said', async () => {
    const steps_ = list(route.steps[2] ?? null);
    const rows = steps_.findAll('[data-testid=route-step]');
    expect(rows).toHaveLength(route.steps.length);
    expect(rows.filter((row) => row.attributes('aria-current') === 'true')).toHaveLength(1);
    expect(steps_.findAll('[aria-label="there is a photo"]')).toHaveLength(1);
    expect(steps_.text()).toMatch(/Base cover: remove 6 screws\s*PH0 M2 × 5 flat, rim and middle/);
    await rows[1]?.trigger('click');
    expect(steps_.emitted('point')).toEqual([[route.steps[1]]]);
  });

  test('the profile is a dive: a dot for each step, the target named', () => {
    const profile = show(DescentProfile, {
      props: { sequence: here, steps: route.steps, targets: ['lift-battery'], at: route.steps[3] ?? null },
    });
    expect(profile.attributes('aria-label')).toContain(`${route.steps.length} steps`);
    expect(profile.text()).toContain('battery');
  });
});

describe('where to', () => {
  test('usual targets by key, others that were chosen can be left again', async () => {
    const bar = show(TargetBar, {
      props: {
        sequence: here,
        offered: offeredTargets(here),
        targets: ['battery', 'fan'],
        nameOf: (target: string) => target.toUpperCase(),
      },
    });
    const pressed = bar.findAll('button').filter((one) => one.attributes('aria-pressed') === 'true');
    expect(textsOf(pressed)).toEqual(['1 Battery', 'FAN ×']);
    await pressed[1]?.trigger('click');
    expect(bar.emitted('toggle')).toEqual([['fan']]);
  });

  test('every part stands in the stack, outermost first', async () => {
    const parts = partDepths(here);
    const stack = show(PartStack, { props: { parts, targets: ['battery'] } });
    expect(stack.findAll('button')).toHaveLength(parts.length);
    const depthOf = new Map(parts.map(({ name, depth }) => [name, depth]));
    const depths = textsOf(stack.findAll('button')).map((name) => depthOf.get(name) ?? -1);
    expect(depths).toEqual([...depths].sort((a, b) => a - b));
  });
});

describe('beside the route', () => {
  const sheet = (more: object = {}) =>
    show(RouteSheet, {
      props: {
        route,
        downAndBack: '17 min',
        most: '22 min',
        learned: 12,
        downOnly: '6 min',
        screwsOut: 21,
        picks: pickList(sequence, {}, steps),
        cautions: cautionsOf(steps),
        why: [{ words: '“Base cover off” before: it covers the battery', place: 4 }],
        pinnable: [{ value: 'lift-fan', title: 'Fan off' }],
        at: 3,
        where: whereOf(here, indexSequence(here), down[6]!, matGroupsOfSequence(here), 0),
        ...{ ties: [], ground: null, photos: [] },
        start: { id: 'start', keys: ['Enter'], words: 'Start the run', run: () => undefined },
        ...more,
      },
    });

  test('typical, and what 80 % stay under; each ground may be doubted; the start is one key', async () => {
    const beside = sheet();
    expect(beside.text()).toContain('typical, down and back');
    expect(beside.text()).toContain('80 % take less');
    expect(beside.text()).toContain('Times from 12 steps of this shop');
    await beside
      .findAll('button')
      .find((one) => one.text() === 'what if not?')
      ?.trigger('click');
    expect(beside.emitted('drop')).toEqual([[4]]);
    expect(beside.find('[data-testid=start-run]').text()).toBe('EnterStart the run');
    expect(beside.find('[data-testid=where]').exists()).toBe(true);
  });

  test('where the step is: on the photo of the device that its points are tied to, or on one under the outline', () => {
    const ties = [
      { n: 1, picture: 'p1', x: 0.25, y: 0.5 },
      { n: 2, picture: 'p1', x: 0.75, y: 0.5 },
    ];
    const seen = sheet({ ties });
    expect(seen.find('[data-testid=where-photo] img').attributes('src')).toContain('p1');
    expect(seen.findAll('[data-testid=where-photo] .mark')).toHaveLength(2);
    const places = [
      { x: 0.1, y: 0.1, mm: { x: 0, y: 0 } },
      { x: 0.9, y: 0.9, mm: { x: 322, y: 221 } },
    ];
    const ground = { face: 'bottom', picture: 'p2', aspect: 1.5, places };
    expect(sheet({ ground }).find('[data-testid=where] image').attributes('href')).toContain('p2');
  });

  test('a start that is held says why', () => {
    const held = {
      id: 'start',
      keys: ['Enter'],
      words: 'Start the run',
      unless: 'only tried out',
      run: () => 0,
    };
    expect(sheet({ start: held }).find('[data-testid=start-run]').attributes('title')).toBe('only tried out');
  });

  test('what the plan takes for granted is changed, and as usual again', async () => {
    const panel = show(AssumedPanel, {
      props: {
        options: sequence.options,
        configuration: {},
        assumed: { ...usualAssumed, off: ['base-cover'] },
        tools: ['PH0'],
        parts: [
          { part: 'base-cover', name: 'Base cover', depth: 0 },
          { part: 'battery', name: 'Battery', depth: 1 },
        ],
      },
    });
    expect(panel.find('summary').text()).toContain('changed');
    const off = panel.findAll('fieldset button');
    expect(off.map((one) => one.attributes('aria-pressed'))).toEqual(['true', 'false']);
    await off[1]?.trigger('click');
    expect(panel.emitted('assume')?.[0]).toEqual([
      expect.objectContaining({ off: ['base-cover', 'battery'] }),
    ]);
    await panel.find('input[type=number]').setValue('900');
    expect(panel.emitted('assume')).toHaveLength(1);
    await panel.find('input[type=number]').setValue('9');
    expect(panel.emitted('assume')).toHaveLength(2);
    await panel
      .findAll('button')
      .find((one) => one.text() === 'as usual again')
      ?.trigger('click');
    expect(panel.emitted('assume')?.at(-1)).toEqual([usualAssumed]);
  });

  test('a question about the unit is answered by what it costs', async () => {
    const asked = show(RouteQuestions, {
      props: {
        questions: [
          {
            option: { key: 'card', label: 'Cellular card', values: ['none', 'cellular'] },
            answers: [
              { value: 'none', total: 300, sign: 'no tray' },
              { value: 'cellular', total: null, sign: 'a tray' },
            ],
          },
        ] as never,
      },
    });
    expect(asked.text()).toContain('no tray; 5 min down');
    expect(asked.text()).toContain('a tray; no way there');
    await asked.findAll('button')[1]?.trigger('click');
    expect(asked.emitted('answer')).toEqual([['card', 'cellular']]);
  });

  test('an assumption is tried without, and over the whole device on demand', async () => {
    const assumptions = [{ part: 'battery', places: [2], anyOf: ['lift-fan'], saving: 90 }] as never;
    const panel = show(WorthChecking, {
      props: { sequence: here, assumptions, dropped: [2], overall: null, counting: false },
    });
    const [question, more] = panel.findAll('button');
    expect(question?.attributes('aria-pressed')).toBe('true');
    expect(question?.text()).toContain('left out');
    await question?.trigger('click');
    await more?.trigger('click');
    expect(panel.emitted('toggle')).toEqual([[[2]]]);
    expect(panel.emitted('overall')).toHaveLength(1);
  });

  test('what is not borne out is settled: yes, no, or only with an option', async () => {
    const need = { action: 'lift-battery', before: 'lift-fan' };
    const panel = show(NotBorneOut, {
      props: {
        sequence: here,
        open: [need, need] as never,
        options: sequence.options.slice(0, 1),
        settled: null,
        ahead: true,
      },
    });
    await panel.find('[data-testid=borne-yes]').trigger('click');
    await panel.find('[data-testid=borne-no]').trigger('click');
    await panel
      .findAll('button')
      .find((one) => one.text().includes('it depends'))
      ?.trigger('click');
    await panel.find('[data-testid=depends] button').trigger('click');
    expect(panel.emitted('settle')).toEqual([
      [need, 'yes'],
      [need, 'no'],
    ]);
    expect(panel.emitted('depends')).toEqual([[need, 'keyboard', 'plain']]);
    expect(panel.text()).toContain('1 more after this one');
    press('x');
    expect(panel.find('[data-testid=ahead]').text()).toContain('no revision has it yet');
  });
});
