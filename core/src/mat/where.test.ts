import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { configure } from '../sequence/configuration.ts';
import { indexSequence } from '../sequence/describe.ts';
import { readSequence } from '../sequence/readSequence.ts';
import type { Sequence } from '../sequence/schema.ts';
import { runSteps } from '../run/runSteps.ts';
import { planRoute } from '../route/planRoute.ts';
import { fitGround, onOutline, type TiedPlace } from './ground.ts';
import { matGroupsOfSequence } from './matGroups.ts';
import { layersOfActions } from './matLayers.ts';
import { edgeNamed, placeName } from './placeWords.ts';
import { snapped, spreadApart, tapped } from './points.ts';
import { asSeenFrom, whereOf } from './where.ts';

const demo = ['lark-14', 'lark-14-duo', 'keel-mini', 'mast-24', 'pilot-7'];
function sequenceOf(name: string): Sequence {
  const text = readFileSync(new URL(`../../../demo/sequences/${name}.json`, import.meta.url), 'utf8');
  const read = readSequence(JSON.parse(text));
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  return read.value;
}

function downTo(name: string, target: string) {
  const sequence = configure(sequenceOf(name), {});
  const route = planRoute(sequence, { targets: [target], configuration: {} });
  if (!route.ok) throw new Error(JSON.stringify(route.fault));
  const steps = runSteps(sequence, { steps: route.value.steps, targets: [target] });
  return { sequence, index: indexSequence(sequence), groups: matGroupsOfSequence(sequence), steps };
}

describe('where a step is', () => {
  const { sequence, index, groups, steps } = downTo('lark-14', 'battery');
  const rim = steps.find((step) => step.phase === 'down' && step.joint?.count === 6);
  const whereAt = (through: number) => rim && whereOf(sequence, index, rim, groups, through);

  test('done points, the next one, and those ahead; the next is said in words', () => {
    const where = whereAt(4);
    expect(where?.points.map(({ state }) => state)).toEqual([
      'done',
      'done',
      'done',
      'done',
      'next',
      'ahead',
    ]);
    expect(where?.next).toMatch(/^5, /);
    expect(where?.face).toBe('bottom');
    expect(where?.layer).toBe('outside');
    expect(whereAt(6)?.next).toBeNull();
  });

  test('other groups of the layer are there, those beneath the cover are not', () => {
    const letters = whereAt(0)?.others.map(({ letter }) => letter) ?? [];
    expect(letters).toHaveLength(2);
    const beneath = groups.filter(({ layer }) => layer.depth > 0).map(({ letter }) => letter);
    expect(beneath.length).toBeGreaterThan(3);
    expect(whereAt(0)?.others.find(({ isCaptive }) => isCaptive)?.points).toHaveLength(2);
  });

  test('a part is a region that the step is about; a cover is pried from the edge that its words name', () => {
    const clips = steps.find(({ action }) => action?.joint === 'j-base-cover-clips');
    expect(clips && whereOf(sequence, index, clips, groups, 0)?.motion).toMatchObject({
      verb: 'pry',
      edge: 'far',
    });
    const lift = steps.find(({ action }) => action?.verb === 'lift' && action.part === 'battery');
    const where = lift && whereOf(sequence, index, lift, groups, 0);
    expect(where?.motion?.verb).toBe('lift');
    expect(where?.regions.filter(({ isNow }) => isNow).map(({ part }) => part)).toEqual(['battery']);
  });

  test.each(demo)(
    '%s: each step on a part is on the outline, points are all counted, letters are those of the mat',
    (name) => {
      const own = downTo(
        name,
        sequenceOf(name)
          .actions.filter(({ verb }) => verb === 'lift')
          .at(-1)?.part ?? '',
      );
      const letters = new Map(own.groups.map(({ line, letter }) => [line, letter]));
      for (const step of own.steps) {
        const where = whereOf(own.sequence, own.index, step, own.groups, 0);
        expect(where === null).toBe(step.action === null);
        if (!where) continue;
        if (step.joint) expect([step.id, where.points.length]).toEqual([step.id, step.joint.count]);
        if (step.phase === 'down' && step.joint) expect(step.letter).toBe(letters.get(step.joint.id));
        for (const { x, y } of where.points) {
          expect(x >= 0 && x <= where.outline.width && y >= 0 && y <= where.outline.depth).toBe(true);
        }
      }
    },
  );
});

test('layers: a cover lies outside, what it hides lies under it, and nothing lies deeper than the covers there are', () => {
  for (const name of demo) {
    const sequence = sequenceOf(name);
    const layers = layersOfActions(sequence);
    expect(layers.size).toBe(sequence.actions.length);
    for (const { action, anyOf } of sequence.needs) {
      const [later, earlier] = [layers.get(action), layers.get(anyOf[0] ?? '')];
      if (later && earlier) expect(later.depth).toBeGreaterThanOrEqual(earlier.depth);
    }
  }
  const lark = layersOfActions(sequenceOf('lark-14'));
  expect(lark.get('lift-base-cover')).toEqual({ depth: 0, name: 'outside' });
  expect(lark.get('lift-battery')).toEqual({ depth: 1, name: 'under the base cover' });
});

describe('places in words', () => {
  const outline = { width: 300, depth: 210 };
  test.each([
    [{ x: 10, y: 10 }, 'far left'],
    [{ x: 150, y: 5 }, 'far edge'],
    [{ x: 150, y: 100 }, 'middle'],
    [{ x: 290, y: 100 }, 'right edge'],
    [{ x: 290, y: 205 }, 'near right'],
  ])('%j is %s', (place, words) => expect(placeName(place, outline)).toBe(words));

  // Common practice, no source: a device is turned over from left to right, so its hinges stay far.
  test.each([
    ['from the hinge edge', 'far'],
    ['towards the front', 'near'],
    ['right side, with the pin', 'right'],
    ['left and right', null],
    ['rim and middle', null],
  ] as const)('“%s” names %s', (words, edge) => expect(edgeNamed(words)).toBe(edge));
});

describe('regions', () => {
  test('seen from the other side they are mirrored, and back again they are as they were', () => {
    const mm = fc.integer({ min: 0, max: 120 });
    fc.assert(
      fc.property(mm, mm, mm, mm, (x, y, width, depth) => {
        const outline = { width: 322, depth: 221 };
        const region = { face: 'top' as const, x, y, width: width + 1, depth: depth + 1 };
        const bottom = asSeenFrom(region, 'bottom', outline);
        expect(bottom.x + bottom.width).toBeCloseTo(outline.width - x, 6);
        const again = asSeenFrom({ face: 'bottom', ...bottom }, 'top', outline);
        expect(again).toEqual({ x, y, width: width + 1, depth: depth + 1 });
      }),
    );
  });
});

describe('points by hand', () => {
  const outline = { width: 320, depth: 220 };
  const place = fc.record({ x: fc.integer({ min: 0, max: 320 }), y: fc.integer({ min: 0, max: 220 }) });

  test('snapped moves at most the reach along each side, and onto what is near', () => {
    expect(snapped({ x: 99, y: 111 }, [{ x: 100, y: 50 }], outline)).toEqual({ x: 100, y: 110 });
    fc.assert(
      fc.property(place, fc.array(place, { maxLength: 6 }), (at, others) => {
        const to = snapped(at, others, outline, 4);
        expect(Math.abs(to.x - at.x)).toBeLessThanOrEqual(4);
        expect(Math.abs(to.y - at.y)).toBeLessThanOrEqual(4);
        expect(snapped(to, others, outline, 0)).toEqual(to);
      }),
    );
  });

  test('spread apart none lies on another, those far from all stay, and two in one place part', () => {
    const pair = spreadApart(
      [
        { x: 50, y: 50 },
        { x: 50, y: 50 },
      ],
      20,
    );
    expect(Math.hypot(pair[0]!.x - pair[1]!.x, pair[0]!.y - pair[1]!.y)).toBeCloseTo(20, 3);
    fc.assert(
      fc.property(fc.array(place, { maxLength: 8 }), (places) => {
        const spread = spreadApart(places, 12);
        expect(spread).toHaveLength(places.length);
        spread.forEach((a, i) =>
          spread.slice(i + 1).forEach((b) => expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThan(9)),
        );
        expect(spreadApart(places, 12)).toEqual(spread);
      }),
    );
  });

  test('a tap puts a point in, a tap on one takes it out, and there are never more than screws', () => {
    const two = tapped(tapped([], { x: 10, y: 10 }, outline, 2), { x: 300, y: 10 }, outline, 2);
    expect(two).toHaveLength(2);
    expect(tapped(two, { x: 100, y: 100 }, outline, 2)).toEqual(two);
    expect(tapped(two, { x: 12, y: 11 }, outline, 2)).toEqual([{ x: 300, y: 10 }]);
    expect(tapped([], { x: -40, y: 500 }, outline, 1)).toEqual([{ x: 0, y: 220 }]);
  });
});

describe('a photo as the ground', () => {
  const share = fc.double({ min: 0, max: 1, noNaN: true });
  const mm = fc.double({ min: 0, max: 320, noNaN: true });
  const tied = fc.record({ x: share, y: share, mm: fc.record({ x: mm, y: mm }) });

  test('both places meet, and it is neither sheared nor mirrored', () => {
    fc.assert(
      fc.property(tied, tied, fc.double({ min: 0.4, max: 2.5, noNaN: true }), (first, second, aspect) => {
        const places: [TiedPlace, TiedPlace] = [first, second];
        const fit = fitGround({ aspect, places });
        if (!fit) return;
        for (const one of places) {
          const on = onOutline(fit, aspect, one);
          expect(on.x).toBeCloseTo(one.mm.x, 3);
          expect(on.y).toBeCloseTo(one.mm.y, 3);
        }
        // A turn and a scale keep what is square square: the photo's two sides stand on each other.
        const [o, right, down] = [
          { x: 0, y: 0 },
          { x: 1, y: 0 },
          { x: 0, y: 1 },
        ].map((corner) => onOutline(fit, aspect, corner));
        const [u, v] = [right!, down!].map(({ x, y }) => ({ x: x - o!.x, y: y - o!.y }));
        expect((u!.x * v!.x + u!.y * v!.y) / (Math.hypot(u!.x, u!.y) * Math.hypot(v!.x, v!.y))).toBeCloseTo(
          0,
          6,
        );
        expect(Math.hypot(u!.x, u!.y) / Math.hypot(v!.x, v!.y)).toBeCloseTo(aspect, 4);
        expect(u!.x * v!.y - u!.y * v!.x).toBeGreaterThan(0);
      }),
    );
  });

  test('two places too near to each other say nothing', () => {
    const at = { x: 0.5, y: 0.5, mm: { x: 10, y: 10 } };
    expect(fitGround({ aspect: 1, places: [at, { ...at, mm: { x: 200, y: 10 } }] })).toBeNull();
    expect(fitGround({ aspect: 1, places: [at, { ...at, x: 0.9 }] })).toBeNull();
  });
});
