import type { ShopEventOf } from '@bemtor/core';
import { ProblemError } from '../errors.ts';
import type { Client, Database } from './pool.ts';

/** More than these nobody looks through; the latest come first. */
const mostRecordings = 20;
const mostPictures = 500;

/** The recordings of a model whose lines have photos, the latest first. */
export async function recordingsWithPictures(database: Database, model: string): Promise<string[]> {
  const { rows } = await database.query<{ id: string }>(
    `select r.id from recording r join unit_model m on m.unit_id = r.unit_id
     where m.code = $1 and exists (select 1 from entry e where e.recording_id = r.id and e.kind = 'picture')
     order by r.started_at desc limit $2`,
    [model, mostRecordings],
  );
  return rows.map(({ id }) => id);
}

/** Photos taken at the steps of a model's jobs, the latest first; one that was taken away again is not among them. */
export async function jobPictures(
  database: Database,
  model: string,
): Promise<{ readonly step: string; readonly picture: string }[]> {
  const { rows } = await database.query<{ step: string; picture: string; removed: boolean }>(
    `select distinct on (e.job_id, e.body ->> 'picture') e.body ->> 'step' as step, e.body ->> 'picture' as picture,
            coalesce((e.body ->> 'removed')::boolean, false) as removed, e.received_at
     from event e join job j on j.id = e.job_id
     where j.model_code = $1 and e.kind = 'picture' and e.body ->> 'step' is not null
     order by e.job_id, e.body ->> 'picture', e.seq desc limit $2`,
    [model, mostPictures],
  );
  return rows.filter(({ removed }) => !removed).map(({ step, picture }) => ({ step, picture }));
}

/** Those of some photos that have arrived: one may still wait on the device that took it. */
export async function arrivedPictures(database: Database, pictures: readonly string[]): Promise<Set<string>> {
  const { rows } = await database.query<{ id: string }>(
    'select id::text from picture where id::text = any($1::text[])',
    [pictures],
  );
  return new Set(rows.map(({ id }) => id));
}

/** Ties a photo that came with a guide to an act of the model, or parts them. */
export async function pictureAct(
  client: Client,
  { model, act, picture, removed }: ShopEventOf<'act-pictured'>,
): Promise<void> {
  const known = await client.query('select 1 from model where code = $1', [model]);
  if (known.rowCount === 0) throw new ProblemError('model-unknown', model, { where: 'model' });
  await client.query(
    removed
      ? 'delete from act_picture where model_code = $1 and act = $2 and picture = $3'
      : 'insert into act_picture (model_code, act, picture) values ($1, $2, $3) on conflict do nothing',
    [model, act, picture],
  );
}

/** Photos that came with guides of a model, by the act that each shows. */
export async function guidePictures(
  database: Database,
  model: string,
): Promise<{ readonly act: string; readonly picture: string }[]> {
  const { rows } = await database.query<{ act: string; picture: string }>(
    'select act, picture from act_picture where model_code = $1 order by act, picture limit $2',
    [model, mostPictures],
  );
  return rows;
}
