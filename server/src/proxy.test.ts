import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { SessionState, UnitSummary } from '@bemtor/core';
import { spawn, type ChildProcess } from 'node:child_process';
import { randomBytes, randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import type { IncomingMessage } from 'node:http';
import { request } from 'node:https';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { killed, listening, spawnBuilt, type BuiltServer } from './testing/builtServer.ts';
import { makeCertificate } from './testing/certificate.ts';
import { makeDatabase, type TestDatabase } from './testing/database.ts';
import { cookiesOf, keep, type Jar } from './testing/staffed.ts';

/* The recipe of docs/bemtor-nginx.conf under Debian's nginx: TLS, and two servers on one database, of which either dies. */

const folder = mkdtempSync(join(tmpdir(), 'bemtor-proxy-'));
const [cert, key] = [join(folder, 'cert.pem'), join(folder, 'key.pem')];
const { freePort } = (await import('../../scripts/lib/postgres.mjs' as string)) as {
  freePort: () => Promise<number>;
};
const recipe = readFileSync(new URL('../../docs/bemtor-nginx.conf', import.meta.url), 'utf8');

let made: TestDatabase;
let nginx: ChildProcess;
let [port, ports] = [0, [0, 0] as [number, number]];
const servers: BuiltServer[] = [];
let told = '';

async function start(at: number): Promise<void> {
  const child = spawnBuilt(made, {
    ...{ PORT: String(ports[at]), BEMTOR_DEMO: '1', BEMTOR_ACCOUNTS: '1', BEMTOR_PROXY: '1' },
    BEMTOR_HOSTS: 'bench.example',
  });
  child.stdout!.on('data', (chunk: Buffer) => (told += chunk.toString()));
  servers[at] = await listening(child);
}

/** The recipe as it stands, with the ports and files of this test. */
function recipeHere(): string {
  const own: readonly (readonly [string, string])[] = [
    ['listen 443 ssl', `listen 127.0.0.1:${port} ssl`],
    ['127.0.0.1:4600', `127.0.0.1:${ports[0]}`],
    ['127.0.0.1:4601', `127.0.0.1:${ports[1]}`],
    ['/etc/ssl/bench.pem', cert],
    ['/etc/ssl/bench.key', key],
  ];
  return own.reduce((text, [there, here]) => {
    if (!text.includes(there)) throw new Error(`The recipe has no ${there}`);
    return text.replace(there, here);
  }, recipe);
}

const canReach = (at: number): Promise<boolean> =>
  new Promise((resolve) => {
    const probe = connect(at, '127.0.0.1');
    probe.on('connect', () => (probe.destroy(), resolve(true)));
    probe.on('error', () => resolve(false));
  });

beforeAll(async () => {
  made = await makeDatabase();
  makeCertificate(cert, key, 'bench.example');
  [port, ports] = [await freePort(), [await freePort(), await freePort()]];
  const file = join(folder, 'nginx.conf');
  const paths = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi']
    .map((name) => `${name}_temp_path ${join(folder, name)};`)
    .join('\n');
  // As root, nginx would hand its work to a user who may not enter the folder of this test.
  const user = process.getuid?.() === 0 ? 'user root;' : '';
  writeFileSync(
    file,
    `daemon off; ${user} pid ${join(folder, 'pid')}; error_log ${join(folder, 'log')}; events {}
     http { access_log off; ${paths} ${recipeHere()} }`,
  );
  await Promise.all([start(0), start(1)]);
  nginx = spawn('/usr/sbin/nginx', ['-p', folder, '-e', 'stderr', '-c', file], {
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  while (!(await canReach(port))) await new Promise((resolve) => setTimeout(resolve, 20));
}, 60_000);
afterAll(async () => {
  const gone = once(nginx, 'exit');
  nginx.kill('SIGTERM');
  await Promise.all([gone, ...servers.map(killed)]);
  await made.drop();
  rmSync(folder, { recursive: true });
}, 30_000);

/** Sends as a browser at https://bench.example does. */
async function open(
  jar: Jar,
  path: string,
  body?: unknown,
  more: Record<string, string> = {},
): Promise<IncomingMessage> {
  const asked = request({
    ...{ host: '127.0.0.1', port, path, servername: 'bench.example', ca: readFileSync(cert), agent: false },
    method: body === undefined ? 'GET' : Buffer.isBuffer(body) ? 'PUT' : 'POST',
    headers: {
      Host: 'bench.example',
      Origin: 'https://bench.example',
      Cookie: cookiesOf(jar),
      ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
      ...more,
    },
  });
  const answered = once(asked, 'response') as Promise<[IncomingMessage]>;
  asked.end(body === undefined || Buffer.isBuffer(body) ? body : JSON.stringify(body));
  const [answer] = await answered;
  keep(jar, answer.headers);
  return answer;
}
async function ask<T>(...args: Parameters<typeof open>): Promise<{ status: number; body: T }> {
  const answer = await open(...args);
  let text = '';
  for await (const chunk of answer as AsyncIterable<Buffer>) text += chunk.toString();
  const isJson = answer.headers['content-type']?.includes('json');
  return { status: answer.statusCode!, body: (isJson ? JSON.parse(text) : text) as T };
}

test('by the recipe a workshop signs in over TLS, types, hears of it at once, and loses nothing when either server dies', async () => {
  const jar: Jar = new Map();
  while (!told.includes('first:')) await new Promise((resolve) => setTimeout(resolve, 20));
  const code = /first: (\S+)/.exec(told)![1]!;
  const owner = { code, name: 'Alva', secret: '12345', device: 'Desk' };
  const answer = await open(jar, '/api/session/owner', owner, { 'X-Forwarded-For': '203.0.113.9' });
  expect(answer.statusCode).toBe(201);
  // The server knows by the proxy that the browser speaks TLS.
  for (const cookie of answer.headers['set-cookie']!) expect(cookie).toMatch(/; Secure/);
  answer.resume();
  expect((await ask<SessionState>(jar, '/api/session')).body).toMatchObject({
    ...{ isPlain: false, person: { name: 'Alva' } },
  });
  const foreign = await ask(jar, '/api/units', undefined, { Host: 'elsewhere.example' });
  expect(foreign.status).toBe(421);

  const { units } = (await ask<{ units: UnitSummary[] }>(jar, '/api/units')).body;
  const unit = units.find(({ label, recording }) => label === 'SK-0412' && !recording)!;
  const recording = randomUUID();
  expect((await ask(jar, '/api/recordings', { id: recording, unitId: unit.id })).status).toBe(201);
  const live = await open(jar, '/api/live');
  let heard = 0;
  // It ends with the server that it comes from; a browser would open it anew.
  live.on('error', () => undefined);
  live.on('data', (chunk: Buffer) => (heard += chunk.toString().split(recording).length - 1));

  const sent: string[] = [];
  /** Types a line and, as a bench does, sends it again until somebody has it. */
  async function type(n: number): Promise<void> {
    const id = randomUUID();
    const item = { id, at: new Date().toISOString(), body: { kind: 'line', text: `line ${n}`, entries: [] } };
    for (;;) {
      const { status } = await ask(jar, `/api/recordings/${recording}/entries`, { items: [item] }).catch(
        () => ({ status: 502 }),
      );
      if (status < 300) break;
      expect(status).toBeGreaterThanOrEqual(502);
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    sent.push(id);
  }
  for (let n = 0; n < 6; n++) await type(n);
  // Not kept back by the proxy until there is more of it.
  while (heard < 6) await new Promise((resolve) => setTimeout(resolve, 10));
  const hands = [1, 2, 3].map(async (hand) => {
    for (let n = 0; n < 15; n++) await type(100 * hand + n);
  });
  for (const at of [0, 1]) {
    await new Promise((resolve) => setTimeout(resolve, 100));
    await killed(servers[at]!);
    expect((await ask(jar, '/api/units')).status).toBe(200);
    await start(at);
  }
  await Promise.all(hands);
  const { items } = (await ask<{ items: { id: string; seq: number }[] }>(jar, `/api/recordings/${recording}`))
    .body;
  expect(items.map(({ id }) => id).sort()).toEqual([...sent].sort());
  expect(items.map(({ seq }) => seq)).toEqual(items.map((_, i) => i + 1));
  live.destroy();

  // As large as a photo may be: the server looks at it; larger: the proxy refuses it.
  const photo = (bytes: Buffer, length: number) =>
    ask(jar, `/api/pictures/${randomUUID()}`, bytes, {
      ...{ 'Content-Type': 'image/jpeg', 'Content-Length': String(length) },
    });
  expect((await photo(randomBytes(11_000_000), 11_000_000)).status).toBe(422);
  // It says how large it would be, and is not waited for.
  expect((await photo(Buffer.alloc(0), 13_000_000)).status).toBe(413);
}, 90_000);
