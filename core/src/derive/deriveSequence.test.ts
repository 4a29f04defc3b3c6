import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { emptyContext } from '../reader/context.ts';
import type { Entry } from '../reader/entries/entry.ts';
import { readLine } from '../reader/readLine.ts';
import { brokenNeed } from '../route/orderCost.ts';
import { planRoute } from '../route/planRoute.ts';
import type { Model } from '../sequence/schema.ts';
import { recorded } from '../testing/recorded.ts';
import { readSequence } from '../sequence/readSequence.ts';
import { deriveSequence } from './deriveSequence.ts';

const model: Model = { maker: 'Tervane', name: 'Lark 14', code: 'TL14-3', form: 'notebook' };

function derive(lines: readonly string[]) {
  const derived = deriveSequence([{ id: 'r1', lines: recorded(lines) }], model);
  if (!derived.ok) throw new Error(JSON.stringify(derived.fault));
  const { sequence, evidence, contradictions } = derived.value;
  const needs = sequence.needs.map(
    (need, i) => `${need.action} < ${need.anyOf.join('|')} ${need.basis} ${evidence[i]?.join()}`,
  );
  return { sequence, needs, contradictions };
}

describe('deriving a sequence from a recording', () => {
  test('each basis, with the lines that it rests on', () => {
    const { needs } = derive([
      'base cover: 4 PH0 M2x5',
      'base cover off',
      'unplug battery',
      'hold power 15 s',
      'drive shield 3 PH0 M2x3',
      'drive shield off',
      'one more battery screw under the drive shield',
      'kbd ribbon flip',
      'battery off',
    ]);
    expect(needs).toEqual(
      expect.arrayContaining([
        'lift-base-cover < unscrew-base-cover holds l1,l2',
        'unplug-battery < lift-base-cover assumed l2,l3',
        'hold-power < unplug-battery power l3,l4',
        'unscrew-battery < lift-drive-shield covers l6,l7',
        'unlock-keyboard < unplug-battery power l3,l8',
        'lift-battery < hold-power power l4,l9',
        'lift-battery < unscrew-battery holds l7,l9',
      ]),
    );
  });

  test('notes and cautions stay with the part that they are about, tests with the stage at which they were made', () => {
    const { sequence } = derive([
      'test: fan turns before opening',
      'base cover off',
      'fan 2 PH0',
      'fan off',
      'careful, the battery is glued',
      'speaker off',
      'battery off',
      'board off',
      'board back in',
      'note: fan lead goes under the board',
      'base cover back on, 4 screws',
      'test: starts and charges',
    ]);
    const act = (id: string) => sequence.actions.find((action) => action.id === id)!;
    expect(act('lift-battery').cautions).toEqual(['careful, the battery is glued']);
    expect(act('lift-speaker').cautions).toEqual([]);
    expect(sequence.actions.flatMap(({ id, note }) => (note ? [`${id}: ${note}`] : []))).toEqual([
      expect.stringMatching(/^lift-\S+: On the way back: /),
    ]);
    expect(sequence.checks.map(({ at }) => at)).toEqual([
      'before-opening',
      'after-closing',
      'before-closing',
    ]);
  });

  test('plain succession of unrelated acts is no constraint', () => {
    const { needs } = derive(['fan 2 PH0 M2x4', 'fan off', 'speakers 4 PH0 M2x3', 'speakers off']);
    expect(needs).toEqual([
      'lift-fan < unscrew-fan holds l1,l2',
      'lift-speaker < unscrew-speaker holds l3,l4',
    ]);
  });

  test('an assumption that follows from other needs is not listed again', () => {
    const { needs } = derive(['base cover off', 'drive shield off', 'storage off']);
    expect(needs.filter((need) => need.includes('assumed'))).toEqual([
      'lift-drive-shield < lift-base-cover assumed l1,l2',
      'lift-storage < lift-drive-shield assumed l2,l3',
    ]);
  });

  test('a part tried and left yields its constraint and no trace of the detour', () => {
    const { sequence, needs } = derive([
      "board won't come: usb bracket holds it",
      'usb bracket 2 PH0',
      'usb bracket off',
      'board 3 PH1 M2.5x4',
      'board off',
    ]);
    expect(needs).toContain('lift-system-board < lift-usb-bracket blocked l1');
    expect(sequence.actions.map((action) => action.id)).toEqual([
      'unscrew-usb-bracket',
      'lift-usb-bracket',
      'unscrew-system-board',
      'lift-system-board',
    ]);
  });

  test('what was said wins over the order seen, and is shown beside it', () => {
    expect(derive(['fan needs speaker first', 'speaker off', 'fan off']).needs).toContain(
      'lift-fan < lift-speaker stated l1',
    );
    const { needs, contradictions, sequence } = derive(['fan needs speaker first', 'fan off', 'speaker off']);
    expect(needs).toContain('lift-fan < lift-speaker stated l1');
    expect(contradictions).toMatchObject([{ lines: ['l1', 'l2', 'l3'] }]);
    expect(sequence.actions.map(({ id }) => id)).toEqual(['lift-speaker', 'lift-fan']);
  });

  test('a lesson told afterwards is a statement', () => {
    const { needs } = derive(['base cover off', 'keyboard off', 'board off', 'keyboard needs board first']);
    expect(needs).toContain('lift-keyboard < lift-system-board stated l4');
  });

  test('a statement about the hinges reaches the left one and the right one', () => {
    const { needs } = derive([
      'left hinge 3 PH1, off',
      'right hinge 3 PH1, off',
      'fan off',
      'fan needs hinges first',
    ]);
    expect(needs).toEqual(
      expect.arrayContaining([
        'lift-fan < lift-left-hinge stated l4',
        'lift-fan < lift-right-hinge stated l4',
      ]),
    );
  });

  test('a screw remembered too late stands where it belongs, without a circle', () => {
    const { sequence, needs } = derive([
      'base cover 5 PH0 M2x5',
      'base cover off',
      'one more base cover screw under the foot',
      'foot peeled off',
      'unplug battery',
    ]);
    expect(sequence.actions.map(({ id }) => id)).toEqual([
      'unscrew-base-cover',
      'lift-foot',
      'unscrew-base-cover-2',
      'lift-base-cover',
      'unplug-battery',
    ]);
    expect(needs).toContain('lift-base-cover < unscrew-base-cover-2 holds l3,l2');
  });

  test('what was done with the battery on is no precedent, unless it is the way to the battery', () => {
    const { sequence, contradictions } = derive([
      'base cover off',
      'heatsink 4 PH0, off',
      'fan plug, fan off',
      'unplug battery',
    ]);
    const order = sequence.actions.map(({ id }) => id);
    expect(order.slice(0, 2)).toEqual(['lift-base-cover', 'unplug-battery']);
    expect(contradictions.map(({ text }) => text)).toEqual([
      'heatsink, fan came before the battery was disconnected; the route disconnects it first',
    ]);
  });

  test('a second lift of one name is a second part where something was undone for it, else it is asked about', () => {
    const { sequence, contradictions } = derive([
      'fan 2 PH0 M2x4',
      'fan off',
      'fan 3 PH0 M2x4',
      'fan off',
      'speaker off',
      'speaker off',
    ]);
    expect(sequence.actions.map(({ id }) => id)).toEqual([
      'unscrew-fan',
      'lift-fan',
      'unscrew-fan-2',
      'lift-fan-2',
      'lift-speaker',
    ]);
    expect(sequence.joints.map(({ holds, count }) => `${holds.join()} ${count}`)).toEqual([
      'fan 2',
      'fan-2 3',
    ]);
    expect(contradictions).toMatchObject([{ lines: ['l5', 'l6'] }]);
  });

  test('what was missing on arrival belongs to a whole device', () => {
    const { sequence } = derive([
      'missing: 1 base cover screw',
      'base cover: 6 PH0 M2x5, 2 captive PH0',
      'base cover off',
    ]);
    expect(sequence.joints.map((joint) => joint.count)).toEqual([7, 2]);
  });

  test('numbers, label values, tests, sides and what hides screws without a part', () => {
    const { sequence } = derive([
      'bottom up',
      'foot strip off, 3 T5 M2x4 under it',
      'base cover off',
      'battery TB-4471 11.55V 4100mAh 47.4Wh',
      'careful, glued cable under the pack',
      'unplug battery',
      'test: power light and picture',
      'battery off',
    ]);
    expect(sequence.joints[0]).toMatchObject({
      holds: ['base-cover'],
      hiddenBy: 'foot-strip',
      throughCase: true,
    });
    expect(sequence.parts.find((part) => part.id === 'battery')).toMatchObject({
      numbers: [{ number: 'TB-4471', role: 'fitted' }],
      battery: { nominalV: 11.55, capacityMAh: 4100, energyWh: 47.4 },
    });
    expect(sequence.actions.every((action) => action.face === 'bottom')).toBe(true);
    expect(sequence.actions.find((action) => action.id === 'unplug-battery')?.cautions).toEqual([
      'careful, glued cable under the pack',
    ]);
    expect(sequence.checks).toEqual([{ at: 'before-closing', text: 'power light and picture' }]);
  });

  test('whatever is recorded: the order recorded respects every need, and every part has a route', () => {
    const line = fc.constantFrom(
      ...[
        'base cover: 4 PH0 M2x5',
        'base cover off',
        'unplug battery',
        'hold power 15 s',
        'drive shield 3 PH0',
        'drive shield off',
        'battery 4 PH00',
        'battery off',
      ],
      ...[
        'kbd ribbon flip',
        'fan off',
        'fan needs battery first',
        "fan won't come: heatsink holds it",
        'heatsink 4 PH1 captive',
        'heatsink off',
        'board off',
        'bottom up',
      ],
      ...[
        'one more battery screw under the drive shield',
        'pry base cover',
        'coax main, aux',
        'keyboard off',
        'zorp',
        'missing: 1 battery screw',
        'lid up',
      ],
    );
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 25 }), (lines) => {
        const { sequence } = derive(lines);
        const order = sequence.actions.map((action) => action.id);
        expect(brokenNeed(sequence, order)).toBeNull();
        for (const action of sequence.actions.filter((candidate) => candidate.verb === 'lift')) {
          const route = planRoute(sequence, { targets: [action.part], expansionLimit: 500 });
          expect(route.ok).toBe(true);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('times from a narration', () => {
  const said = (text: string, at: number, narrated = true) => ({
    id: text,
    entries: readLine(text, { ...emptyContext(), at }).entries,
    narrated,
  });
  const secondsOf = (lines: ReturnType<typeof said>[]) => {
    const derived = deriveSequence([{ id: 'r', lines }], {
      maker: 'A',
      name: 'B',
      code: 'C',
      form: 'notebook',
    });
    return derived.ok ? derived.value.sequence.actions.map(({ seconds }) => seconds) : [];
  };

  test('an act lasts until the next one is spoken of; a hold as long as it must; the last as usual', () => {
    const lines = [
      said('fan 4 PH0', 10),
      said('hold power 15 s', 52),
      said('unplug fan', 60),
      said('fan off', 69),
    ];
    expect(secondsOf(lines)).toEqual([42, 15, 9, 6]);
  });

  test('typed lines, and a silence too long to be work, keep the usual times', () => {
    expect(secondsOf([said('fan 4 PH0', 10, false), said('fan off', 52, false)])).toEqual([32, 6]);
    expect(secondsOf([said('fan 4 PH0', 10), said('fan off', 2_000)])).toEqual([32, 6]);
  });
});

describe('whatever a log may hold', () => {
  const slug = fc.oneof(
    fc.constantFrom('fan', 'base-cover', 'battery', 'system-board', 'display-cable'),
    fc.integer({ min: 70, max: 80 }).map((n) => 'x'.repeat(n)),
  );
  const part = fc.option(slug);
  const text = fc.oneof(
    fc.constantFrom('seen', 'the fan turns'),
    fc.integer({ min: 1, max: 400 }).map((n) => 'word '.repeat(n)),
  );
  const count = fc.oneof(fc.integer({ min: 1, max: 8 }), fc.constantFrom(200, 201, 5_000));
  const common = { at: fc.constant(null), confidence: fc.constant(1) };
  const entry = (kind: string, fields: Record<string, fc.Arbitrary<unknown>>) =>
    fc.record({ kind: fc.constant(kind), text, ...common, ...fields });
  const joint = fc.record({
    type: fc.constantFrom('screws', 'connector', 'clips', 'adhesive'),
    count: fc.option(count),
    hiddenBy: part,
    where: fc.option(fc.constantFrom('rear', 'w'.repeat(120))),
    leads: fc.option(fc.array(fc.constantFrom('blue', 'l'.repeat(40)), { maxLength: 8 })),
  });
  const logged = fc.oneof(
    entry('undo', {
      joint,
      part,
      verb: fc.constantFrom('unscrew', 'unplug', 'peel', 'pry'),
      tool: fc.constantFrom(null, 'PH0'),
    }),
    entry('lift', { part: slug }),
    entry('note', { part }),
    entry('caution', { part }),
    entry('check', { part }),
    entry('missing', { count, part, screw: fc.constant(null) }),
    entry('hold', {
      seconds: fc.constantFrom(1, 86_400),
      what: fc.constantFrom('power', 'wait', 'h'.repeat(80)),
    }),
    entry('blocked', { part: slug, by: slug }),
    entry('requires', { part: slug, parts: fc.array(slug, { minLength: 1, maxLength: 3 }) }),
    entry('covers', { part: slug, parts: fc.array(slug, { minLength: 1, maxLength: 3 }) }),
    entry('number', {
      part,
      number: fc.constantFrom('TB-1', 'n'.repeat(60)),
      role: fc.constantFrom('fitted', 'label'),
    }),
    entry('measure', {
      part,
      values: fc.constantFrom({ nominalV: 0 }, { nominalV: 11.4 }, { energyWh: -1 }, {}),
    }),
    entry('move', { part: slug, to: slug }),
    entry('whole', { part: slug, with: slug }),
    entry('serve', { part, what: fc.constantFrom('clean') }),
    entry('seen', { part, state: fc.constantFrom('absent', 'present') }),
    entry('refit', { part }),
    entry('turn', { face: fc.constantFrom('top', 'bottom') }),
  ) as fc.Arbitrary<Entry>;

  test('something is derived from it, by one recording and by two', () => {
    const lines = fc
      .array(fc.array(logged, { minLength: 1, maxLength: 3 }), { maxLength: 40 })
      .map((all) => all.map((entries, i) => ({ id: `l${i}`, entries })));
    fc.assert(
      fc.property(lines, lines, (one, two) => {
        for (const recordings of [[one], [one, two]]) {
          const derived = deriveSequence(
            recordings.map((own, i) => ({ id: `r${i}`, lines: own })),
            model,
          );
          if (!derived.ok) throw new Error(JSON.stringify(derived.fault));
          const outside = readSequence(JSON.parse(JSON.stringify(derived.value.sequence)));
          expect(outside.ok ? null : outside.fault).toBeNull();
        }
      }),
      { numRuns: 300 },
    );
  });
});
