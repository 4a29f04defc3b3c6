import { faultLine, readSequence, type Sequence } from '@bemtor/core';
import { readdir, readFile } from 'node:fs/promises';
import { z } from 'zod';
import { addModel } from './db/models.ts';
import { inTransaction, type Database } from './db/pool.ts';
import { addUnit } from './db/units.ts';

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
    }),
  ),
});

/** Loads Skarholm Ferries, once: models with their sequences as revision 1, and the units on the bench. */
export async function loadDemo(database: Database, now: Date): Promise<boolean> {
  const sequences = await readSequences();
  const { unrecorded, units } = unitsSchema.parse(
    JSON.parse(await readFile(new URL('units.json', folder), 'utf8')),
  );
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
    }
    for (const { like, code, name } of unrecorded) {
      const known = sequences.find((sequence) => sequence.model.code === like);
      if (!known) throw new Error(`demo/units.json: no sequence for ${like}`);
      await addModel(client, { ...known.model, code, name }, known.options);
    }
    for (const { arrivedMinutesAgo, ...unit } of units) {
      await addUnit(client, {
        ...unit,
        arrivedAt: new Date(now.getTime() - arrivedMinutesAgo * 60_000).toISOString(),
      });
    }
    return true;
  });
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
