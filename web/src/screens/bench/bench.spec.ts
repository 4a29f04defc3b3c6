/** @jest-environment jsdom */
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { JobSummary, UnitSummary } from '@bemtor/core';
import type { VueWrapper } from '@vue/test-utils';
import { FakeShop } from '../../testing/fakeShop.ts';
import { click, inPage, mounting, settled, typeInto } from '../../testing/mountKit.ts';
import CorrectDialog from './CorrectDialog.vue';
import HandBackDialog from './HandBackDialog.vue';
import NewUnitDialog from './NewUnitDialog.vue';
import { nextForUnit } from './nextForUnit.ts';

const show = mounting();
const shop = new FakeShop();
beforeEach(() => shop.open());
afterEach(() => shop.close());

/** Opens a dialog as its screen does: it is there, and then it is asked for. */
async function opened(dialog: VueWrapper): Promise<VueWrapper> {
  await dialog.setProps({ modelValue: true });
  await settled();
  return dialog;
}
const lark = { code: 'TL14-2', maker: 'Tervane', name: 'Lark 14', revision: 1 };
const unit = {
  ...{ id: 'u1', label: 'SK-0407', serial: 'TV-88', complaint: 'dies on battery', place: 'shelf 2' },
  ...{ model: { ...lark, retired: false, mergedInto: null }, job: null, recording: null },
  intake: { symptoms: [] },
} as unknown as UnitSummary;

describe('a unit goes back', () => {
  test('what is asked about stays, whatever is chosen behind the dialog', async () => {
    const dialog = await opened(show(HandBackDialog, { props: { modelValue: false, unit } }));
    expect(inPage('[role=dialog]').getAttribute('aria-label')).toBe('Hand back SK-0407?');
    expect(document.body.textContent).toContain('Tervane Lark 14, serial TV-88 leaves the bench');
    await dialog.setProps({ unit: { ...unit, label: 'SK-0999' } });
    expect(inPage('[data-testid=hand-back]').textContent).toContain('Hand back SK-0407');
    inPage('form').dispatchEvent(new Event('submit', { cancelable: true }));
    expect(dialog.emitted('handBack')).toEqual([[unit]]);
    expect(dialog.emitted('update:modelValue')).toEqual([[false]]);
  });

  test('kept here, nothing is said', async () => {
    const dialog = await opened(show(HandBackDialog, { props: { modelValue: false, unit } }));
    await click('Keep it here');
    expect(dialog.emitted('handBack')).toBeUndefined();
    expect(dialog.emitted('update:modelValue')).toEqual([[false]]);
  });
});

describe('a unit arrives', () => {
  const models = [
    { ...lark, form: 'notebook', retired: false, mergedInto: null },
    { ...lark, code: 'OLD-1', form: 'notebook', retired: true, mergedInto: null },
  ];
  const arriving = async () => {
    shop.answers.set('/models', { models });
    return opened(show(NewUnitDialog, { props: { modelValue: false } }));
  };
  const submit = async (): Promise<void> => {
    inPage('form').dispatchEvent(new Event('submit', { cancelable: true }));
    for (let i = 0; i < 20; i++) await new Promise((resolve) => setTimeout(resolve, 2));
    await settled();
  };
  const missing = (): string => inPage('button[type=submit]').getAttribute('title') ?? '';
  const chooseModel = async (dialog: VueWrapper, code: string): Promise<void> => {
    dialog.findComponent({ name: 'VAutocomplete' }).vm.$emit('update:modelValue', code);
    await settled();
  };

  test('what is still missing is named, one after the other', async () => {
    const dialog = await arriving();
    expect(missing()).toBe('Still needed: the ticket');
    await typeInto('input', 'SK-0500');
    expect(missing()).toBe('Still needed: the model');
    await chooseModel(dialog, 'new');
    expect(missing()).toBe('Still needed: the maker of the model');
    await submit();
    expect(shop.said).toEqual([]);
  });

  test('a model that is not made any more is not offered', async () => {
    const dialog = await arriving();
    const offered = dialog.findComponent({ name: 'VAutocomplete' }).props('items') as { value: string }[];
    expect(offered.map(({ value }) => value)).toEqual(['TL14-2', 'new']);
  });

  test('of a model that is known it is one event, and the bench hears which unit', async () => {
    const dialog = await arriving();
    await typeInto('input', '  SK-0500 ');
    await chooseModel(dialog, 'TL14-2');
    await submit();
    expect(shop.said).toMatchObject([{ kind: 'unit-arrived', label: 'SK-0500', model: 'TL14-2' }]);
    expect(dialog.emitted('arrived')).toEqual([[(shop.said[0] as { unit: string }).unit]]);
  });

  test('what is refused is said in the dialog, and said anew under the same id', async () => {
    const dialog = await arriving();
    await typeInto('input', 'SK-0407');
    await chooseModel(dialog, 'TL14-2');
    shop.refuse = { status: 409, detail: 'SK-0407 is on the bench already', code: 'label-taken' };
    await submit();
    expect(document.body.textContent).toContain('SK-0407 is on the bench already');
    expect(dialog.emitted('arrived')).toBeUndefined();
    shop.refuse = null;
    await typeInto('input', 'SK-0408');
    await submit();
    const units = shop.heard.map((body) => (body as { unit: string }).unit);
    expect(new Set(units).size).toBe(1);
    expect(dialog.emitted('arrived')).toHaveLength(1);
  });

  test('while the server is away it waits on this device, and work goes on', async () => {
    const dialog = await arriving();
    await typeInto('input', 'SK-0501');
    await chooseModel(dialog, 'TL14-2');
    shop.isAway = true;
    await submit();
    expect(dialog.emitted('arrived')).toHaveLength(1);
    expect(shop.said).toEqual([]);
  });
});

describe('names put right', () => {
  const correcting = async (of: Partial<UnitSummary> = {}) => {
    shop.answers.set('/models', {
      models: [{ ...lark, form: 'notebook', retired: false, mergedInto: null }],
    });
    shop.answers.set('/units/u1/changes', {
      changes: [
        {
          ...{ id: 'c1', at: '2026-01-05T08:00:00.000Z', by: 'Runa' },
          ...{ set: { label: 'SK-0407', withdrawn: true }, was: { label: 'SK-0470', withdrawn: false } },
        },
        {
          ...{ id: 'c2', at: '2026-01-05T09:00:00.000Z', by: null },
          ...{ set: { 'intake.notes': 'wet' }, was: { 'intake.notes': null } },
        },
      ],
    });
    const dialog = show(CorrectDialog, { props: { modelValue: false, unit: { ...unit, ...of } } });
    await opened(dialog);
    for (let i = 0; i < 10; i++) await new Promise((resolve) => setTimeout(resolve, 1));
    await settled();
    return dialog;
  };
  const keep = (): boolean => inPage('form').dispatchEvent(new Event('submit', { cancelable: true }));

  test('nothing is kept of nothing; only what differs is told', async () => {
    const dialog = await correcting();
    expect(inPage('button[type=submit]').hasAttribute('disabled')).toBe(true);
    keep();
    expect(dialog.emitted('correct')).toBeUndefined();
    await typeInto('input', 'SK-0417');
    keep();
    expect(dialog.emitted('correct')?.[0]?.[1]).toEqual({ label: 'SK-0417', serial: 'TV-88' });
  });

  test('an empty ticket is no ticket', async () => {
    const dialog = await correcting();
    await typeInto('input', '   ');
    keep();
    expect(dialog.emitted('correct')).toBeUndefined();
    expect(document.body.textContent).toContain('The number on the ticket');
  });

  test('what it was before stands in words, without what belongs to intake', async () => {
    await correcting();
    const past = [...document.querySelectorAll('details li')].map((one) => one.textContent);
    expect(past).toHaveLength(1);
    expect(past[0]).toMatch(/ticket SK-0407, before SK-0470; withdrawn.*\(Runa\)/);
  });

  test('the model of a unit with jobs is fixed, and says why', async () => {
    const dialog = await correcting({ job: {} as JobSummary });
    expect(dialog.findComponent({ name: 'VSelect' }).props('disabled')).toBe(true);
    expect(document.body.textContent).toContain('hand it back and take it in again');
  });

  test('made by mistake: withdrawn by its name', async () => {
    const dialog = await correcting();
    await click('SK-0407 was made by mistake');
    expect(dialog.emitted('withdraw')).toHaveLength(1);
  });
});

describe('what a unit waits for', () => {
  const job = { phase: 'down', at: 3, of: 20, nextTitle: 'Fan off', pausedSince: null, pauseReason: null };
  const of = (more: object): UnitSummary => ({ ...unit, ...more });
  test.each<[string, object, string, string]>([
    ['nothing is known', { complaint: '' }, 'intake', 'Just arrived: nothing is known yet'],
    ['a sequence stands', {}, 'route', 'Sequence revision 1 stands'],
    [
      'its job is closed',
      { job: { ...job, phase: 'closed' } },
      'route',
      'Last job closed. Sequence revision 1',
    ],
    ['a job is in work', { job }, 'run', 'Step 4 of 20: Fan off'],
    [
      'it was set aside',
      { job: { ...job, pausedSince: 'x', pauseReason: 'part' } },
      'run',
      'Set aside: part',
    ],
    ['all is done', { job: { ...job, phase: 'close' } }, 'run', 'the ledger waits'],
    ['the job has not begun', { job: { ...job, phase: 'not-started' } }, 'route', 'Job opened'],
    ['nobody recorded the model', { model: { ...lark, revision: null } }, 'recorder', 'no sequence yet'],
    [
      'one line was recorded',
      { model: { ...lark, revision: null }, recording: { lines: 1 } },
      'recorder',
      '1 line recorded',
    ],
  ])('%s', (_when, more, screen, words) => {
    const next = nextForUnit(of(more));
    expect(next.screen).toBe(screen);
    expect(next.waits).toContain(words);
  });
});
