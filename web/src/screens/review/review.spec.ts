/** @jest-environment jsdom */
import { describe, expect, test } from '@jest/globals';
import type { Reviewed } from '@bemtor/core';
import { ref } from 'vue';
import { demoSequence } from '../../testing/demoSequence.ts';
import { mounting, press, settled } from '../../testing/mountKit.ts';
import EditDialog from './EditDialog.vue';
import EditKeys from './EditKeys.vue';
import FindingsList from './FindingsList.vue';
import ReviewRows from './ReviewRows.vue';
import { reviewRows } from './reviewRows.ts';
import { useEditing } from './useEditing.ts';

const show = mounting();
const sequence = demoSequence();
const action = sequence.actions.find(({ id }) => id === 'unscrew-base-cover-2')!;

describe('findings', () => {
  const finding = (rule: string, remedy: object | undefined) => ({
    ...{ rule, place: 'a1', severity: 'warning', where: 'fan', reason: 'nothing says how' },
    ...(remedy ? { remedy } : {}),
  });
  const reviewed = {
    open: [
      finding('first', { kind: 'change', words: 'mend it', apply: (one: unknown) => one }),
      finding('second', { kind: 'line', words: 'say it', line: 'fan 2 PH0' }),
    ],
    settled: [{ finding: finding('third', undefined), choice: 'stands' }],
  } as unknown as Reviewed;

  test('one key mends, ignores, begins a line, or opens again', async () => {
    const list = show(FindingsList, { props: { reviewed } });
    press('a');
    press('s');
    press('ArrowDown');
    press('a');
    press('ArrowDown');
    press('u');
    press('a');
    expect(list.emitted('decide')).toEqual([
      ['first', 'a1', 'remedy'],
      ['first', 'a1', 'stands'],
      ['third', 'a1', 'open'],
    ]);
    expect(list.emitted('line')).toEqual([['fan 2 PH0']]);
    await settled();
    expect(list.findAll('li').map((row) => row.attributes('aria-current') ?? '')).toEqual(['', '', 'true']);
  });

  test('a check with nothing to say says so', () => {
    const list = show(FindingsList, { props: { reviewed: { open: [], settled: [] } as never } });
    expect(list.text()).toContain('nothing to say');
  });
});

describe('editing a step', () => {
  const rows = ref(
    reviewRows(
      sequence,
      [],
      () => '',
      () => [],
    ),
  );
  const edits: unknown[] = [];
  const editing = () =>
    useEditing({
      document: ref(sequence) as never,
      rows: rows as never,
      edit: async (changes) => void edits.push(...changes),
      undo: async () => void edits.push('undo'),
    });

  test('the keys walk, mark, take out and undo; what cannot be is not there', () => {
    const one = editing();
    one.chosen.value = action.id;
    const give = (id: string): unknown =>
      one
        .commands(2)
        .find((command) => command.id === id)
        ?.run();
    give('mark');
    expect([...one.marked.value]).toEqual([action.id]);
    expect(one.commands(0).find(({ id }) => id === 'split')?.words).toBe('own part (1)');
    give('next');
    expect(one.row.value?.action.id).not.toBe(action.id);
    give('previous');
    give('remove');
    give('undo');
    expect(edits).toEqual([{ what: 'remove', action: action.id }, 'undo']);
    expect(one.commands(0).find(({ id }) => id === 'undo')?.when).toBe(false);
    const keys = one.commands(1).flatMap(({ keys: own }) => [...own]);
    expect(keys).toHaveLength(new Set(keys).size);
  });

  test('its buttons are those keys, but for the arrows', () => {
    const one = editing();
    const keys = show(EditKeys, { props: { commands: one.commands(1) } });
    expect(keys.find('[role=toolbar]').attributes('aria-label')).toBe('Edit the step at hand');
    expect(keys.text()).toContain('new step');
    expect(keys.text()).not.toContain('next step');
    expect(keys.find('[data-testid=edit-undo]').text()).toContain('undo (1)');
  });

  test('the dialog takes what stands, and says what is wrong with an answer', async () => {
    const dialog = show(EditDialog, {
      props: { modelValue: true, ask: 'count', action, sequence, marked: [] },
    });
    await settled();
    const input = () => document.querySelector<HTMLInputElement>('[data-testid=edit-dialog] input');
    expect(input()?.value).toBe('6');
    const type = async (text: string): Promise<void> => {
      const field = input();
      if (!field) throw new Error('no field');
      field.value = text;
      field.dispatchEvent(new Event('input'));
      await settled();
      document
        .querySelector('[data-testid=edit-dialog] form')
        ?.dispatchEvent(new Event('submit', { cancelable: true }));
      await settled();
    };
    await type('many');
    expect(dialog.emitted('edits')).toBeUndefined();
    expect(document.body.textContent).toMatch(/number/i);
    await type('5');
    expect(dialog.emitted('edits')).toEqual([[[expect.objectContaining({ what: 'count', count: 5 })]]]);
    expect(dialog.emitted('update:modelValue')?.at(-1)).toEqual([false]);
  });

  test('a row says what it waits for, and the one at hand takes a ground out', async () => {
    const list = show(ReviewRows, {
      props: {
        rows: rows.value,
        sequence,
        at: 'lift-base-cover',
        marked: new Set([action.id]),
        changed: new Map([['lift-base-cover', ['count 5, was 6']]]),
      },
    });
    const row = list.find('[data-action=lift-base-cover]');
    expect(row.attributes('aria-current')).toBe('true');
    expect(row.text()).toContain('count 5, was 6');
    await row.find('[data-testid=take-out]').trigger('click');
    expect(list.emitted('free')?.[0]?.[0]).toBe('lift-base-cover');
    expect(list.find(`[data-action=${action.id}]`).classes('marked')).toBe(true);
  });
});
