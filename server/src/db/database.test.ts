import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { readConfig } from '../config.ts';
import { makeDatabase } from '../testing/database.ts';
import { dropEverything, migrate } from './migrate.ts';
import { changesOf } from './shopLog.ts';
import { inTransaction, openDatabase, withClient, type Database } from './pool.ts';

let made: Awaited<ReturnType<typeof makeDatabase>>;
let database: Database;
beforeAll(async () => {
  made = await makeDatabase();
  database = openDatabase(made.url);
});
afterAll(async () => {
  await database.end();
  await made.drop();
});

const files = readdirSync(new URL('./migrations/', import.meta.url)).sort();

describe('migrations', () => {
  test('run once, in order, however many servers start at the same moment', async () => {
    const runs = await Promise.all([migrate(database), migrate(database), migrate(database)]);
    expect(runs.flat()).toEqual(files);
    expect(await migrate(database)).toEqual([]);
  });

  test('starting over drops what is ours and nothing else', async () => {
    await database.query('create table public.somebody_elses (x int)');
    await dropEverything(database);
    expect(await migrate(database)).toEqual(files);
    expect((await database.query('select * from public.somebody_elses')).rowCount).toBe(0);
  });
});

describe('a database of before', () => {
  test('what units were before a change becomes what was said of them, in its order', async () => {
    await dropEverything(database);
    const before = files.filter((name) => name < '007');
    await database.query(
      `create schema bemtor; create table migration (name text primary key, applied_at timestamptz not null default now())`,
    );
    for (const name of before) {
      await database.query(readFileSync(new URL(`./migrations/${name}`, import.meta.url), 'utf8'));
      await database.query('insert into migration (name) values ($1)', [name]);
    }
    const facts = (label: string, left: boolean) =>
      JSON.stringify({ label, model: 'M', serial: '', place: '', left, withdrawn: false });
    await database.query(
      `insert into model (code, maker, name, form) values ('M', 'Tervane', 'Wren', 'notebook')`,
    );
    await database.query(
      `insert into unit (id, label, model_code, serial, complaint, revision) values ($1, 'C', 'M', '', '', 3)`,
      ['0193b5c0-0002-7000-8000-000000000001'],
    );
    await database.query(
      `insert into unit_change (unit_id, revision, facts, by, changed_at) values ($1, 1, $2, 'Runa', '2026-11-01'), ($1, 2, $3, null, '2026-11-02')`,
      ['0193b5c0-0002-7000-8000-000000000001', facts('A', false), facts('B', true)],
    );
    expect(await migrate(database)).toEqual(files.filter((name) => name >= '007'));
    const changes = await changesOf(database, '0193b5c0-0002-7000-8000-000000000001');
    expect(
      changes.map(({ was, set, by }) => [was['label'], set['label'], was['left'], set['left'], by]),
    ).toEqual([
      ['B', 'C', true, false, null],
      ['A', 'B', false, true, 'Runa'],
    ]);
  });
});

describe('transactions', () => {
  test('what throws rolls back, and the client goes on to serve others', async () => {
    await expect(
      inTransaction(database, async (client) => {
        await client.query(`insert into fact (key, value) values ('half', '1')`);
        throw new Error('no');
      }),
    ).rejects.toThrow('no');
    expect((await database.query(`select 1 from fact where key = 'half'`)).rowCount).toBe(0);
    expect(
      await inTransaction(database, async (client) => (await client.query('select 1 as one')).rows),
    ).toEqual([{ one: 1 }]);
  });

  test('a failed statement that the work swallowed is no success', async () => {
    await expect(
      inTransaction(database, async (client) => {
        await client.query('select * from nowhere').catch(() => undefined);
      }),
    ).rejects.toThrow('commit was answered by ROLLBACK');
  });

  test('a client whose connection is gone is not lent again', async () => {
    const lost = withClient(database, async (client) => {
      const { rows } = await client.query<{ pid: number }>('select pg_backend_pid() as pid');
      await database.query('select pg_terminate_backend($1)', [rows[0]?.pid]);
      await client.query('select 1');
    });
    await expect(lost).rejects.toThrow();
    for (let i = 0; i < 10; i++) expect((await database.query('select 1')).rowCount).toBe(1);
  });
});

describe('configuration', () => {
  const url = 'postgresql://127.0.0.1/x';

  test('is read once, checked and frozen', () => {
    const config = readConfig({ DATABASE_URL: url, PORT: '4700', BEMTOR_DEMO: '1' });
    expect(config).toEqual({
      databaseUrl: url,
      port: 4700,
      host: '127.0.0.1',
      demo: true,
      reset: false,
      watchParent: false,
      logLevel: 'warn',
    });
    expect(Object.isFrozen(config)).toBe(true);
  });

  test.each([
    [{}, 'DATABASE_URL'],
    [{ DATABASE_URL: 'mysql://x' }, 'a postgresql:// address is expected'],
    [{ DATABASE_URL: url, PORT: 'eighty' }, 'PORT'],
    [{ DATABASE_URL: url, PORT: '70000' }, 'PORT'],
    [{ DATABASE_URL: url, HOST: '192.168.0.1' }, 'only loopback until accounts are on'],
    [{ DATABASE_URL: url, LOG_LEVEL: 'loud' }, 'LOG_LEVEL'],
  ])('%j is refused and named', (environment, words) => {
    expect(() => readConfig(environment)).toThrow(words);
  });
});
