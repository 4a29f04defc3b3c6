import { afterAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import request from 'supertest';
import { openTestApp, openUnitOf } from './testing/app.ts';

const { app, close } = await openTestApp({ demo: true });
afterAll(close);

/** A picture with a place, a camera and a turned side in its metadata. */
const withMetadata = (width: number, height: number): Promise<Buffer> =>
  sharp({ create: { width, height, channels: 3, background: '#2a5654' } })
    .withExif({ IFD0: { Make: 'Somebody', Copyright: 'secret' }, IFD3: { GPSLatitudeRef: 'N' } })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();

const put = (id: string, bytes: Buffer, type = 'image/jpeg') =>
  request(app).put(`/api/pictures/${id}`).set('Content-Type', type).send(bytes);

describe('pictures', () => {
  test('are kept turned upright, cut to size and without metadata, with a small copy', async () => {
    const id = randomUUID();
    const kept = await put(id, await withMetadata(3_000, 1_500)).expect(201);
    expect(kept.body).toEqual({ id, width: 1_000, height: 2_000 });
    const whole = await request(app)
      .get(`/api/pictures/${id}`)
      .expect(200)
      .expect('Content-Type', 'image/jpeg');
    const { exif, orientation, width } = await sharp(whole.body as Buffer).metadata();
    expect({ exif, orientation, width }).toEqual({ exif: undefined, orientation: undefined, width: 1_000 });
    const small = await request(app).get(`/api/pictures/${id}/small`).expect(200);
    expect((await sharp(small.body as Buffer).metadata()).height).toBe(320);
  });

  test('the same id keeps its first picture', async () => {
    const id = randomUUID();
    await put(id, await withMetadata(40, 20)).expect(201);
    await put(id, await withMetadata(80, 20)).expect(201);
    const { body } = await request(app).get(`/api/pictures/${id}`).expect(200);
    expect((await sharp(body as Buffer).metadata()).width).toBe(20);
  });

  test('what is no picture, is too large or is unknown is refused by name', async () => {
    const id = randomUUID();
    expect((await put(id, Buffer.from('no picture')).expect(422)).body.code).toBe('picture-unreadable');
    expect((await put(id, Buffer.alloc(12 * 1024 * 1024 + 1)).expect(413)).body.code).toBe('body-too-large');
    expect((await request(app).get(`/api/pictures/${id}`).expect(404)).body.code).toBe('picture-unknown');
    await request(app).put('/api/pictures/7').send(Buffer.from('x')).expect(400);
  });
});

test('photos stand by the act that they show: of lines and of jobs, those that have arrived and were not taken away', async () => {
  const ids = Array.from({ length: 4 }, () => randomUUID());
  const [ofLine, ofJob, taken, onItsWay] = ids as [string, string, string, string];
  const photo = await sharp({ create: { width: 8, height: 8, channels: 3, background: 'grey' } })
    .png()
    .toBuffer();
  for (const id of [ofLine, ofJob, taken])
    await request(app).put(`/api/pictures/${id}`).set('Content-Type', 'image/png').send(photo).expect(201);
  const item = (body: object, id: string = randomUUID()) => ({ id, at: new Date().toISOString(), body });
  const { unit, recording } = await openUnitOf(app, 'TL14-2');
  const line = randomUUID();
  const entries = [{ kind: 'lift', part: 'fan', text: 'fan off', at: 1, confidence: 1 }];
  const lines = [
    item({ kind: 'line', text: 'fan off', entries }, line),
    ...[ofLine, onItsWay].map((picture) => item({ kind: 'picture', of: line, picture })),
  ];
  await request(app).post(`/api/recordings/${recording}/entries`).send({ items: lines }).expect(200);
  const job = randomUUID();
  await request(app).post('/api/jobs').send({ id: job, unitId: unit, revision: 1 }).expect(201);
  const events = [
    ...[ofJob, taken].map((picture) => item({ kind: 'picture', step: 'back:lift-fan', picture })),
    item({ kind: 'picture', step: 'back:lift-fan', picture: taken, removed: true }),
  ];
  await request(app).post(`/api/jobs/${job}/events`).send({ items: events }).expect(200);
  const { body } = await request(app).get('/api/models/TL14-2/pictures').expect(200);
  expect(body.pictures).toEqual({ 'lift-fan': [ofLine, ofJob] });
  await request(app).get('/api/models/none/pictures').expect(404);
});
