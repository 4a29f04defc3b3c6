import { matTiling, paperRequestSchema, paperSizes, type PaperRequestOf, type PaperSize } from '@bemtor/core';
import { describe, expect, test } from '@jest/globals';
import type { PDFPageProxy } from 'pdfjs-dist';
import { labelPaper } from './labelPaper.ts';
import { matPaper } from './matPaper.ts';
import { mm } from './sheet.ts';
import { codesOn, pagesOf, picture, readPdf, textOf, wordsOn } from './testing/readPdf.ts';

/* What is to be true to the millimetre, measured in a picture of the page as pdf.js draws it. */

const dotsPerMm = 10;
const places = [
  { x: 12, y: 8 },
  { x: 160, y: 110 },
  { x: 310, y: 213 },
];
const mat = (size: PaperSize, fit: 'true-size' | 'one-sheet'): PaperRequestOf<'mat'> => ({
  ...{ kind: 'mat', size, fit, day: '2026-11-27', title: 'Tervane Lark 14, TL14-2', side: 'bottom' },
  outline: { width: 322, depth: 221 },
  groups: [
    { letter: 'B', part: 'Base cover', screw: { drive: 'PH', thread: 'M2' }, count: 4, points: places },
  ],
});

/** The longest dark line of the page, mm: along a row below its middle, where the bar stands. */
async function longestLine(page: PDFPageProxy): Promise<number> {
  const { width, height, data } = await picture(page, dotsPerMm * 25.4);
  let longest = 0;
  for (let y = Math.round(height * 0.9); y < height; y++) {
    let run = 0;
    for (let x = 0; x < width; x++) {
      run = data[(y * width + x) * 4]! < 128 ? run + 1 : 0;
      longest = Math.max(longest, run);
    }
  }
  return longest / dotsPerMm;
}

test('parts are drawn where they lie, with their names, on each sheet that has their middle', async () => {
  const request = {
    ...mat('A4', 'true-size'),
    regions: [{ name: 'battery', x: 140, y: 100, width: 120, depth: 60 }],
  };
  const { tiles } = matTiling(request.outline, paperSizes.A4);
  const pages = await pagesOf(await readPdf(await matPaper(request)));
  // The name stands in the middle of the part: 200, 130.
  const named = (tile: (typeof tiles)[number]): boolean =>
    tile.x < 190 && tile.x + tile.width > 210 && tile.y < 128 && tile.y + tile.height > 132;
  expect(tiles.filter(named).length).toBeGreaterThan(0);
  for (const [i, tile] of tiles.entries()) {
    const name = (await wordsOn(pages[i]!)).find(({ text }) => text.includes('battery'));
    if (named(tile)) expect(Math.abs(name!.x / mm - 10 + tile.x - 194)).toBeLessThan(3);
  }
});

describe('the mat at true size', () => {
  test.each<[PaperSize, number]>([
    ['A4', 2],
    ['A3', 1],
    ['Letter', 2],
  ])(
    'on %s: %i sheets, on each a bar of 100 mm, and every screw where it is on the device',
    async (size, count) => {
      const request = mat(size, 'true-size');
      const { tiles } = matTiling(request.outline, paperSizes[size]);
      const pages = await pagesOf(await readPdf(await matPaper(request)));
      expect([tiles.length, pages.length]).toEqual([count, count + 1]);
      for (const page of pages.slice(0, -1))
        expect(Math.abs((await longestLine(page)) - 100)).toBeLessThanOrEqual(0.2);
      const found = new Set<string>();
      for (const [i, tile] of tiles.entries()) {
        const letters = (await wordsOn(pages[i]!)).filter(({ text }) => text === 'B');
        for (const { x, y } of letters) {
          // A letter stands in the middle of its ring: 1.3 mm left of it, and its foot 1.3 mm below, or so.
          const at = { x: x / mm - 10 + tile.x, y: y / mm - 10 + tile.y };
          const nearest = places.find((place) => Math.hypot(place.x - at.x, place.y - at.y) < 2.5);
          expect(nearest).toBeDefined();
          found.add(JSON.stringify(nearest));
        }
      }
      expect(found.size).toBe(places.length);
      const legend = await textOf(pages.at(-1)!);
      for (const words of ['bottom up', 'cross M2', 'Base cover', '3 of 4 placed'])
        expect(legend).toContain(words);
    },
  );

  test('on one sheet it is smaller, says so, and its bar is smaller with it', async () => {
    const pages = await pagesOf(await readPdf(await matPaper(mat('A4', 'one-sheet'))));
    expect(pages).toHaveLength(2);
    const [, scale] = /at 1 : ([\d.]+)/.exec(await textOf(pages[0]!)) ?? [];
    expect(Number(scale)).toBeGreaterThan(1.1);
    expect(Math.abs((await longestLine(pages[0]!)) - 100 / Number(scale))).toBeLessThan(0.6);
  });
});

describe('labels', () => {
  const labels = Array.from({ length: 70 }, (_, i) => ({
    text: `SK-0412/${i}`,
    words: `SK-0412, cell ${i}`,
  }));
  test.each(['code128', 'qrcode'] as const)(
    '%s: begin at the origin, many on a sheet, and are read back',
    async (code) => {
      const pages = await pagesOf(
        await readPdf(await labelPaper({ kind: 'labels', size: 'A4', code, day: '2026-11-27', labels })),
      );
      const all = (await Promise.all(pages.map(textOf))).join(' ');
      for (const { words } of labels) expect(all).toContain(words);
      expect(pages.length).toBeLessThan(4);
      const first = (await wordsOn(pages[0]!)).find(({ text }) => text === 'SK-0412, cell 0')!;
      expect(first.x / mm).toBeCloseTo(11.5, 1);
      expect(await codesOn(pages[0]!, { x: 8, y: 8, width: code === 'qrcode' ? 30 : 52, height: 24 })).toBe(
        'SK-0412/0',
      );
    },
  );

  test('what no code can hold is refused with its place', () => {
    const asked = { kind: 'labels', size: 'A4', code: 'qrcode', day: '2026-11-27' };
    const parsed = paperRequestSchema.safeParse({ ...asked, labels: [{ text: 'Ключ', words: '' }] });
    expect(parsed.error?.issues[0]).toMatchObject({ path: ['labels', 0, 'text'] });
  });
});
