import {
  composeGuide,
  handBackSheetSchema,
  paperRequestSchema,
  readSequence,
  type LoggedJob,
  type PaperRequest,
  type UnitSummary,
} from '@bemtor/core';
import { guidePaper, printPaper } from '@bemtor/paper';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import request from 'supertest';
import { Press, type Printing } from './papers/press.ts';
import { openTestApp, say, type TestApp } from './testing/app.ts';

const file = new URL('../../demo/sequences/pilot-7.json', import.meta.url);
const read = readSequence(JSON.parse(readFileSync(file, 'utf8')));
if (!read.ok) throw new Error(read.fault.what);
const sequence = read.value;
const asked = {
  ...{ kind: 'guide', size: 'A4', type: 'normal', day: '2026-11-27', sequence },
  guide: { targets: [], steps: [], configuration: {}, revision: { number: 1, day: '2026-11-20' } },
};

describe('papers over HTTP', () => {
  let made: TestApp;
  beforeAll(async () => (made = await openTestApp({ demo: false })));
  afterAll(() => made.close());
  const post = (body: object) => request(made.app).post('/api/papers').send(body);
  async function ended(id: string): Promise<Printing> {
    for (;;) {
      const { body } = await request(made.app).get(`/api/papers/${id}`).expect(200);
      if ((body as Printing).state !== 'making') return body as Printing;
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  }

  test('a guide is asked for, looked after and fetched: the same bytes as on the command line', async () => {
    const { body } = await post(asked).expect(202);
    expect(await ended((body as { id: string }).id)).toMatchObject({ state: 'ready' });
    const got = await request(made.app)
      .get(`/api/papers/${(body as { id: string }).id}/file`)
      .buffer(true)
      .parse((response, done) => {
        const chunks: Buffer[] = [];
        response.on('data', (chunk: Buffer) => chunks.push(chunk));
        response.on('end', () => done(null, Buffer.concat(chunks)));
      })
      .expect('Content-Type', /application\/pdf/)
      .expect(200);
    const guide = composeGuide(sequence, asked.guide);
    const here = await guidePaper(guide, { size: 'A4', type: 'normal', day: '2026-11-27' });
    expect((got.body as Buffer).equals(here)).toBe(true);
  });

  test('what is wrong is said with its place: at once in the request, afterwards in the sequence', async () => {
    const refused = await post({ ...asked, size: 'B7' }).expect(400);
    expect(refused.body).toMatchObject({ code: 'body-malformed', where: 'size' });
    const { body } = await post({ ...asked, sequence: { ...sequence, parts: [] } }).expect(202);
    expect(await ended((body as { id: string }).id)).toMatchObject({
      state: 'refused',
      problem: { code: 'document-faulty', where: expect.stringMatching(/^(?:joints|actions)\.0/) as unknown },
    });
    for (const path of ['', '/file'])
      await request(made.app).get(`/api/papers/0193b5c0-0002-7000-8000-000000000407${path}`).expect(404);
  });
});

describe('the sheet that goes back with a unit', () => {
  let made: TestApp;
  beforeAll(async () => (made = await openTestApp({ demo: true })));
  afterAll(() => made.close());
  const get = async <T>(path: string): Promise<T> =>
    (await request(made.app).get(path).expect(200)).body as T;

  test('says of every demo unit what its jobs, its intake and the shopping list say', async () => {
    const { units } = await get<{ units: UnitSummary[] }>('/api/units');
    const { jobs } = await get<{ jobs: LoggedJob[] }>('/api/jobs');
    expect(units.length).toBeGreaterThan(4);
    const wanted = units[0]!;
    await say(made.app, {
      ...{ kind: 'want-added', id: randomUUID(), number: 'TB-4471', partName: 'Battery' },
      unitId: wanted.id,
    }).expect(201);
    for (const unit of units) {
      const sheet = handBackSheetSchema.parse(await get(`/api/units/${unit.id}/hand-back`));
      const own = jobs.filter(({ unitId }) => unitId === unit.id);
      expect(sheet.unit).toMatchObject({ label: unit.label, serial: unit.serial });
      expect(sheet.jobs.map(({ isOpen }) => isOpen).sort()).toEqual(
        own.map(({ closedAt }) => closedAt === null).sort(),
      );
      expect(sheet.parts).toHaveLength(own.flatMap(({ report }) => report.parts).length);
      expect(sheet.screws.length >= own.flatMap(({ report }) => report.screws).length).toBe(true);
      expect(sheet.onArrival.length).toBeGreaterThanOrEqual(
        new Set(unit.intake.marks.map(({ kind }) => kind)).size,
      );
      if (unit.id === wanted.id) expect(sheet.remains).toContain('1 × TB-4471 Battery: wanted');
    }
  });

  test('on paper it says all of it, with room for two names', async () => {
    const { jobs } = await get<{ jobs: LoggedJob[] }>('/api/jobs');
    const job = jobs.find(({ closedAt }) => closedAt !== null)!;
    const sheet = handBackSheetSchema.parse(await get(`/api/units/${job.unitId}/hand-back`));
    const paper = { kind: 'hand-back', size: 'A4', type: 'normal', day: '2026-11-27', sheet } as const;
    const bytes = await printPaper(paper, new Map(), () => undefined);
    if (!bytes.ok) throw new Error(bytes.fault.what);
    const pdf = await getDocument({ data: new Uint8Array(bytes.value), verbosity: 0 }).promise;
    const pages = await Promise.all(Array.from({ length: pdf.numPages }, (_, i) => pdf.getPage(i + 1)));
    const items = (await Promise.all(pages.map((page) => page.getTextContent()))).flatMap(
      (text) => text.items,
    );
    const said = items
      .map((item) => ('str' in item ? item.str : ''))
      .join('')
      .replace(/\s+/g, '');
    for (const words of [
      ...[sheet.unit.label, sheet.unit.model, ...sheet.jobs.flatMap(({ title, facts }) => [title, facts])],
      ...sheet.parts.flatMap(({ name, number }) => [name, number]),
      ...[...sheet.screws, ...sheet.onArrival, ...sheet.remains, ...sheet.tests.map(({ title }) => title)],
      'Received by, on',
    ])
      expect(said).toContain(words.replace(/\s+/g, ''));
  });
});

describe('the press', () => {
  const wanted = paperRequestSchema.parse(asked);
  const later = (): { print: Press; end: (() => void)[]; order: PaperRequest[] } => {
    const end: (() => void)[] = [];
    const order: PaperRequest[] = [];
    const print = new Press(
      (paper, _pictures, onProgress) =>
        new Promise((resolve) => {
          order.push(paper);
          onProgress(1, 4);
          end.push(() => resolve({ ok: true, value: new Uint8Array([order.length]) }));
        }),
    );
    return { print, end, order };
  };
  const tick = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 1));

  test('makes one paper after the other, says how far each is, and keeps it ten minutes', async () => {
    const { print, end, order } = later();
    const [first, second] = [print.begin(wanted, new Map(), 0), print.begin(wanted, new Map(), 0)];
    await tick();
    expect([order.length, print.look(first), print.look(second)]).toEqual([
      1,
      { state: 'making', done: 1, of: 4 },
      { state: 'making', done: 0, of: 0 },
    ]);
    end[0]!();
    await tick();
    expect([print.look(first)?.state, order.length, print.fetch(first)]).toEqual([
      'ready',
      2,
      new Uint8Array([1]),
    ]);
    print.begin(wanted, new Map(), 11 * 60_000);
    expect(print.look(first)).toBeNull();
    expect(print.look(second)?.state).toBe('making');
  });

  test('takes no more than it can make, and one that fails holds up none', async () => {
    const { print } = later();
    for (let i = 0; i < 40; i++) print.begin(wanted, new Map(), 0);
    expect(() => print.begin(wanted, new Map(), 1)).toThrow('40 papers');
    const failing = new Press(() => Promise.reject(new Error('no room')));
    const ids = [failing.begin(wanted, new Map(), 0), failing.begin(wanted, new Map(), 0)];
    await tick();
    for (const id of ids)
      expect(failing.look(id)).toMatchObject({
        state: 'refused',
        problem: { code: 'paper-failed', detail: 'no room' },
      });
  });
});
