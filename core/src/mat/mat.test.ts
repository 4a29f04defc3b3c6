import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { emptyContext } from '../reader/context.ts';
import { readLine } from '../reader/readLine.ts';
import { foldLines, type LogRecord } from '../record/log.ts';
import { deriveSequence } from '../derive/deriveSequence.ts';
import { matGroups } from './matGroups.ts';
import { crosswiseOrder, insideOutline, mirrored, spreadAlong } from './points.ts';

const outline = { width: 300, depth: 200 };

describe('the crosswise order', () => {
  // Common practice, no source: opposite corners first, then the other diagonal.
  test('four points: across, then the other two', () => {
    const corners = [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 100, y: 100 },
      { x: 0, y: 100 },
    ];
    const order = crosswiseOrder(corners);
    expect(order.slice(0, 2)).toEqual([0, 2]);
    expect([...order.slice(2)].sort()).toEqual([1, 3]);
  });

  test('six points in two rows: never a neighbour next', () => {
    const rows = [0, 1, 2, 3, 4, 5].map((i) => ({ x: (i % 3) * 50, y: i < 3 ? 0 : 60 }));
    const order = crosswiseOrder(rows);
    expect(order[1]).toBe(5);
    expect([...order].sort()).toEqual([0, 1, 2, 3, 4, 5]);
    for (let i = 1; i < 4; i++) {
      const [a, b] = [rows[order[i - 1] ?? 0], rows[order[i] ?? 0]];
      expect(Math.hypot((a?.x ?? 0) - (b?.x ?? 0), (a?.y ?? 0) - (b?.y ?? 0))).toBeGreaterThan(55);
    }
  });

  test('eight points in a ring: the second stands opposite, the third a quarter on', () => {
    const ring = Array.from({ length: 8 }, (_, i) => ({
      x: Math.cos((i * Math.PI) / 4),
      y: Math.sin((i * Math.PI) / 4),
    }));
    const order = crosswiseOrder(ring);
    expect(order.slice(0, 2)).toEqual([0, 4]);
    expect([2, 6]).toContain(order[2]);
    expect(new Set(order).size).toBe(8);
  });

  test('each point once, and each next one is as far from the last two as any that is left', () => {
    const place = fc.record({ x: fc.integer({ min: 0, max: 300 }), y: fc.integer({ min: 0, max: 200 }) });
    const away = (a: { x: number; y: number }, b: { x: number; y: number }) =>
      Math.hypot(a.x - b.x, a.y - b.y);
    fc.assert(
      fc.property(fc.array(place, { minLength: 1, maxLength: 14 }), (places) => {
        const order = crosswiseOrder(places).map((i) => places[i] ?? { x: 0, y: 0 });
        expect(order).toHaveLength(places.length);
        for (let i = 1; i < order.length; i++) {
          const lastTwo = order.slice(Math.max(0, i - 2), i);
          const reach = order.slice(i).map((p) => lastTwo.reduce((sum, last) => sum + away(last, p), 0));
          expect(reach[0]).toBeCloseTo(Math.max(...reach), 6);
        }
      }),
    );
  });
});

describe('placing', () => {
  test('spread keeps inside, evenly, and a single one stands in the middle', () => {
    expect(spreadAlong('far', 3, outline)).toEqual([
      { x: 8, y: 8 },
      { x: 150, y: 8 },
      { x: 292, y: 8 },
    ]);
    expect(spreadAlong('right', 1, outline)).toEqual([{ x: 292, y: 100 }]);
  });

  test('mirroring twice is nothing, and no push leaves the outline', () => {
    const mm = fc.integer({ min: -100, max: 500 });
    fc.assert(
      fc.property(mm, mm, (x, y) => {
        const inside = insideOutline({ x, y }, outline);
        expect(inside.x).toBeGreaterThanOrEqual(0);
        expect(inside.y).toBeLessThanOrEqual(outline.depth);
        expect(mirrored(mirrored([inside], outline), outline)).toEqual([inside]);
      }),
    );
  });

  test('points go with their line into the groups of the mat and the derived sequence; a strike takes them away', () => {
    const line = '01890000-0000-7000-8000-000000000001';
    const points = [{ n: 1, x: 10, y: 20, face: 'bottom' as const }];
    const record = (body: LogRecord['body'], n: number): LogRecord => ({
      id: n === 0 ? line : `01890000-0000-7000-8000-00000000010${n}`,
      at: '2026-01-01T08:00:00Z',
      body,
    });
    const { entries } = readLine('turn over then base cover 1 PH0 M2x5', emptyContext());
    const log = [
      record({ kind: 'line', text: 'x', entries: [...entries] }, 0),
      record({ kind: 'place', of: line, entry: 1, points }, 1),
      record({ kind: 'tie', of: line, entry: 1, n: 1, picture: line, x: 0.5, y: 0.25 }, 2),
    ];
    const [group] = matGroups(foldLines(log));
    expect(group).toMatchObject({ letter: 'A', face: 'bottom', count: 1, points, ties: [{ x: 0.5 }] });
    const model = { maker: 'A', name: 'B', code: 'C', form: 'notebook' as const };
    const derived = deriveSequence([{ id: 'r', lines: foldLines(log) }], model);
    expect(derived.ok && derived.value.sequence.joints[0]?.points).toEqual(points);
    expect(matGroups(foldLines([...log, record({ kind: 'strike', of: line }, 3)]))).toEqual([]);
  });
});
