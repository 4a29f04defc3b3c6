import { afterAll, expect, test } from '@jest/globals';
import { createHash, randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, renameSync, statSync } from 'node:fs';
import { join } from 'node:path';
import {
  commandOf,
  ended,
  freePort,
  getJson,
  post,
  postmasterOf,
  processes,
  ready,
  root,
  runScript,
  stateFolder,
  stopped,
  type Run,
} from './testing/started.ts';

const states = stateFolder();
afterAll(states.remove);
const state = states.folder('main');

const start = (port: number, args: string[] = [], extra: Record<string, string> = {}): Run =>
  runScript('start', args, { state, PORT: String(port), ...extra });

interface Unit {
  readonly id: string;
  readonly label: string;
  readonly recording: unknown;
}
const units = async (port: number) =>
  (await getJson<{ units: Unit[] }>(`http://127.0.0.1:${port}/api/units`)).units;
const lark = async (port: number) => (await units(port)).find(({ label }) => label === 'SK-0412');

/** The postmaster's file is there exactly while a cluster runs. */
const clusterRuns = (folder = state): boolean => postmasterOf(folder) > 0;

test('start, stop, start again: the data stays and the cluster goes with the server; starting over takes a word', async () => {
  const port = await freePort();
  const first = start(port);
  await ready(first);
  expect(first.said()).toContain(`http://127.0.0.1:${port}`);
  expect(clusterRuns()).toBe(true);
  const recording = randomUUID();
  await post(`http://127.0.0.1:${port}/api/recordings`, { id: recording, unitId: (await lark(port))!.id });

  // Neither a list of processes nor a folder tells the password of the cluster to others.
  const cluster = join(state, 'postgres');
  for (const file of ['password', 'application-password']) {
    const password = readFileSync(join(cluster, file), 'utf8').trim();
    expect(password.length).toBeGreaterThan(20);
    for (const id of processes()) expect(commandOf(id)).not.toContain(password);
    expect(statSync(join(cluster, file)).mode & 0o077).toBe(0);
  }
  expect(statSync(cluster).mode & 0o077).toBe(0);

  // A second start on the same workshop, on another port, is refused in one line.
  const second = start(await freePort());
  expect(await ended(second)).toBe(1);
  expect(second.said().trim()).toMatch(/^Bemtor already runs on this workshop \(process \d+\)\.$/);
  // And one on the same port, from anywhere, too.
  const third = start(port, [], { BEMTOR_STATE: states.folder('other') });
  expect(await ended(third)).toBe(1);
  expect(third.said()).toContain(`Port ${port} is in use`);

  expect(await stopped(first)).toBe(0);
  expect(clusterRuns()).toBe(false);

  const again = start(port);
  await ready(again);
  expect((await lark(port))?.recording).toMatchObject({ id: recording });
  expect(await stopped(again, 'SIGINT')).toBe(0);

  // Another word, or none, and nothing is deleted.
  for (const input of ['yes\n', '']) {
    const slip = start(port, ['--reset-demo'], { input });
    expect(await ended(slip)).toBe(1);
    expect(slip.said()).toContain('Nothing was deleted.');
  }
  const kept = start(port);
  await ready(kept);
  expect((await lark(port))?.recording).toMatchObject({ id: recording });
  await stopped(kept);

  const over = start(port, ['--reset-demo'], { input: 'delete\n' });
  await ready(over);
  expect((await lark(port))?.recording).toBeNull();
  await stopped(over);
  // What was there can be had again.
  const copies = readdirSync(join(state, 'copies'));
  expect(copies).toEqual([expect.stringMatching(/^bemtor-before-reset-.*\.tar\.gz$/)]);
  const back = states.folder('back');
  const restored = runScript('restore', [join(state, 'copies', copies[0]!), '--state', back], { state });
  expect([await ended(restored), restored.said()]).toEqual([
    0,
    expect.stringContaining(`Restored into ${back}`),
  ]);
  const found = start(port, [], { BEMTOR_STATE: back });
  await ready(found);
  expect((await lark(port))?.recording).toMatchObject({ id: recording });
  expect(await stopped(found)).toBe(0);
}, 120_000);

test('a workshop of one’s own has no demo, also when it is started without the word; copied while it runs', async () => {
  const port = await freePort();
  const own = states.folder('own');
  const first = start(port, ['--empty'], { BEMTOR_STATE: own });
  await ready(first);
  expect(await units(port)).toEqual([]);
  const copied = runScript('backup', [], { state: own });
  expect([await ended(copied), copied.said()]).toEqual([0, expect.stringContaining('Copied and tried: ')]);
  const file = join(
    own,
    'copies',
    readdirSync(join(own, 'copies')).find((name) => name.endsWith('.gz'))!,
  );
  // Into a workshop that runs, nothing is restored; a trial changes nothing.
  const refused = runScript('restore', [file], { state: own });
  expect([await ended(refused), refused.said()]).toEqual([1, expect.stringContaining('Stop Bemtor first')]);
  const tried = runScript('restore', [file, '--dry-run'], { state: own });
  expect([await ended(tried), tried.said()]).toEqual([0, expect.stringContaining('nothing was changed')]);
  await stopped(first);
  const later = start(port, [], { BEMTOR_STATE: own });
  await ready(later);
  expect(await units(port)).toEqual([]);
  await stopped(later);
  const mixed = start(port, ['--empty']);
  expect(await ended(mixed)).toBe(1);
  expect(mixed.said()).toContain(
    'this workshop holds the demo. Begin another beside it: BEMTOR_STATE=FOLDER',
  );
  for (const [script, args] of [
    ['restore', []],
    ['restore', ['--dry-run']],
    ['restore', [join(own, 'nothing')]],
    ['restore', [join(root, 'package.json')]],
    ['backup', ['a', 'b']],
  ] as const) {
    const wrong = runScript(script, args, { state: states.folder('wrong') });
    expect([await ended(wrong), wrong.said().trim().split('\n').length]).toEqual([1, 1]);
  }
}, 90_000);

test('a workshop of an earlier version is found by its old folder, moved once, and that is said', async () => {
  const port = await freePort();
  const old = states.folder('old');
  const first = start(port, [], { BEMTOR_STATE: old });
  await ready(first);
  await stopped(first);
  // As it stood: in a folder named for the path of the checkout.
  const key = createHash('sha256').update(root.replace(/\/$/, '')).digest('hex').slice(0, 12);
  mkdirSync(join(old, key));
  renameSync(join(old, 'postgres'), join(old, key, 'postgres'));
  mkdirSync(join(old, '0123456789ab'));
  const second = start(port, [], { BEMTOR_STATE: old });
  await ready(second);
  expect(second.said()).toContain(`was moved from ${join(old, key)} to ${old}`);
  expect((await units(port)).length).toBeGreaterThan(2);
  await stopped(second);
  expect(existsSync(join(old, key))).toBe(false);
  const third = start(port, [], { BEMTOR_STATE: old });
  await ready(third);
  expect(third.said()).not.toContain('moved');
  await stopped(third);
}, 60_000);

test('a start that was killed outright leaves nothing in the way of the next', async () => {
  const port = await freePort();
  const killed = start(port);
  await ready(killed);
  await stopped(killed, 'SIGKILL');
  // Its server notices and goes; then the same port is free again, and the old cluster is stopped first.
  while (
    await fetch(`http://127.0.0.1:${port}/healthz`).then(
      () => true,
      () => false,
    )
  )
    await new Promise((resolve) => setImmediate(resolve));
  const next = start(port);
  await ready(next);
  expect(await stopped(next)).toBe(0);
  expect(clusterRuns()).toBe(false);
}, 60_000);

test('with DATABASE_URL set no cluster is started; wrong words are refused', async () => {
  const wrong = start(await freePort(), ['--rest-demo']);
  expect(await ended(wrong)).toBe(1);
  expect(wrong.said()).toContain(
    '"--rest-demo" is not known. Use: npm start [-- --lan | --empty | --reset-demo | --reset-empty]',
  );
  const away = start(await freePort(), [], { DATABASE_URL: 'postgresql://bemtor@127.0.0.1:1/none' });
  expect(await ended(away)).not.toBe(0);
  expect(away.said()).toContain('Bemtor cannot start');
  expect(clusterRuns()).toBe(false);
}, 30_000);
