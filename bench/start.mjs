// npm run bench:start — from `npm start` on a prepared machine to the first answer of the application.
// Method: the script is started 5 times on a port of its own and a state folder of its own, after one start
// that makes the cluster and loads the demo data; each time until /api/units answers, then SIGTERM until it
// has ended. Aim: under 5 s.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { machine, summary, table } from './report.mjs';

const port = 4699;
const state = mkdtempSync(join(tmpdir(), 'bemtor-bench-'));

async function once() {
  const began = performance.now();
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    env: { ...process.env, PORT: String(port), BEMTOR_STATE: state },
    stdio: 'ignore',
  });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  for (;;) {
    const answer = await fetch(`http://127.0.0.1:${port}/api/units`).catch(() => null);
    if (answer?.ok) break;
    if (child.exitCode !== null) throw new Error('npm start ended; is the port in use?');
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
  const up = performance.now();
  child.kill('SIGTERM');
  await ended;
  return { start: (up - began) / 1000, stop: (performance.now() - up) / 1000 };
}

console.log(`Starting the built application\n${machine()}\n`);
const first = await once();
const runs = [];
for (let i = 0; i < 5; i++) runs.push(await once());
rmSync(state, { recursive: true, force: true });
const [start, stop] = [summary(runs.map((run) => run.start)), summary(runs.map((run) => run.stop))];
table(
  ['', 'median s', 'max s'],
  [
    ['first start: new cluster, demo data', first.start.toFixed(2), first.start.toFixed(2)],
    ['second start: data kept', start.median.toFixed(2), start.max.toFixed(2)],
    ['stop: server and cluster', stop.median.toFixed(2), stop.max.toFixed(2)],
  ],
);
console.log(`\nSecond start: ${start.median < 5 ? 'met' : 'MISSED'} (aim: under 5 s)`);
