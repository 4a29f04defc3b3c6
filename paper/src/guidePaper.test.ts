import {
  composeGuide,
  guideDeferral,
  paperSizes,
  planRoute,
  readSequence,
  stepFacts,
  typeSizes,
  type Guide,
  type GuideRequest,
  type PaperSize,
  type Sequence,
  type TypeSize,
} from '@bemtor/core';
import { beforeAll, describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { guidePaper, type GuidePaper } from './guidePaper.ts';
import { mm } from './sheet.ts';
import { codesOn, pagesOf, picture, readPdf, textOf, wordsOn } from './testing/readPdf.ts';

/* The guide as PDF, read back by pdf.js. */

function demo(name: string): Sequence {
  const file = new URL(`../../demo/sequences/${name}.json`, import.meta.url);
  const read = readSequence(JSON.parse(readFileSync(file, 'utf8')));
  if (!read.ok) throw new Error(read.fault.what);
  return read.value;
}
function guideTo(sequence: Sequence, target: string, more: Partial<GuideRequest> = {}): Guide {
  const route = planRoute(sequence, { targets: [target], configuration: {} });
  if (!route.ok) throw new Error(route.fault.what);
  return composeGuide(sequence, { targets: [target], steps: route.value.steps, configuration: {}, ...more });
}
const lark = demo('lark-14');
const link = 'http://127.0.0.1:4600/models/TL14-2?revision=3';
const whole = guideTo(lark, 'keyboard', { revision: { number: 3, day: '2026-11-20' }, link });
const paper: GuidePaper = { size: 'A4', type: 'normal', day: '2026-11-27' };
const stepsOf = (guide: Guide) => guide.sections.flatMap(({ steps }) => steps);
/** Lines are broken where they are full. */
const flat = (text: string): string => text.replace(/\s+/g, '');

describe('the guide of 100 steps and more on paper', () => {
  let bytes: Buffer;
  let pdf: PDFDocumentProxy;
  beforeAll(async () => {
    bytes = await guidePaper(whole, paper);
    pdf = await readPdf(bytes);
  });

  test('says all that the guide says, each step on one page', async () => {
    const pages = (await Promise.all((await pagesOf(pdf)).map(textOf))).map(flat);
    const all = pages.join('');
    for (const words of [whole.title, guideDeferral, ...whole.cautions]) expect(all).toContain(flat(words));
    expect(stepsOf(whole).length).toBeGreaterThan(100);
    for (const step of stepsOf(whole)) {
      const said = [
        step.title,
        stepFacts(step),
        step.detail,
        ...step.cautions.map((words) => `Caution: ${words}`),
      ];
      const has = (page: string): boolean => said.every((words) => page.includes(flat(words)));
      expect({ step: step.n, onOnePage: pages.some(has) }).toEqual({ step: step.n, onOnePage: true });
    }
  });

  test('has a bookmark for each section, and the number on each page', async () => {
    const titles = (await pdf.getOutline()).map(({ title }) => title);
    expect(titles).toEqual(
      expect.arrayContaining([
        whole.title,
        'Cautions',
        'Tools',
        'Screw ledger',
        ...whole.sections.map(({ title }) => title),
      ]),
    );
    for (const [i, page] of (await pagesOf(pdf)).entries())
      expect((await wordsOn(page)).map(({ text }) => text)).toContain(`${i + 1} / ${pdf.numPages}`);
  });

  test('can be read aloud: tagged, in English, with headings, lists, tables and words for its figures', async () => {
    expect(await pdf.getMarkInfo()).toMatchObject({ Marked: true });
    const { info } = await pdf.getMetadata();
    expect(info).toMatchObject({ Title: whole.title, Language: 'en' });
    const roles = new Set<string>();
    const unnamed: unknown[] = [];
    interface Node {
      role?: string;
      alt?: string;
      children?: Node[];
    }
    const walk = (node: Node): void => {
      if (node.role) roles.add(node.role);
      if (node.role === 'Figure' && !node.alt) unnamed.push(node);
      node.children?.forEach(walk);
    };
    for (const page of await pagesOf(pdf)) walk((await page.getStructTree()) as unknown as Node);
    expect([...roles]).toEqual(
      expect.arrayContaining([
        'Document',
        'Sect',
        'H1',
        'H2',
        'P',
        'LI',
        'Table',
        'TR',
        'TH',
        'TD',
        'Figure',
      ]),
    );
    expect(unnamed).toEqual([]);
  });

  test('brings its letters along, and is black on white', async () => {
    // A font that is brought along has a file in its descriptor (ISO 32000-1, 9.9, from memory).
    const text = bytes.toString('latin1');
    const fonts = text.match(/\/Type \/FontDescriptor/g) ?? [];
    expect(fonts.length).toBeGreaterThan(0);
    expect(text.match(/\/FontFile[23]? \d+ 0 R/g)).toHaveLength(fonts.length);
    const { data } = await picture(await pdf.getPage(2), 60);
    let coloured = 0;
    for (let i = 0; i < data.length; i += 4)
      if (data[i] !== data[i + 1] || data[i] !== data[i + 2]) coloured++;
    expect(coloured).toBe(0);
  });

  test('its code is read back as the address of the revision (ZXing)', async () => {
    const corner = { x: 160, y: 8, width: 45, height: 40 };
    expect(await codesOn(await pdf.getPage(1), corner)).toBe(link);
  });

  test('the same guide is the same file', async () => {
    expect((await guidePaper(whole, { ...paper, day: '2027-01-01' })).equals(bytes)).toBe(true);
  });
});

test.each<[Extract<PaperSize, 'A4' | 'Letter'>, TypeSize]>([
  ['A4', 'normal'],
  ['A4', 'large'],
  ['Letter', 'normal'],
  ['Letter', 'large'],
])('on %s with %s letters: the sheet is so large, and nothing leaves it', async (size, type) => {
  const guide = guideTo(demo('pilot-7'), 'battery');
  const pdf = await readPdf(await guidePaper(guide, { ...paper, size, type }));
  const { widthMm, heightMm } = paperSizes[size];
  for (const page of await pagesOf(pdf)) {
    const [left, top, right, bottom] = page.view as [number, number, number, number];
    expect([left, top]).toEqual([0, 0]);
    expect(right / mm).toBeCloseTo(widthMm, 1);
    expect(bottom / mm).toBeCloseTo(heightMm, 1);
    for (const { x, y } of await wordsOn(page)) {
      expect(x).toBeGreaterThan(0);
      expect(x).toBeLessThan(right);
      expect(y).toBeGreaterThan(0);
      expect(y).toBeLessThan(bottom);
    }
  }
  const { items } = await (await pdf.getPage(1)).getTextContent();
  const heights = items.flatMap((item) => ('height' in item ? [item.height] : []));
  expect(heights.some((height) => Math.abs(height - typeSizes[type]) < 0.01)).toBe(true);
});

test('photos stand at their step; words of other scripts have letters', async () => {
  const act = lark.actions[0]!.id;
  const step = stepsOf(guideTo(lark, 'battery')).find((one) => one.act === act && one.id.startsWith('down:'));
  expect(step).toBeDefined();
  const id = '0193b5c0-0002-7000-8000-000000000001';
  // The smallest JPEG of one grey dot.
  const photo = Buffer.from(
    '/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAP//////////////////////////////////////////////////////////////////////////////////////wAALCAABAAEBAREA/8QAFAABAAAAAAAAAAAAAAAAAAAAA//EABQQAQAAAAAAAAAAAAAAAAAAAAD/2gAIAQEAAD8AN//Z',
    'base64',
  );
  const titled = {
    ...lark,
    parts: lark.parts.map((part) => (part.id === 'battery' ? { ...part, name: 'Батарея → μ' } : part)),
  };
  const guide = guideTo(titled, 'battery', { pictures: { [act]: [id] } });
  const pdf = await readPdf(await guidePaper(guide, { ...paper, pictures: new Map([[id, photo]]) }));
  const text = (await Promise.all((await pagesOf(pdf)).map(textOf))).join(' ');
  expect(text).toContain('Батарея → μ');
  const figures = JSON.stringify(await Promise.all((await pagesOf(pdf)).map((page) => page.getStructTree())));
  expect(figures).toContain(`Photo 1: ${step!.title}`);
});
