import { describe, expect, test } from '@jest/globals';
import { emptyContext } from '../reader/context.ts';
import { readLine } from '../reader/readLine.ts';
import { layersOf } from './layers.ts';
import { foldLines, standingEntries, type LogRecord, type RecordBody } from './log.ts';
import { confusablePairs, trayOf } from '../run/tray.ts';

const entriesOf = (text: string) => [...readLine(text, emptyContext()).entries];
const line = (text: string): RecordBody => ({ kind: 'line', text, entries: entriesOf(text) });
const log = (...bodies: [string, RecordBody][]): LogRecord[] =>
  bodies.map(([id, body]) => ({ id, at: '2026-01-01T08:00:00Z', body }));

describe('the log of a recording', () => {
  test('a corrected line keeps its place and its earlier words; a struck line comes back when restored', () => {
    const records = log(
      ['a', line('battery: 4 PH00')],
      ['b', line('battery off')],
      ['c', { kind: 'correct', of: 'a', text: 'battery: 5 PH00', entries: entriesOf('battery: 5 PH00') }],
      ['d', { kind: 'strike', of: 'b' }],
    );
    const lines = foldLines(records);
    expect(lines.map(({ text, struck, earlier }) => ({ text, struck, earlier }))).toEqual([
      { text: 'battery: 5 PH00', struck: false, earlier: ['battery: 4 PH00'] },
      { text: 'battery off', struck: true, earlier: [] },
    ]);
    expect(standingEntries(lines)).toHaveLength(1);
    expect(
      standingEntries(foldLines([...records, ...log(['e', { kind: 'restore', of: 'b' }])])),
    ).toHaveLength(2);
  });

  test('the same record twice counts once', () => {
    const records = log(['a', line('battery: 4 PH00')]);
    expect(foldLines([...records, ...records])).toHaveLength(1);
  });

  test('tray and layers follow: letters by appearance, captive apart, look-alikes named', () => {
    const entries = [
      'missing: 1 base cover screw',
      'base cover: 6 PH0 M2x5, 2 captive PH0',
      'base cover off',
      'drive shield 3 PH0 M2x3',
      "board won't come: usb bracket holds it",
    ].flatMap(entriesOf);
    const tray = trayOf(entries);
    expect(tray.cells.map(({ letter, count }) => `${letter}${count}`)).toEqual(['A6', 'B2', 'C3']);
    expect(tray).toMatchObject({ inTray: 9, captive: 2, missing: 1 });
    expect(confusablePairs(tray.cells).map(({ a, b, apartMm }) => [a.letter, b.letter, apartMm])).toEqual([
      ['A', 'C', 2],
    ]);
    expect(layersOf(entries).map(({ part, state }) => `${part} ${state}`)).toEqual([
      'base-cover off',
      'drive-shield work',
      'usb-bracket ahead',
      'system-board waits',
    ]);
  });
});
