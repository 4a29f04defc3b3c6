import { describe, expect, test } from '@jest/globals';
import { emptyContext } from './context.ts';
import { entryChips, entryWords } from './entries/describeEntry.ts';
import { shortEntry } from '../testing/lines.ts';
import { readLine } from './readLine.ts';
import { tokenize } from './text/tokens.ts';

/*
 * The language beyond the examples of the design: each line with what a technician means by it, written
 * short. Common practice, no source.
 */

const short = (line: string): string[] => readLine(line, emptyContext()).entries.map(shortEntry);

describe('screws, however they are said', () => {
  test.each([
    ['7 ph0 m2x5 base cover', ['unscrew screws 7 PH0 M2 5 base-cover']],
    ['base cover 7x PH0 M2 × 5', ['unscrew screws 7 PH0 M2 5 base-cover']],
    ['seven PH0 screws M2*5 of the base cover', ['unscrew screws 7 PH0 M2 5 base-cover']],
    ['BASE COVER: X7 PH0', ['unscrew screws 7 PH0 base-cover']],
    ['base cover, 4 T5', ['unscrew screws 4 T5 base-cover']],
    ['unscrew 4 PH1 from fan', ['unscrew screws 4 PH1 fan']],
    ['fan: two ph 0 m2x4 mm', ['unscrew screws 2 PH0 M2 4 fan']],
    ['fan 2 PH0 4mm', ['unscrew screws 2 PH0 4 fan']],
    ['fan 2 PH0 4 mm', ['unscrew screws 2 PH0 4 fan']],
    ['board 5 JIS0 M2x3', ['unscrew screws 5 JIS0 M2 3 system-board']],
    ['board 5 jis 1', ['unscrew screws 5 JIS1 system-board']],
    ['shroud 8 T10', ['unscrew screws 8 T10 rear-shroud']],
    ['2 P2 bottom', ['unscrew screws 2 P2 base-cover at bottom']],
    ['speakers four slotted screws', ['unscrew screws 4 slot speaker']],
    ['panel 3 three-wing', ['unscrew screws 3 Y display-panel']],
    ['heatsink four captive PH1, crosswise', ['loosen screws 4 PH1 captive heatsink cross']],
    ['loosen 2 captive base cover', ['loosen screws 2 captive base-cover']],
    ['hinge left 2 PH1 sprung', ['unscrew screws 2 PH1 sprung left-hinge']],
    ['left hinge 3 PH1 M2.5x5', ['unscrew screws 3 PH1 M2.5 5 left-hinge']],
    ['keyboard 22 PH000 M1.4x2 flat head', ['unscrew screws 22 PH000 M1.4 2 flat keyboard']],
    ['drive shield 3 PH0 M2x3 wafer', ['unscrew screws 3 PH0 M2 3 wafer drive-shield']],
    ['2 standoffs 5 mm of the board', ['unscrew standoffs 2 5 system-board']],
    ['one battery screw under the drive shield', ['unscrew screws 1 battery under drive-shield']],
    ['2 T5 M2x4 under the feet of base cover', ['unscrew screws 2 T5 M2 4 base-cover under foot']],
    ['fan screw PH0', ['unscrew screws 1 PH0 fan']],
    ['speakers 4 PH0 + fan 2 PH0', ['unscrew screws 4 PH0 speaker', 'unscrew screws 2 PH0 fan']],
    ['speakers 4 PH0, then fan 2 PH1', ['unscrew screws 4 PH0 speaker', 'unscrew screws 2 PH1 fan']],
    ['battery 4 PH00; battery off', ['unscrew screws 4 PH00 battery', 'lift battery']],
    ['speaker L 2 PH0, R same', ['unscrew screws 2 PH0 left-speaker', 'unscrew screws 2 PH0 right-speaker']],
  ])('%s', (line, expected) => expect(short(line)).toEqual(expected));
});

describe('connectors and what else holds', () => {
  test.each([
    ['unplug fan', ['unplug connector fan']],
    ['disconnect the battery', ['unplug connector battery']],
    ['fan plug', ['unplug connector plug fan']],
    ['keyboard flip-lock', ['unlock connector flip-lock keyboard']],
    ['touchpad ribbon slide lock', ['unlock connector slide-lock touchpad']],
    ['display cable press-on', ['unplug connector press-on display-cable']],
    ['battery pull tab', ['unplug connector pull-tab battery']],
    ['dc jack slide cover', ['unplug connector slide-cover power-jack']],
    ['coax black and white of the wlan', ['unplug connector 2 coax wireless-card black+white']],
    ['coax main', ['unplug connector coax antenna main']],
    ['pry base cover', ['pry clips base-cover']],
    ['prise base cover from rear edge', ['pry clips base-cover at rear edge']],
    ['unclip memory shield', ['unclip clips memory-shield']],
    ['base cover clips', ['unclip clips base-cover']],
    ['peel tape of battery', ['peel tape battery']],
    ['battery 2 stretch strips', ['peel stretch-tape 2 battery']],
    ['slide top lid', ['slide slide top-lid']],
  ])('%s', (line, expected) => {
    if (line.startsWith('disconnect')) expect(short(line)).toEqual(['unplug connector battery']);
    else expect(short(line)).toEqual(expected);
  });
});

describe('parts coming off, the device turning, waiting', () => {
  test.each([
    ['batt out', ['lift battery']],
    ['lift the fan out', ['lift fan']],
    ['kbd off', ['lift keyboard']],
    ['remove mobo', ['lift system-board']],
    ['take off the bezel', ['lift display-bezel']],
    ['ssd comes out', ['lift storage']],
    ['trackpad off', ['lift touchpad']],
    ['foot strip off, base cover off', ['lift foot-strip', 'lift base-cover']],
    ['flip over', ['turn bottom']],
    ['upside down', ['turn bottom']],
    ['face up', ['turn top']],
    ['hold power button for 20 seconds', ['hold power button 20']],
    ['press and hold power 15s', ['hold power button 15']],
    ['wait 30 sec', ['hold wait 30']],
    ['wait 2 min', ['hold wait 120']],
  ])('%s', (line, expected) => expect(short(line)).toEqual(expected));
});

describe('what is known besides acts', () => {
  test.each([
    ['fan stuck, heatsink in the way', ['blocked fan by heatsink']],
    ['keyboard blocked by the plate', ['blocked keyboard by plate']],
    ['touchpad held by battery', ['blocked touchpad by battery']],
    ['keyboard needs board, speakers and battery', ['requires keyboard: system-board speaker battery']],
    ['fan only after base cover', ['requires fan: base-cover']],
    ['drive shield covers battery', ['covers drive-shield: battery']],
    ['keyboard p/n TY-14P-A', ['number keyboard TY-14P-A fitted']],
    ['battery replacement TB-4471-2', ['number battery TB-4471-2 replacement']],
    ['part number of the fan TF-220-C', ['number fan TF-220-C fitted']],
    ['battery 7.6V 3800 mAh', ['measure battery nominalV 7.6 capacityMAh 3800']],
    ['battery 28,9 Wh', ['measure battery energyWh 28.9']],
    ['coin cell 3 V', ['measure coin-cell nominalV 3']],
    ['missing two base cover screws', ['missing 2 base-cover']],
    ['1 PH0 screw of base cover missing', ['missing 1 base-cover PH0']],
    ['stripped: 2 fan screws', ['stripped 2 fan']],
    ['test: every key', ['check every key']],
    ['check fan turns', ['check check fan turns']],
    ['caution: glass', ['caution glass']],
    ['careful - sharp fins', ['caution careful - sharp fins']],
    ['note: corrosion by the port', ['note corrosion by the port']],
    ['nothing special here', ['note nothing special here']],
  ])('%s', (line, expected) => expect(short(line)).toEqual(expected));
});

describe('odd input', () => {
  test.each(['', '   ', '\t'])('an empty line (%j) is nothing', (line) =>
    expect(readLine(line, emptyContext()).entries).toEqual([]),
  );

  test('a line that is too long is kept as a note, cut at the limit', () => {
    const reading = readLine('4 PH0 '.repeat(4_000), emptyContext());
    expect(reading.entries).toHaveLength(1);
    expect(reading.entries[0]).toMatchObject({ kind: 'note' });
    expect(reading.entries[0]?.text.length).toBe(2_000);
  });

  test('counts that no device has are not taken for counts', () => {
    expect(short('base cover 2000 PH0')).toEqual(['note base cover 2000 PH0']);
    expect(short('base cover 0 PH0')).toEqual(['note base cover 0 PH0']);
  });

  test('the lexer keeps figures as typed and knows what is glued', () => {
    expect(tokenize('M1.6x4, 00 11,55V')).toMatchObject([
      { text: 'M', glued: false },
      { text: '1.6', kind: 'number', glued: true },
      { text: 'x', glued: true },
      { text: '4', glued: true },
      { text: ',', kind: 'mark' },
      { text: '00', glued: false },
      { text: '11,55', kind: 'number' },
      { text: 'V', glued: true },
    ]);
    expect(tokenize('won’t come')[0]).toMatchObject({ text: 'won’t', lower: "won't" });
  });
});

describe('saying an entry', () => {
  test.each([
    ['base cover: 7 PH0 M2x5', '7 × PH0 M2 × 5 of base cover'],
    ['heatsink 4 PH1 sprung captive, numbered', '4 × PH1 captive sprung of heatsink, in numbered order'],
    ['one more battery screw under the drive shield', '1 × screw of battery, under the drive shield'],
    ['coax main, aux', 'Unplug antenna (main, aux), coax'],
    ['kbd ribbon flip', 'Free keyboard, flip-lock'],
    ["board won't come: usb bracket holds it", 'Tried system board: held by USB bracket'],
    ['fan needs cover and battery first', 'Fan needs base cover, battery first'],
    ['battery 11.55V 4100mAh', 'Battery: 11.55 V · 4100 mAh'],
    ['missing: 1 base cover screw', 'Missing on arrival: 1 screw of base cover'],
    ['stripped 1 hinge screw left', 'Stripped: 1 of left hinge'],
    ['hold power 15 s', 'Hold power button 15 s'],
    ['turn over', 'Turn: bottom up'],
  ])('%s: %s', (line, words) => {
    const [entry] = readLine(line, emptyContext()).entries;
    expect(entry && entryWords(entry)).toBe(words);
  });

  test('the live reading shows each piece, and dashes what was not typed', () => {
    const context = { ...emptyContext(), part: 'battery', screw: { drive: 'PH' as const, size: 'PH00' } };
    const [entry] = readLine('one more under the drive shield', context).entries;
    expect(entry && entryChips(entry)).toEqual([
      { label: 'unscrew', value: '1 screw', taken: false },
      { label: 'as last', value: 'PH00', taken: true },
      { label: 'in work', value: 'battery', taken: true },
      { label: 'hidden by', value: 'drive shield', taken: false },
    ]);
  });
});
