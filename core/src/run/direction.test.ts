import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { planRoute } from '../route/planRoute.ts';
import { indexSequence } from '../sequence/describe.ts';
import { jointTypes, mechanisms, verbs } from '../sequence/schema.ts';
import { defaultSchools } from '../shop/schools.ts';
import { demoSequence } from '../testing/demo.ts';
import { anyDevice } from '../testing/devices.ts';
import { smallSequence } from '../testing/sequences.ts';
import { backWords } from './backWords.ts';
import { textFor, turned, turnedRound } from './direction.ts';
import { runSteps } from './runSteps.ts';

/** Words of undoing. "Push it out of the way" is none of them; nothing on the way up says one. */
const ofTheWayDown =
  /\b(?:unplug|unscrew|undo|loosen|remove|peel|pry|pull|lift|take off|take out|comes? off|comes? out|(?:off|out)(?=$|[.,;:]))\b/i;
/** What turns nothing round: it is done again or looked at. */
const standsStill = new Set(['hold', 'wait', 'turn', 'clean', 'check']);

describe('words with a direction', () => {
  test.each(verbs.filter((verb) => !standsStill.has(verb)))(
    '%s, with every kind of joint and connector: nothing of the way down is said on the way up',
    (verb) => {
      for (const type of [null, ...jointTypes])
        for (const mechanism of type === 'connector' ? [null, ...mechanisms] : [null]) {
          const small = smallSequence([{ id: 'a', part: 'speaker', verb }], []);
          const part = small.parts[0]!.id;
          const joint = type
            ? {
                id: 'j' as never,
                type,
                holds: [part],
                mechanism,
                count: 2,
                screw: { drive: 'PH' as const, captive: verb === 'loosen' },
                points: [],
              }
            : null;
          const sequence = { ...small, joints: joint ? [joint] : [] };
          const { title, detail } = backWords(
            indexSequence(sequence),
            sequence.actions[0]!,
            joint,
            new Set(),
            defaultSchools,
          );
          expect(`${title}. ${detail}`).not.toMatch(ofTheWayDown);
          expect(title.length).toBeGreaterThan(5);
        }
    },
  );

  test('a rivet comes back as a rivet, a slide-cover plug is plugged in, a lock beside its ribbon is only closed', () => {
    const words = (verb: string, joint: object, more: { verb: string }[] = []): string => {
      const small = smallSequence(
        [
          { id: 'a', part: 'keyboard', verb },
          ...more.map((one, i) => ({ ...one, id: `b${i}`, part: 'keyboard' })),
        ],
        [],
      );
      const own = { id: 'j' as never, holds: [small.parts[0]!.id], points: [], ...joint } as never;
      return backWords(
        indexSequence({ ...small, joints: [own] }),
        small.actions[0]!,
        own,
        new Set(),
        defaultSchools,
      ).title;
    };
    expect(words('pry', { type: 'rivets', count: 60 })).toBe('keyboard: set new rivets');
    expect(words('slide', { type: 'connector', mechanism: 'slide-cover' })).toBe('Plug in keyboard');
    expect(words('unlock', { type: 'connector', mechanism: 'flip-lock' })).toBe('Seat the keyboard ribbon');
    expect(words('unlock', { type: 'connector', mechanism: 'flip-lock' }, [{ verb: 'unplug' }])).toBe(
      'Close the lock of the keyboard',
    );
    expect(words('peel', { type: 'adhesive' })).toBe('keyboard: fit new adhesive');
  });

  test.each([
    ['Pull the housing, never the wires', 'Push the housing, never the wires'],
    ['Straight up, never sideways', 'Straight down, never sideways'],
    ['Contact edge last, off the pegs', 'Contact edge first, onto the pegs'],
    ['Rises by itself, 30°; keep the pad', 'In at 30°, press down until it clicks; keep the pad'],
    ['Lift level; a bent plate ruins contact', 'Lower it level; a bent plate ruins contact'],
    ['Lift the front edge first, ports slide out of the rear', 'The front edge last, ports go into the rear'],
    ['Swing it down, off the tabs', 'Onto the tabs, swing it up'],
    ['Glass', 'Glass'],
    ['Plus side up', 'Plus side up'],
    [
      'Battery first, before any other connector. Pull the housing, never the wires.',
      'Push the housing, never the wires.',
    ],
    ['Twist a little to break the old compound; lift level', 'Lower it level'],
    ['new battery in', 'new battery in'],
    ['Crackling is tape letting go; do not bend the pack.', 'do not bend the pack.'],
  ])('%s', (down, up) => expect(textFor(down, 'up')).toBe(up));

  test.each([
    ['Twist a little; back on: clean both faces, new thermal paste', 'Twist a little'],
    ['Tape over it goes back on', ''],
    ['Match layout, backlight and frame before fitting', ''],
    [
      'Sharp fins. If it does not come, a screw is left.',
      'Sharp fins. If it does not come, a screw is left.',
    ],
  ])('on the way down: %s', (text, down) => expect(textFor(text, 'down')).toBe(down));

  test('every line of the table gives words for the way up', () => {
    for (const [down] of turned) expect(down.source).not.toBe('');
    for (const said of ['Pull along the board by the housing', 'Ports slide out of their cut-outs'])
      expect(turnedRound(said) ?? '').not.toMatch(/\b(?:pull|out of)\b/i);
  });

  test('in every run to any part of any device no step back says what was said only for the way down', () => {
    const documents = fc.oneof(anyDevice, fc.constantFrom('lark-14', 'pilot-7', 'mast-24').map(demoSequence));
    fc.assert(
      fc.property(documents, fc.nat(), (sequence, pick) => {
        const lifts = sequence.actions.filter(({ verb, when }) => verb === 'lift' && !when);
        const target = lifts[pick % lifts.length]!.part;
        const route = planRoute(sequence, { targets: [target], expansionLimit: 100 });
        if (!route.ok) return;
        const back = runSteps(sequence, route.value).filter(({ phase }) => phase === 'back');
        for (const { title, detail, cautions } of back)
          for (const text of [title, ...cautions, ...detail.split('. ')])
            expect(text).not.toMatch(/\b(?:unplug|unscrew|loosen|pull the|peel|lift (?:it|level|the))\b/i);
      }),
      { numRuns: 80 },
    );
  });
});
