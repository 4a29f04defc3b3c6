/** @jest-environment jsdom */
import { describe, expect, test } from '@jest/globals';
import { emptyContext, matGroups, readLine, trayOf, type Entry, type KeptLine } from '@bemtor/core';
import type { StripLine } from '../../stores/recording.ts';
import { mounting, press, settled } from '../../testing/mountKit.ts';
import BenchLine from './BenchLine.vue';
import DoubtPanel from './DoubtPanel.vue';
import EntryStrip from './EntryStrip.vue';
import LayerStack from './LayerStack.vue';
import RecorderWhere from './RecorderWhere.vue';
import TeachPanel from './TeachPanel.vue';
import TrayPanel from './TrayPanel.vue';
import WaysIn from './WaysIn.vue';

const show = mounting();
const read = (text: string) => readLine(text, { ...emptyContext(), at: 0 });
const lineOf = (id: string, text: string, more: Partial<StripLine> = {}): StripLine =>
  ({
    id,
    at: '2026-01-05T08:00:00Z',
    text,
    entries: read(text).entries,
    struck: false,
    narrated: false,
    points: {},
    pictures: [],
    ties: [],
    earlier: [],
    state: 'kept',
    refused: null,
    ...more,
  }) as StripLine;

describe('the bench line', () => {
  const line = (text: string, more: object = {}) =>
    show(BenchLine, {
      props: {
        modelValue: text,
        reading: read(text),
        completion: null,
        nearest: new Map(),
        offer: null,
        correcting: false,
        asking: false,
        teachFault: null,
        placeholder: 'next step',
        ...more,
      },
    });

  test('Enter keeps it; with Shift it is a new line of text', async () => {
    const bench = line('fan 3 PH0 M2x4');
    await bench.find('textarea').trigger('keydown', { key: 'Enter' });
    expect(bench.emitted('keep')).toHaveLength(1);
    await bench.find('textarea').trigger('keydown', { key: 'Enter', shiftKey: true });
    expect(bench.emitted('keep')).toHaveLength(1);
  });

  test('a word that is not known is yellow, taught by F2, and its near ones are a press away', async () => {
    const bench = line('battery zonked', { nearest: new Map([['zonked', ['locked']]]) });
    expect(bench.find('.mirror .unknown').text()).toBe('zonked');
    await bench
      .findAll('button')
      .find((one) => one.text() === 'locked?')
      ?.trigger('click');
    expect(bench.emitted('exchange')).toEqual([['zonked', 'locked']]);
    await bench.find('textarea').trigger('keydown', { key: 'F2' });
    await settled();
    expect(bench.find('[data-testid=teach]').attributes('aria-label')).toBe('Teach the word zonked');
  });

  test('Tab completes, or takes what the last step makes likely', async () => {
    const completing = line('batt', { completion: 'battery' });
    await completing.find('textarea').trigger('keydown', { key: 'Tab' });
    expect(completing.emitted('complete')).toHaveLength(1);
    const offered = line('', { offer: { line: 'right hinge 3 T5', words: 'the same at the right hinge' } });
    await offered.find('textarea').trigger('keydown', { key: 'Tab' });
    expect(offered.emitted('take')).toHaveLength(1);
  });

  test('an empty line has nothing to keep', () => {
    expect(line('').find('.keys button').attributes('disabled')).toBeDefined();
  });
});

describe('a doubt', () => {
  const doubts = [
    { why: 'three of what?', answers: [{ words: '3 screws of the fan', entries: [] as Entry[] }] },
  ] as never;
  test('is answered by one key, by the reading, as a note, or not', async () => {
    const panel = show(DoubtPanel, { props: { doubts, asking: false } });
    expect(panel.find('.answers').exists()).toBe(false);
    await panel.setProps({ asking: true });
    await settled();
    for (const key of ['1', 'Enter', 'n', 'Escape', '9', 'x']) press(key);
    expect(panel.emitted('answer')).toEqual([[[]]]);
    expect(panel.emitted('read')).toHaveLength(1);
    expect(panel.emitted('note')).toHaveLength(1);
    expect(panel.emitted('leave')).toHaveLength(1);
    expect(panel.findAll('kbd').map((key) => key.text())).toEqual(['Enter', '1', 'N', 'Esc']);
  });
});

describe('teaching a word', () => {
  test('a part, a tool, nothing: by one key', async () => {
    const panel = show(TeachPanel, { props: { word: 'Gizmo', fault: null } });
    for (const key of ['p', 't', 'f']) press(key);
    expect(panel.emitted('teach')).toEqual([
      [{ word: 'gizmo', means: 'gizmo' }],
      [{ word: 'gizmo', means: 'tool' }],
      [{ word: 'gizmo', means: 'filler' }],
    ]);
  });

  test('the same as another word asks for it; letters are text there', async () => {
    const panel = show(TeachPanel, { props: { word: 'snake', fault: 'known already' } });
    press('w');
    await settled();
    expect(document.activeElement).toBe(panel.find('input').element);
    press('p');
    expect(panel.emitted('teach')).toBeUndefined();
    await panel.find('input').setValue('Display Cable');
    await panel.find('form').trigger('submit');
    expect(panel.emitted('teach')).toEqual([[{ word: 'snake', means: 'display cable' }]]);
    expect(panel.find('.fault').text()).toBe('known already');
  });
});

describe('the strip', () => {
  const lines = [
    lineOf('a', 'base cover 7 PH0 M2x5'),
    lineOf('b', 'base cover off', { state: 'waiting' }),
    lineOf('c', 'fan off', { struck: true }),
    lineOf('d', 'zibbel', { refused: 'it is no line' } as Partial<StripLine>),
  ];
  const { cells } = trayOf(lines[0]?.entries ?? []);
  const strip = (selected: string | null) => show(EntryStrip, { props: { lines, selected, cells } });

  test('says of each line where it stands', () => {
    const rows = strip(null).findAll('[data-testid=strip-line]');
    expect(rows[0]?.find('.letter').text()).toBe('A');
    expect(rows[1]?.text()).toContain('not saved yet');
    expect(rows[2]?.classes('struck')).toBe(true);
    expect(rows[3]?.text()).toContain('Not saved: it is no line');
    expect(rows.filter((row) => row.attributes('aria-current'))).toHaveLength(0);
  });

  test('the one at hand is put right, struck and pictured; a refused one sent again or dropped', async () => {
    const one = strip('c');
    const rows = one.findAll('[data-testid=strip-line]');
    expect(rows[2]?.attributes('aria-current')).toBe('true');
    for (const words of ['correct', 'restore', 'picture'])
      await rows[2]
        ?.findAll('button')
        .find((button) => button.text().includes(words))
        ?.trigger('click');
    for (const words of ['Send again', 'Drop it'])
      await rows[3]
        ?.findAll('button')
        .find((button) => button.text() === words)
        ?.trigger('click');
    await rows[0]?.trigger('click');
    for (const [name, id] of [
      ['edit', 'c'],
      ['strike', 'c'],
      ['picture', 'c'],
      ['retry', 'd'],
      ['discard', 'd'],
    ] as const)
      expect([name, (one.emitted(name)?.[0]?.[0] as StripLine).id]).toEqual([name, id]);
    expect(one.emitted('select')).toEqual([['a']]);
  });

  test('a long recording shows its last lines; those before come by a press', async () => {
    const many = Array.from({ length: 230 }, (_, i) => lineOf(`l${i}`, 'fan off'));
    const long = show(EntryStrip, { props: { lines: many, selected: null, cells: [] } });
    expect(long.findAll('[data-testid=strip-line]')).toHaveLength(200);
    await long.find('[data-testid=earlier-lines]').trigger('click');
    expect(long.findAll('[data-testid=strip-line]')).toHaveLength(230);
  });
});

describe('beside the line', () => {
  const texts = ['base cover 3 PH0 M2x5', 'base cover 2 PH0 M2x6', 'base cover off', 'fan 2 PH0 M2x5'];
  const lines = texts.map((text, i) => lineOf(`l${i}`, text)) as KeptLine[];
  const entries = lines.flatMap((line) => line.entries);

  test('the tray: a cell a kind, the sums, and what looks alike', async () => {
    const tray = show(TrayPanel, { props: { tray: trayOf(entries), nowKind: null } });
    expect(tray.findAll('.letter').map((letter) => letter.text())).toEqual(['A', 'B']);
    expect(tray.find('[data-testid=in-tray]').text()).toBe('7');
    expect(tray.find('.caution').text()).toContain('A and B look alike');
    expect(tray.find('[data-testid=weigh-A]').attributes('aria-label')).toBe('Weigh cell A');
  });

  test('where: the last group on its side, each tap a screw, never more than there are', async () => {
    const groups = matGroups(lines);
    const where = show(RecorderWhere, {
      props: { groups, line: null, outline: { width: 300, depth: 200 }, parts: [] },
    });
    expect(where.find('[data-testid=recorder-placed]').text()).toBe('A · fan, 0 of 2');
    where.findComponent({ name: 'WherePicture' }).vm.$emit('tap', { x: 10, y: 10 });
    expect(where.emitted('place')).toEqual([[groups.at(-1), [{ x: 10, y: 10 }]]]);
    await where.setProps({ line: 'l0' });
    expect(where.find('[data-testid=recorder-placed]').text()).toBe('A · base cover, 0 of 3');
  });

  test('the layers: what is off above, where the hands are, what lies ahead', () => {
    const layers = [
      { part: 'base-cover', name: 'Base cover', state: 'off', detail: '5 screws' },
      { part: 'fan', name: 'Fan', state: 'work', detail: '2 screws' },
      { part: 'board', name: 'Board', state: 'ahead', detail: 'not opened' },
    ] as never;
    const stack = show(LayerStack, { props: { layers, partInWork: 'fan' } });
    expect(stack.findAll('li').map((row) => row.find('strong, s').text())).toEqual([
      'Base cover',
      'Inside',
      'Fan',
      'Board',
    ]);
  });

  test('three ways in, each by its key, also while something is typed', async () => {
    const ways = show(WaysIn, { props: { way: 'line' } });
    await settled();
    expect(ways.findAll('[role=tab]').map((tab) => tab.attributes('aria-selected'))).toEqual([
      'true',
      'false',
      'false',
    ]);
    for (const key of ['F7', 'F8', 'F9']) press(key);
    expect(ways.emitted('choose')).toEqual([['palette'], ['narration']]);
    expect(ways.emitted('review')).toHaveLength(1);
  });
});
