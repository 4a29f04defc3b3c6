import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { hostname } from 'node:os';
import { readConfig } from '../config.ts';
import { makeDatabase } from '../testing/database.ts';
import { dropEverything, migrate } from './migrate.ts';
import { openRecording, wholeRecording } from './recordings.ts';
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
  /** The schema as it was before a migration. */
  async function schemaBefore(number: string): Promise<void> {
    await dropEverything(database);
    await database.query(
      `create schema bemtor; create table migration (name text primary key, applied_at timestamptz not null default now())`,
    );
    for (const name of files.filter((one) => one < number)) {
      await database.query(readFileSync(new URL(`./migrations/${name}`, import.meta.url), 'utf8'));
      await database.query('insert into migration (name) values ($1)', [name]);
    }
  }

  test('recordings that two devices had begun come together in the first, in the order of what was said', async () => {
    await schemaBefore('008');
    const id = (n: number): string => `0193b5c0-0002-7000-8000-${String(n).padStart(12, '0')}`;
    await database.query(
      `insert into model (code, maker, name, form) values ('M', 'Tervane', 'Wren', 'notebook')`,
    );
    for (const [unit, label] of [
      [id(1), 'A'],
      [id(2), 'B'],
    ])
      await database.query(
        `insert into unit (id, label, model_code, serial, complaint) values ($1, $2, 'M', '', '')`,
        [unit, label],
      );
    for (const [recording, unit, started] of [
      [id(11), id(1), '2026-11-01T08:00Z'],
      [id(12), id(1), '2026-11-01T08:01Z'],
      [id(13), id(2), '2026-11-01T08:00Z'],
    ])
      await database.query('insert into recording (id, unit_id, started_at) values ($1, $2, $3)', [
        recording,
        unit,
        started,
      ]);
    // The second line of the first was typed after its third by that device's clock; the last was sent to both.
    const lines: [recording: number, seq: number, line: number, at: string][] = [
      [11, 1, 101, '08:02'],
      [11, 2, 102, '08:09'],
      [11, 3, 103, '08:04'],
      [12, 1, 201, '08:03'],
      [12, 2, 202, '08:20'],
      [12, 3, 103, '08:21'],
      [13, 1, 301, '08:05'],
    ];
    for (const [recording, seq, line, at] of lines)
      await database.query(
        `insert into entry (recording_id, seq, id, kind, body, at) values ($1, $2, $3, 'line', '{"kind": "line"}', $4)`,
        [id(recording), seq, id(line), `2026-11-01T${at}Z`],
      );
    await migrate(database);
    const { rows } = await database.query<{ recording: string; seq: number; id: string }>(
      'select recording_id as recording, seq::int as seq, id from entry order by recording_id, seq',
    );
    const whole = rows.filter(({ recording }) => recording === id(11));
    expect(whole.map((row) => row.id)).toEqual([101, 201, 102, 103, 202].map(id));
    expect(whole.map(({ seq }) => seq)).toEqual([1, 2, 3, 4, 5]);
    expect(rows.filter(({ recording }) => recording === id(13)).map((row) => row.id)).toEqual([id(301)]);
    // What a device still sends to the second goes to the first, and it learns where it is.
    expect(await wholeRecording(database, id(12))).toEqual({ id: id(11), unitId: id(1) });
    expect(await openRecording(database, id(12), id(1))).toBe(id(11));
    expect(await openRecording(database, id(14), id(1))).toBe(id(11));
  });

  test('what units were before a change becomes what was said of them, in its order', async () => {
    await schemaBefore('007');
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
    await migrate(database);
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

  test('whoever answers others than this machine has accounts, and goes by the names that others use', () => {
    expect(readConfig({ DATABASE_URL: url })).toMatchObject({ accounts: false, hosts: [] });
    const { accounts, hosts } = readConfig({
      DATABASE_URL: url,
      HOST: '0.0.0.0',
      BEMTOR_HOSTS: 'bench.example',
    });
    expect(accounts).toBe(true);
    expect(hosts).toEqual(expect.arrayContaining(['bench.example', hostname().toLowerCase()]));
  });

  test('is read once, checked and frozen', () => {
    const config = readConfig({ DATABASE_URL: url, PORT: '4700', BEMTOR_DEMO: '1' });
    expect(config).toEqual({
      databaseUrl: url,
      port: 4700,
      host: '127.0.0.1',
      hosts: [],
      demo: '1',
      ...{ ownerUrl: null, readUrl: null, accounts: false, proxy: false, tls: null },
      ...{ copies: null, state: null, logWords: false, patient: false },
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
    [{ DATABASE_URL: url, BEMTOR_TLS_CERT: '/c' }, 'both or neither'],
    [{ DATABASE_URL: url, LOG_LEVEL: 'loud' }, 'LOG_LEVEL'],
  ])('%j is refused and named', (environment, words) => {
    expect(() => readConfig(environment)).toThrow(words);
  });
});
