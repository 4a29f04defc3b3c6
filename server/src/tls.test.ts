import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { get } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { roleOf } from './db/grants.ts';
import { openDatabase } from './db/pool.ts';
import { makeCertificate } from './testing/certificate.ts';
import { killed, listening, spawnBuilt } from './testing/builtServer.ts';
import { makeDatabase, type TestDatabase } from './testing/database.ts';

/* A certificate of one's own, as a workshop gives it to the server or its database; OpenSSL makes one for the test. */

const folder = mkdtempSync(join(tmpdir(), 'bemtor-tls-'));
const [cert, key] = [join(folder, 'cert.pem'), join(folder, 'key.pem')];
let made: TestDatabase;
beforeAll(async () => {
  made = await makeDatabase();
  makeCertificate(cert, key);
});
afterAll(async () => {
  await made.drop();
  rmSync(folder, { recursive: true });
});

/** The database of the tests speaks TLS from here on, to whoever asks for it. */
async function giveDatabaseCertificate(): Promise<void> {
  const database = openDatabase(made.url);
  // By the server's own hand: only a file of its user, closed to others, counts as a key.
  for (const [file, name] of [
    [cert, 'server.crt'],
    [key, 'server.key'],
  ] as const) {
    const text = pg.escapeLiteral(readFileSync(file, 'utf8').trim());
    await database.query(
      `copy (select unnest(string_to_array(${text}, e'\\n'))) to program 'umask 077; cat > ${name}'`,
    );
  }
  await database.query('alter system set ssl = on');
  await database.query('select pg_reload_conf()');
  while ((await database.query<{ ssl: string }>('show ssl')).rows[0]?.ssl !== 'on')
    await new Promise((resolve) => setTimeout(resolve, 20));
  await database.end();
}

test('a database is spoken to by TLS where its address asks for it, and one that shows another certificate is not', async () => {
  await giveDatabaseCertificate();
  const byTls = (url: string, root: string) => `${url}?sslmode=verify-full&sslrootcert=${root}`;
  const addresses = (root: string) => ({
    DATABASE_URL: byTls(made.applicationUrl, root),
    DATABASE_OWNER_URL: byTls(made.url, root),
  });
  const server = await listening(started({ ...addresses(cert), BEMTOR_DEMO: '1' }));
  expect((await fetch(`${server.url}/api/units`)).status).toBe(200);
  const database = openDatabase(made.url);
  const { rows } = await database.query<{ role: string; ssl: boolean }>(
    `select distinct a.usename as role, s.ssl from pg_stat_activity a join pg_stat_ssl s using (pid)
     where a.datname = current_database() and a.pid <> pg_backend_pid()`,
  );
  await database.end();
  // What it asks and what it listens to: all of it.
  expect(rows).toEqual([{ role: roleOf(made.applicationUrl), ssl: true }]);
  await killed(server);

  const other = join(folder, 'other.pem');
  makeCertificate(other, join(folder, 'other.key'));
  const refused = started(addresses(other));
  let said = '';
  refused.stderr!.on('data', (chunk: Buffer) => (said += chunk.toString()));
  expect(await once(refused, 'exit')).toEqual([1, null]);
  expect(said).toMatch(/^Bemtor cannot start: .*certificate.*\n$/);
}, 30_000);

const started = (more: Readonly<Record<string, string>>) => spawnBuilt(made, more);

test('with a certificate of its own the server speaks TLS alone, for itself and in its cookies', async () => {
  const child = started({ HOST: '0.0.0.0', BEMTOR_TLS_CERT: cert, BEMTOR_TLS_KEY: key });
  let said = '';
  child.stdout!.on('data', (chunk: Buffer) => (said += chunk.toString()));
  while (!said.includes('The code that makes the first') || !said.includes('listens on'))
    await once(child.stdout!, 'data');
  expect(said).toMatch(/Bemtor listens on https:\/\//);
  expect(said).not.toContain('not encrypted');
  const port = /:(\d+)\s/.exec(said)![1]!;
  const [answer] = await once(
    get({ host: '127.0.0.1', port, path: '/api/session', ca: readFileSync(cert) }),
    'response',
  );
  let text = '';
  for await (const chunk of answer as AsyncIterable<Buffer>) text += chunk.toString();
  expect(JSON.parse(text)).toMatchObject({ accounts: true, isNew: true, isPlain: false });
  await expect(fetch(`http://127.0.0.1:${port}/healthz`)).rejects.toThrow();
  child.kill('SIGTERM');
  await once(child, 'exit');
}, 30_000);

test('a certificate without its key, or one that is not there, is refused in one line', async () => {
  for (const more of [
    { BEMTOR_TLS_CERT: cert },
    { BEMTOR_TLS_CERT: join(folder, 'none'), BEMTOR_TLS_KEY: key },
  ] as Record<string, string>[]) {
    const child = started(more);
    let said = '';
    child.stderr!.on('data', (chunk: Buffer) => (said += chunk.toString()));
    const [code] = (await once(child, 'exit')) as [number];
    expect(code).toBe(1);
    expect(said.trim().split('\n')).toHaveLength(1);
    expect(said).toContain('Bemtor cannot start');
  }
}, 30_000);
