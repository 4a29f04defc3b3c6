import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Screw } from '../sequence/screw.ts';
import { alikeScrews } from './alike.ts';
import { fewestCells } from './fewestCells.ts';
import { fillTray, sharedCells } from './tray.ts';

const ph0 = (thread: string, lengthMm: number, more: Screw = {}): Screw => ({
  drive: 'PH',
  size: 'PH0',
  thread,
  lengthMm,
  ...more,
});

// Common practice, no source: lengths within 2 mm of one thread; or alike to the eye.
test.each<[string, Screw, Screw, boolean]>([
  ['one millimetre apart', ph0('M2', 4), ph0('M2', 5), true],
  ['two and a half apart', ph0('M2', 4), ph0('M2', 6.5), false],
  ['one kind', ph0('M2', 4), ph0('M2', 4), false],
  ['two heads of one length', ph0('M2', 4, { head: 'flat' }), ph0('M2', 4, { head: 'pan' }), true],
  ['sprung and plain side by side', ph0('M2', 4), ph0('M2', 4, { sprung: true }), true],
  ['M1.6 and M2 of one length: alike to the eye', ph0('M1.6', 4), ph0('M2', 4), true],
  ['M1.6 and M2.5: the eye sees it', ph0('M1.6', 4), ph0('M2.5', 4), false],
  ['another recess', ph0('M2', 4), { ...ph0('M1.6', 4), drive: 'T', size: 'T5' }, false],
  ['captive ones stay in the part', ph0('M2', 4), ph0('M2', 5, { captive: true }), false],
])('%s: alike %#', (_name, a, b, expected) => {
  expect(alikeScrews(a, b)).toBe(expected);
  expect(alikeScrews(b, a)).toBe(expected);
});

/** The slow twin: every way to put the kinds into 1, 2, 3 … cells. */
function fewestByTrying(count: number, edges: ReadonlySet<string>): number {
  for (let cells = 1; ; cells++) {
    for (let code = 0; code < cells ** count; code++) {
      const cell = Array.from({ length: count }, (_, i) => Math.floor(code / cells ** i) % cells);
      if ([...edges].every((edge) => cell[Number(edge[0])] !== cell[Number(edge[2])])) return cells;
    }
  }
}

test('no two look-alikes share a cell, and no fewer cells would do', () => {
  const graph = fc.integer({ min: 1, max: 6 }).chain((count) =>
    fc.record({
      count: fc.constant(count),
      pairs: fc.array(fc.tuple(fc.nat({ max: count - 1 }), fc.nat({ max: count - 1 })), { maxLength: 12 }),
    }),
  );
  fc.assert(
    fc.property(graph, ({ count, pairs }) => {
      const edges = new Set(
        pairs.filter(([a, b]) => a !== b).map(([a, b]) => `${Math.min(a, b)}-${Math.max(a, b)}`),
      );
      const alike = (a: number, b: number) => edges.has(`${Math.min(a, b)}-${Math.max(a, b)}`);
      const cells = fewestCells(count, alike);
      for (let a = 0; a < count; a++)
        for (let b = 0; b < a; b++) if (alike(a, b)) expect(cells[a]).not.toBe(cells[b]);
      expect(Math.max(...cells) + 1).toBe(fewestByTrying(count, edges));
    }),
  );
});

test('a tray by hand: 4 and 5 mm apart, 8 mm beside either, captive ones nowhere', () => {
  const cells = fillTray(
    [ph0('M2', 4), ph0('M2', 5), ph0('M2', 8), ph0('M2', 3, { captive: true })].map((screw) => ({
      screw,
      count: 2,
      part: null,
    })),
  );
  expect(sharedCells(cells)).toEqual([['A', 'C'], ['B']]);
});
