import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { CopiesState } from '@bemtor/core';
import fc from 'fast-check';
import { randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { gunzipSync, gzipSync } from 'node:zlib';
import sharp from 'sharp';
import request from 'supertest';
import { migrate } from '../db/migrate.ts';
import { openDatabase, type Database } from '../db/pool.ts';
import { openTestApp, openUnitOf, say, type TestApp } from '../testing/app.ts';
import { makeDatabase } from '../testing/database.ts';
import { inThrowAwayDatabase, throwAwayName } from './checkCopy.ts';
import { backUp, restore } from './commands.ts';
import { CopyFault } from './copyFile.ts';
import { readCopy } from './readCopy.ts';

const scratch = mkdtempSync(join(tmpdir(), 'bemtor-copies-'));
const folder = join(scratch, 'copies');
const file = join(scratch, 'whole.tar.gz');
let workshop: TestApp;
let bytes: Buffer;
let empty: { readonly url: string; readonly database: Database; readonly close: () => Promise<void> };

beforeAll(async () => {
  workshop = await openTestApp({ demo: true, folder });
  await fill(workshop);
  await backUp({ databaseUrl: workshop.url, folder, file, onProgress: () => undefined });
  bytes = readFileSync(file);
  const made = await makeDatabase();
  const database = openDatabase(made.url);
  await migrate(database);
  const close = () => database.end().then(made.drop);
  empty = { url: made.url, database, close };
}, 60_000);
afterAll(async () => {
  await workshop.close();
  await empty.close();
  rmSync(scratch, { recursive: true, force: true });
});

/** Something of every kind, with what a format could trip over. */
async function fill({ app }: TestApp): Promise<void> {
  const { unit, recording } = await openUnitOf(app, 'TL14-2');
  const photo = await sharp({ create: { width: 900, height: 700, channels: 3, background: 'teal' } })
    .png()
    .toBuffer();
  await request(app)
    .put(`/api/pictures/${randomUUID()}`)
    .set('Content-Type', 'image/png')
    .send(photo)
    .expect(201);
  const lines = ['cover 4 PH1', '"höft", \\t \\N 日本語 🔩', 'a\nb\t\u2028', "'; drop table unit; --"];
  const items = lines.map((text) => ({
    ...{ id: randomUUID(), at: new Date().toISOString(), by: 'Runa' },
    body: { kind: 'line', text, entries: [{ kind: 'note', text, at: 0, confidence: 1 }] },
  }));
  await request(app).post(`/api/recordings/${recording}/entries`).send({ items }).expect(200);
  await say(app, { kind: 'unit-told', unit, set: { place: 'Shelf 3' }, was: { place: '' } }).expect(201);
  await say(app, { kind: 'stock-counted', number: 'TB-44', onHand: 3, ordered: 1 }).expect(201);
  await say(app, { kind: 'want-added', id: randomUUID(), number: 'TB-44' }).expect(201);
  await say(app, { kind: 'word-told', word: 'snake', means: 'display cable', was: null }).expect(201);
}

/** Every log by a hash that PostgreSQL computes of its rows: another way than the copy's own. */
const logsOf = async (database: Database): Promise<unknown> => {
  const of = (table: string, key: string) =>
    `select '${table}' as log, ${key}::text as of, count(*)::int as n, md5(string_agg(t::text, '|' order by seq)) as hash
     from ${table} t group by ${key}`;
  const { rows } = await database.query(
    `${of('event', 'job_id')} union all ${of('entry', 'recording_id')} union all ${of('shop_event', 'subject')} order by 1, 2`,
  );
  return rows;
};
const picturesOf = async (database: Database): Promise<unknown> =>
  (
    await database.query(
      'select id, md5(whole) as whole, md5(small) as small, made_at from picture order by id',
    )
  ).rows;

const bring = (copy: Buffer, database: Database) => readCopy(database, Readable.from([copy]));

describe('a copy', () => {
  test('restored, is the workshop again: every log, photo and setting, and it goes on', async () => {
    await inThrowAwayDatabase(workshop.url, async (database) => {
      const { sums } = await bring(bytes, database);
      expect(await logsOf(database)).toEqual(await logsOf(workshop.database));
      expect(await picturesOf(database)).toEqual(await picturesOf(workshop.database));
      for (const { table, rows } of sums) {
        const { rows: there } = await workshop.database.query<{ n: number }>(
          `select count(*)::int as n from ${table}`,
        );
        expect([table, there[0]?.n]).toEqual([table, rows]);
      }
      // What counts itself goes on behind the last.
      const { rows } = await database.query<{ seq: number; most: number }>(
        `insert into shop_event (id, kind, subject, body, at) values ('${randomUUID()}', 'x', 'x', '{}', now())
         returning seq::int, (select max(seq)::int from shop_event) as most`,
      );
      expect(rows[0]!.seq).toBe(rows[0]!.most + 1);
    });
  });

  test('is readable by its owner alone, and holds what was there at one moment', async () => {
    expect(statSync(file).mode & 0o077).toBe(0);
    expect(readdirSync(scratch).filter((name) => name.endsWith('.part'))).toEqual([]);
    // While it is made, lines go on coming in: the copy is whole all the same, since it is compared when it is tried.
    const meanwhile = join(scratch, 'meanwhile.tar.gz');
    let going = true;
    const typing = (async () => {
      const { recording } = await openUnitOf(workshop.app, 'TL14-2');
      while (going) {
        const body = { kind: 'line', text: 'fan off', entries: [] };
        const items = [{ id: randomUUID(), at: new Date().toISOString(), body }];
        await request(workshop.app).post(`/api/recordings/${recording}/entries`).send({ items }).expect(200);
      }
    })();
    await backUp({ databaseUrl: workshop.url, folder, file: meanwhile, onProgress: () => undefined });
    going = false;
    await typing;
    expect(existsSync(meanwhile)).toBe(true);
  }, 30_000);

  test('tells how far it is, never backwards within a stage', async () => {
    const told = new Map<string, number[]>();
    await restore({
      ...{ databaseUrl: empty.url, file, dryRun: true },
      onProgress: ({ doing, share }) => {
        const stage = doing.split(' ')[0] ?? '';
        told.set(stage, [...(told.get(stage) ?? []), share]);
      },
    });
    expect([...told.keys()]).toEqual(['reading', 'comparing']);
    for (const shares of told.values()) {
      expect(shares).toEqual([...shares].sort((a, b) => a - b));
      expect(Math.min(...shares)).toBeGreaterThanOrEqual(0);
      expect(Math.max(...shares)).toBeLessThanOrEqual(1);
    }
  });
});

describe('a file that is none, or not whole', () => {
  const rowsNow = async () => (await empty.database.query('select count(*)::int as n from model')).rows;
  const refused = async (copy: Buffer): Promise<void> => {
    const before = await rowsNow();
    await expect(bring(copy, empty.database)).rejects.toBeInstanceOf(CopyFault);
    expect(await rowsNow()).toEqual(before);
  };

  test('cut anywhere, it is refused and nothing is changed', async () => {
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 0, max: bytes.length - 1 }), (at) => refused(bytes.subarray(0, at))),
      { numRuns: 25 },
    );
  }, 60_000);

  test('with one bit turned, it is refused, or it brings the very same', async () => {
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 0, max: bytes.length * 8 - 1 }), async (bit) => {
        const harmed = Buffer.from(bytes);
        harmed[bit >> 3]! ^= 1 << (bit & 7);
        // The head of a gzip says the time and the system, which are nothing to us.
        if (bit >> 3 < 10) return;
        await refused(harmed);
      }),
      { numRuns: 25 },
    );
  }, 60_000);

  test('one bit turned within, and compressed again so that its own sums fit, is found by ours', async () => {
    const plain = gunzipSync(bytes);
    const at = plain.indexOf('cover 4 PH1');
    expect(at).toBeGreaterThan(0);
    plain[at]! ^= 1;
    await refused(gzipSync(plain));
  });

  test('one bit turned anywhere within, packed again: whatever the database makes of it, it is refused, or brings the very same', async () => {
    const plain = gunzipSync(bytes);
    await inThrowAwayDatabase(workshop.url, async (database) => {
      const { sums } = await bring(bytes, database);
      await fc.assert(
        fc.asyncProperty(fc.integer({ min: 0, max: plain.length * 8 - 1 }), async (bit) => {
          const harmed = Buffer.from(plain);
          harmed[bit >> 3]! ^= 1 << (bit & 7);
          const outcome = await bring(gzipSync(harmed, { level: 1 }), database).catch(
            (error: unknown) => error,
          );
          // Between its entries a tar is filled up with nothing.
          if (!(outcome instanceof CopyFault)) expect(outcome).toMatchObject({ sums });
        }),
        { numRuns: 40 },
      );
    });
  }, 60_000);

  test('words, an empty file, another archive: each is refused in words', async () => {
    await refused(Buffer.from('words'));
    await refused(Buffer.alloc(0));
    await refused(gzipSync('words'));
    await refused(gzipSync(Buffer.alloc(4096)));
  });

  test('of a later version, it says which is needed', async () => {
    const plain = gunzipSync(bytes).toString('latin1').replace('001-streams.sql', '999-streams.sql');
    await expect(bring(gzipSync(Buffer.from(plain, 'latin1')), empty.database)).rejects.toThrow(
      /a later version made this copy \(it has 999-streams\.sql/,
    );
    const form = gunzipSync(bytes).toString('latin1').replace('"version":1', '"version":9');
    await expect(bring(gzipSync(Buffer.from(form, 'latin1')), empty.database)).rejects.toThrow(
      'a form that this version does not know',
    );
  });
});

describe('the commands', () => {
  const onProgress = (): void => undefined;
  test('a workshop that is not empty is left as it is, and it is said what to do', async () => {
    const before = await logsOf(workshop.database);
    await expect(restore({ databaseUrl: workshop.url, file, dryRun: false, onProgress })).rejects.toThrow(
      /not empty \(it holds 6 models, \d+ units.*--state FOLDER.*--reset-empty/,
    );
    expect(await logsOf(workshop.database)).toEqual(before);
    await expect(
      restore({ databaseUrl: empty.url, file: '/nowhere', dryRun: true, onProgress }),
    ).rejects.toThrow('there is no file /nowhere');
    await expect(backUp({ databaseUrl: workshop.url, folder, file, onProgress })).rejects.toThrow(
      'is there already',
    );
    await expect(
      backUp({ databaseUrl: workshop.url, folder, file: '/nowhere/x', onProgress }),
    ).rejects.toThrow('no folder /nowhere');
  });

  test('what a killed trial left on the server goes with the next copy', async () => {
    const admin = openDatabase(workshop.url);
    const left = throwAwayName(new Date(Date.now() - 2 * 24 * 60 * 60_000));
    const now = throwAwayName(new Date());
    for (const name of [left, now]) await admin.query(`create database ${name}`);
    await backUp({ databaseUrl: workshop.url, folder, file: null, onProgress });
    const there = await admin.query('select datname from pg_database where datname = any($1)', [[left, now]]);
    expect(there.rows).toEqual([{ datname: now }]);
    await admin.query(`drop database ${now}`);
    await admin.end();
  });
});

describe('copies that a workshop keeps', () => {
  const state = async (): Promise<CopiesState> =>
    (await request(workshop.app).get('/api/copies').expect(200)).body;
  const idle = async (): Promise<CopiesState> => {
    for (;;) {
      const now = await state();
      if (now.running === null) return now;
      expect(now.running.share).toBeGreaterThanOrEqual(0);
    }
  };

  test('one that is asked for is made, tried and listed; asked again meanwhile, it is the same one', async () => {
    const before = (await state()).copies.length;
    const answers = await Promise.all(
      [1, 2, 3].map(() => request(workshop.app).post('/api/copies').send({}).expect(202)),
    );
    expect(answers.every(({ body }) => body.running !== null)).toBe(true);
    const { copies, failed } = await idle();
    expect(failed).toBeNull();
    expect(copies).toHaveLength(before + 1);
    const [latest] = copies;
    expect(latest).toMatchObject({ kind: 'asked', checked: { rows: expect.any(Number) } });
    expect(statSync(join(folder, latest!.name)).size).toBe(latest!.bytes);
    expect(statSync(folder).mode & 0o077).toBe(0);
  });

  test('one that cannot be made says why, and the next one is tried all the same', async () => {
    const other = await openTestApp({ demo: false, folder: join(scratch, 'taken') });
    try {
      writeFileSync(join(scratch, 'taken'), 'a file stands in its place');
      await other.copies.make('asked');
      expect((await other.copies.state()).failed?.why).toMatch(/EEXIST|ENOTDIR/);
      rmSync(join(scratch, 'taken'));
      await other.copies.make('asked');
      expect(await other.copies.state()).toMatchObject({ failed: null, copies: [{ kind: 'asked' }] });
    } finally {
      await other.close();
    }
  });

  test('a server that was not told where keeps none, and says so', async () => {
    const other = await openTestApp({ demo: false });
    try {
      expect((await request(other.app).get('/api/copies').expect(200)).body).toMatchObject({
        folder: null,
        copies: [],
      });
      const { body } = await request(other.app).post('/api/copies').send({}).expect(409);
      expect(body).toMatchObject({ code: 'copies-nowhere', right: expect.stringContaining('BEMTOR_COPIES') });
    } finally {
      await other.close();
    }
  });

  test('the shop says whether and when, and two who say it differently are told apart', async () => {
    const { app } = workshop;
    const first = (await request(app).get('/api/settings/copying').expect(200)).body;
    expect(first).toMatchObject({ value: { nightly: true, hour: 2 } });
    await say(app, { kind: 'copying-told', set: { hour: 4 }, was: { hour: 2 } }).expect(201);
    await say(app, { kind: 'copying-told', set: { nightly: false }, was: { nightly: true } }).expect(201);
    expect((await request(app).get('/api/settings/copying')).body.value).toEqual({ nightly: false, hour: 4 });
    await say(app, { kind: 'copying-told', set: { hour: 5 }, was: { hour: 2 } }).expect(412);
    await say(app, { kind: 'copying-told', set: { hour: 24 }, was: { hour: 4 } }).expect(400);
  });
});
