/** @jest-environment jsdom */
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { CsvMapping, ImportLine } from '@bemtor/core';
import { mounting, press, settled } from '../../testing/mountKit.ts';
import ColumnMapping from './ColumnMapping.vue';
import ImportLines from './ImportLines.vue';
import { rememberedMapping, rememberMapping } from './mappings.ts';

const show = mounting();
const line = (n: number, text: string, problem: string | null = null): ImportLine => ({
  at: `row ${n}`,
  text,
  entries: [],
  problem,
});
const lines = [
  line(1, 'base cover off'),
  line(2, 'frobnicate the fan', '“frobnicate” is not understood'),
  line(3, 'fan off'),
  line(4, 'a cup of coffee', '“coffee” is not understood'),
];

describe('line by line', () => {
  const listed = (left: readonly string[] = []) =>
    show(ImportLines, { props: { lines, left: new Set(left), wordsOf: () => ['read so'] } });
  const here = (list: ReturnType<typeof listed>): string => list.find('.line.here').text();

  test('N goes from one problem to the next, round and round, past what was left out', async () => {
    const list = listed();
    for (const expected of ['frobnicate', 'coffee', 'frobnicate']) {
      press('n');
      await settled();
      expect(here(list)).toContain(expected);
    }
    await list.setProps({ left: new Set(['row 4']) });
    press('n');
    await settled();
    expect(here(list)).toContain('frobnicate');
    expect(list.findAll('.line.left')).toHaveLength(1);
  });

  test('a line is put right in its place: Enter keeps, Esc leaves, an empty one changes nothing', async () => {
    const list = listed();
    press('n');
    press('e');
    await settled();
    const field = () => list.find('[data-testid=mend-line] input');
    expect((field().element as HTMLInputElement).value).toBe('frobnicate the fan');
    await field().setValue('unplug fan');
    await field().trigger('keydown', { key: 'Enter' });
    expect(list.emitted('mend')).toEqual([['row 2', 'unplug fan']]);
    expect(field().exists()).toBe(false);

    press('e');
    await settled();
    await field().setValue('   ');
    await field().trigger('keydown', { key: 'Enter' });
    press('e');
    await settled();
    await field().setValue('else');
    await field().trigger('keydown', { key: 'Escape' });
    expect(list.emitted('mend')).toHaveLength(1);
  });

  test('X leaves a line out and takes it in again; a finger does the same, and names the row', async () => {
    const list = listed(['row 1']);
    press('x');
    press('ArrowDown');
    press('x');
    await settled();
    expect(list.emitted('leave')).toEqual([
      ['row 1', false],
      ['row 2', true],
    ]);
    await list.find('[aria-label="Leave row 3 out"]').trigger('click');
    expect(list.emitted('leave')?.at(-1)).toEqual(['row 3', true]);
    expect(here(list)).toContain('fan off');
    expect(list.find('[aria-label="Take row 1 in"]').exists()).toBe(true);
  });
});

describe('columns', () => {
  test('each is told by its own list; one that is cleared holds nothing', async () => {
    const mapping: CsvMapping = { title: 'Instruction', count: 'Qty' };
    const form = show(ColumnMapping, { props: { columns: ['Instruction', 'Qty', 'Bit'], mapping } });
    const lists = form.findAllComponents({ name: 'VSelect' });
    expect(lists.map((list) => list.props('label') as string).slice(0, 3)).toEqual([
      'What is done',
      'Part',
      'How many',
    ]);
    lists[4]?.vm.$emit('update:modelValue', 'Bit');
    lists[2]?.vm.$emit('update:modelValue', null);
    expect(form.emitted('change')).toEqual([
      [{ title: 'Instruction', count: 'Qty', tool: 'Bit' }],
      [{ title: 'Instruction' }],
    ]);
  });

  describe('what was told once', () => {
    beforeEach(() => localStorage.clear());
    const columns = ['Pos', 'Instruction'];

    test('holds for tables of the same columns, and for no others', () => {
      rememberMapping(columns, { title: 'Instruction' });
      expect(rememberedMapping(columns)).toEqual({ title: 'Instruction' });
      expect(rememberedMapping(['Instruction', 'Pos'])).toBeUndefined();
    });

    test('is told anew, and the oldest of many is forgotten', () => {
      rememberMapping(columns, { title: 'Pos' });
      rememberMapping(columns, { title: 'Instruction' });
      expect(rememberedMapping(columns)).toEqual({ title: 'Instruction' });
      for (let i = 0; i < 20; i++) rememberMapping([`c${i}`], { title: `c${i}` });
      expect(rememberedMapping(columns)).toBeUndefined();
      expect(rememberedMapping(['c19'])).toEqual({ title: 'c19' });
    });

    test.each(['not JSON', 'null', '[]', '{"[\\"Pos\\",\\"Instruction\\"]":{"title":"Gone","frob":"Pos"}}'])(
      'what is kept as %s does no harm',
      (kept) => {
        localStorage.setItem('bemtor.csv-mappings', kept);
        expect(rememberedMapping(columns) ?? {}).toEqual({});
        rememberMapping(columns, { title: 'Pos' });
        expect(() => rememberedMapping(columns)).not.toThrow();
      },
    );
  });
});
