/** @jest-environment jsdom */
import { describe, expect, test } from '@jest/globals';
import {
  indexSequence,
  matGroupsOfSequence,
  viewJob,
  whereOf,
  type JobEvent,
  type JobEventBody,
  type RunStep,
} from '@bemtor/core';
import WherePicture from '../../components/WherePicture.vue';
import { demoRoute } from '../../testing/demoSequence.ts';
import { mounting, press } from '../../testing/mountKit.ts';
import ArrivalCheck from './ArrivalCheck.vue';
import CloseJob from './CloseJob.vue';
import LedgerFoot from './LedgerFoot.vue';
import OtherBenches from './OtherBenches.vue';
import RunKeys from './RunKeys.vue';
import RunStepCard from './RunStepCard.vue';

const { document: document_, here, route, steps, stepWith } = demoRoute('battery');

let clock = Date.UTC(2026, 0, 5, 8);
const said = (body: JobEventBody): JobEvent => ({
  id: `e${clock}`,
  at: new Date((clock += 1_000)).toISOString(),
  body,
});
const started = said({
  kind: 'started',
  targets: ['battery'],
  configuration: {},
  steps: [...route.steps],
  plannedSeconds: 600,
});
const jobOf = (...bodies: JobEventBody[]) => viewJob(document_, [started, ...bodies.map(said)]);
const names = new Map<string, string>(document_.parts.map(({ id, name }) => [id, name]));

const show = mounting();

const rim = stepWith(({ phase, joint }) => phase === 'down' && joint?.count === 6);
const whereAt = (step: RunStep, through = 0) =>
  whereOf(here, indexSequence(here), step, matGroupsOfSequence(here), through);

describe('the picture of where', () => {
  test('draws each screw once, filled, ringed or to come, and says so to who does not see it', () => {
    const picture = show(WherePicture, { props: { where: whereAt(rim, 4) } });
    expect(picture.findAll('[data-testid=where-point]').map((one) => one.attributes('data-state'))).toEqual([
      ...Array(4).fill('done'),
      'next',
      'ahead',
    ]);
    const words = picture.find('svg').attributes('aria-label') ?? '';
    expect(words).toContain('bottom up');
    expect(words).toContain('6 points, 4 done');
    expect(words).toContain('next 5');
    expect(picture.text()).toContain('near edge, toward you');
  });

  test('captive screws are square, and named', () => {
    const captive = stepWith(({ phase, joint }) => phase === 'down' && joint?.screw?.captive === true);
    const picture = show(WherePicture, { props: { where: whereAt(captive) } });
    expect(picture.findAll('.point rect')).toHaveLength(2);
    expect(picture.find('b').text()).toBe('captive');
  });

  test('an edge to pry from is an arrow; a part to lift is a region with its sign', () => {
    const clips = stepWith(({ action }) => action?.joint === 'j-base-cover-clips');
    const pry = show(WherePicture, { props: { where: whereAt(clips) } });
    expect(pry.find('.motion path').attributes('marker-end')).toBe('url(#head)');
    expect(pry.find('svg').attributes('aria-label')).toContain('pry from the far edge');
    const lift = stepWith(
      ({ action, phase }) => phase === 'down' && action?.verb === 'lift' && action.part === 'battery',
    );
    const lifted = show(WherePicture, { props: { where: whereAt(lift) } });
    expect(lifted.find('.region.now').text()).toBe('battery');
    expect(lifted.find('svg').attributes('aria-label')).toContain('lift straight up');
  });

  test('points that are put in are numbered as they come', () => {
    const picture = show(WherePicture, {
      props: {
        where: whereAt(rim),
        putIn: [
          { x: 10, y: 10 },
          { x: 80, y: 10 },
        ],
      },
    });
    expect(picture.findAll('[data-testid=put-in]').map((one) => one.text())).toEqual(['1', '2']);
    expect(picture.find('svg').attributes('role')).toBe('application');
  });
});

describe('a step on the card', () => {
  const view = jobOf();
  const card = (step: RunStep, more: object = {}) =>
    show(RunStepCard, {
      props: {
        step,
        steps,
        count: null,
        row: view.ledger.rows.find(({ joint }) => joint === step.joint?.id) ?? null,
        drawing: null,
        where: whereAt(step),
        ground: null,
        putIn: null,
        ties: [],
        keep: 'cell',
        tapeRow: 1,
        names,
        arrival: { rows: view.ledger.rows, at: 0, hint: null },
        fitted: '',
        pictures: [],
        choice: 0,
        pauseReason: null,
        ...more,
      },
    });
  const counted = { of: 6, through: 4, complete: false, what: 'out', uncounted: false, short: 0 };
  const counts = { out: 4, missing: 0, back: 0, new: 0, omitted: 0, stripped: 0, lost: 0 };

  test('screws: the figure, the kind, the cell, the next one in words, and where', () => {
    const step = card(rim, { where: whereAt(rim, 4), count: { ...counted, counts } });
    expect(step.find('h1').text()).toBe('Base cover: remove 6 screws');
    expect(step.find('[data-testid=count]').text()).toBe('4/6');
    expect(step.text()).toContain('PH0 M2 × 5');
    expect(step.text()).toContain('into cell B');
    expect(step.text()).toMatch(/Next: 5, /);
    expect(step.find('[data-testid=where]').exists()).toBe(true);
  });

  test('no place is said twice', () => {
    const under = stepWith(({ phase, place }) => phase === 'down' && place.startsWith('under the'));
    const words = card(under).text().toLowerCase();
    expect(words.split(under.place.toLowerCase())).toHaveLength(2);
  });

  test('a tray that is short asks: new, or left out, with the words', async () => {
    const step = card(rim, { choice: 1, count: { ...counted, counts } });
    expect(step.find('[role=alert]').text()).toContain('1 screw is missing on arrival');
    await step.find('[data-testid=short] input').setValue('PH0 M2 × 6');
    const [fit] = step.findAll('[data-testid=short] button');
    await fit?.trigger('click');
    expect(step.emitted('settle')).toEqual([['new', 'PH0 M2 × 6']]);
  });

  test('set aside, it says why and continues', async () => {
    const step = card(rim, { pauseReason: 'waiting for part' });
    expect(step.text()).toContain('Set aside: waiting for part');
    await step
      .findAll('button')
      .find((one) => one.text() === 'Continue')
      ?.trigger('click');
    expect(step.emitted('resume')).toHaveLength(1);
  });
});

describe('the foot of the run', () => {
  test('the keys at hand, and the rarer ones unfolded', async () => {
    const commands = [
      { id: 'forward', keys: [' '], words: 'next screw', run: () => undefined },
      { id: 'all', keys: ['Enter'], words: 'all', run: () => undefined },
      { id: 'absent', keys: ['x'], words: 'step absent', run: () => undefined },
    ];
    const keys = show(RunKeys, { props: { commands } });
    expect(keys.findAll('button').map((one) => one.text())).toEqual([
      'Spacenext screw',
      'Enterall',
      'more …',
    ]);
    await keys.find('[data-testid=more-keys]').trigger('click');
    expect(keys.text()).toContain('step absent');
    expect(keys.find('[data-testid=more-keys]').attributes('aria-expanded')).toBe('true');
  });

  test('the tray: a cell for each kind under its letter, the one in use marked', () => {
    const view = jobOf({ kind: 'counted', joint: 'j-base-cover-screws', what: 'out', total: 3 });
    const foot = show(LedgerFoot, { props: { ledger: view.ledger, step: rim, names, up: false } });
    const cells = foot.findAll('[data-testid^=cell-]');
    expect(cells.map((cell) => cell.find('.letter').text())).toEqual(
      view.ledger.cells.map(({ letter }) => letter),
    );
    expect(cells.filter((cell) => cell.classes('now'))).toHaveLength(1);
    expect(cells[0]?.find('.count').text()).toBe('3 / 3');
  });

  test('who is at the same step is warned of', () => {
    const others = [
      { by: 'Ilse', step: rim.id },
      { by: '', step: null },
    ];
    const told = show(OtherBenches, { props: { others, steps, here: rim.id } });
    expect(told.text()).toContain('Ilse, at another bench, is at this step too');
    expect(told.text()).toContain('Another bench has this job open');
  });
});

describe('arrival and close', () => {
  test('missing screws are counted by a finger, never below none', async () => {
    const { rows } = jobOf().ledger;
    const check = show(ArrivalCheck, { props: { rows, at: 0, names, hint: 'missing: 1 base cover screw' } });
    expect(check.text()).toContain('missing: 1 base cover screw');
    const [fewer, more] = check.findAll('button');
    expect(fewer?.attributes('disabled')).toBeDefined();
    await more?.trigger('click');
    expect(check.emitted('set')).toEqual([[rows[0], 1]]);
  });

  const atClose = () => {
    const out: JobEventBody[] = jobOf().ledger.rows.flatMap(({ joint, expected, part }) => [
      { kind: 'counted', joint, what: 'out', total: expected ?? 0 } as const,
      {
        kind: 'done',
        step: `down:${steps.find((step) => step.joint?.id === joint)?.action?.id ?? part}`,
      } as const,
    ]);
    return jobOf(...out);
  };
  const close = (view: ReturnType<typeof jobOf>) =>
    show(CloseJob, { props: { view, names, absent: ['a foot'], explain: () => null } });

  test('what came off and is not back stops it by name, whatever is written', async () => {
    const [row] = jobOf().ledger.rows;
    const job = close(
      jobOf(
        { kind: 'counted', joint: row?.joint ?? '', what: 'out', total: 2 },
        { kind: 'done', step: 'down:lift-base-cover' },
      ),
    );
    await job.find('.reason input').setValue('one screw under the bench');
    press('Enter');
    expect(job.emitted('close')).toBeUndefined();
    expect(job.find('[data-testid=not-back]').text()).toContain('Base cover');
    await job.find('[data-testid=not-back] button').trigger('click');
    expect(job.emitted('putBack')).toHaveLength(1);
  });

  test('a ledger that does not balance closes only with its reason', async () => {
    const [row] = jobOf().ledger.rows;
    const job = close(jobOf({ kind: 'counted', joint: row?.joint ?? '', what: 'out', total: 2 }));
    expect(job.find('[data-testid=balance]').text()).toBe('The ledger does not balance');
    const button = job.find('[data-testid=close-job]');
    expect(button.attributes('aria-disabled')).toBe('true');
    press('Enter');
    expect(job.emitted('close')).toBeUndefined();
    await job.find('.reason input').setValue('one screw under the bench');
    press('Enter');
    expect(job.emitted('close')?.[0]).toEqual(['one screw under the bench']);
    expect(job.text()).toContain('A foot on arrival');
  });

  test('keys put a count right at the row at hand', () => {
    const view = atClose();
    const job = close(view);
    press('ArrowDown');
    press('+');
    press('f');
    const row = view.ledger.rows[1];
    expect(job.emitted('count')).toEqual([[row?.joint, 'back', 1]]);
    expect(job.emitted('renew')).toEqual([[row?.joint, 1, '']]);
  });
});
