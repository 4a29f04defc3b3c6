import { ProblemError } from '../errors.ts';
import type { Database } from './pool.ts';

export interface JobRow {
  readonly id: string;
  readonly unitId: string;
  readonly unitLabel: string;
  readonly modelCode: string;
  readonly modelName: string;
  readonly revision: number;
}

/** Opens a job on a unit after a published revision; opening it again under the same id changes nothing. */
export async function openJob(
  database: Database,
  id: string,
  unitId: string,
  revision: number,
): Promise<void> {
  const { rows } = await database.query<{ model_code: string; known: boolean }>(
    `select model_code, exists (select 1 from revision r where r.model_code = u.model_code and r.number = $2) as known
     from unit u where id = $1`,
    [unitId, revision],
  );
  const unit = rows[0];
  if (!unit) throw new ProblemError('unit-unknown', unitId);
  if (!unit.known)
    throw new ProblemError('revision-unknown', `${unit.model_code} has no revision ${revision}`, {
      where: 'revision',
    });
  await database.query(
    'insert into job (id, unit_id, model_code, revision) values ($1, $2, $3, $4) on conflict (id) do nothing',
    [id, unitId, unit.model_code, revision],
  );
  const stored = await database.query<{ unit_id: string }>('select unit_id from job where id = $1', [id]);
  if (stored.rows[0]?.unit_id !== unitId)
    throw new ProblemError('id-taken', `job ${id} belongs to another unit`, { where: 'id' });
}

/** The latest jobs, some of them by id, or all of one model: evidence counts however old it is. */
export async function listJobs(
  database: Database,
  { ids = null, model = null }: { ids?: readonly string[] | null; model?: string | null } = {},
): Promise<JobRow[]> {
  const { rows } = await database.query<JobRow>(
    `select j.id, j.unit_id as "unitId", u.label as "unitLabel", j.model_code as "modelCode", m.name as "modelName", j.revision
     from job j join unit u on u.id = j.unit_id join model m on m.code = j.model_code
     where ($1::uuid[] is null or j.id = any($1)) and ($2::text is null or j.model_code = $2)
     order by j.created_at desc limit case when $2::text is null then 500 end`,
    [ids, model],
  );
  return rows;
}

export async function getJob(database: Database, id: string): Promise<JobRow> {
  const [job] = await listJobs(database, { ids: [id] });
  if (!job) throw new ProblemError('job-unknown', id);
  return job;
}
