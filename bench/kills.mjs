// npm run bench:kills — how long a workshop is away when something of it dies, and what is left of it.
// Method: `npm start` on a state of its own, untouched from then on. Four clients type lines into a recording each, every
// line as soon as the one before is acknowledged; what is not acknowledged is sent again under the same id, as the
// application does. Twenty times something is killed by SIGKILL: the server, the database's first process, or both. Each
// time: from the kill until a line that was begun after it is acknowledged. At last everything is killed at once, as when
// the power goes, and started again. Aim: each time within 3 s, none acknowledged lost, none doubled, in order.
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from '../scripts/lib/postgres.mjs';
import { pause } from '../scripts/lib/run.mjs';
import { kill, killAll, postmasterOf, serverOf } from '../scripts/testing/processes.mjs';
import { machine, summary, table } from './report.mjs';

const [typists, kills, aimMs] = [4, 20, 3_000];
const state = mkdtempSync(join(tmpdir(), 'bemtor-kills-'));
const port = await freePort();
const api = `http://127.0.0.1:${port}/api`;

async function start() {
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    env: { ...process.env, PORT: String(port), BEMTOR_STATE: state, LOG_LEVEL: 'silent' },
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  await new Promise((resolve, reject) => {
    child.stdout.on('data', (chunk) => chunk.toString().includes('ready') && resolve());
    child.once('exit', () => reject(new Error('npm start ended')));
  });
  return child;
}
const post = (path, body) =>
  fetch(`${api}${path}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(8_000),
  }).catch(() => null);

let child = await start();
const { units } = await (await fetch(`${api}/units`)).json();
const hands = [];
for (const unit of units.slice(0, typists)) {
  const recording = unit.recording?.id ?? randomUUID();
  await post('/recordings', { id: recording, unitId: unit.id });
  hands.push({ recording, acknowledged: [], lastBegan: 0 });
}
let going = true;
const lineOf = (n) => ({
  ...{ id: randomUUID(), at: new Date().toISOString(), by: 'bench' },
  body: { kind: 'line', text: `line ${n}`, entries: [] },
});
const typing = hands.map(async (hand) => {
  for (let n = 0; going; n++) {
    const item = lineOf(n);
    const began = performance.now();
    while (!(await post(`/recordings/${hand.recording}/entries`, { items: [item] }))?.ok) await pause(10);
    hand.acknowledged.push(item.id);
    hand.lastBegan = began;
  }
});
/** Until every hand has had a line acknowledged that it began after the moment. */
async function backSince(moment) {
  while (!hands.every(({ lastBegan }) => lastBegan > moment)) await pause(2);
  return performance.now() - moment;
}

const strikes = { server: () => kill(serverOf(child.pid)), database: () => kill(postmasterOf(state)) };
strikes.both = () => (strikes.server(), strikes.database());
const away = { server: [], database: [], both: [] };
for (let n = 0; n < kills; n++) {
  const what = Object.keys(away)[n % 3];
  await pause(500 + (n % 7) * 130);
  const moment = performance.now();
  strikes[what]();
  away[what].push(await backSince(moment));
}
// The power goes.
const moment = performance.now();
killAll(child.pid, state);
child = await start();
const started = performance.now() - moment;
await backSince(moment);
going = false;
await Promise.all(typing);
let [lost, doubled, inOrder] = [0, 0, true];
for (const { recording, acknowledged } of hands) {
  const { items } = await (await fetch(`${api}/recordings/${recording}`)).json();
  const own = new Set(acknowledged);
  const stored = items.map(({ id }) => id).filter((id) => own.has(id));
  lost += own.size - new Set(stored).size;
  doubled += stored.length - new Set(stored).size;
  inOrder &&= stored.join() === acknowledged.join();
}
child.kill('SIGTERM');
await new Promise((resolve) => child.once('exit', resolve));
rmSync(state, { recursive: true, force: true });

const longest = Math.max(...Object.values(away).flat());
console.log(`\n${typists} hands, ${kills} kills under load, and the power once\n${machine()}\n`);
const row = (what) => {
  const { median, max } = summary(away[what]);
  return [what, away[what].length, (median / 1000).toFixed(2), (max / 1000).toFixed(2)];
};
table(['killed', 'times', 'away, median s', 'longest s'], [row('server'), row('database'), row('both')]);
console.log(
  `\nEverything at once, until it is ready again after npm start: ${(started / 1000).toFixed(2)} s` +
    `\nAcknowledged ${hands.reduce((sum, { acknowledged }) => sum + acknowledged.length, 0)}, lost ${lost}, doubled ${doubled}, in order: ${inOrder ? 'yes' : 'NO'}`,
);
const met = longest < aimMs && lost === 0 && doubled === 0 && inOrder;
console.log(`Back within ${aimMs / 1000} s each time, nothing lost or doubled: ${met ? 'met' : 'MISSED'}`);
process.exitCode = met ? 0 : 1;
