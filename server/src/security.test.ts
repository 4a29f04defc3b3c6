import { afterAll, describe, expect, test } from '@jest/globals';
import express, { type RequestHandler } from 'express';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { deflateSync } from 'node:zlib';
import sharp from 'sharp';
import request from 'supertest';
import { problemHandler } from './errors.ts';
import { ownHost, rateLimited } from './http/door.ts';
import { decodeApart } from './pictures/decodeApart.ts';
import { pictureKind } from './pictures/reencode.ts';
import { openTestApp } from './testing/app.ts';

/* What somebody uninvited tries from outside: a page in the technician's browser, another name, odd types, bombs. */

const { app, database, close } = await openTestApp({ demo: true });
afterAll(close);

const unitsNow = async (): Promise<number> =>
  (await database.query<{ n: number }>('select count(*)::int as n from unit')).rows[0]?.n ?? 0;
const arrival = () => ({
  ...{ id: randomUUID(), at: new Date().toISOString() },
  body: { kind: 'unit-arrived', unit: randomUUID(), label: `X-${randomUUID().slice(0, 6)}`, model: 'TL14-2' },
});
const write = () => request(app).post('/api/shop/events');

describe('a page of somebody else', () => {
  const foreign: readonly Record<string, string>[] = [
    { Origin: 'https://elsewhere.example' },
    { Origin: 'null' },
    { Origin: 'http://127.0.0.1:9' },
    { 'Sec-Fetch-Site': 'cross-site' },
    { 'Sec-Fetch-Site': 'same-site' },
    { 'Sec-Fetch-Site': 'none' },
  ];
  test.each(foreign)('writes nothing: %j', async (headers) => {
    const before = await unitsNow();
    const { body } = await write().set(headers).send(arrival()).expect(403);
    expect(body).toMatchObject({ code: 'origin-foreign' });
    expect(await unitsNow()).toBe(before);
  });

  test.each(['cross-site', 'same-site'])(
    'reads nothing either (%s), nor does it hear what changes',
    async (site) => {
      for (const path of [
        '/api/units',
        '/api/live',
        '/api/settings/schools',
        '/API/units',
        `/api/pictures/${randomUUID()}`,
      ])
        await request(app).get(path).set('Sec-Fetch-Site', site).expect(403);
    },
  );

  test('a form cannot be taken for JSON', async () => {
    const before = await unitsNow();
    const text = JSON.stringify(arrival());
    for (const type of [
      'text/plain',
      'application/x-www-form-urlencoded',
      'multipart/form-data; boundary=x',
      'application/jsonx',
    ]) {
      const { body } = await write().set('Content-Type', type).send(text).expect(415);
      expect(body).toMatchObject({ code: 'type-unknown', right: 'Content-Type: application/json' });
    }
    const bare = await write().unset('Content-Type').set('Content-Type', '').send(text);
    expect(bare.status).toBeGreaterThanOrEqual(400);
    expect(await unitsNow()).toBe(before);
  });

  test('the own page, and a program that sends no Origin, are let in', async () => {
    await write().send(arrival()).expect(201);
    const own = { 'Sec-Fetch-Site': 'same-origin', Host: '127.0.0.1:4600', Origin: 'http://127.0.0.1:4600' };
    await write().set(own).send(arrival()).expect(201);
    // An address that a person types is of no page.
    await request(app).get('/api/units').set('Sec-Fetch-Site', 'none').expect(200);
  });
});

const answers: RequestHandler = (_request, response) => void response.json({});

describe('another name for this machine', () => {
  test.each([
    'elsewhere.example',
    'elsewhere.example:4600',
    '127.0.0.1.elsewhere.example',
    'localhost.',
    '',
    'a b',
  ])('reads and writes nothing: %j', async (host) => {
    for (const asked of [request(app).get('/api/units'), request(app).get('/'), write().send(arrival())]) {
      const { status, body } = await asked.set('Host', host);
      expect(status === 421 || status === 400).toBe(true);
      if (status === 421) expect(body).toMatchObject({ code: 'host-unknown' });
    }
  });

  test('its own names are known in any spelling, and further ones by the setting', async () => {
    for (const host of ['localhost:4600', 'LOCALHOST', '[::1]:4600', '127.0.0.1'])
      await request(app).get('/api/health').set('Host', host).expect(200);
    const named = express();
    named.use(ownHost(['Bench.example']), answers, problemHandler);
    await request(named).get('/').set('Host', 'bench.example:443').expect(200);
    await request(named).get('/').set('Host', 'other.example').expect(421);
  });
});

test('who asks without end is held for a moment, and told how much is answered', async () => {
  const small = express();
  small.use(rateLimited(5), answers, problemHandler);
  for (let i = 0; i < 5; i++) await request(small).get('/').expect(200);
  const { body, headers } = await request(small).get('/').expect(429);
  expect(body).toMatchObject({ code: 'too-many-requests', right: expect.stringContaining('5 requests') });
  expect(headers['retry-after']).toBeDefined();
});

describe('pictures', () => {
  const put = (bytes: Buffer, type = 'image/png') =>
    request(app).put(`/api/pictures/${randomUUID()}`).set('Content-Type', type).send(bytes);
  const blank = (kind: 'jpeg' | 'png' | 'webp' | 'avif' | 'gif' | 'tiff'): Promise<Buffer> =>
    sharp({ create: { width: 20, height: 10, channels: 3, background: 'white' } })
      .toFormat(kind)
      .toBuffer();
  /** A drawing that takes minutes to render, in some hundred bytes. */
  const drawing = Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="4000" height="4000"><filter id="f">${'<feTurbulence numOctaves="9999"/>'.repeat(20)}</filter><rect width="4000" height="4000" filter="url(#f)"/></svg>`,
  );

  test.each(['jpeg', 'png', 'webp', 'avif'] as const)(
    '%s is one, whatever it is said to be',
    async (kind) => {
      const bytes = await blank(kind);
      expect(pictureKind(bytes)).toBe(kind);
      await put(bytes, 'application/octet-stream').expect(201);
    },
  );

  test('what is none of them is not decoded at all: drawings, GIF, TIFF, words', async () => {
    const began = Date.now();
    for (const bytes of [
      drawing,
      await blank('gif'),
      await blank('tiff'),
      Buffer.from('words'),
      Buffer.alloc(0),
    ])
      expect((await put(bytes, 'image/svg+xml')).body).toMatchObject({
        code: expect.stringMatching(/^(?:picture-unreadable|request-malformed)$/),
      });
    expect(Date.now() - began).toBeLessThan(5_000);
  });

  test('a small file that unpacks to more than the limit of pixels is refused', async () => {
    await put(hugePng(60_000, 60_000)).expect(422);
  });

  const program = pathToFileURL(
    fileURLToPath(new URL('../dist/pictures/picture.process.js', import.meta.url)),
  );

  test('decoding apart: a picture comes back; a file that is none, or takes too long, costs nothing else', async () => {
    const apart = decodeApart(program);
    try {
      const good = await blank('png');
      expect(await apart.decode(good)).toMatchObject({ width: 20, height: 10 });
      await expect(apart.decode(Buffer.from('words'))).rejects.toThrow('no picture');
      // It begins like a picture, and is none.
      await expect(apart.decode(Buffer.concat([good.subarray(0, 8), drawing]))).rejects.toThrow('no picture');
      expect(await apart.decode(good)).toMatchObject({ width: 20 });
    } finally {
      apart.close();
    }
  });

  test('the decoder is ended when its time is over, and the next picture gets another', async () => {
    const apart = decodeApart(program, 1);
    const large = await sharp({ create: { width: 6_000, height: 6_000, channels: 3, background: 'red' } })
      .png()
      .toBuffer();
    await expect(apart.decode(large)).rejects.toThrow('the decoder ended');
    apart.close();
    const patient = decodeApart(program);
    expect(await patient.decode(await blank('webp'))).toMatchObject({ width: 20 });
    patient.close();
  });
});

test('a page is known by a number of its own: no element of somebody else is styled, no text becomes a script', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'bemtor-page-'));
  writeFileSync(
    join(folder, 'index.html'),
    '<meta property="csp-nonce" nonce="__NONCE__"><script nonce="__NONCE__">',
  );
  const served = await openTestApp({ demo: false, webFolder: folder });
  try {
    const numbers = new Set<string>();
    for (const path of ['/', '/index.html', '/units/x/run', '/shop']) {
      const { text, headers } = await request(served.app).get(path).expect(200);
      const policy = String(headers['content-security-policy']);
      const number = /'nonce-([^']+)'/.exec(policy)?.[1] ?? '';
      expect(Buffer.from(number, 'base64')).toHaveLength(16);
      expect(text.split(`nonce="${number}"`)).toHaveLength(3);
      expect(policy).toMatch(/(?:^|;)script-src 'self'(?:;|$)/);
      expect(policy).toMatch(/(?:^|;)style-src 'self' 'nonce-[^']+'(?:;|$)/);
      numbers.add(number);
    }
    expect(numbers.size).toBe(4);
    // Nothing outside the folder is had by any spelling of a path.
    for (const path of [
      '/../package.json',
      '/..%2fpackage.json',
      '/assets/..%2f..%2fpackage.json',
      '/%2e%2e/%2e%2e/etc/passwd',
      '/assets/%00',
    ])
      expect((await request(served.app).get(path)).text).not.toMatch(/"name"|root:/);
  } finally {
    await served.close();
    rmSync(folder, { recursive: true });
  }
});

test('what is answered is not guessed at, nor framed', async () => {
  const { headers } = await request(app).get('/api/units').expect(200);
  expect(headers).toMatchObject({ 'x-content-type-options': 'nosniff', 'cache-control': 'no-store' });
  expect(headers['content-security-policy']).toContain("frame-ancestors 'none'");
  expect(headers['content-security-policy']).not.toContain('unsafe-eval');
  expect(headers['access-control-allow-origin']).toBeUndefined();
  expect(headers['x-powered-by']).toBeUndefined();
});

/** A PNG of so many pixels, all of one colour: some kilobytes. */
function hugePng(width: number, height: number): Buffer {
  const chunk = (name: string, data: Buffer): Buffer => {
    const body = Buffer.concat([Buffer.from(name, 'latin1'), data]);
    const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
    length.writeUInt32BE(data.length);
    sum.writeUInt32BE(crc32(body));
    return Buffer.concat([length, body, sum]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([1, 0, 0, 0, 0], 8);
  const signature = Buffer.from('\x89PNG\r\n\x1a\n', 'latin1');
  const rows = deflateSync(Buffer.alloc(100_000));
  return Buffer.concat([signature, chunk('IHDR', head), chunk('IDAT', rows), chunk('IEND', Buffer.alloc(0))]);
}

/** The check sum of a PNG's chunks; ISO 3309, as the PNG specification gives it. */
function crc32(bytes: Buffer): number {
  let sum = 0xffffffff;
  for (const byte of bytes) {
    sum ^= byte;
    for (let bit = 0; bit < 8; bit++) sum = sum & 1 ? (sum >>> 1) ^ 0xedb88320 : sum >>> 1;
  }
  return (sum ^ 0xffffffff) >>> 0;
}
