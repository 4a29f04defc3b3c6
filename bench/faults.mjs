// npm run bench:faults — what is left of a run when everything dies in the middle of it.
// Method: four clients send 500 acts each to one job of one unit, at the same time, each act as soon as the one
// before it is acknowledged. On the way the server is killed (SIGKILL) six times and PostgreSQL is stopped four
// times with `-m immediate`, which is a crash: it recovers from its log. What was not acknowledged is sent again
// under the same id, as the application does. At the end the stored log is compared with what was sent.
// Aim: none acknowledged is lost, none is doubled, and the order of each client is kept.
import { randomUUID } from 'node:crypto';
import { machine, ms, summary, table } from './report.mjs';
import { openThrowAway } from './throwAwayServer.mjs';

const clients = 4;
const actsEach = 500;
const kills = [
  'server',
  'database',
  'server',
  'database',
  'server',
  'server',
  'database',
  'server',
  'database',
  'server',
];

const unit = '0193b5c0-0002-7000-8000-000000000407';
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
const act = (client, i) => ({
  id: randomUUID(),
  at: new Date(Date.UTC(2026, 0, 1, 8, 0, i)).toISOString(),
  by: `bench ${client + 1}`,
  body: { kind: 'counted', joint: 'j-battery-screws', what: 'out', total: (client + i) % 5 },
});
const sent = Array.from({ length: clients }, (_, client) =>
  Array.from({ length: actsEach }, (_one, i) => act(client, i)),
);

/** Something dies while requests are under way; it comes back by itself a little later. */
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
/** One after the other: nothing dies again before it is back. */
let striking = Promise.resolve();
const every = Math.floor((clients * actsEach) / (kills.length + 1));

async function work(items) {
  for (const item of items) {
    const began = performance.now();
    let tries = 0;
    while (!(await post(`/jobs/${job}/events`, { items: [item] }))?.ok) {
      tries++;
      await pause(20);
    }
    acknowledged.add(item.id);
    again += tries;
    (tries > 0 ? outages : answers).push(performance.now() - began);
    const next = kills[Math.floor(acknowledged.size / every) - 1];
    if (next && acknowledged.size % every === 0) striking = striking.then(() => strike(next));
  }
}
await Promise.all(sent.map(work));
await striking;

const stored = await (await fetch(`${place.api}/jobs/${job}`)).json();
await place.close();

const ids = stored.items.map(({ id }) => id);
const lost = [...acknowledged].filter((id) => !ids.includes(id)).length;
const doubled = ids.length - new Set(ids).size;
const inOrder = sent.every((items) => {
  const own = new Set(items.map(({ id }) => id));
  return ids.filter((id) => own.has(id)).join() === items.map(({ id }) => id).join();
});
const { median, p95 } = summary(answers);
console.log(
  `${clients} clients, ${clients * actsEach} acts on one job, ${kills.length} kills\n${machine()}\n`,
);
table(
  ['', ''],
  [
    ['acknowledged', acknowledged.size],
    ['stored', ids.length],
    ['acknowledged and lost', lost],
    ['doubled', doubled],
    ['in the order of each client', inOrder ? 'yes' : 'NO'],
    ['requests sent again', again],
    ['acknowledged, median ms', ms(median)],
    ['acknowledged, p95 ms', ms(p95)],
    ['acts that met a kill', outages.length],
    ['until such an act is acknowledged, longest ms', ms(Math.max(...outages))],
  ],
);
const met = lost === 0 && doubled === 0 && inOrder && acknowledged.size === clients * actsEach;
console.log(`\nNone lost, none doubled, in order: ${met ? 'met' : 'MISSED'}`);
process.exitCode = met ? 0 : 1;
