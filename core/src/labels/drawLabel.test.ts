import { describe, expect, test } from '@jest/globals';
import {
  BarcodeFormat,
  BinaryBitmap,
  DecodeHintType,
  HybridBinarizer,
  MultiFormatReader,
  NotFoundException,
  RGBLuminanceSource,
} from '@zxing/library';
import fc from 'fast-check';
import { createRequire } from 'node:module';
import { drawLabel, type LabelCode } from './drawLabel.ts';
import type Sharp from 'sharp';

const sharp = createRequire(new URL('../../../server/package.json', import.meta.url))(
  'sharp',
) as typeof Sharp;

/** Dots to the inch at which the label is looked at: a hand scanner is held nearer and farther until it reads. */
const distances = [254, 300, 200, 400, 150];

/** The two kinds that a label is printed in: short codes without a check figure are found in any pattern of bars. */
const codes: [DecodeHintType, unknown] = [
  DecodeHintType.POSSIBLE_FORMATS,
  [BarcodeFormat.CODE_128, BarcodeFormat.QR_CODE],
];

/** The printed label as a scanner sees it, read by a general barcode reader; one misread fails at once. */
async function readBack(svg: string): Promise<string> {
  for (const density of distances) {
    const { data, info } = await sharp(Buffer.from(svg), { density })
      .flatten({ background: '#ffffff' })
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const source = new RGBLuminanceSource(new Uint8ClampedArray(data), info.width, info.height);
    // The reader looks for the label in the picture; where its search fails it is told that nothing else is there.
    for (const hint of [DecodeHintType.TRY_HARDER, DecodeHintType.PURE_BARCODE]) {
      const bitmap = new BinaryBitmap(new HybridBinarizer(source));
      try {
        return new MultiFormatReader()
          .decode(bitmap, new Map<DecodeHintType, unknown>([[hint, true], codes]))
          .getText();
      } catch (error) {
        if (!(error instanceof NotFoundException)) throw error;
      }
    }
  }
  throw new Error('read at no distance');
}

describe('labels', () => {
  test.each<[LabelCode, string]>([
    ['code128', 'TB-4471'],
    ['code128', 'PJJ123C'],
    ['code128', 'SK-0412/A'],
    ['qrcode', 'TB-4471'],
    // Not found at 300 dots to the inch: its finder lies askew to the raster.
    ['qrcode', 'CHV7G2A'],
    ['qrcode', '0193b5c0-0002-7000-8000-000000000407'],
  ])('%s of %s reads back', async (code, text) => {
    expect(await readBack(drawLabel({ text, words: text }, code).svg)).toBe(text);
  });

  test('whatever stands on a part, its label reads back', async () => {
    const letter = fc.constantFrom(...'ABCDEFGHJKLMNPQRSTUVWXYZ0123456789-./ ');
    const number = fc
      .string({ unit: letter, minLength: 2, maxLength: 18 })
      .filter((text) => text.trim() === text);
    await fc.assert(
      fc.asyncProperty(number, fc.constantFrom<LabelCode>('code128', 'qrcode'), async (text, code) => {
        expect(await readBack(drawLabel({ text, words: text }, code).svg)).toBe(text);
      }),
      { numRuns: 25 },
    );
  }, 60_000);

  test('a bar is 0.33 mm wide on paper, a square 0.6 mm, with white around', () => {
    // Code 128, set B: start, seven characters, check, stop of 13: 11 · 9 + 13 − … = 101 modules, and 10 either side.
    const bars = drawLabel({ text: 'TB-4471', words: '' }, 'code128');
    expect(bars.widthMm).toBeCloseTo(
      ((bars.svg.match(/viewBox="0 0 (\d+)/) ?? [])[1] as unknown as number) * 0.33,
      6,
    );
    // QR version 1 is 21 modules and 4 of white either side (ISO/IEC 18004, from memory).
    expect(drawLabel({ text: 'TB-4471', words: '' }, 'qrcode').widthMm).toBeCloseTo((21 + 8) * 0.6, 6);
  });
});
