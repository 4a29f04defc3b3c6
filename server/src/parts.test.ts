import type { PartDetail, PartHit } from '@bemtor/core';
import { afterAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import request from 'supertest';
import { catchUpSightings, rebuildSightings } from './db/parts.ts';
import { inTransaction } from './db/pool.ts';
import { openTestApp, say } from './testing/app.ts';

const known = '0193b5c0-0002-7000-8000-000000000407';
const { app, database, close } = await openTestApp({ demo: true });
afterAll(close);

test('numbers are found in any spelling; what fits instead is told with its evidence', async () => {
  const search = async (q: string) =>
    (await request(app).get('/api/parts').query({ q }).expect(200)).body.hits as PartHit[];
  expect((await search('t8 447l'))[0]).toMatchObject({
    number: 'TB-4471',
    score: 1,
    parts: ['Battery'],
    models: ['Lark 14', 'Lark 14 Duo'],
  });
  expect((await search('ty14')).map(({ number }) => number)).toContain('TY-14P-A');
  expect((await search('TB-4417')).map(({ number }) => number)).toContain('TB-4471');
  expect(await search('  ')).toEqual([]);
  expect(await search("'; drop table part_sighting; --")).toEqual(expect.any(Array));
  const { body } = await request(app).get('/api/parts/tb4471').expect(200);
  expect(body.alternatives).toContainEqual(
    expect.objectContaining({ number: 'TB-4471-2', certainty: 'sure' }),
  );
  await request(app).get('/api/parts/no-such').expect(404);
});

test('a number read at the bench joins the catalogue; the shopping list reserves what it is for', async () => {
  const id = randomUUID();
  await request(app).post('/api/jobs').send({ id, unitId: known, revision: 1 }).expect(201);
  const body = { kind: 'swapped', part: 'battery', number: 'TB-4499' };
  await request(app)
    .post(`/api/jobs/${id}/events`)
    .send({ items: [{ id: randomUUID(), at: new Date().toISOString(), body }] })
    .expect(200);
  const detail = (await request(app).get('/api/parts/TB-4471').expect(200)).body as PartDetail;
  expect(detail.alternatives).toContainEqual(
    expect.objectContaining({ number: 'TB-4499', certainty: 'likely' }),
  );
  const want = {
    kind: 'want-added',
    id: randomUUID(),
    number: 'TB-4471',
    partName: 'Battery',
    unitId: known,
  };
  const told = { id: randomUUID() };
  await say(app, want, told).expect(201);
  await say(app, want, told).expect(200);
  const count = (onHand: number, more: object = {}) =>
    say(app, { kind: 'stock-counted', number: 'tb 4471', onHand, ordered: 1 }, more);
  await count(2).expect(201);
  // A clock a year ahead does not stand above the counts of that year.
  await count(7, { at: new Date(Date.now() + 365 * 86_400_000).toISOString() }).expect(201);
  await count(2).expect(201);
  // Counted before, told after: the later count stands.
  await count(9, { at: '2026-01-01T08:00:00Z' }).expect(201);
  expect((await request(app).get('/api/parts/TB-4471')).body.stock).toMatchObject({
    onHand: 2,
    ordered: 1,
    reserved: 1,
  });
  await count(-1).expect(400);
  expect((await request(app).get('/api/parts/wants')).body.wants).toMatchObject([
    { number: 'TB-4471', unitLabel: 'SK-0407', quantity: 1 },
  ]);
  const met = (id: string) => say(app, { kind: 'want-told', want: id, state: 'met' });
  await met(want.id).expect(201);
  expect((await request(app).get('/api/parts/wants')).body.wants).toEqual([]);
  expect((await met(randomUUID()).expect(404)).body.code).toBe('want-unknown');
});

test('the catalogue rebuilt is the catalogue as it grew', async () => {
  const all = async () =>
    (
      await database.query(
        'select number, role, part, model_code, "when", source, witness from part_sighting order by 1, 2, 3, 4, 6, 7',
      )
    ).rows;
  const grown = await all();
  await inTransaction(database, rebuildSightings);
  expect(await all()).toEqual(grown);
  // A database from before the catalogue catches up at start; one that has it is left alone.
  await database.query('delete from part_sighting');
  await catchUpSightings(database);
  expect(await all()).toEqual(grown);
  await database.query("delete from part_sighting where number <> 'TB-4471'");
  await catchUpSightings(database);
  expect((await all()).length).toBeLessThan(grown.length);
});
