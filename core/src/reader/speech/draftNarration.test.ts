import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { deriveSequence } from '../../derive/deriveSequence.ts';
import { emptyContext } from '../context.ts';
import { entrySchema, type Entry } from '../entries/entry.ts';
import { readLine } from '../readLine.ts';
import { shortEntry } from '../../testing/lines.ts';
import { draftNarration } from './draftNarration.ts';
import { readCaptions } from './readCaptions.ts';

/* How people say it: common practice, no source. */

const draft = (text: string): string[] =>
  draftNarration([{ start: null, end: null, text }]).map((entry) =>
    entry.kind === 'caution' ? 'caution' : shortEntry(entry),
  );

describe('formal service narrations', () => {
  test.each([
    ['Remove the four 5 mm PH1 screws that secure the bracket.', ['unscrew screws 4 PH1 5 bracket']],
    [
      'Remove the M2.5 x 4 mm Phillips screw that secures the wireless card to the system board.',
      ['unscrew screws 1 PH M2.5 4 wireless-card'],
    ],
    [
      'Loosen the eight captive Phillips No. 0 screws that fasten the bottom cover.',
      ['loosen screws 8 PH0 captive base-cover'],
    ],
    [
      'Remove the seven PH0 screws, five of which are 4 mm and two of which are 8 mm.',
      ['unscrew screws 5 PH0 4', 'unscrew screws 2 PH0 8'],
    ],
    [
      'Remove one P5 screw and two P2 screws from the display bezel.',
      ['unscrew screws 1 P5 display-bezel', 'unscrew screws 2 P2 display-bezel'],
    ],
    ['Remove the two (2) T8 screws (1), 6 mm long, from the stand.', ['unscrew screws 2 T8 6 stand']],
    [
      'Using a JIS #1 driver, remove six screws from the system board.',
      ['unscrew screws 6 JIS1 system-board'],
    ],
    [
      'Removing the speakers. Before you begin, remove the bottom cover, then the battery. Remove the four PH00 screws.',
      ['requires speakers: base-cover battery', 'unscrew screws 4 PH00 speakers'],
    ],
    [
      'Fan\nPrior to removing the fan, remove these components: bottom cover, battery, heat sink.\nUnplug the fan.',
      ['requires fan: base-cover battery heatsink', 'unplug connector plug fan'],
    ],
    [
      'To remove the keyboard, you must first remove the palm rest and the system board.',
      ['requires keyboard: palm-rest system-board'],
    ],
    ['The battery must be removed before removing the speakers.', ['requires speakers: battery']],
    [
      'The following parts have to come off first: base cover; battery. Unscrew the two 3 mm JIS0 screws that secure the wireless card.',
      ['requires wireless-card: base-cover battery', 'unscrew screws 2 JIS0 3 wireless-card'],
    ],
    [
      'Remove the two PH0 screws of the fan. To install the fan, reverse this procedure. Install the two PH0 screws.',
      ['unscrew screws 2 PH0 fan'],
    ],
    [
      'Remove the rubber feet, and then remove the four screws beneath them.',
      ['lift foot', 'unscrew screws 4 under foot'],
    ],
    ['Slide the optical drive out of the computer.', ['lift optical-drive']],
    ['Be careful not to bend the fins. Lift the heatsink.', ['caution', 'lift heatsink']],
  ])('%s', (text, expected) => expect(draft(text)).toEqual(expected));
});

describe('pointing and counting', () => {
  test.each([
    ["These screws hold the fan. There's one here, here and here.", ['unscrew screws 3 fan']],
    ['two screws up top and two down at the bottom', ['unscrew screws 4']],
    [
      "There are four screws in the stand: there's one here, here, here and here. Those are T10.",
      ['unscrew screws 4 T10 stand'],
    ],
    ['unscrew these guys one two three and four', ['unscrew screws 4']],
    ['Three screws hold the fan. One, two, and the third one is over there.', ['unscrew screws 3 fan']],
    ['Four T5 screws hold the fan. Take those four screws out.', ['unscrew screws 4 T5 fan']],
    ["It's switched off, and I've got my torx five here.", []],
  ])('%s', (text, expected) => expect(draft(text)).toEqual(expected));
});

describe('attempts, detours and afterthoughts', () => {
  test.each([
    [
      "The scan engine won't come up. The trigger flex underneath is stopping it.",
      ['blocked scan-engine by trigger-flex'],
    ],
    [
      'I count five T5 screws around the board. Actually there are six.',
      ['unscrew screws 6 T5 system-board'],
    ],
    ['There are three screws, no wait, two screws on the fan.', ['unscrew screws 2 fan']],
    ['Two T5 screws hold the fan. Oh, I missed one.', ['unscrew screws 2 T5 fan', 'unscrew screws 1 T5 fan']],
    ['Try to lift the front half. It is not coming.', []],
    ["You don't need to remove the two screws on the hinge.", []],
    ['Put the three screws back in.', []],
  ])('%s', (text, expected) => expect(draft(text)).toEqual(expected));
});

describe('captions without marks, misheard', () => {
  test.each([
    [
      'then at the back there are to screws holding the fan those are phillips number two',
      ['unscrew screws 2 PH2 fan'],
    ],
    [
      "now there's five screws holding in the battery i'm gonna take those out with my phillips double zero",
      ['unscrew screws 5 PH00 battery'],
    ],
    [
      "you'll see three screws on the left hinge and three on the right hinge",
      ['unscrew screws 3 left-hinge', 'unscrew screws 3 right-hinge'],
    ],
    [
      "next i'm gonna grab my spudger and disconnect the battery by the tabs",
      ['unplug connector pull-tab battery'],
    ],
    ['take that out and the ssd pops up and you can slide it out', ['lift storage']],
    ['the wireless card has one torques five screw', ['unscrew screws 1 T5 wireless-card']],
    [
      'remove the three phillips one screws holding the drive cage um it is not lifting there is a cable under it that is holding it',
      ['unscrew screws 3 PH1 drive-cage', 'blocked drive-cage by cable'],
    ],
    [
      'the ribbon cable for the keyboard has a little flip up latch flip that up and pull the ribbon out',
      ['unlock connector flip-lock keyboard'],
    ],
    ['hold down the power button for fifteen to twenty seconds', ['hold power button 15']],
    [
      "hey guys welcome back don't forget to subscribe and check the four links below i have repaired over two hundred of these and had pizza with three toppings",
      [],
    ],
  ])('%s', (text, expected) => expect(draft(text)).toEqual(expected));
});

describe('labels read aloud', () => {
  test.each([
    ['Lift the fan out. The part number is T F dash two two zero.', ['lift fan', 'number fan TF-220 fitted']],
    [
      'Lift the battery out. It says eleven point five five volts, 4100 milliamp hours.',
      ['lift battery', 'measure battery nominalV 11.55 capacityMAh 4100'],
    ],
  ])('%s', (text, expected) => expect(draft(text)).toEqual(expected));
});

test('the shop’s own words are understood when they are spoken, too', () => {
  const cues = [{ start: null, end: null, text: 'Unplug the snake.' }];
  const words = [{ word: 'snake', means: 'display cable' }];
  expect(draftNarration(cues, [], words).map(shortEntry)).toEqual(['unplug connector plug display-cable']);
});

describe('the narrations of the demo', () => {
  const folder = new URL('../../../demo/narrations/', import.meta.url);
  const names = readdirSync(folder).filter((name) => !name.endsWith('.expected.txt'));
  const screwsOf = (entries: readonly Entry[]) =>
    entries
      .filter((entry) => entry.kind === 'undo' && entry.joint.type === 'screws')
      .map((entry) =>
        entry.kind === 'undo'
          ? [entry.joint.count, entry.joint.screw?.size, entry.joint.screw?.lengthMm, entry.part].join(' ')
          : '',
      );

  test.each(names)('%s: every screw statement, with its count, recess and length', async (name) => {
    const cues = await readCaptions(readFileSync(new URL(name, folder), 'utf8'));
    if (!cues.ok) throw new Error(cues.fault.what);
    const expected = readFileSync(new URL(name.replace(/\.\w+$/, '.expected.txt'), folder), 'utf8')
      .split('\n')
      .filter(Boolean)
      .flatMap((line) => readLine(line, emptyContext()).entries);
    expect(screwsOf(draftNarration(cues.value))).toEqual(screwsOf(expected));
  });
});

describe('whatever is said', () => {
  const word = fc.constantFrom(
    ...'remove the four screws t5 here one two and then lift fan battery it won’t come . , before you begin put back three mm unplug this is actually sorry more'.split(
      ' ',
    ),
  );

  test('drafts fit the schema and bear out a sequence, and the same words give the same drafts', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.array(word, { maxLength: 60 }).map((words) => words.join(' ')),
          fc.string(),
        ),
        (text) => {
          const cues = [{ start: 0, end: 60, text }];
          const entries = draftNarration(cues);
          for (const entry of entries) entrySchema.parse(entry);
          expect(draftNarration(cues)).toEqual(entries);
          const lines = entries.map((entry, i) => ({ id: String(i), entries: [entry], narrated: true }));
          const model = { maker: 'A', name: 'B', code: 'C', form: 'notebook' as const };
          expect(deriveSequence([{ id: 'r', lines }], model)).toMatchObject({ ok: true });
        },
      ),
      { numRuns: 400 },
    );
  });
});
