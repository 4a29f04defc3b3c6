import { ProblemError } from '../errors.ts';
import type { Behind } from './pages.ts';
import { inTransaction, type Database } from './pool.ts';
import { eventStream, isOpened } from './streams.ts';

export interface JobRow {
  readonly id: string;
  readonly unitId: string;
  readonly unitLabel: string;
  readonly modelCode: string;
  readonly modelName: string;
  readonly revision: number;
}

/** Is the job still open? The latest of these two words decides; a job without any has just begun. */
const isOpen = `not coalesce((select kind = 'closed' from event
  where job_id = job.id and kind in ('closed', 'reopened') order by seq desc limit 1), false)`;

/**
 * Opens a job on a unit after a published revision, and answers with its id. A unit has one open job: whoever starts
 * a second at the same moment joins the first. Opening it again under the same id changes nothing.
 */
export async function openJob(
  database: Database,
  id: string,
  unitId: string,
  revision: number,
): Promise<string> {
  return inTransaction(database, async (client) => {
    const { rows } = await client.query<{ model_code: string }>(
      'select m.code as model_code from unit u join unit_model m on m.unit_id = u.id where u.id = $1 for update of u',
      [unitId],
    );
    const unit = rows[0];
    if (!unit) throw new ProblemError('unit-unknown', unitId);
    const known = await client.query('select 1 from revision where model_code = $1 and number = $2', [
      unit.model_code,
      revision,
    ]);
    if (known.rowCount === 0)
      throw new ProblemError('revision-unknown', `${unit.model_code} has no revision ${revision}`, {
        where: 'revision',
      });
    if (await isOpened(client, eventStream, id, unitId)) return id;
    const open = await client.query<{ id: string }>(
      `select id from job where unit_id = $1 and ${isOpen} order by created_at desc limit 1`,
      [unitId],
    );
    if (open.rows[0]) return open.rows[0].id;
    await client.query('insert into job (id, unit_id, model_code, revision) values ($1, $2, $3, $4)', [
      id,
      unitId,
      unit.model_code,
      revision,
    ]);
    return id;
  });
}

/** A page of the logbook holds so many. */
export const jobsPage = 100;
/** How many of the latest jobs teach times. */
const mostTeaching = 500;

/** Which jobs: some by id, a page, or the latest that teach: those of the demo do not. */
export interface WhichJobs {
  readonly ids?: readonly string[];
  readonly page?: { readonly behind: Behind | null };
  /** Those that follow a sequence of this model. */
  readonly model?: string;
  readonly unit?: string;
}

/** Jobs, the latest first. */
export async function listJobs(
  database: Database,
  { ids, page, model, unit }: WhichJobs = {},
): Promise<(JobRow & { readonly createdAt: string })[]> {
  const all = page !== undefined || ids !== undefined || unit !== undefined;
  const most = page ? jobsPage : ids ? null : mostTeaching;
  const { rows } = await database.query<JobRow & { createdAt: string }>(
    `select j.id, j.unit_id as "unitId", u.label as "unitLabel", j.model_code as "modelCode", m.name as "modelName", j.revision,
       to_char(j.created_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"') as "createdAt"
     from job j join unit u on u.id = j.unit_id join model m on m.code = j.model_code
     where ($1::uuid[] is null or j.id = any($1))
       and ($5::text is null or j.model_code = $5) and ($6::uuid is null or j.unit_id = $6)
       and ($7 or not j.demo)
       and ($2::timestamptz is null or (j.created_at, j.id) < ($2::timestamptz, $3::uuid))
     order by j.created_at desc, j.id desc limit $4`,
    [ids ?? null, page?.behind?.at ?? null, page?.behind?.id ?? null, most, model ?? null, unit ?? null, all],
  );
  return rows;
}

export async function getJob(database: Database, id: string): Promise<JobRow> {
  const [job] = await listJobs(database, { ids: [id] });
  if (!job) throw new ProblemError('job-unknown', id);
  return job;
}

/** Jobs of a model in which something was not as its sequence says: evidence counts however old it is. */
export async function jobsThatDiffer(database: Database, model: string): Promise<string[]> {
  const { rows } = await database.query<{ id: string }>(
    `select distinct j.id from job j join event e on e.job_id = j.id and e.kind = 'differed' where j.model_code = $1`,
    [model],
  );
  return rows.map(({ id }) => id);
}
