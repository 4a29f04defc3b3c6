/** @jest-environment jsdom */
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { ModelSummary, Option } from '@bemtor/core';
import { FakeShop } from '../../testing/fakeShop.ts';
import { click, inPage, mounting, settled, typeInto } from '../../testing/mountKit.ts';
import NewModelDialog from './NewModelDialog.vue';
import OptionsDialog from './OptionsDialog.vue';
import OutlineFields from './OutlineFields.vue';
import { modelChange, sayOfModel } from './tellModel.ts';

const show = mounting();
const submit = async (): Promise<void> => {
  inPage('form').dispatchEvent(new Event('submit', { cancelable: true }));
  await settled();
};

describe('options of a model', () => {
  const known: Option[] = [{ key: 'keyboard', label: 'Keyboard', values: ['plain', 'backlit'] }];
  const dialog = async (options: Option[] = known) => {
    const shown = show(OptionsDialog, { props: { modelValue: true, options } });
    await settled();
    return shown;
  };
  const fault = (): string => document.querySelector('[role=status]:not(.v-messages)')?.textContent ?? '';
  const held = (): boolean => inPage('[data-testid=keep-options]').hasAttribute('disabled');

  test('a new name leaves the key, to which steps refer', async () => {
    const shown = await dialog();
    await typeInto('[data-testid=option-0] input', 'Keys');
    await submit();
    expect(shown.emitted('keep')).toEqual([[[{ ...known[0], label: 'Keys' }]]]);
  });

  test('an option without values, without a name, or there twice is not kept, and says so', async () => {
    const shown = await dialog();
    await click('Another option');
    expect(held()).toBe(false);
    await typeInto('[data-testid=option-1] input', 'WWAN card');
    expect(fault()).toBe('WWAN card has no values: name at least one and press Enter.');
    const values = shown.findAllComponents({ name: 'VCombobox' }).at(-1);
    values?.vm.$emit('update:modelValue', ['none', ' fitted ']);
    await settled();
    expect(fault()).toBe('');
    await typeInto('[data-testid=option-1] input', 'Keyboard!');
    expect(fault()).toBe('Keyboard! is there twice.');
    expect(held()).toBe(true);
    await submit();
    expect(shown.emitted('keep')).toBeUndefined();
    await typeInto('[data-testid=option-1] input', '');
    expect(fault()).toBe('An option has no name.');
    await typeInto('[data-testid=option-1] input', 'WWAN card');
    await submit();
    expect(shown.emitted('keep')?.[0]?.[0]).toEqual([
      known[0],
      { key: 'wwan-card', label: 'WWAN card', values: ['none', 'fitted'] },
    ]);
  });

  test('one is taken out by its name', async () => {
    const shown = await dialog();
    inPage('[aria-label="Take out Keyboard"]').click();
    await settled();
    await submit();
    expect(shown.emitted('keep')).toEqual([[[]]]);
  });
});

describe('how large it is', () => {
  const fields = () => {
    const shown = show(OutlineFields, { props: { modelValue: null } });
    const type = async (side: string, text: string): Promise<void> =>
      typeInto(`[data-testid=outline-${side}] input`, text);
    const last = (event: string): unknown => shown.emitted(event)?.at(-1)?.[0] ?? null;
    return { shown, type, last };
  };

  test('width and depth make an outline, with a comma too; height is told where it is known', async () => {
    const { type, last } = fields();
    await type('width', '321,5');
    expect([last('update:modelValue'), last('valid')]).toEqual([null, false]);
    await type('depth', '218');
    expect([last('update:modelValue'), last('valid')]).toEqual([{ width: 321.5, depth: 218 }, true]);
    await type('height', '17.9');
    expect(last('update:modelValue')).toEqual({ width: 321.5, depth: 218, height: 17.9 });
  });

  test.each(['-4', 'wide', '2001', '0', '1e9', 'NaN'])('%s is no length', async (text) => {
    const { type, last } = fields();
    await type('width', text);
    await type('depth', '218');
    expect([last('update:modelValue'), last('valid')]).toEqual([null, false]);
    expect(document.body.textContent).toContain('A length in millimetres up to 2000 is expected');
  });

  test('all of it empty is an answer: it was not measured', async () => {
    const { shown, type, last } = fields();
    await shown.setProps({ modelValue: { width: 300, depth: 200 } });
    await settled();
    expect(inPage<HTMLInputElement>('[data-testid=outline-width] input').value).toBe('300');
    await type('width', '');
    expect(last('valid')).toBe(false);
    await type('depth', '');
    expect([last('update:modelValue'), last('valid')]).toEqual([null, true]);
  });
});

describe('a new model', () => {
  test('needs its names; a refusal stands in the dialog, and the next try goes on from there', async () => {
    const made: unknown[] = [];
    let refusal: string | null = 'TW11-1 is there already';
    const make = async (model: unknown): Promise<string | null> => {
      made.push(model);
      return refusal;
    };
    const shown = show(NewModelDialog, { props: { modelValue: true, make } });
    await settled();
    await submit();
    expect(made).toEqual([]);
    for (const [field, text] of [
      ['maker', ' Tervane '],
      ['name', 'Wren 11'],
      ['code', 'TW11-1'],
    ] as const)
      await typeInto(`[data-testid=model-${field}] input`, text);
    expect(inPage('button[type=submit]').textContent).toContain('Make TW11-1');
    await submit();
    expect(made).toEqual([{ maker: 'Tervane', name: 'Wren 11', code: 'TW11-1', form: 'notebook' }]);
    expect(document.body.textContent).toContain('TW11-1 is there already');
    expect(shown.emitted('made')).toBeUndefined();
    refusal = null;
    await submit();
    expect(shown.emitted('made')).toEqual([['TW11-1']]);
  });
});

describe('what is said of a model', () => {
  const shop = new FakeShop();
  beforeEach(() => shop.open());
  afterEach(() => shop.close());
  const model = {
    ...{ code: 'TL14-2', maker: 'Tervane', name: 'Lark 14', form: 'notebook' },
    outlineMm: { width: 322, depth: 218 },
  } as ModelSummary;

  test('is what differs, with what it was; the same again is nothing', () => {
    expect(modelChange(model, { name: 'Lark 14 G2', maker: 'Tervane' })).toEqual({
      set: { name: 'Lark 14 G2' },
      was: { name: 'Lark 14' },
    });
    expect(modelChange(model, { outlineMm: { width: 322, depth: 218 } })).toBeNull();
  });

  test('a conflict is said as one; another refusal in its own words', async () => {
    const what = { set: { name: 'x' }, was: { name: 'y' } };
    expect(await sayOfModel('TL14-2', what)).toBeNull();
    shop.refuse = { status: 412, detail: 'name is z', code: 'model-conflict' };
    expect(await sayOfModel('TL14-2', what)).toContain('Somebody changed TL14-2 in the meantime');
    shop.refuse = { status: 422, detail: 'The name is too long', code: 'invalid' };
    expect(await sayOfModel('TL14-2', what)).toBe('The name is too long');
  });
});
