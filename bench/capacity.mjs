// npm run bench:capacity — how much one server and its database carry, for the table in docs/operations.md. A workshop of
// 20 000 jobs on a throw-away cluster; then benches that ask 50 to 400 times a second together, for 20 s each, four of five
// an act and one a question, begun on time whether or not the one before was answered. What they take: processor time of
// the server and of PostgreSQL as the system counts it, and the memory of the server; who asks takes part of the same
// cores. Then 200 followers that only listen. From the 200 a second: what 100 workshops take, each on a server and a
// database of its own.
import { readFileSync } from 'node:fs';
import { childrenOf } from '../scripts/testing/processes.mjs';
import { benchesAtWork } from './lib/clients.mjs';
import { openWorkshop } from './lib/workshop.mjs';
import { machine, ms, table } from './report.mjs';

const loads = [
  { benches: 20, perSecond: 50 },
  { benches: 20, perSecond: 100 },
  { benches: 20, perSecond: 200 },
  { benches: 50, perSecond: 300 },
  { benches: 50, perSecond: 400 },
];
const seconds = 20;
/** One act every four seconds, a question every sixteen, and whether the server is well every thirty: a bench in haste. */
const askedByBench = 1 / 4 + 1 / 16 + 1 / 30;
const shops = { count: 100, benches: 10, jobsInYear: 2_500, photosInYear: 2_500 };

const ticksPerSecond = 100;
const statOf = (id) =>
  readFileSync(`/proc/${id}/stat`, 'utf8')
    .replace(/^.*\) /s, '')
    .split(' ');
const secondsOf = (id) => {
  const stat = statOf(id);
  return (Number(stat[11]) + Number(stat[12])) / ticksPerSecond;
};
const megabytesOf = (id) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${id}/status`, 'utf8'))[1]) / 1_024;
/** Processor seconds of a process and all under it, those that have ended included. */
function secondsUnder(parent) {
  const own = [parent, ...childrenOf(parent)];
  const [ended, endedInSystem] = statOf(parent).slice(13, 15).map(Number);
  return own.reduce((sum, id) => sum + secondsOf(id), (ended + endedInSystem) / ticksPerSecond);
}

const { server, client, one, model, close } = await openWorkshop('capacity');
const { pid: backend } = await one('select pg_backend_pid() as pid');
const postmaster = Number(statOf(backend)[1]);
const atRest = megabytesOf(server.processId);

const rows = [];
let perRequest = { server: 0, database: 0 };
for (const load of loads) {
  const before = { server: secondsOf(server.processId), database: secondsUnder(postmaster) };
  const done = await benchesAtWork({ api: server.api, one, client, model, ...load, seconds });
  const spent = {
    server: secondsOf(server.processId) - before.server,
    database: secondsUnder(postmaster) - before.database,
  };
  if (load.perSecond === 200)
    perRequest = { server: spent.server / done.sent, database: spent.database / done.sent };
  rows.push([
    `${load.benches} benches, ${load.perSecond} a second`,
    `${done.right} of ${done.sent}`,
    done.begun.toFixed(0),
    ms(done.acts.median),
    ms(done.acts.p95),
    ((100 * spent.server) / seconds).toFixed(0),
    ((100 * spent.database) / seconds).toFixed(0),
    megabytesOf(server.processId).toFixed(0),
  ]);
}
console.log(`\nWhat one server and its database carry\n${machine()}\n`);
table(
  ['load', '2xx', 'begun/s', 'median ms', 'p95 ms', 'server % of a core', 'PostgreSQL %', 'server MB'],
  rows,
);

const before = megabytesOf(server.processId);
const ears = await Promise.all(
  Array.from({ length: 200 }, async () => {
    const stop = new AbortController();
    await fetch(`${server.api}/live`, { signal: stop.signal });
    return stop;
  }),
);
const followers = (megabytesOf(server.processId) - before) / ears.length;
ears.forEach((stop) => stop.abort());

const { jobs } = await one(
  `select (pg_total_relation_size('event') + pg_total_relation_size('job'))::float8 / (select count(*) from job) as jobs`,
);
const asked = shops.count * shops.benches * askedByBench;
const jobMegabytes = jobs / 1e6;
/** A photo as it is kept, and its small one: by bench:copies, a file of 272 MB for 2 000 of them and 10 000 jobs. */
const photoMegabytes = 0.14;
console.log(
  `\n${shops.count} workshops of ${shops.benches} benches in haste, each on a server and a database of its own\n`,
);
table(
  ['', 'one', `all ${shops.count}`],
  [
    ['requests a second', (asked / shops.count).toFixed(1), asked.toFixed(0)],
    [
      'cores, servers',
      ((asked / shops.count) * perRequest.server).toFixed(3),
      (asked * perRequest.server).toFixed(1),
    ],
    [
      'cores, PostgreSQL',
      ((asked / shops.count) * perRequest.database).toFixed(3),
      (asked * perRequest.database).toFixed(1),
    ],
    ['memory of servers at rest, MB', atRest.toFixed(0), (atRest * shops.count).toFixed(0)],
    ['memory of a follower, kB', (followers * 1_024).toFixed(0), ''],
    ['connections to PostgreSQL, at most', '9', (9 * shops.count).toFixed(0)],
    [
      `disk in a year, GB (${shops.jobsInYear} jobs, ${shops.photosInYear} photos)`,
      ((shops.jobsInYear * jobMegabytes + shops.photosInYear * photoMegabytes) / 1e3).toFixed(2),
      ((shops.count * (shops.jobsInYear * jobMegabytes + shops.photosInYear * photoMegabytes)) / 1e3).toFixed(
        0,
      ),
    ],
  ],
);
await close();
