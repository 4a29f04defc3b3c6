import { expect, test } from '@jest/globals';
import { deriveSequence } from '../derive/deriveSequence.ts';
import { trayOf } from '../run/tray.ts';
import { layersOf } from './layers.ts';
import { foldLines, recordBodySchema, standingEntries } from './log.ts';

/*
 * A log as it was written before going back, being seen and being served were kinds of entries: it folds to the
 * same lines, tray, layers and sequence as on the day it was written. Invented, as all of the demo.
 */

const id = (n: number): string => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const common = { at: 12, confidence: 1 };
const screws = (part: string, count: number, screw: object, text: string) => ({
  kind: 'undo',
  joint: { type: 'screws', count, screw, mechanism: null, hiddenBy: null, tighten: null, where: null },
  part,
  verb: 'unscrew',
  tool: 'PH0',
  text,
  ...common,
});
const bodies: readonly object[] = [
  {
    kind: 'line',
    text: 'base cover: 6 PH0 M2x5, 2 captive PH0',
    entries: [
      screws('base-cover', 6, { drive: 'PH', size: 'PH0', thread: 'M2', lengthMm: 5 }, '6 PH0 M2x5'),
      screws('base-cover', 2, { drive: 'PH', size: 'PH0', captive: true }, '2 captive PH0'),
    ],
  },
  {
    kind: 'line',
    text: 'base cover off',
    entries: [{ kind: 'lift', part: 'base-cover', text: 'base cover off', ...common, fromContext: [] }],
  },
  {
    kind: 'line',
    text: 'missing: 1 fan screw',
    entries: [
      { kind: 'missing', count: 1, part: 'fan', screw: null, text: 'missing: 1 fan screw', ...common },
    ],
  },
  {
    kind: 'line',
    text: 'fan 2 PH0',
    entries: [screws('fan', 2, { drive: 'PH', size: 'PH0' }, 'fan 2 PH0')],
  },
  {
    kind: 'correct',
    of: id(3),
    text: 'fan 3 PH0',
    entries: [screws('fan', 3, { drive: 'PH', size: 'PH0' }, 'fan 3 PH0')],
  },
  {
    kind: 'line',
    text: 'careful, sharp fins',
    entries: [{ kind: 'caution', text: 'sharp fins', ...common }],
    source: 'narration',
  },
];

test('a log of before folds as before', () => {
  const records = bodies.map((body, n) => ({
    id: id(n),
    at: '2026-10-01T08:00:00Z',
    body: recordBodySchema.parse(body),
  }));
  const lines = foldLines(records);
  expect(lines.map(({ text }) => text)).toEqual([
    'base cover: 6 PH0 M2x5, 2 captive PH0',
    'base cover off',
    'missing: 1 fan screw',
    'fan 3 PH0',
    'careful, sharp fins',
  ]);
  const entries = standingEntries(lines);
  expect(trayOf(entries)).toMatchObject({ inTray: 9, captive: 2, missing: 1, back: 0 });
  expect(layersOf(entries).map(({ part, state }) => `${part} ${state}`)).toEqual([
    'base-cover off',
    'fan work',
  ]);
  const model = { maker: 'A', name: 'B', code: 'C', form: 'notebook' as const };
  const derived = deriveSequence([{ id: 'r', lines }], model);
  if (!derived.ok) throw new Error(derived.fault.what);
  // One fan screw was missing on arrival: a whole device has four.
  expect(derived.value.sequence.joints.map(({ count }) => count)).toEqual([6, 2, 4]);
});
