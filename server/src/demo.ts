import { emptyIntake, faultLine, intakeSchema, readSequence, type Sequence } from '@bemtor/core';
import { randomUUID } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import { z } from 'zod';
import { addModel } from './db/models.ts';
import { indexStanding } from './db/search.ts';
import { inTransaction, type Client, type Database } from './db/pool.ts';
import { rebuildSightings } from './db/parts.ts';
import { addUnit } from './db/units.ts';
import { pastJobSchema, playJob, type PastJob } from './demoHistory.ts';

const folder = new URL('../../demo/', import.meta.url);

const unitsSchema = z.strictObject({
  /** Models that nobody has recorded yet: the sequence they are like, and their own code. */
  unrecorded: z.array(z.strictObject({ like: z.string(), code: z.string(), name: z.string() })),
  units: z.array(
    z.strictObject({
      id: z.uuid(),
      label: z.string(),
      model: z.string(),
      serial: z.string(),
      configuration: z.record(z.string(), z.string()),
      complaint: z.string(),
      place: z.string(),
      arrivedMinutesAgo: z.number(),
      intake: intakeSchema.default(emptyIntake),
    }),
  ),
});

const historySchema = z.strictObject({ jobs: z.array(pastJobSchema) });
const dayMs = 24 * 60 * 60_000;

/** A workshop that is begun without the demo never gets it. Throws where it is there already. */
export async function beginEmpty(database: Database): Promise<void> {
  await database.query(
    "insert into fact (key, value) values ('demo-loaded', 'false') on conflict do nothing",
  );
  const { rows } = await database.query<{ value: boolean }>(
    "select value from fact where key = 'demo-loaded'",
  );
  if (rows[0]?.value)
    throw new Error(
      'this workshop holds the demo. Begin another beside it: BEMTOR_STATE=FOLDER npm start -- --empty; or start over: npm start -- --reset-empty',
    );
}

/**
 * Loads Skarholm Ferries, once: models with their sequences as revision 1, the units on the bench, and
 * the jobs of the last two months.
 */
export async function loadDemo(database: Database, now: Date): Promise<boolean> {
  const sequences = await readSequences();
  const { unrecorded, units } = unitsSchema.parse(
    JSON.parse(await readFile(new URL('units.json', folder), 'utf8')),
  );
  const { jobs } = historySchema.parse(JSON.parse(await readFile(new URL('history.json', folder), 'utf8')));
  return inTransaction(database, async (client) => {
    const first = await client.query(
      "insert into fact (key, value) values ('demo-loaded', 'true') on conflict do nothing",
    );
    if (first.rowCount === 0) return false;
    for (const { model, options, ...rest } of sequences) {
      await addModel(client, model, options);
      await client.query('insert into revision (model_code, number, document, note) values ($1, 1, $2, $3)', [
        model.code,
        JSON.stringify({ ...rest, model, options }),
        'Demo: made by hand',
      ]);
      await indexStanding(client, model.code);
    }
    for (const { like, code, name } of unrecorded) {
      const known = sequences.find((sequence) => sequence.model.code === like);
      if (!known) throw new Error(`demo/units.json: no sequence for ${like}`);
      await addModel(client, { ...known.model, code, name }, known.options);
    }
    for (const { arrivedMinutesAgo, ...unit } of units) {
      await addUnit(client, {
        ...unit,
        left: false,
        arrivedAt: new Date(now.getTime() - arrivedMinutesAgo * 60_000).toISOString(),
      });
    }
    for (const job of jobs) {
      const document = sequences.find(({ model }) => model.code === job.model);
      if (!document) throw new Error(`demo/history.json: no sequence for ${job.model}`);
      await addPastJob(client, document, job, new Date(now.getTime() - job.daysAgo * dayMs));
    }
    await rebuildSightings(client);
    return true;
  });
}

async function addPastJob(client: Client, document: Sequence, job: PastJob, at: Date): Promise<void> {
  const { label, model, serial, configuration, complaint } = job;
  const [id, unitId] = [randomUUID(), randomUUID()];
  await addUnit(client, {
    id: unitId,
    label,
    model,
    serial,
    configuration,
    complaint,
    place: '',
    intake: emptyIntake,
    arrivedAt: at.toISOString(),
    left: true,
  });
  await client.query(
    'insert into job (id, unit_id, model_code, revision, created_at, demo) values ($1, $2, $3, 1, $4, true)',
    [id, unitId, model, at],
  );
  for (const [i, event] of playJob(document, job, at).entries())
    await client.query(
      'insert into event (job_id, seq, id, kind, body, at, by) values ($1, $2, $3, $4, $5, $6, $7)',
      [id, i + 1, randomUUID(), event.body.kind, JSON.stringify(event.body), event.at, job.technician],
    );
}

async function readSequences(): Promise<Sequence[]> {
  const names = (await readdir(new URL('sequences/', folder)))
    .filter((name) => name.endsWith('.json'))
    .sort();
  return Promise.all(
    names.map(async (name) => {
      const read = readSequence(JSON.parse(await readFile(new URL(`sequences/${name}`, folder), 'utf8')));
      if (!read.ok) throw new Error(`demo/sequences/${name}: ${faultLine(read.fault)}`);
      return read.value;
    }),
  );
}
