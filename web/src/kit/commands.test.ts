import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { found, keyName, keyOf, keysOf, meantBy, standing, type Command } from './commands.ts';

const command = (id: string, keys: string[], more: Partial<Command> = {}): Command => ({
  id,
  keys,
  words: id,
  run: () => undefined,
  ...more,
});

describe('what a key means', () => {
  const table = [
    command('up', ['ArrowUp']),
    command('earlier', ['Shift+ArrowUp']),
    command('gone', ['g'], { when: false }),
    command('hand-back', ['g', 'Delete'], { unless: 'there is no unit' }),
    command('sheet', ['?']),
  ];

  test('a letter in either case, a sign as it is written', () => {
    expect(meantBy(table, { key: 'G', shiftKey: true })?.id).toBe('hand-back');
    expect(meantBy(table, { key: '?', shiftKey: true })?.id).toBe('sheet');
    expect(meantBy(table, { key: 'q' })).toBeNull();
  });

  test('Shift makes another key of one that writes nothing; where that has no meaning, it is the same', () => {
    expect(meantBy(table, { key: 'ArrowUp' })?.id).toBe('up');
    expect(meantBy(table, { key: 'ArrowUp', shiftKey: true })?.id).toBe('earlier');
    expect(meantBy(table, { key: 'Delete', shiftKey: true })?.id).toBe('hand-back');
  });

  test('what means nothing now leaves its key to others; what is only held does not', () => {
    expect(standing(table).map(({ id }) => id)).toEqual(['up', 'earlier', 'hand-back', 'sheet']);
  });

  test('every key of a command that stands is answered by one that has it', () => {
    const key = fc.constantFrom('a', 'b', 'Enter', 'Shift+Enter', 'ArrowUp', ' ', '?');
    const commands = fc.array(
      fc.record({ keys: fc.uniqueArray(key, { maxLength: 3 }), when: fc.boolean() }),
      { maxLength: 6 },
    );
    fc.assert(
      fc.property(commands, key, (made, pressed) => {
        const all = made.map(({ keys, when }, i) => command(String(i), keys, { when }));
        const [shift, plain] = pressed.startsWith('Shift+')
          ? [true, pressed.slice('Shift+'.length)]
          : [false, pressed];
        const meant = meantBy(all, { key: plain, shiftKey: shift });
        const owners = all.filter(({ keys, when }) => when && keys.includes(pressed));
        if (owners.length > 0) expect(meant).toBe(owners[0]);
        else if (meant) expect(meant.keys).toContain(keyOf({ key: plain }));
      }),
    );
  });
});

test('keys are drawn as they stand on a keyboard', () => {
  expect([' ', 'ArrowUp', 'Shift+ArrowUp', 'Backspace', 'g', 'F9', '-'].map(keyName)).toEqual([
    'Space',
    '↑',
    'Shift ↑',
    'Bksp',
    'G',
    'F9',
    '−',
  ]);
  expect(keysOf(command('count', ['0', '1'], { drawn: '0 … 9' }))).toBe('0 … 9');
  expect(keysOf(command('next', [' ', 'PageDown']))).toBe('Space · PgDn');
});

describe('finding a command', () => {
  const table = [
    command('hand back SK-0407', ['g']),
    command('intake', ['i'], { more: 'condition and signs of the unit' }),
    command('undo', ['u'], { when: false }),
  ];
  test('by the beginnings of its words, in any order', () => {
    expect(found(table, 'back han').map(({ id }) => id)).toEqual(['hand back SK-0407']);
    expect(found(table, 'sig').map(({ id }) => id)).toEqual(['intake']);
    expect(found(table, '').map(({ id }) => id)).toEqual(['hand back SK-0407', 'intake']);
    expect(found(table, 'undo')).toEqual([]);
  });
});
