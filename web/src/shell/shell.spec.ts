/** @jest-environment jsdom */
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import 'fake-indexeddb/auto';
import { createPinia, setActivePinia } from 'pinia';
import { nextTick } from 'vue';
import { mounting, press, settled } from '../testing/mountKit.ts';

const pushed: unknown[] = [];
jest.unstable_mockModule('vue-router', () => ({
  useRouter: () => ({ push: (to: unknown) => pushed.push(to) }),
}));
const { default: PaletteDialog } = await import('./PaletteDialog.vue');
const { default: KeySheet } = await import('../kit/KeySheet.vue');
const { default: NoticeBar } = await import('../kit/NoticeBar.vue');
const { default: WhoWorksHere } = await import('./WhoWorksHere.vue');
const { heldBecause, useCommands } = await import('../kit/useCommands.ts');
const { defineComponent, h } = await import('vue');

const show = mounting();
const given: string[] = [];
const Commands = defineComponent({
  setup() {
    useCommands(() => [
      { id: 'hand-back', keys: ['g'], words: 'hand back SK-0407', run: () => void given.push('hand-back') },
      { id: 'held', keys: ['h'], words: 'close the job', unless: 'it is open', run: () => undefined },
    ]);
    return () => h('div');
  },
});
const hits = [
  {
    kind: 'unit',
    title: 'SK-0407, Lark 14',
    detail: 'Bench 1',
    model: null,
    unit: 'u1',
    revision: null,
    number: null,
  },
  {
    kind: 'part',
    title: 'TB-4471',
    detail: 'Battery',
    model: null,
    unit: null,
    revision: null,
    number: 'TB-4471',
  },
];
let answers: () => Promise<Partial<Response>>;
beforeEach(() => {
  given.length = pushed.length = 0;
  heldBecause.value = '';
  setActivePinia(createPinia());
  answers = async () => ({ ok: true, json: async () => ({ hits }) });
  globalThis.fetch = (() => answers()) as unknown as typeof fetch;
});
afterEach(() => {
  jest.useRealTimers();
});

const field = (): HTMLInputElement => {
  const found = document.querySelector<HTMLInputElement>('[data-testid=search-text] input');
  if (!found) throw new Error('the palette is not open');
  return found;
};
async function type(text: string): Promise<void> {
  const input = field();
  input.focus();
  input.value = text;
  input.dispatchEvent(new Event('input'));
  await settled();
}
/** The answer is asked for a moment after the last letter. */
async function answered(): Promise<void> {
  await new Promise((resolve) => setTimeout(resolve, 200));
  await settled();
}
const rows = (): string[] =>
  [...document.querySelectorAll('[data-testid=search-hit] .title')].map((one) => one.textContent ?? '');

describe('the palette', () => {
  const open = async (): Promise<void> => {
    show(Commands);
    show(PaletteDialog, { props: { modelValue: true } });
    await settled();
  };

  test('with nothing typed it is what can be done here; Enter does the first', async () => {
    await open();
    expect(rows()).toEqual(['hand back SK-0407', 'close the job']);
    field().focus();
    press('ArrowDown');
    await settled();
    press('Enter');
    await settled();
    expect(heldBecause.value).toBe('it is open');
  });

  test('a ticket is gone to, though a command names it', async () => {
    await open();
    await type('SK-0407');
    for (let waits = 0; waits < 20 && rows().length < 3; waits++) await answered();
    expect(rows()).toEqual(['hand back SK-0407', 'SK-0407, Lark 14', 'TB-4471']);
    field().focus();
    press('Enter');
    await settled();
    expect(pushed).toEqual(['/unit/u1/intake']);
    expect(given).toEqual([]);
  });

  test('while the server is away, what can be done here is found all the same', async () => {
    answers = () => Promise.reject(new TypeError('network'));
    await open();
    await type('hand');
    for (let waits = 0; waits < 20 && !document.body.textContent?.includes('only what can be done'); waits++)
      await answered();
    expect(document.body.textContent).toContain('only what can be done here');
    expect(rows()).toEqual(['hand back SK-0407']);
  });
});

test('the sheet of keys lists what is on screen, and what is held with its reason', async () => {
  show(Commands);
  show(KeySheet, { props: { modelValue: true } });
  await settled();
  const words = document.querySelector('[data-testid=key-sheet]')?.textContent ?? '';
  expect(words).toContain('hand back SK-0407');
  expect(words).toContain('close the job (not now: it is open)');
  expect(words).toContain('Ctrl K');
});

test('why something cannot be done is said at the foot', async () => {
  show(NoticeBar);
  heldBecause.value = 'The tray is short';
  await nextTick();
  await settled();
  expect(document.querySelector('[data-testid=notice]')?.textContent).toContain('The tray is short');
});

test('who works here: initials in the header, asked by a mark, answered once', async () => {
  const who = show(WhoWorksHere);
  expect(who.text()).toBe('?');
  expect(who.find('button').attributes('title')).toContain('who is it today?');
  await who.find('button').trigger('click');
  await settled();
  const name = document.querySelector<HTMLInputElement>('[data-testid=who-name] input');
  if (!name) throw new Error('nobody is asked');
  name.value = 'Ilse Brandt';
  name.dispatchEvent(new Event('input'));
  await settled();
  name.closest('form')?.dispatchEvent(new Event('submit', { cancelable: true }));
  await settled();
  expect(who.find('button').text()).toBe('IB');
  expect(who.find('button').attributes('title')).toBe('Ilse Brandt works here');
});
