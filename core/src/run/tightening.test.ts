import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { indexSequence } from '../sequence/describe.ts';
import { readSequence } from '../sequence/readSequence.ts';
import { plainStep, type RunStep } from './runStep.ts';
import { tighteningDrawing } from './tightening.ts';

function stepOf(joint: object, kind = 'bracket', phase: RunStep['phase'] = 'back') {
  const read = readSequence({
    format: 'bemtor.sequence/1',
    model: { maker: 'Tervane', name: 'Lark', code: 'TL', form: 'notebook' },
    parts: [{ id: 'p', name: 'Part', kind }],
    joints: [{ id: 'j', type: 'screws', holds: ['p'], ...joint }],
    actions: [{ id: 'a', verb: 'unscrew', joint: 'j', part: 'p', face: 'top', seconds: 5 }],
    needs: [],
  });
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  const index = indexSequence(read.value);
  const step = plainStep('s', phase, 'Screws in', {
    action: index.action.get('a') ?? null,
    joint: index.joint.get('j') ?? null,
  });
  return tighteningDrawing(index, step);
}

const points = (places: readonly (readonly [x: number, y: number])[]) =>
  places.map(([x, y], i) => ({ n: i + 1, x, y, face: 'top' }));

describe('the drawing of an order', () => {
  test('four screws of a heatsink go corner to corner, though nobody placed them', () => {
    const drawing = stepOf({ count: 4 }, 'heatsink');
    expect(drawing?.isPlaced).toBe(false);
    const at = (turn: number) => drawing?.screws.find((screw) => screw.turn === turn);
    // The second stands across from the first: both ways on the other half.
    expect(Math.sign((at(1)?.x ?? 0) - 50)).toBe(-Math.sign((at(2)?.x ?? 0) - 50));
    expect(Math.sign((at(1)?.y ?? 0) - 50)).toBe(-Math.sign((at(2)?.y ?? 0) - 50));
  });

  test('marked screws keep their marks, from the highest on the way down', () => {
    const joint = {
      count: 3,
      tighten: 'numbered',
      points: points([
        [0, 0],
        [40, 0],
        [20, 30],
      ]),
    };
    expect(stepOf(joint)?.screws.map(({ turn }) => turn)).toEqual([1, 2, 3]);
    expect(stepOf(joint, 'bracket', 'down')?.screws.map(({ turn }) => turn)).toEqual([3, 2, 1]);
    expect(stepOf({ count: 3, tighten: 'numbered' })).toBeNull();
  });

  test('nothing is drawn where any order will do, or nothing could be read', () => {
    expect(stepOf({ count: 4 })).toBeNull();
    expect(stepOf({ count: 2, tighten: 'cross' })).toBeNull();
    expect(stepOf({ count: 40, tighten: 'cross' })).toBeNull();
    expect(stepOf({ tighten: 'cross' })).toBeNull();
  });

  test('each screw has its own turn and a place inside the square, in the shape in which it was placed', () => {
    const places = fc.uniqueArray(
      fc.tuple(fc.integer({ max: 300, min: 0 }), fc.integer({ max: 200, min: 0 })),
      {
        minLength: 3,
        maxLength: 16,
        selector: ([x, y]) => `${x} ${y}`,
      },
    );
    fc.assert(
      fc.property(places, (given) => {
        const screws = stepOf({ count: given.length, tighten: 'cross', points: points(given) })?.screws ?? [];
        expect(screws.map(({ turn }) => turn).sort((a, b) => a - b)).toEqual(given.map((_, i) => i + 1));
        for (const { x, y } of screws) for (const v of [x, y]) expect(v >= 0 && v <= 100).toBe(true);
        const [left, right] = [given.map(([x]) => x), screws.map(({ x }) => x)];
        left.forEach((x, i) =>
          left.forEach((other, j) => {
            if (x < other) expect(right[i] ?? 0).toBeLessThanOrEqual(right[j] ?? 0);
          }),
        );
      }),
    );
  });
});
