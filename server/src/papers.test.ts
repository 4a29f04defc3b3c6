import { composeGuide, paperRequestSchema, readSequence, type PaperRequest } from '@bemtor/core';
import { guidePaper } from '@bemtor/paper';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import request from 'supertest';
import { Press, type Printing } from './papers/press.ts';
import { openTestApp, type TestApp } from './testing/app.ts';

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
