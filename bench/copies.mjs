// npm run bench:copies — a copy of a workshop with 10 000 jobs and 2 000 photos: made, tried, and brought back.
// Method: the jobs follow one of the demo's, with all its events; the photos are 120 kB of noise each, which no
// compression shrinks, as photos are. Once each, by the same code as `npm run backup`. Aim: made and tried under two
// minutes, with every log the same when it is back.
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { machine, table } from './report.mjs';
import { openWorkshop } from './lib/workshop.mjs';
import { inThrowAwayDatabase } from '../server/dist/copies/checkCopy.js';
import { backUp } from '../server/dist/copies/commands.js';
import { readCopy } from '../server/dist/copies/readCopy.js';
import { createReadStream } from 'node:fs';

const aimSeconds = 120;
const { server, client, one, close } = await openWorkshop('copies', { jobs: 10_000 });
await client.query(`create function pg_temp.noise(n int) returns bytea language sql volatile as $$
  select string_agg(decode(md5(random()::text), 'hex'), '') from generate_series(1, n / 16) $$`);
await client.query(
  `insert into picture (id, width, height, whole, small)
   select gen_random_uuid(), 1600, 1200, pg_temp.noise(120000 + n - n), pg_temp.noise(6000 + n - n) from generate_series(1, 2000) n`,
);
const { mb } = await one(`select pg_database_size(current_database()) / 1000000 as mb`);
const logs = async (database) =>
  (
    await database.query(
      `select md5(string_agg(h, '' order by of)) as hash, count(*)::int as n from (
         select job_id::text as of, md5(string_agg(t::text, '|' order by seq)) as h from event t group by 1
         union all select recording_id::text, md5(string_agg(t::text, '|' order by seq)) from entry t group by 1
         union all select id::text, md5(whole) || md5(small) from picture) logs`,
    )
  ).rows[0];
const before = await logs(client);
const folder = mkdtempSync(join(tmpdir(), 'bemtor-copies-'));
const file = join(folder, 'copy.tar.gz');
const databaseUrl = server.databaseUrl();
const stages = new Map();
let told = 0;
let peak = 0;
const began = performance.now();
await backUp({
  ...{ databaseUrl, folder, file },
  onProgress: ({ doing }) => {
    told++;
    peak = Math.max(peak, process.memoryUsage().rss);
    stages.set(doing.split(' ')[0], performance.now() - began);
  },
});
const seconds = (performance.now() - began) / 1_000;
const again = performance.now();
const after = await inThrowAwayDatabase(databaseUrl, async (database) => {
  await readCopy(database, createReadStream(file));
  return logs(database);
});
const back = (performance.now() - again) / 1_000;
const at = (stage) => (stages.get(stage) / 1_000).toFixed(1);
console.log(`\nA copy of 10 000 jobs and 2 000 photos, a database of ${mb} MB\n${machine()}\n`);
table(
  ['', ''],
  [
    ['written, s', at('writing')],
    ['read into a throw-away database, until s', at('reading')],
    ['compared, until s', at('comparing')],
    ['made and tried, s', seconds.toFixed(1)],
    ['brought back and hashed another way, s', back.toFixed(1)],
    ['the file, MB', Math.round(statSync(file).size / 1e6)],
    ['memory of the program at most, MB', Math.round(peak / 1e6)],
    ['told how far it is, times', told],
    ['logs and photos', before.n],
    ['the same by the hash of every one', before.hash === after.hash && before.n === after.n ? 'yes' : 'NO'],
  ],
);
const met = seconds < aimSeconds && before.hash === after.hash;
console.log(`\nUnder ${aimSeconds} s, equal by hash: ${met ? 'met' : 'MISSED'}`);
process.exitCode = met ? 0 : 1;
rmSync(folder, { recursive: true });
await close();
