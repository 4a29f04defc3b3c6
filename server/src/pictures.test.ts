import { afterAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import request from 'supertest';
import { openTestApp } from './testing/app.ts';

const { app, close } = await openTestApp({ demo: false });
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

describe('the shop’s words', () => {
  const path = '/api/settings/words';
  const snake = { word: 'snake', means: 'display cable' };

  test('grow by revisions; a change to what no longer stands shows what does', async () => {
    const empty = await request(app).get(path).expect(200);
    expect(empty.body).toEqual({ value: [], revision: 0 });
    await request(app).put(path).send([snake]).expect(428);
    const first = await request(app).put(path).set('If-None-Match', '*').send([snake]).expect(200);
    expect(first.body.revision).toBe(1);
    const late = await request(app).put(path).set('If-None-Match', '*').send([]).expect(412);
    expect(late.body).toMatchObject({ code: 'setting-conflict', stands: { revision: 1, value: [snake] } });
    const second = await request(app).put(path).set('If-Match', '"1"').send([]).expect(200);
    expect(second.body).toEqual({ value: [], revision: 2 });
    await request(app).put(path).set('If-Match', '"1"').send([snake]).expect(412);
  });

  test('of two changes at once one stands', async () => {
    const { body } = await request(app).get(path);
    const answers = await Promise.all(
      ['one', 'two', 'three'].map((word) =>
        request(app)
          .put(path)
          .set('If-Match', `"${body.revision}"`)
          .send([{ word, means: 'fan' }]),
      ),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 412, 412]);
  });

  test('a word twice, or an empty one, is refused', async () => {
    for (const words of [[snake, { ...snake, word: 'Snake' }], [{ word: ' ', means: 'fan' }], 'snake'])
      await request(app).put(path).set('If-None-Match', '*').send(JSON.stringify(words)).expect(400);
  });
});
