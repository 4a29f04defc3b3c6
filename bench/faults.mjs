// npm run bench:faults — what is left of a run when everything dies in the middle of it.
// Method: 500 acts of a job are sent one by one, each as soon as the one before it is acknowledged. On the
// way the server is killed (SIGKILL) three times, in the middle of a request, and PostgreSQL is stopped
// twice with `-m immediate`, which is a crash: it recovers from its log. What was not acknowledged is sent
// again under the same id, as the application does. At the end the stored log is compared with what was
// sent. Aim: none acknowledged is lost, none is doubled, the order is that of the bench.
import { randomUUID } from 'node:crypto';
import { machine, ms, summary, table } from './report.mjs';
import { openThrowAway } from './throwAwayServer.mjs';

const acts = 500;
const unit = '0193b5c0-0002-7000-8000-000000000407';
const faults = new Map([
  [90, 'server'],
  [180, 'database'],
  [270, 'server'],
  [360, 'database'],
  [450, 'server'],
]);

const place = await openThrowAway('faults');

const pause = (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds));

async function post(path, body) {
  return fetch(`${place.api}${path}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(8_000),
  }).catch(() => null);
}

const job = randomUUID();
await post('/jobs', { id: job, unitId: unit, revision: 1 });
const sent = Array.from({ length: acts }, (_, i) => ({
  id: randomUUID(),
  at: new Date(Date.UTC(2026, 0, 1, 8, 0, i)).toISOString(),
  body: { kind: 'counted', joint: 'j-battery-screws', what: 'out', total: i % 5 },
}));

/** Something dies while a request is under way; it comes back by itself a little later. */
async function strike(what) {
  if (what === 'database') return place.crashDatabase();
  place.killServer();
  await pause(50);
  await place.startServer();
}

const acknowledged = new Set();
const answers = [];
const outages = [];
let again = 0;
for (const [i, item] of sent.entries()) {
  const fault = faults.get(i);
  const began = performance.now();
  const struck = fault ? pause(i % 3).then(() => strike(fault)) : null;
  let tries = 0;
  for (;;) {
    const answer = await post(`/jobs/${job}/events`, { items: [item] });
    if (answer?.ok) {
      acknowledged.add(item.id);
      break;
    }
    tries++;
    await pause(20);
  }
  again += tries;
  if (fault) {
    outages.push([fault, performance.now() - began, tries]);
    await struck;
  } else answers.push(performance.now() - began);
}

const stored = await (await fetch(`${place.api}/jobs/${job}`)).json();
await place.close();

const ids = stored.items.map(({ id }) => id);
const lost = [...acknowledged].filter((id) => !ids.includes(id)).length;
const doubled = ids.length - new Set(ids).size;
const inOrder = ids.join() === sent.map(({ id }) => id).join();
const { median, p95 } = summary(answers);
console.log(`A run of ${acts} acts with five faults\n${machine()}\n`);
table(
  ['', ''],
  [
    ['acknowledged', acknowledged.size],
    ['stored', ids.length],
    ['acknowledged and lost', lost],
    ['doubled', doubled],
    ['in the order of the bench', inOrder ? 'yes' : 'NO'],
    ['requests sent again', again],
    ['acknowledged, median ms', ms(median)],
    ['acknowledged, p95 ms', ms(p95)],
    ...outages.map(([what, milliseconds, tries]) => [
      `${what} killed: until the next act is acknowledged, ms (${tries} tries)`,
      ms(milliseconds),
    ]),
  ],
);
const met = lost === 0 && doubled === 0 && inOrder && acknowledged.size === acts;
console.log(`\nNone lost, none doubled: ${met ? 'met' : 'MISSED'}`);
process.exitCode = met ? 0 : 1;
