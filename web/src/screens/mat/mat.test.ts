import { describe, expect, test } from '@jest/globals';
import type { MatGroup, MatPoint, Part, Region } from '@bemtor/core';
import fc from 'fast-check';
import { meantBy } from '../../kit/commands.ts';
import { matCommands, type MatActs, type MatNow } from './matCommands.ts';
import { drawn, regionsNow, regionsSeen } from './matRegions.ts';
import { keyOf, nothingHeld, stepBack, withPoints } from './useMatPoints.ts';

const group = (line: string, count: number, points: readonly MatPoint[] = []): MatGroup => ({
  line,
  entry: 0,
  letter: 'A',
  part: 'fan',
  count,
  screw: {},
  tighten: 'any',
  layer: { depth: 0, name: 'outside' },
  face: 'bottom',
  points,
  pictures: [],
  ties: [],
});
const point = (x: number): MatPoint => ({ n: 1, x, y: 10, face: 'bottom' });

describe('points that are moved', () => {
  test('are numbered anew, never more than screws, and go back step by step', () => {
    const fan = group('fan', 2, [point(5)]);
    const once = withPoints(nothingHeld, fan, [point(5), point(9), point(20)]);
    expect(once.moved.get(keyOf(fan))?.map(({ n, x }) => [n, x])).toEqual([
      [1, 5],
      [2, 9],
    ]);
    const twice = withPoints(once, { ...fan, points: once.moved.get(keyOf(fan)) ?? [] }, []);
    const back = stepBack(twice);
    expect(back?.moved.get(keyOf(fan))).toHaveLength(2);
    expect(back && stepBack(back)?.moved.get(keyOf(fan))).toEqual([point(5)]);
    expect(stepBack(nothingHeld)).toBeNull();
  });

  test('however much was done to however many groups, all of it back is as it was', () => {
    const names = fc.constantFrom('fan', 'board', 'cover');
    const xs = fc.array(fc.integer({ min: 0, max: 300 }), { maxLength: 4 });
    fc.assert(
      fc.property(fc.array(fc.tuple(names, xs), { maxLength: 12 }), (acts) => {
        const first = new Map(['fan', 'board', 'cover'].map((name) => [name, group(name, 4, [point(1)])]));
        let held = nothingHeld;
        for (const [name, places] of acts) {
          const now = first.get(name) ?? group(name, 4);
          const points = held.moved.get(keyOf(now)) ?? now.points;
          held = withPoints(held, { ...now, points }, places.map(point));
        }
        for (let back = stepBack(held); back; back = stepBack(held)) held = back;
        for (const [name, now] of first) {
          const points = held.moved.get(keyOf(now));
          if (points) expect([name, points]).toEqual([name, now.points]);
        }
      }),
    );
  });
});

describe('where parts lie', () => {
  const region = (x: number): Region => ({ face: 'top', x, y: 0, width: 10, depth: 5 });
  const parts = [{ id: 'fan', name: 'Fan', region: region(1) }, { id: 'board' }] as unknown as Part[];

  test('what was drawn by hand wins, and what was taken out is gone', () => {
    const edits = [
      { what: 'region', part: 'board', region: region(2) },
      { what: 'region', part: 'board', region: region(3) },
      { what: 'name', part: 'fan', name: 'Blower' },
    ] as const;
    expect([...regionsNow(parts, edits)].map(([part, { x }]) => [part, x])).toEqual([
      ['fan', 1],
      ['board', 3],
    ]);
    expect([...regionsNow(parts, [{ what: 'region', part: 'fan', region: null }])]).toEqual([]);
  });

  test('from the other side they are mirrored', () => {
    const seen = {
      nameOf: (part: string) => part,
      ...{ face: 'bottom' as const, outline: { width: 100, depth: 50 }, now: null },
    };
    const two = new Map([
      ['fan', region(1)],
      ['board', region(40)],
    ]);
    expect(regionsSeen(two, { ...seen, among: new Set(['fan']) })).toEqual([
      { part: 'fan', name: 'fan', isNow: false, x: 89, y: 0, width: 10, depth: 5 },
    ]);
    expect(regionsSeen(two, { ...seen, now: 'board', among: new Set() }).map(({ part }) => part)).toEqual([
      'board',
    ]);
    expect(regionsSeen(two, { ...seen, among: null })).toHaveLength(2);

    expect(drawn({ x: 1.234, y: 2, width: 0.01, depth: 3 }, 'top')).toEqual({
      face: 'top',
      x: 1.2,
      y: 2,
      width: 0.1,
      depth: 3,
    });
  });
});

describe('the keys of the mat', () => {
  const given: string[] = [];
  const acts = new Proxy({} as MatActs, {
    get:
      (_acts, name) =>
      (...args: unknown[]) =>
        void given.push([String(name), ...args].join(' ')),
  });
  const now: MatNow = { editable: true, points: 1, screws: 4, face: 'top', canUndo: true, drawing: false };

  test('one millimetre, or ten with Shift; each key means one thing', () => {
    const commands = matCommands(now, acts);
    for (const pressed of [
      { key: 'ArrowLeft' },
      { key: 'ArrowDown', shiftKey: true },
      { key: 'f' },
      { key: 'u' },
      { key: 'o' },
    ])
      meantBy(commands, pressed)?.run();
    expect(given).toEqual(['push -1 0', 'push 0 10', 'spread far', 'undo', 'layer']);
    const keys = commands.flatMap(({ keys: own }) => own);
    expect(keys).toHaveLength(new Set(keys).size);
  });

  test('a published sequence is looked at: what would put points in is not there', () => {
    const ids = matCommands({ ...now, editable: false }, acts)
      .filter(({ when }) => when !== false)
      .map(({ id }) => id);
    expect(ids).toEqual(['next', 'previous', 'layer', 'face', 'cross', 'draw', 'ground', 'paper']);
  });

  test('a full group says why no point goes in', () => {
    const held = matCommands({ ...now, points: 4 }, acts).filter(({ unless }) => unless);
    expect(held.map(({ id }) => id)).toEqual(['new', 'far', 'near', 'left', 'right', 'mirror']);
  });
});
