import { describe, expect, test } from '@jest/globals';
import { emptyContext, readLine } from '@bemtor/core';
import fc from 'fast-check';
import type { StripLine } from '../../stores/recording.ts';
import { correctionBegun, entered, keyMeans, left, lineOf, selectionMoved, typed } from './lineState.ts';

const kept = (id: string, text = 'base cover 3 PH0 M2x5'): StripLine =>
  ({ id, text, entries: [], state: 'kept', refused: null }) as unknown as StripLine;
const readingOf = (text: string) => readLine(text, emptyContext());

describe('the bench line', () => {
  test('a sure line is kept at once, and the next is empty', () => {
    const text = 'fan 3 PH0 M2x4';
    expect(entered(lineOf(text), readingOf(text), null)).toEqual({
      state: lineOf(''),
      keep: { words: text, line: null, answered: null },
    });
    expect(entered(lineOf('  '), readingOf('  '), null).keep).toBeNull();
  });

  test('one in doubt asks first; the second Enter takes it as it is read, another text asks no more', () => {
    const text = 'fan 3 gizmo';
    const reading = { ...readingOf(text), doubts: [{ why: 'gizmo', answers: [] }] } as never;
    const asked = entered(lineOf(text), reading, null);
    expect(asked.keep).toBeNull();
    expect(asked.state.asking).toBe(true);
    expect(entered(asked.state, reading, null).keep?.words).toBe(text);
    expect(typed(asked.state, 'fan').asking).toBe(false);
  });

  test('an answer is kept in place of the reading, but for a correction that is taken as it is read', () => {
    const reading = readingOf('fan 3 PH0 M2x4');
    expect(entered(lineOf('fan'), reading, []).keep?.answered).toEqual([]);
    const amends = { ...reading, amends: 'correct' } as never as typeof reading;
    expect(entered(lineOf('no, four'), amends, amends.entries).keep?.answered).toBeNull();
  });

  test('a correction shows its line; left, it is gone, and what was typed anew stays', () => {
    const line = kept('b');
    const correcting = correctionBegun(lineOf('half typed'), line);
    expect(correcting).toMatchObject({ text: line.text, selected: 'b', correcting: line });
    expect(entered(correcting, readingOf(line.text), null).keep?.line).toBe(line);
    expect(left(correcting)).toEqual(lineOf(''));
    expect(left({ ...lineOf('half'), selected: 'b' })).toEqual(lineOf('half'));
  });

  test('arrows walk the lines from the last, past the last none is at hand', () => {
    const ids = ['a', 'b', 'c'];
    const up = (state: ReturnType<typeof lineOf>) => selectionMoved(state, ids, -1);
    expect(
      [up(lineOf('')), up(up(lineOf(''))), selectionMoved(up(lineOf('')), ids, 1)].map((s) => s.selected),
    ).toEqual(['c', 'b', null]);
    fc.assert(
      fc.property(fc.array(fc.constantFrom(-1, 1), { maxLength: 20 }), (walk) => {
        const end = walk.reduce((state, by) => selectionMoved(state, ids, by), lineOf(''));
        expect(end.selected === null || ids.includes(end.selected)).toBe(true);
      }),
    );
    expect(selectionMoved(lineOf(''), [], -1).selected).toBeNull();
  });

  test('while something is typed or put right, keys are text', () => {
    const at = { ...lineOf(''), selected: 'b' };
    expect(['ArrowDown', 'Enter', 'F4', 'Delete', 'Backspace', 'x'].map((key) => keyMeans(at, key))).toEqual([
      'down',
      'correct',
      'picture',
      'strike',
      'strike',
      null,
    ]);
    expect(keyMeans(lineOf(''), 'ArrowUp')).toBe('up');
    expect(keyMeans(lineOf(''), 'Enter')).toBeNull();
    for (const state of [{ ...at, text: 'f' }, correctionBegun(at, kept('b'))])
      expect(['ArrowUp', 'Enter', 'Backspace', 'Escape'].map((key) => keyMeans(state, key))).toEqual([
        null,
        null,
        null,
        'leave',
      ]);
  });
});
