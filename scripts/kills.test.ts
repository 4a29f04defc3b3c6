import { afterAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import { rmSync, statfsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  freePort,
  getJson,
  kill,
  killAll,
  post,
  postmasterOf,
  ready,
  runScript,
  saying,
  serverOf,
  stateFolder,
  stopped,
  type Run,
} from './testing/started.ts';

/* What ends without having been told to comes back without a hand, and what was acknowledged is there, once. */

const states = stateFolder();
const lark = '0193b5c0-0001-7000-8000-000000000412';

interface Line {
  readonly id: string;
}

/** Types lines into a recording, one after the other, each again until it is acknowledged. */
function typist(api: string, recording: string) {
  const acknowledged: string[] = [];
  let going = true;
  const line = (n: number) => ({
    ...{ id: randomUUID(), at: new Date(Date.UTC(2026, 0, 1, 8, 0, n)).toISOString(), by: 'Runa' },
    body: {
      kind: 'line',
      text: `line ${n}`,
      entries: [{ kind: 'note', text: `line ${n}`, at: n, confidence: 1 }],
    },
  });
  const typing = (async () => {
    for (let n = 0; going; n++) {
      const item = line(n);
      while (!(await post(`${api}/recordings/${recording}/entries`, { items: [item] }).catch(() => null))?.ok)
        await new Promise((resolve) => setTimeout(resolve, 20));
      acknowledged.push(item.id);
    }
  })();
  return {
    acknowledged,
    /** Ends when so many more have been acknowledged. */
    more: async (count: number) => {
      const enough = acknowledged.length + count;
      while (acknowledged.length < enough) await new Promise((resolve) => setTimeout(resolve, 5));
    },
    stop: () => ((going = false), typing),
  };
}
const stored = async (api: string, recording: string): Promise<string[]> =>
  (await getJson<{ items: Line[] }>(`${api}/recordings/${recording}`)).items.map(({ id }) => id);

describe('kills under load', () => {
  const state = states.folder('kills');
  const strikes: readonly [name: string, strike: (run: Run) => void][] = [
    ['the server', (run) => kill(serverOf(run.child.pid!))],
    ['the database', () => kill(postmasterOf(state))],
    [
      'both',
      (run) => {
        kill(serverOf(run.child.pid!));
        kill(postmasterOf(state));
      },
    ],
  ];

  test('server, database and both, again and again, and at last everything at once: nothing lost, nothing doubled', async () => {
    const port = await freePort();
    const api = `http://127.0.0.1:${port}/api`;
    const start = (): Run => runScript('start', [], { state, PORT: String(port) });
    let run = start();
    await ready(run);
    const recording = randomUUID();
    await post(`${api}/recordings`, { id: recording, unitId: lark });
    const hand = typist(api, recording);
    for (let round = 0; round < 2; round++)
      for (const [, strike] of strikes) {
        await hand.more(5);
        strike(run);
        // It comes back by itself: lines are acknowledged again.
        await hand.more(5);
      }
    expect(run.child.exitCode).toBeNull();
    // The power goes, and comes again.
    killAll(run.child.pid!, state);
    run = start();
    await ready(run);
    await hand.more(5);
    await hand.stop();
    expect(await stored(api, recording)).toEqual(hand.acknowledged);
    expect(await stopped(run)).toBe(0);
    expect(postmasterOf(state)).toBe(0);
  }, 120_000);

  test('told to stop in the middle of coming back, it stops', async () => {
    const port = await freePort();
    const run = runScript('start', [], { state, PORT: String(port) });
    await ready(run);
    kill(postmasterOf(state));
    await saying(run, 'The database has ended');
    expect(await stopped(run)).toBe(0);
    expect(postmasterOf(state)).toBe(0);
  }, 60_000);
});

/** A disk of its own can be had by the administrator alone. */
const small = states.folder('small');
const hasDisk = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=200m,mode=755', 'tmpfs', small]).status === 0;
afterAll(() => {
  if (hasDisk) spawnSync('umount', ['-l', small]);
  states.remove();
});

(hasDisk ? test : test.skip)(
  'on a full disk nothing that was acknowledged is lost, and with room again it goes on by itself',
  async () => {
    const port = await freePort();
    const api = `http://127.0.0.1:${port}/api`;
    const run = runScript('start', [], { state: small, PORT: String(port) });
    await ready(run);
    const recording = randomUUID();
    await post(`${api}/recordings`, { id: recording, unitId: lark });
    const hand = typist(api, recording);
    await hand.more(20);
    const filler = join(small, 'filler');
    const { bavail, bsize } = statfsSync(small);
    writeFileSync(filler, Buffer.alloc(bavail * bsize));
    // Until a line is not taken any more; whatever the database does of it, nobody has to come.
    let still = -1;
    while (still !== hand.acknowledged.length) {
      still = hand.acknowledged.length;
      await new Promise((resolve) => setTimeout(resolve, 1_500));
    }
    rmSync(filler);
    await hand.more(20);
    await hand.stop();
    expect(await stored(api, recording)).toEqual(hand.acknowledged);
    expect(await stopped(run)).toBe(0);
  },
  120_000,
);
