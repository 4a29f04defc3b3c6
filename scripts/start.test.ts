import { afterAll, expect, test } from '@jest/globals';
import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const state = mkdtempSync(join(tmpdir(), 'bemtor-start-'));
afterAll(() => rmSync(state, { recursive: true, force: true }));

interface Started {
  readonly child: ChildProcess;
  readonly said: () => string;
}

function start(port: number, args: string[] = [], extra: Record<string, string> = {}): Started {
  const env = { ...process.env, PORT: String(port), BEMTOR_STATE: state, NODE_OPTIONS: '', ...extra };
  const child = spawn(process.execPath, ['scripts/start.mjs', ...args], {
    cwd: root,
    env,
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const chunks: Buffer[] = [];
  child.stdout?.on('data', (chunk: Buffer) => chunks.push(chunk));
  child.stderr?.on('data', (chunk: Buffer) => chunks.push(chunk));
  return { child, said: () => Buffer.concat(chunks).toString() };
}

async function freePort(): Promise<number> {
  const probe = createServer();
  probe.listen(0, '127.0.0.1');
  await once(probe, 'listening');
  const { port } = probe.address() as AddressInfo;
  probe.close();
  return port;
}

async function ready({ child, said }: Started): Promise<void> {
  while (!said().includes('Bemtor is ready')) {
    if (child.exitCode !== null) throw new Error(said());
    await Promise.race([once(child.stdout!, 'data'), once(child, 'exit')]);
  }
}

const ended = async ({ child }: Started): Promise<number | null> =>
  child.exitCode !== null ? child.exitCode : ((await once(child, 'exit')) as [number | null])[0];

const units = async (port: number) =>
  (
    (await (await fetch(`http://127.0.0.1:${port}/api/units`)).json()) as {
      units: { label: string; recording: unknown }[];
    }
  ).units;

/** How a process was called; nothing where it has ended meanwhile. */
function commandOf(id: string): string {
  try {
    return readFileSync(`/proc/${id}/cmdline`, 'utf8');
  } catch {
    return '';
  }
}

/** The postmaster's file is there exactly while a cluster runs. */
const clusterRuns = (): boolean =>
  readdirSync(state).some((name) => existsSync(join(state, name, 'postgres/data/postmaster.pid')));

test('start, stop, start again: the data stays, the cluster goes with the server, --reset-demo starts over', async () => {
  const port = await freePort();
  const first = start(port);
  await ready(first);
  expect(first.said()).toContain(`http://127.0.0.1:${port}`);
  expect(clusterRuns()).toBe(true);
  const unit = (await units(port)).find(({ label }) => label === 'SK-0412') as unknown as { id: string };
  const recording = crypto.randomUUID();
  await fetch(`http://127.0.0.1:${port}/api/recordings`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ id: recording, unitId: unit.id }),
  });

  // Neither a list of processes nor a folder tells the password of the cluster to others.
  const cluster = readdirSync(state).map((name) => join(state, name, 'postgres'))[0]!;
  const password = readFileSync(join(cluster, 'password'), 'utf8').trim();
  expect(password.length).toBeGreaterThan(20);
  const processes = readdirSync('/proc').filter((name) => /^\d+$/.test(name));
  for (const id of processes) expect(commandOf(id)).not.toContain(password);
  expect(statSync(cluster).mode & 0o077).toBe(0);
  expect(statSync(join(cluster, 'password')).mode & 0o077).toBe(0);

  // A second start from the same checkout, on another port, is refused in one line.
  const second = start(await freePort());
  expect(await ended(second)).toBe(1);
  expect(second.said().trim()).toMatch(/^Bemtor already runs from this checkout \(process \d+\)\.$/);
  // And one on the same port, from anywhere, too.
  const third = start(port, [], { BEMTOR_STATE: join(state, 'other') });
  expect(await ended(third)).toBe(1);
  expect(third.said()).toContain(`Port ${port} is in use`);

  first.child.kill('SIGTERM');
  expect(await ended(first)).toBe(0);
  expect(clusterRuns()).toBe(false);

  const again = start(port);
  await ready(again);
  expect((await units(port)).find(({ label }) => label === 'SK-0412')?.recording).toMatchObject({
    id: recording,
  });
  again.child.kill('SIGINT');
  expect(await ended(again)).toBe(0);

  const over = start(port, ['--reset-demo']);
  await ready(over);
  expect((await units(port)).find(({ label }) => label === 'SK-0412')?.recording).toBeNull();
  over.child.kill('SIGTERM');
  expect(await ended(over)).toBe(0);
}, 90_000);

test('a start that was killed outright leaves nothing in the way of the next', async () => {
  const port = await freePort();
  const killed = start(port);
  await ready(killed);
  killed.child.kill('SIGKILL');
  await ended(killed);
  // Its server notices and goes; then the same port is free again, and the old cluster is stopped first.
  while (
    await fetch(`http://127.0.0.1:${port}/api/health`).then(
      () => true,
      () => false,
    )
  )
    await new Promise((resolve) => setImmediate(resolve));
  const next = start(port);
  await ready(next);
  next.child.kill('SIGTERM');
  expect(await ended(next)).toBe(0);
  expect(clusterRuns()).toBe(false);
}, 60_000);

test('with DATABASE_URL set no cluster is started; wrong words are refused', async () => {
  const wrong = start(await freePort(), ['--rest-demo']);
  expect(await ended(wrong)).toBe(1);
  expect(wrong.said()).toContain('"--rest-demo" is not known. Use: npm start [-- --reset-demo]');
  const away = start(await freePort(), [], { DATABASE_URL: 'postgresql://bemtor@127.0.0.1:1/none' });
  expect(await ended(away)).toBe(1);
  expect(away.said()).toContain('Bemtor cannot start');
  expect(clusterRuns()).toBe(false);
}, 30_000);
