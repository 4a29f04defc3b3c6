import { describe, expect, test } from '@jest/globals';
import { advanceContext, emptyContext } from './context.ts';
import type { Entry } from './entries/entry.ts';
import { lineLimit, readLine } from './readLine.ts';
import { shortEntry } from '../testing/lines.ts';

/* The language beyond the first examples. Common practice, no source. */

const short = (line: string) => readLine(line, emptyContext()).entries.map(shortEntry);

/** Reads lines one after the other, each leaning on those before. */
function session(lines: readonly string[]): string[][] {
  let context = emptyContext();
  return lines.map((line) => {
    const { entries } = readLine(line, context);
    context = advanceContext(context, entries);
    return entries.map(shortEntry);
  });
}

describe('sizes and numbers, typed or dictated', () => {
  test.each([
    ['two phillips double zero screws hold the speaker', ['unscrew screws 2 PH00 speaker']],
    ['PH #0 x 2 fan', ['unscrew screws 2 PH0 fan']],
    ['#00 phillips 3 fan', ['unscrew screws 3 PH00 fan']],
    ['number one phillips, two of the stand', ['unscrew screws 2 PH1 stand']],
    ['four torx five screws M2 by 4 base cover', ['unscrew screws 4 T5 M2 4 base-cover']],
    ['T5 torx, three of the fan', ['unscrew screws 3 T5 fan']],
    ['J I S one, six of the board', ['unscrew screws 6 JIS1 system-board']],
    ['twenty-two PH000 of keyboard', ['unscrew screws 22 PH000 keyboard']],
    ['a pair of PH0 screws of the fan', ['unscrew screws 2 PH0 fan']],
    ['fan 3 PH0 M two point five by three and a half', ['unscrew screws 3 PH0 M2.5 3.5 fan']],
    ['fan 2 PH0 screws, m to by for', ['unscrew screws 2 PH0 M2 4 fan']],
    ['the fan left fan 2 PH0', ['unscrew screws 2 PH0 left-fan']],
    [
      'hinge 3 screws, 2.46 by the calipers and six long',
      ['unscrew screws 3 6 hinge', 'note 2.46 by the calipers'],
    ],
    ['fan 4 PH0 no 3', ['unscrew screws 3 PH0 fan']],
    ['fan 2xPH0 M2x4', ['unscrew screws 2 PH0 M2 4 fan']],
    ['10 M2L3 of board', ['unscrew screws 10 M2 3 system-board']],
    ['3x PH0 M2 L4 fan', ['unscrew screws 3 PH0 M2 4 fan']],
    ['board 4 PH1 M2.5x0.45x6', ['unscrew screws 4 PH1 M2.5 6 system-board']],
    ['eight P5 1.2x3 bottom', ['unscrew screws 8 P5 M1.2 3 base-cover at bottom']],
    ['2 T8 screws 6.5 mm long of the stand', ['unscrew screws 2 T8 6.5 stand']],
    ['battery eleven point four volts, 41 watt hours', ['measure battery nominalV 11.4 energyWh 41']],
  ])('%s', (line, expected) => expect(short(line)).toEqual(expected));
});

describe('several acts in one line', () => {
  test.each([
    ['hinges 3 each PH1', ['unscrew screws 3 PH1 left-hinge', 'unscrew screws 3 PH1 right-hinge']],
    ['unplug fan and speakers', ['unplug connector fan', 'unplug connector speaker']],
    ['fan and speakers off', ['lift fan', 'lift speaker']],
    ['fan: 2 ph0, unplug, out', ['unscrew screws 2 PH0 fan', 'unplug connector fan', 'lift fan']],
    [
      'wlan card: 2 coax, 1 PH0 M2x3, out',
      [
        'unplug connector 2 coax wireless-card',
        'unscrew screws 1 PH0 M2 3 wireless-card',
        'lift wireless-card',
      ],
    ],
    ['turn bottom up, foot strip off', ['turn bottom', 'lift foot-strip']],
    [
      'foot off, 1 T5 under it, foot off, 1 T5 under it',
      [
        'lift foot',
        'unscrew screws 1 T5 base-cover under foot',
        'lift foot',
        'unscrew screws 1 T5 base-cover under foot',
      ],
    ],
    ['lift drive at 30 degrees, pull out', ['lift storage']],
  ])('%s', (line, expected) => expect(short(line)).toEqual(expected));
});

describe('what goes over to the new one, and what comes only together', () => {
  const read = (line: string) =>
    readLine(line, emptyContext()).entries.map(({ text: _t, at: _a, confidence: _c, ...rest }) => rest);
  test.each([
    ['the camera bracket goes over to the new lid', [{ kind: 'move', part: 'camera-bracket', to: 'lid' }]],
    ['swap the feet onto the new base cover', [{ kind: 'move', part: 'foot', to: 'base-cover' }]],
    [
      'the keyboard is only supplied with the palm rest',
      [{ kind: 'whole', part: 'keyboard', with: 'palm-rest' }],
    ],
    // Where it went on the bench is neither.
    ['move the cable to the left', [{ kind: 'note' }]],
  ])('%s', (line, expected) => expect(read(line)).toEqual(expected));
});

describe('what is known besides acts', () => {
  test.each([
    ['remove battery before fan', ['requires fan: battery']],
    ['before the keyboard: base cover and battery', ['requires keyboard: base-cover battery']],
    ['fan after heatsink', ['requires fan: heatsink']],
    ["can't remove fan, heatsink in the way", ['blocked fan by heatsink']],
    ['display stuck on left hinge screw', ['blocked display by left-hinge']],
    ['antenna under drive', ['note antenna under drive']],
    ['battery swollen, stop', ['caution battery swollen, stop']],
    ['disconnect the fan cable from the board', ['unplug connector fan']],
    ['camera cable under tape', ['unplug connector camera under tape']],
    ['fan bracket 2 PH0 M2x3', ['unscrew screws 2 PH0 M2 3 fan-bracket']],
    ['vga bracket off', ['lift vga-bracket']],
    ["keyboard can't be removed until palm rest off", ['requires keyboard: palm-rest']],
    ['battery over touchpad cable', ['note battery over touchpad cable']],
    ['p/n 0A1B2C of keyboard', ['number keyboard 0A1B2C fitted']],
    [
      'touchpad TM-P3401-001 alternate TM-P3401-004',
      ['number touchpad TM-P3401-001 fitted', 'number touchpad TM-P3401-004 alternate'],
    ],
    ['cover screw #4 stripped', ['stripped 1 base-cover']],
    ['wait half a minute', ['hold wait 30']],
    ['unplug black and white antenna', ['unplug connector 2 coax antenna black+white']],
    ['slide the battery connector cover', ['slide slide battery-connector-cover']],
    ['mic cable plug, 2 pin', ['unplug connector plug microphone', 'note 2 pin']],
  ])('%s', (line, expected) => expect(short(line)).toEqual(expected));
});

describe('leaning on the line before', () => {
  test('the other side, and words that take back a word', () => {
    expect(
      session([
        'left hinge 3 PH1 M2.5x5',
        'other side the same',
        'no, four',
        'make that PH0',
        'battery 4 PH00 M1.6x4',
        'no, 5 mm',
      ]),
    ).toEqual([
      ['unscrew screws 3 PH1 M2.5 5 left-hinge'],
      ['unscrew screws 3 PH1 M2.5 5 right-hinge'],
      ['unscrew screws 4 PH1 M2.5 5 right-hinge'],
      ['unscrew screws 4 PH0 M2.5 5 right-hinge'],
      ['unscrew screws 4 PH00 M1.6 4 battery'],
      ['unscrew screws 4 PH00 M1.6 5 battery'],
    ]);
  });

  test('a word taken back says so, and names nothing where there is nothing to take back', () => {
    expect(readLine('scratch that', emptyContext()).amends).toBeUndefined();
    const context = advanceContext(emptyContext(), readLine('fan 3 PH0', emptyContext()).entries);
    expect(readLine('no, five', context)).toMatchObject({
      amends: 'replace',
      entries: [{ joint: { count: 5 } }],
    });
    expect(readLine('no, five', emptyContext()).amends).toBeUndefined();
    expect(short('fan 3 PH0, no, five')).toEqual(['unscrew screws 5 PH0 fan']);
  });
});

describe('doubt', () => {
  test('a bare noun means this device’s only such part, or is in doubt between two', () => {
    const one = emptyContext([{ id: 'usb-bracket', name: 'USB bracket' }]);
    expect(readLine('bracket off', one)).toMatchObject({ entries: [{ kind: 'lift', part: 'usb-bracket' }] });
    expect(readLine('bracket off', one).doubts).toEqual([]);
    const two = emptyContext([
      { id: 'usb-bracket', name: 'USB bracket' },
      { id: 'fan-bracket', name: 'Fan bracket' },
    ]);
    const [doubt] = readLine('bracket off', two).doubts;
    expect(doubt?.why).toBe('which bracket?');
    expect(doubt?.answers.map(({ entries }) => entries.map(shortEntry))).toEqual([
      ['lift usb-bracket'],
      ['lift fan-bracket'],
    ]);
  });
});

describe('whatever is typed', () => {
  test('a long line is read as far as a line goes and says so; one beyond the limit is kept as a note', () => {
    const line = 'fan 4 PH0, '.repeat(900);
    expect(line.length).toBeLessThan(lineLimit);
    const { entries, doubts } = readLine(line, emptyContext());
    expect(entries).toHaveLength(60);
    expect(doubts[0]?.why).toContain('only the first 60 acts');
    expect(readLine('fan 4 PH0, '.repeat(2_000), emptyContext()).entries).toMatchObject([{ kind: 'note' }]);
  });
});

describe('the kinds of entry', () => {
  test('every kind can be typed', () => {
    // `move` and `whole` come from the review and from imports; no line says them yet.
    const lines: Record<Exclude<Entry['kind'], 'move' | 'whole'>, string> = {
      undo: 'fan 2 PH0',
      lift: 'fan off',
      turn: 'turn over',
      hold: 'hold power 15 s',
      blocked: 'fan stuck on heatsink',
      requires: 'fan needs heatsink',
      covers: 'drive covers antenna',
      number: 'fan TF-220-C',
      measure: 'fan 5 V',
      missing: 'missing 1 fan screw',
      stripped: 'stripped 1 fan screw',
      caution: 'careful, sharp fins',
      check: 'test: fan turns',
      note: 'salt everywhere',
      refit: 'refit the fan',
      seen: 'fan stays in',
      serve: 'clean the fan',
    };
    for (const [kind, line] of Object.entries(lines))
      expect(readLine(line, emptyContext()).entries.map((entry) => entry.kind)).toEqual([kind]);
  });
});
