// npm run bench:load — every answer of a workshop that has worked for years: 20 000 jobs, 2 000 units on the bench, a
// recording of 5 000 lines, a job of 20 000 events, on the built server with a throw-away cluster. Method: each request
// 40 times after 3 warm-up calls, one after the other; aim: 95th percentile under 200 ms. Then the logbook by twenty at once.
import pg from 'pg';
import { openThrowAway } from './throwAwayServer.mjs';
import { machine, ms, quantile, table } from './report.mjs';

const [jobs, units, lines, events] = [20_000, 2_000, 5_000, 20_000];
const server = await openThrowAway('load');
const client = new pg.Client({ connectionString: server.databaseUrl() });
await client.connect();
await client.query('set search_path = bemtor');

const { rows } = await client.query(
  `select j.id, j.unit_id, j.model_code, j.revision from job j join event e on e.job_id = j.id and e.kind = 'closed' limit 1`,
);
const [template] = rows;
const fill = async (what, sql, values = []) => {
  const began = performance.now();
  await client.query(sql, values);
  console.log(`${what}: ${((performance.now() - began) / 1_000).toFixed(1)} s to fill in`);
};
await fill(
  `${units} units`,
  `insert into unit (id, label, model_code, serial, complaint, arrived_at)
   select gen_random_uuid(), 'L-' || n, $2, 'S-' || n, 'stops at the quay', now() - n * interval '1 minute'
   from generate_series(1, $1) n`,
  [units, template.model_code],
);
await fill(
  `${jobs} jobs`,
  `insert into job (id, unit_id, model_code, revision, created_at)
   select gen_random_uuid(), u.id, $2, $3, now() - n * interval '1 hour'
   from generate_series(1, $1) n
   join (select id, row_number() over (order by label) as r from unit where label like 'L-%') u on u.r = 1 + n % ${units}`,
  [jobs, template.model_code, template.revision],
);
await fill(
  'their events',
  `insert into event (job_id, seq, id, kind, body, at, by)
   select j.id, e.seq, gen_random_uuid(), e.kind, e.body, e.at, e.by
   from job j cross join (select * from event where job_id = $1) e
   where not exists (select 1 from event known where known.job_id = j.id)`,
  [template.id],
);
const one = async (sql, values) => (await client.query(sql, values)).rows[0];
const { id: recording } = await one(
  `insert into recording (id, unit_id) select gen_random_uuid(), id from unit where label = 'L-1' returning id`,
);
await fill(
  `a recording of ${lines} lines`,
  `insert into entry (recording_id, seq, id, kind, body, at)
   select $1, n, gen_random_uuid(), 'line',
     jsonb_build_object('kind', 'line', 'text', 'fan 2 PH0', 'entries', jsonb_build_array()), now() from generate_series(1, $2) n`,
  [recording, lines],
);
const { id: long } = await one(
  `insert into job (id, unit_id, model_code, revision) select gen_random_uuid(), id, $1, $2 from unit where label = 'L-2' returning id`,
  [template.model_code, template.revision],
);
await fill(
  `a job of ${events} events`,
  `insert into event (job_id, seq, id, kind, body, at) select $1, n, gen_random_uuid(), 'note',
     jsonb_build_object('kind', 'note', 'step', null, 'text', 'x'), now() from generate_series(1, $2) n`,
  [long, events],
);
await client.query('analyze');
const { id: unit } = await one(`select id from unit where label = 'L-3'`);
const { next } = await (await fetch(`${server.api}/jobs`)).json();

let line = 0;
const asks = [
  ['the bench, first page', '/units'],
  ['one unit', `/units/${unit}`],
  ['units handed back', '/units?left=1'],
  ['the logbook, first page', '/jobs'],
  ['the logbook, second page', `/jobs?behind=${encodeURIComponent(next)}`],
  ['times of the shop', '/jobs/times'],
  ['evidence of the model', `/models/${template.model_code}/evidence`],
  ['recordings of the model', `/models/${template.model_code}/recordings`],
  ['what is new in 5 000 lines', `/recordings/${recording}?after=${lines - 1}`],
  ['what is new in 20 000 events', `/jobs/${long}?after=${events - 1}`],
  ['5 000 lines, a piece of 2 000', `/recordings/${recording}?after=0&most=2000`],
  ['5 000 lines whole', `/recordings/${recording}`],
  ['20 000 events, a piece of 2 000', `/jobs/${long}?after=0&most=2000`],
  ['search of a part number', '/parts?q=TB-44'],
  [
    'keep a line in 5 000',
    `/recordings/${recording}/entries`,
    () => ({
      items: [
        {
          id: `00000000-0000-4000-8000-${String(++line).padStart(12, '0')}`,
          at: new Date().toISOString(),
          body: { kind: 'line', text: 'fan off', entries: [] },
        },
      ],
    }),
  ],
];
const aimMs = 200;
const ask = async (path, body) => {
  const began = performance.now();
  const response = await fetch(
    `${server.api}${path}`,
    body && { method: 'POST', body: JSON.stringify(body()), headers: { 'Content-Type': 'application/json' } },
  );
  const { length } = await response.text();
  if (!response.ok) throw new Error(`${path} answered ${response.status}`);
  return { spent: performance.now() - began, length };
};
const results = [];
for (const [what, path, body] of asks) {
  let first = 0;
  for (let i = 0; i < 3; i++) first = Math.max(first, (await ask(path, body)).spent);
  const samples = [];
  let size = 0;
  for (let i = 0; i < 40; i++) {
    const { spent, length } = await ask(path, body);
    samples.push(spent);
    size = length;
  }
  samples.sort((a, b) => a - b);
  results.push([what, quantile(samples, 0.5), quantile(samples, 0.95), first, size]);
}
console.log(`\nAnswers over HTTP, one at a time\n${machine()}\n`);
table(
  ['request', 'median ms', 'p95 ms', 'first ms', 'kB'],
  results.map(([what, median, p95, first, size]) => [
    what,
    ms(median),
    ms(p95),
    ms(first),
    (size / 1_000).toFixed(0),
  ]),
);
const began = performance.now();
await Promise.all(Array.from({ length: 20 }, () => ask('/jobs')));
console.log(`\nTwenty logbooks at once: ${ms(performance.now() - began)} ms for all`);
const missed = results.filter(([, , p95]) => p95 >= aimMs).map(([what]) => what);
console.log(
  `95th percentile under ${aimMs} ms: ${missed.length === 0 ? 'met' : `MISSED by ${missed.join(', ')}`}`,
);
await client.end();
await server.close();
