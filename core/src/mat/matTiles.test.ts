import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { paperSizes } from '../paper/paperSizes.ts';
import { matOnOne, matTiling, sheetMarginMm, tileFootMm, tileOverlapMm } from './matTiles.ts';

const length = fc.double({ min: 40, max: 900, noNaN: true });
const anyMat = fc.record({ width: length, depth: length });
const anySheet = fc.constantFrom(...Object.values(paperSizes));

test('tiles cover the whole mat, each fits its sheet, and neighbours share a strip to glue', () => {
  fc.assert(
    fc.property(anyMat, anySheet, (mat, sheet) => {
      const { tiles, columns, rows, isLandscape } = matTiling(mat, sheet);
      const [wide, high] = isLandscape ? [sheet.heightMm, sheet.widthMm] : [sheet.widthMm, sheet.heightMm];
      expect(tiles).toHaveLength(columns * rows);
      for (const { x, y, width, height, column, row } of tiles) {
        expect(width).toBeLessThanOrEqual(wide - 2 * sheetMarginMm + 1e-9);
        expect(height).toBeLessThanOrEqual(high - 2 * sheetMarginMm - tileFootMm + 1e-9);
        const beside = tiles.find((one) => one.column === column + 1 && one.row === row);
        const below = tiles.find((one) => one.column === column && one.row === row + 1);
        expect(beside ? x + width - beside.x : tileOverlapMm).toBeCloseTo(tileOverlapMm, 6);
        expect(below ? y + height - below.y : tileOverlapMm).toBeCloseTo(tileOverlapMm, 6);
      }
      expect([tiles[0]!.x, tiles[0]!.y]).toEqual([0, 0]);
      const last = tiles.at(-1)!;
      expect(last.x + last.width).toBeCloseTo(mat.width, 6);
      expect(last.y + last.height).toBeCloseTo(mat.depth, 6);
    }),
  );
});

test('no way of laying the sheet needs fewer, and on one sheet it is as large as it can be', () => {
  fc.assert(
    fc.property(anyMat, anySheet, (mat, sheet) => {
      const turned = { widthMm: sheet.heightMm, heightMm: sheet.widthMm };
      expect(matTiling(mat, sheet).tiles.length).toBe(matTiling(mat, turned).tiles.length);
      const { scale } = matOnOne(mat, sheet);
      expect(scale).toBeGreaterThan(0);
      expect(scale === 1).toBe(matTiling(mat, sheet).tiles.length === 1);
    }),
  );
});

// 322 × 221 mm on A4: two sheets upright, and one of A3.
test('an ordinary notebook', () => {
  const lark = { width: 322, depth: 221 };
  expect(matTiling(lark, paperSizes.A4).tiles).toHaveLength(2);
  expect(matTiling(lark, paperSizes.A3).tiles).toHaveLength(1);
});
