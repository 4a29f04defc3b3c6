import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import { killed, listening, spawnBuilt } from '../testing/builtServer.ts';
import { makeDatabase, type TestDatabase } from '../testing/database.ts';
import { grantUse, rights, roleOf } from './grants.ts';
import { migrate } from './migrate.ts';
import { openDatabase, type Database } from './pool.ts';

/*
 * Least privilege: the application works under a role that owns nothing. All server tests run under it (testing/app.ts);
 * here stands what it is refused, whoever talks it into asking.
 */

let made: TestDatabase;
let [owner, application] = [null as unknown as Database, null as unknown as Database];
beforeAll(async () => {
  made = await makeDatabase();
  [owner, application] = [openDatabase(made.url), openDatabase(made.applicationUrl)];
});
afterAll(async () => {
  await Promise.all([owner.end(), application.end()]);
  await made.drop();
});

/** `npm run migrate`, without its build. */
const migrated = (more: Readonly<Record<string, string>>) =>
  spawnSync(process.execPath, ['server/dist/migrateAlone.js'], {
    cwd: fileURLToPath(new URL('../../..', import.meta.url)),
    env: { ...process.env, NODE_OPTIONS: '', DATABASE_URL: made.applicationUrl, ...more },
    encoding: 'utf8',
  });

test('a server that knows the application’s role alone starts once the owner has brought the schema up', async () => {
  const alone = { DATABASE_OWNER_URL: undefined };
  const early = spawnBuilt(made, alone);
  let said = '';
  early.stderr!.on('data', (chunk: Buffer) => (said += chunk.toString()));
  expect(await once(early, 'exit')).toEqual([1, null]);
  expect(said).toMatch(/^Bemtor cannot start: the schema .* npm run migrate with DATABASE_OWNER_URL\n$/);
  expect(migrated({})).toMatchObject({ status: 1, stderr: expect.stringContaining('stays as it was') });
  for (const _again of [1, 2])
    expect(migrated({ DATABASE_OWNER_URL: made.url })).toMatchObject({
      status: 0,
      stdout: 'The schema is up to date.\n',
    });
  const server = await listening(spawnBuilt(made, { ...alone, BEMTOR_DEMO: '1' }));
  const { units } = (await (await fetch(`${server.url}/api/units`)).json()) as { units: unknown[] };
  expect(units.length).toBeGreaterThan(0);
  await killed(server);
}, 60_000);

test('every table and view has its rights, and several servers may give them at once', async () => {
  await migrate(owner);
  await Promise.all([1, 2, 3, 4].map(() => grantUse(owner, roleOf(made.applicationUrl))));
  const { rows } = await owner.query<{ name: string }>(
    `select relname as name from pg_class where relnamespace = 'bemtor'::regnamespace and relkind in ('r', 'v', 'm', 'p')`,
  );
  expect(rows.map(({ name }) => name).sort()).toEqual(Object.keys(rights).sort());
});

test('an owner who is the application too keeps all rights; an address without a role is refused', async () => {
  await grantUse(owner, roleOf(made.url));
  await expect(owner.query('delete from audit')).resolves.toBeDefined();
  await expect(grantUse(owner, roleOf('postgresql://127.0.0.1/x'))).rejects.toThrow('name the role');
});

test.each([
  ["update entry set body = '{}'", 'a log'],
  ['delete from event', 'a log'],
  ['delete from audit', 'the audit'],
  ['update audit set at = now()', 'the audit'],
  ['truncate shop_event', 'the shop’s log'],
  ['delete from shop_event', 'the shop’s log'],
  ['delete from unit', 'a unit'],
  ['delete from person', 'a person'],
  ['drop table entry', 'a table'],
  ['drop schema bemtor cascade', 'the schema'],
  ['alter table entry add column x int', 'a table'],
  ['create table bemtor.mine (x int)', 'the schema'],
  ["insert into migration (name) values ('999')", 'the schema'],
  ['select * from pg_authid', 'secrets of the cluster'],
  ["copy (select 1) to program 'true'", 'the machine'],
  ["select pg_read_file('postgresql.conf')", 'the machine'],
  ['create role another superuser', 'the cluster'],
])('is refused: %s (%s)', async (statement) => {
  await expect(application.query(statement)).rejects.toMatchObject({
    code: expect.stringMatching(/^(?:42501|0LP01)$/),
  });
});
