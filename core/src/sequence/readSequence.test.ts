import { describe, expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { shortestCycle } from '../derive/shortestCycle.ts';
import { brokenNeed } from '../route/orderCost.ts';
import { planRoute } from '../route/planRoute.ts';
import {
  configure,
  defaultConfiguration,
  fits,
  readConfiguration,
  type Configuration,
} from './configuration.ts';
import { actionWords, indexSequence } from './describe.ts';
import { targetName } from '../route/targets.ts';
import { partDepths } from './partDepths.ts';
import { readSequence } from './readSequence.ts';
import { sameDocument } from './sameDocument.ts';
import type { Sequence } from './schema.ts';
import { screwKind, screwWords } from './screw.ts';

const folder = new URL('../../../demo/sequences/', import.meta.url);
const raw = (name: string) => JSON.parse(readFileSync(new URL(name, folder), 'utf8'));
const names = readdirSync(folder);

function demo(name: string): Sequence {
  const read = readSequence(raw(name));
  if (!read.ok) throw new Error(`${name}: ${JSON.stringify(read.fault)}`);
  return read.value;
}

/** Every combination of the options' values. */
const configurations = (sequence: Sequence): Configuration[] =>
  sequence.options.reduce<Configuration[]>(
    (all, { key, values }) => all.flatMap((one) => values.map((value) => ({ ...one, [key]: value }))),
    [{}],
  );

describe('the demo sequences', () => {
  test('there are five, each form among them, each with 40 actions or more', () => {
    expect(names).toEqual([
      'keel-mini.json',
      'lark-14-duo.json',
      'lark-14.json',
      'mast-24.json',
      'pilot-7.json',
    ]);
    expect(names.map((name) => demo(name).model.form)).toEqual([
      'desktop',
      'notebook',
      'notebook',
      'all-in-one',
      'handheld',
    ]);
    for (const name of names) expect(demo(name).actions.length).toBeGreaterThanOrEqual(40);
  });

  test.each(names)('%s: numbers, points, checks and bases are complete', (name) => {
    const sequence = demo(name);
    const lifted = new Set(
      sequence.actions.filter((action) => action.verb === 'lift').map((action) => action.part),
    );
    for (const part of sequence.parts)
      if (lifted.has(part.id)) expect([part.id, part.numbers.length > 0]).toEqual([part.id, true]);
    for (const joint of sequence.joints) {
      if (joint.type !== 'screws') continue;
      expect([joint.id, joint.points.length]).toEqual([joint.id, joint.count]);
      const { width = 0, depth = 0 } = sequence.model.outlineMm ?? {};
      for (const { x, y } of joint.points) expect(x >= 0 && x <= width && y >= 0 && y <= depth).toBe(true);
    }
    expect(new Set(sequence.checks.map((check) => check.at))).toEqual(
      new Set(['before-opening', 'before-closing', 'after-closing']),
    );
    expect(sequence.needs.some((need) => need.basis === 'assumed')).toBe(true);
    expect(shortestCycle(sequence)).toBeNull();
  });

  test.each(names)('%s: every joint of a part is undone before the part is lifted', (name) => {
    const sequence = demo(name);
    const lifts = indexSequence(sequence).liftOf;
    for (const action of sequence.actions) {
      const joint = sequence.joints.find((candidate) => candidate.id === action.joint);
      const lift = joint?.holds[0] ? lifts.get(joint.holds[0]) : undefined;
      if (!lift || joint?.type === 'connector') continue;
      expect([
        action.id,
        sequence.needs.some((need) => need.action === lift.id && need.anyOf.includes(action.id)),
      ]).toEqual([action.id, true]);
    }
  });

  test.each(names)(
    '%s: in every configuration, every part that exists there has a proved route that breaks no need',
    (name) => {
      const sequence = demo(name);
      for (const configuration of configurations(sequence)) {
        const here = configure(sequence, configuration);
        for (const { part } of here.actions.filter((action) => action.verb === 'lift')) {
          const route = planRoute(sequence, { targets: [part], configuration });
          if (!route.ok) throw new Error(`${part}: ${route.fault.what}`);
          expect([part, route.value.optimal, brokenNeed(here, route.value.steps)]).toEqual([
            part,
            true,
            null,
          ]);
        }
      }
    },
  );

  test.each(names)('%s: the power is off before any other connector is opened', (name) => {
    const sequence = demo(name);
    const here = configure(sequence, defaultConfiguration(sequence));
    // A battery or supply inside is unplugged first; a device that is fed from outside is drained first.
    const power = here.actions.find(
      (action) => (action.part === 'battery' || action.part === 'power-supply') && action.verb === 'unplug',
    );
    const first = power ?? here.actions.find((action) => action.verb === 'hold');
    const route = planRoute(sequence, {
      targets: ['system-board'],
      configuration: defaultConfiguration(sequence),
    });
    if (!route.ok) throw new Error(route.fault.what);
    const connectors = route.value.steps.filter((id) =>
      ['unplug', 'unlock'].includes(here.actions.find((action) => action.id === id)?.verb ?? ''),
    );
    const before = route.value.steps.slice(0, route.value.steps.indexOf(connectors[0] ?? '') + 1);
    expect(before).toContain(first?.id);
    if (power) expect(connectors[0]).toBe(power.id);
  });

  test('the stack has the outermost first and every part once', () => {
    const depths = partDepths(demo('lark-14.json'));
    const at = (part: string) => depths.find((entry) => entry.part === part)?.depth ?? -1;
    expect(at('foot-strip')).toBe(0);
    expect(at('base-cover')).toBeLessThan(at('battery'));
    expect(at('battery')).toBeLessThan(at('keyboard'));
    expect(new Set(depths.map(({ part }) => part)).size).toBe(depths.length);
  });
});

describe('reading a document', () => {
  const faultOf = (change: (document: ReturnType<typeof raw>) => unknown) => {
    const document = raw('lark-14.json');
    const changed = change(document) ?? document;
    const read = readSequence(changed);
    return read.ok ? null : `${read.fault.where}: ${read.fault.what}`;
  };

  const cases: [string, (document: ReturnType<typeof raw>) => unknown, string][] = [
    ['not an object', () => [1], 'document: not a sequence document'],
    ['another format', (d) => void (d.format = 'other/1'), 'format: format is "other/1"'],
    ['a field that is none', (d) => void (d.parts[2].colour = 'red'), 'parts.2: does not fit the format'],
    ['a wrong verb', (d) => void (d.actions[3].verb = 'smash'), 'actions.3.verb: does not fit the format'],
    ['a negative count', (d) => void (d.joints[2].count = -1), 'joints.2.count: does not fit the format'],
    [
      'a thread that is none',
      (d) => void (d.joints[2].screw.thread = '2mm'),
      'joints.2.screw.thread: does not fit the format',
    ],
    [
      'an id used twice',
      (d) => void (d.parts[1].id = d.parts[0].id),
      'parts: the id "sim-tray" is used twice',
    ],
    [
      'a part that does not exist',
      (d) => void (d.actions[0].part = 'wheel'),
      'actions.0.part: "wheel" does not exist',
    ],
    [
      'a joint that does not exist',
      (d) => void (d.actions[0].joint = 'j-wheel'),
      'actions.0.joint: "j-wheel" does not exist',
    ],
    [
      'a need into nothing',
      (d) => void (d.needs[4].anyOf = ['nope']),
      'needs.4.anyOf: "nope" does not exist',
    ],
    [
      'a cover that does not exist',
      (d) => void (d.joints[2].hiddenBy = 'wheel'),
      'joints.2.hiddenBy: "wheel" does not exist',
    ],
    [
      'a part lifted twice',
      (d) => void d.actions.push({ ...d.actions[1], id: 'again' }),
      'actions: part "sim-tray" is lifted twice',
    ],
    [
      'an option that is none',
      (d) => void (d.actions[5].when = { colour: ['red'] }),
      'actions.5.when.colour: "colour" is not an option',
    ],
    [
      'a value that is none',
      (d) => void (d.actions[5].when = { keyboard: ['wooden'] }),
      'actions.5.when.keyboard: "wooden" is not a value of "keyboard"',
    ],
  ];
  test.each(cases)('%s is refused with its place', (_name, change, expected) => {
    expect(faultOf(change)).toBe(expected);
  });

  test('two documents are the same whatever the order of their keys', () => {
    expect(sameDocument({ a: 1, b: [{ c: 2, d: 3 }] }, { b: [{ d: 3, c: 2 }], a: 1 })).toBe(true);
    expect(sameDocument({ a: [1, 2] }, { a: [2, 1] })).toBe(false);
    expect(sameDocument({}, undefined)).toBe(false);
  });

  test('a document written and read again is the same', () => {
    for (const name of names)
      expect(readSequence(JSON.parse(JSON.stringify(demo(name))))).toEqual({ ok: true, value: demo(name) });
  });
});

describe('configurations', () => {
  test('an option that is not known yet excludes nothing', () => {
    expect(fits({ keyboard: ['backlit'] }, {})).toBe(true);
    expect(fits({ keyboard: ['backlit'] }, { keyboard: 'plain' })).toBe(false);
    expect(fits(null, { keyboard: 'plain' })).toBe(true);
    const sequence = demo('lark-14.json');
    expect(configure(sequence, {}).actions).toEqual(sequence.actions);
    expect(
      configure(sequence, { card: 'none' }).actions.some((action) => action.part === 'cellular-card'),
    ).toBe(false);
  });

  test('unknown options and values are refused in words', () => {
    const fault = (given: Configuration) => {
      const read = readConfiguration(demo('lark-14.json'), given);
      return read.ok ? null : `${read.fault.what}; ${read.fault.right}`;
    };
    expect(fault({ colour: 'red' })).toBe(
      '"colour" is not an option of this model; options here: keyboard, card, layout',
    );
    expect(fault({ layout: 'Q' })).toBe('"Q" is not a value of "layout"; one of A, B, C, D is expected');
    expect(fault({ layout: 'B' })).toBeNull();
  });
});

describe('words', () => {
  test('acts, targets and screws are named as at the bench', () => {
    const index = indexSequence(demo('lark-14.json'));
    const words = (id: string) => {
      const action = index.action.get(id);
      return action ? actionWords(index, action) : null;
    };
    expect(words('unscrew-base-cover-2')).toBe('Base cover: remove 6 screws, rim and middle');
    expect(words('loosen-base-cover')).toBe('Base cover: loosen 2 captive screws, rear corners');
    expect(words('unplug-battery')).toBe('Unplug battery, middle of the board');
    expect(words('unlock-usb-board')).toBe('Free the USB board ribbon');
    expect(words('hold-power')).toBe('Hold power button 15 s');
    expect(words('lift-usb-bracket')).toBe('USB bracket off');
    expect(targetName(index, 'battery')).toBe('Battery');
    expect(targetName(index, 'lift-battery')).toBe('Battery');
    expect(targetName(index, 'unplug-battery')).toBe('Unplug battery');
    expect(
      screwWords({ drive: 'PH', size: 'PH0', thread: 'M2', lengthMm: 5, head: 'flat', captive: true }),
    ).toBe('PH0 M2 × 5 flat captive');
    expect(screwWords({ drive: 'T', lengthMm: 4 })).toBe('six-lobe 4 mm');
    expect(screwWords(null)).toBe('');
  });

  test('what is known tells kinds apart, what is unknown does not', () => {
    expect(screwKind({ drive: 'PH', size: 'PH0', lengthMm: null })).toBe(
      screwKind({ drive: 'PH', size: 'PH0' }),
    );
    expect(screwKind({ drive: 'PH', size: 'PH0', lengthMm: 4 })).not.toBe(
      screwKind({ drive: 'PH', size: 'PH0', lengthMm: 5 }),
    );
    expect(screwKind({ size: 'PH0', captive: true })).not.toBe(screwKind({ size: 'PH0' }));
  });
});
