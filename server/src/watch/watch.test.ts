import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import request from 'supertest';
import { openLog, withoutWords } from '../log.ts';
import { openTestApp, openUnitOf, type TestApp } from '../testing/app.ts';
import { DiskWatch, diskOf, type Room } from './disk.ts';

describe('how full the disk is', () => {
  const room = fc.record({
    taken: fc.integer({ min: 1, max: 4e12 }),
    free: fc.integer({ min: 0, max: 4e12 }),
  });
  test('it is low from nine tenths on, and full while there is still room for lines', () => {
    fc.assert(
      fc.property(room, ({ taken, free }) => {
        const { level, used } = diskOf({ taken, free });
        expect(used).toBeGreaterThan(0);
        if (level === 'room') expect(used).toBeLessThan(0.9);
        if (level === 'low') expect(used).toBeGreaterThanOrEqual(0.9);
        // Photos stop at the latest with 3 % left, and never while there is a gigabyte.
        expect(level === 'full').toBe(free < 1e9 && free < 0.03 * (taken + free));
      }),
    );
  });
  test('with less room it is never better', () => {
    const order = { room: 0, low: 1, full: 2 };
    fc.assert(
      fc.property(room, fc.double({ min: 0, max: 1, noNaN: true }), ({ taken, free }, share) => {
        const less = Math.floor(free * share);
        const fuller = diskOf({ taken: taken + free - less, free: less });
        expect(order[fuller.level]).toBeGreaterThanOrEqual(order[diskOf({ taken, free }).level]);
      }),
    );
  });
});

const scratch = mkdtempSync(join(tmpdir(), 'bemtor-watch-'));
let free = 50e9;
const disk = new DiskWatch(scratch, (): Promise<Room> => Promise.resolve({ taken: 100e9 - free, free }));
let workshop: TestApp;
beforeAll(async () => {
  workshop = await openTestApp({ demo: true, disk, log: openLog({ level: 'silent', folder: scratch }) });
});
afterAll(async () => {
  await workshop.close();
  rmSync(scratch, { recursive: true, force: true });
});

test('on a disk that is nearly full photos wait, lines are kept, and with room again photos are too', async () => {
  const { app } = workshop;
  const photo = await sharp({ create: { width: 40, height: 30, channels: 3, background: 'red' } })
    .png()
    .toBuffer();
  const id = randomUUID();
  const put = () => request(app).put(`/api/pictures/${id}`).set('Content-Type', 'image/png').send(photo);
  const { recording } = await openUnitOf(app, 'TL14-2');
  const line = () => ({
    id: randomUUID(),
    at: new Date().toISOString(),
    body: { kind: 'line', text: 'x', entries: [] },
  });
  const type = () =>
    request(app)
      .post(`/api/recordings/${recording}/entries`)
      .send({ items: [line()] });
  const level = async () => (await request(app).get('/api/health').expect(200)).body.disk.level;

  await disk.look();
  expect(await level()).toBe('room');
  free = 8e9;
  await disk.look();
  expect(await level()).toBe('low');
  free = 0.5e9;
  await disk.look();
  expect(await level()).toBe('full');
  const { body } = await put().expect(507);
  expect(body).toMatchObject({ code: 'disk-full', right: expect.stringContaining('room') });
  await type().expect(200);
  free = 20e9;
  await disk.look();
  await put().expect(201);
});

test('it lives, it is ready, and its figures are in the text format of Prometheus', async () => {
  const { app } = workshop;
  await request(app).get('/healthz').expect(200, { status: 'ok' });
  await request(app).get('/readyz').expect(200, { status: 'ok' });
  await request(app).get('/api/parts/TB-44?of=the-owner').expect(404);
  const { text, headers } = await request(app).get('/metrics').expect(200);
  expect(headers['content-type']).toMatch(/^text\/plain; version=0\.0\.4/);
  // The exposition format 0.0.4 (prometheus.io, "Exposition formats"): comments, and samples of name, labels, value.
  const sample =
    /^[a-zA-Z_:][\w:]*(?:\{(?:[a-zA-Z_]\w*="(?:[^"\\\n]|\\["\\n])*",?)*\})? (?:[+-]?(?:[\d.]+(?:e[+-]?\d+)?|Inf)|NaN)$/i;
  for (const line of text.trim().split('\n')) if (!line.startsWith('#') && line) expect(line).toMatch(sample);
  const value = (name: string): number => Number(new RegExp(`^${name} (\\S+)$`, 'm').exec(text)?.[1]);
  expect(value('bemtor_database_up')).toBe(1);
  expect(value('bemtor_disk_free_bytes')).toBe(free);
  expect(text).toMatch(
    /bemtor_http_request_seconds_count\{method="GET",route="\/api\/parts\/:number",status="404"\} 1/,
  );
  // What stands in an address is the users' own.
  expect(text).not.toContain('TB-44');
});

test('without its database it lives and is not ready', async () => {
  const other = await openTestApp({ demo: false });
  await other.close();
  await request(other.app).get('/healthz').expect(200);
  await request(other.app).get('/readyz').expect(503);
  const { text } = await request(other.app).get('/metrics').expect(200);
  expect(text).toMatch(/^bemtor_database_up 0$/m);
});

describe('the log', () => {
  const logged = (): string =>
    readdirSync(scratch)
      .filter((name) => name.startsWith('bemtor'))
      .map((name) => readFileSync(join(scratch, name), 'utf8'))
      .join('');
  const linesOf = async (id: string): Promise<Record<string, unknown>[]> => {
    for (;;) {
      const lines = logged()
        .split('\n')
        .filter((line) => line.includes(id));
      if (lines.some((line) => line.includes('"ms"')))
        return lines.map((line) => JSON.parse(line) as Record<string, unknown>);
      await new Promise((resolve) => setTimeout(resolve, 10));
    }
  };

  test('finds a request again by the id that its answer carries', async () => {
    const { headers, body } = await request(workshop.app).get(`/api/units/${randomUUID()}`).expect(404);
    expect(body.request).toBe(headers['x-request-id']);
    expect(body.request).toMatch(/^[0-9a-f]{10}$/);
    expect(await linesOf(body.request)).toMatchObject([
      { method: 'GET', route: '/api/units/:id', status: 404 },
    ]);
  });

  test('holds nothing of what people typed: not in addresses, bodies, headers, nor in what fails', async () => {
    const { app, database } = workshop;
    const secret = 'Geheimnis-der-Frau-Holm';
    await request(app).get(`/api/search?q=${secret}`);
    await request(app).get(`/api/parts/${secret}`);
    await request(app).get(`/${secret}`).set('User-Agent', secret).set('Referer', `http://${secret}/`);
    await request(app)
      .post('/api/shop/events')
      .set('Content-Type', 'application/json')
      .send(`{"a": "${secret}`);
    await request(app)
      .post('/api/shop/events')
      .send({ id: secret, body: { kind: secret } });
    // And what fails on the server, with a database that quotes what it was given.
    await database.query(`alter table shop_event add constraint odd check (subject not like '%${secret}%')`);
    const body = { kind: 'technician-renamed', from: secret, to: 'Runa' };
    const failed = await request(app)
      .post('/api/shop/events')
      .send({ id: randomUUID(), at: new Date().toISOString(), body });
    expect(failed.status).toBe(500);
    const lines = await linesOf(failed.body.request);
    expect(lines).toContainEqual(
      expect.objectContaining({
        err: expect.objectContaining({ code: '23514', table: 'shop_event', constraint: 'odd' }),
      }),
    );
    expect(logged()).not.toContain(secret);
    await database.query('alter table shop_event drop constraint odd');
  });

  test('an error is logged by its kind and place; its words only where somebody asked for them', () => {
    const error = new TypeError('about Frau Holm\nof Skarholm', { cause: new Error('and her serial') });
    const text = JSON.stringify(withoutWords(error));
    expect(text).not.toMatch(/Holm|serial/);
    expect(withoutWords(error)).toMatchObject({
      type: 'TypeError',
      stack: expect.arrayContaining([expect.stringContaining('watch.test')]),
    });
    expect(withoutWords('words')).toEqual({ type: 'string' });
  });

  test('is its owner’s alone, and rotates', async () => {
    for (const name of readdirSync(scratch))
      if (name.endsWith('.log')) expect(statSync(join(scratch, name)).mode & 0o077).toBe(0);
    const folder = mkdtempSync(join(scratch, 'long-'));
    const log = openLog({ level: 'silent', folder });
    const words = 'x'.repeat(100_000);
    for (let i = 0; i < 250; i++) {
      log.info({ i, words });
      if (i % 20 === 0) await new Promise((resolve) => setTimeout(resolve, 5));
    }
    const sizes = () => readdirSync(folder).map((name) => statSync(join(folder, name)).size);
    while (sizes().length < 3) await new Promise((resolve) => setTimeout(resolve, 20));
    expect(Math.max(...sizes())).toBeLessThan(11 * 1024 * 1024);
  }, 20_000);
});
