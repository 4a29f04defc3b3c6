import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { readdirSync } from 'node:fs';
import { readConfig } from '../config.ts';
import { makeDatabase } from '../testing/database.ts';
import { dropEverything, migrate } from './migrate.ts';
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
