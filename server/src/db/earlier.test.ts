import { describe, expect, test } from '@jest/globals';
import type { LoggedJob } from '@bemtor/core';
import { readdirSync, readFileSync } from 'node:fs';
import { PassThrough, Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { gunzipSync } from 'node:zlib';
import request from 'supertest';
import { inThrowAwayDatabase } from '../copies/checkCopy.ts';
import { readCopy } from '../copies/readCopy.ts';
import { writeCopy } from '../copies/writeCopy.ts';
import { openTestApp, say, type TestApp } from '../testing/app.ts';
import { makeDatabase } from '../testing/database.ts';
import { openDatabase, type Database } from './pool.ts';

/* A workshop as each earlier schema kept it, dumped by PostgreSQL's own pg_dump; this version has to go on with it. */

const migrations = readdirSync(new URL('./migrations/', import.meta.url)).sort();
const earlier = readdirSync(new URL('./earlier/', import.meta.url))
  .map((name) => name.replace(/\.gz$/, ''))
  .sort();
const load =
  (name: string) =>
  async (database: Database): Promise<void> => {
    const packed = readFileSync(new URL(`./earlier/${name}.gz`, import.meta.url));
    await database.query(gunzipSync(packed).toString());
  };

test('there is one of every schema but the last', () => {
  expect(earlier).toEqual(migrations.slice(0, -1));
});

/** What somebody finds in the workshop: the unit, its lines, the job that was done, the sequence, and that it goes on. */
async function expectWhole({ app, database }: TestApp, schema: string): Promise<void> {
  const { units } = (await request(app).get('/api/units').expect(200)).body;
  // Until units could leave, the one that was handed back stands on the bench too.
  if (schema >= '003') expect(units).toHaveLength(1);
  const unit = units.find(({ label }: { label: string }) => label === 'SK-0415');
  expect(unit).toMatchObject({ model: { code: 'BK-M2', revision: 1 }, recording: { lines: 3 } });
  const { items } = (await request(app).get(`/api/recordings/${unit.recording.id}`).expect(200)).body;
  expect(items.map(({ body }: { body: { text: string } }) => body.text)).toEqual([
    'cover 4 PH1',
    'fan cable off',
    'fan out',
  ]);
  const { jobs } = (await request(app).get('/api/jobs').expect(200)).body as { jobs: LoggedJob[] };
  expect(jobs).toMatchObject([{ modelCode: 'BK-M2', balanced: true, closedAt: expect.any(String) }]);
  const { document } = (await request(app).get('/api/models/BK-M2/revisions/1').expect(200)).body;
  expect(document.parts.length).toBeGreaterThan(5);
  expect((await request(app).get('/api/unreadable').expect(200)).body.rows).toEqual([]);
  // A job of the demo teaches nobody's times, also one that was loaded long ago.
  expect((await request(app).get('/api/jobs/times').expect(200)).body.sums).toEqual({});
  if (schema >= '002') expect((await database.query('select 1 from picture')).rowCount).toBe(1);
  if (schema >= '005' && schema < '007')
    expect((await database.query("select 1 from shop_event where kind = 'unit-told'")).rowCount).toBe(1);
  await say(app, {
    kind: 'unit-told',
    unit: unit.id,
    set: { place: 'Bay 9' },
    was: { place: unit.place },
  }).expect(201);
  const after = (await request(app).get(`/api/units/${unit.id}`).expect(200)).body;
  expect(after).toMatchObject({ label: 'SK-0415', place: 'Bay 9' });
}

describe.each(earlier)('a workshop kept by %s', (name) => {
  test('is brought up to date with all that it held', async () => {
    const workshop = await openTestApp({ demo: false, before: load(name) });
    try {
      await expectWhole(workshop, name);
    } finally {
      await workshop.close();
    }
  });

  test('copied as it is, it can be restored here', async () => {
    const made = await makeDatabase();
    const database = openDatabase(made.url);
    try {
      await load(name)(database);
      const target = new PassThrough();
      const [copy, sums] = await Promise.all([
        buffer(target),
        writeCopy(database, target, { now: new Date() }),
      ]);
      await inThrowAwayDatabase(made.url, async (other) => {
        const restored = await readCopy(other, Readable.from([copy]));
        expect(restored.sums).toEqual(sums);
        expect(restored.manifest.migrations.at(-1)).toBe(name);
        const { rows } = await other.query<{ name: string }>('select name from migration order by name');
        expect(rows.map((row) => row.name)).toEqual(migrations);
      });
    } finally {
      await database.end();
      await made.drop();
    }
  });
});
