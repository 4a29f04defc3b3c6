import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { get } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spawnBuilt } from './testing/builtServer.ts';
import { makeDatabase } from './testing/database.ts';

/* A certificate of one's own, as a workshop gives it to the server; OpenSSL makes one for the test. */

const folder = mkdtempSync(join(tmpdir(), 'bemtor-tls-'));
const [cert, key] = [join(folder, 'cert.pem'), join(folder, 'key.pem')];
let made: Awaited<ReturnType<typeof makeDatabase>>;
beforeAll(async () => {
  made = await makeDatabase();
  const name = ['-subj', '/CN=localhost', '-addext', 'subjectAltName=DNS:localhost,IP:127.0.0.1'];
  const { status } = spawnSync('openssl', [
    'req',
    '-x509',
    '-newkey',
    'rsa:2048',
    '-nodes',
    '-days',
    '2',
    ...name,
    '-keyout',
    key,
    '-out',
    cert,
  ]);
  if (status !== 0) throw new Error('OpenSSL did not make a certificate');
});
afterAll(async () => {
  await made.drop();
  rmSync(folder, { recursive: true });
});

const started = (more: Readonly<Record<string, string>>) => spawnBuilt(made.url, more);

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
