// A workshop that has worked for years, on the built server with a throw-away cluster: 20 000 jobs, 2 000 units on the
// bench, a recording of 5 000 lines, a job of 20 000 events.
import pg from 'pg';
import { emptyContext, readLine } from '../../core/dist/index.js';
import { openThrowAway } from '../throwAwayServer.mjs';

const [units, lines, events] = [2_000, 5_000, 20_000];

/** Names of parts, no two alike; a device of so many is larger than any that is repaired. */
const sides = ['left', 'right', 'front', 'rear', 'upper', 'lower', 'inner', 'outer', 'main', 'small'];
const parts = [
  'fan',
  'speaker',
  'bracket',
  'shield',
  'frame',
  'antenna',
  'hinge',
  'button board',
  'heatsink',
  'grille',
];
const bays = ['card', 'drive', 'port'];

/** What a technician types: 300 parts of four acts each, then what is seen and said of them, over and over. */
function* typedLines() {
  const names = bays.flatMap((bay) => sides.flatMap((side) => parts.map((part) => `${side} ${bay} ${part}`)));
  for (const name of names)
    yield* [`${name} 2 PH0 M2x4`, `unplug ${name} cable`, `peel ${name} tape`, `${name} off`];
  for (;;) for (const name of names) yield `note: ${name} seen`;
}

export async function openWorkshop(name, { jobs = 20_000 } = {}) {
  const server = await openThrowAway(name);
  const client = new pg.Client({ connectionString: server.databaseUrl() });
  await client.connect();
  await client.query('set search_path = bemtor');
  const one = async (sql, values) => (await client.query(sql, values)).rows[0];
  const fill = async (what, sql, values = []) => {
    const began = performance.now();
    await client.query(sql, values);
    console.log(`${what}: ${((performance.now() - began) / 1_000).toFixed(1)} s to fill in`);
  };
  const template = await one(
    `select j.id, j.model_code, j.revision from job j join event e on e.job_id = j.id and e.kind = 'closed' limit 1`,
  );
  const { model_code: model, revision } = template;
  await fill(
    `${units} units`,
    `insert into unit (id, label, model_code, serial, complaint, arrived_at)
     select gen_random_uuid(), 'L-' || n, $2, 'S-' || n, 'stops at the quay', now() - n * interval '1 minute'
     from generate_series(1, $1) n`,
    [units, model],
  );
  await fill(
    `${jobs} jobs`,
    `insert into job (id, unit_id, model_code, revision, created_at)
     select gen_random_uuid(), u.id, $2, $3, now() - n * interval '1 hour'
     from generate_series(1, $1) n
     join (select id, row_number() over (order by label) as r from unit where label like 'L-%') u on u.r = 1 + n % ${units}`,
    [jobs, model, revision],
  );
  await fill(
    'their events',
    `insert into event (job_id, seq, id, kind, body, at, by)
     select j.id, e.seq, gen_random_uuid(), e.kind, e.body, e.at, e.by
     from job j cross join (select * from event where job_id = $1) e
     where not exists (select 1 from event known where known.job_id = j.id)`,
    [template.id],
  );
  const { id: recording } = await one(
    `insert into recording (id, unit_id) select gen_random_uuid(), id from unit where label = 'L-1' returning id`,
  );
  const typed = typedLines();
  const context = emptyContext([], []);
  const bodies = Array.from({ length: lines }, () => {
    const text = typed.next().value;
    return JSON.stringify({ kind: 'line', text, entries: readLine(text, context).entries });
  });
  await fill(
    `a recording of ${lines} lines`,
    `insert into entry (recording_id, seq, id, kind, body, at)
     select $1, n, gen_random_uuid(), 'line', body::jsonb, now() + n * interval '1 second'
     from unnest($2::text[]) with ordinality as typed (body, n)`,
    [recording, bodies],
  );
  const { id: long } = await one(
    `insert into job (id, unit_id, model_code, revision) select gen_random_uuid(), id, $1, $2 from unit where label = 'L-2' returning id`,
    [model, revision],
  );
  // As long as it is, it stands where its template stood before it was closed.
  await fill(
    `a job of ${events} events`,
    `insert into event (job_id, seq, id, kind, body, at)
     select $1, row_number() over (order by n), gen_random_uuid(), kind, body, at
     from (
       (select seq as n, kind, body, now() - interval '1 hour' as at from event where job_id = $3 order by seq limit 8)
       union all
       select 100 + n, 'note', jsonb_build_object('kind', 'note', 'step', null, 'text', 'x'), now() - interval '1 hour'
       from generate_series(1, $2 - 8) n
     ) all_of_it`,
    [long, events, template.id],
  );
  await client.query('analyze');
  const close = async () => {
    await client.end();
    await server.close();
  };
  return { server, client, one, model, recording, long, lines, events, close };
}
