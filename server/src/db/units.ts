import { intakeSchema, type UnitFacts, type UnitSummary } from '@bemtor/core';
import { ProblemError } from '../errors.ts';
import type { Client, Database } from './pool.ts';

/** What the database says of a unit; its job is computed from the job's own log. */
export type UnitRow = Omit<UnitSummary, 'job'> & { readonly jobId: string | null };

export interface NewUnit extends UnitFacts {
  readonly id: string;
  readonly label: string;
  readonly model: string;
  readonly arrivedAt: string;
}

export async function addUnit(client: Client, unit: NewUnit): Promise<void> {
  await client.query(
    `insert into unit (id, label, model_code, serial, configuration, complaint, place, intake, arrived_at, left_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, case when $10 then $9::timestamptz + interval '1 day' end)`,
    [
      unit.id,
      unit.label,
      unit.model,
      unit.serial,
      JSON.stringify(unit.configuration),
      unit.complaint,
      unit.place,
      JSON.stringify(unit.intake),
      unit.arrivedAt,
      unit.left,
    ],
  );
}

/** Opens a unit that has just arrived; opening it again under the same id changes nothing. */
export async function openUnit(database: Database, id: string, label: string, model: string): Promise<void> {
  const known = await database.query('select 1 from model where code = $1', [model]);
  if (known.rowCount === 0) throw new ProblemError('model-unknown', model, { where: 'model' });
  await database.query(
    `insert into unit (id, label, model_code, serial, complaint) values ($1, $2, $3, '', '') on conflict do nothing`,
    [id, label, model],
  );
  const { rows } = await database.query<{ id: string }>('select id from unit where label = $1', [label]);
  if (rows[0]?.id !== id)
    throw new ProblemError('label-taken', `"${label}" is the label of another unit`, {
      where: 'label',
      right: 'the number on its own ticket',
    });
}

/** Changes what is known of a unit that stands at the revision named; else the problem carries what stands. */
export async function changeUnit(
  database: Database,
  id: string,
  follows: number,
  facts: UnitFacts,
): Promise<number> {
  const { rows } = await database.query<{ revision: number }>(
    `update unit set serial = $3, configuration = $4, complaint = $5, place = $6, intake = $7,
       left_at = case when $8 then coalesce(left_at, now()) end, revision = revision + 1
     where id = $1 and revision = $2 returning revision`,
    [
      id,
      follows,
      facts.serial,
      JSON.stringify(facts.configuration),
      facts.complaint,
      facts.place,
      JSON.stringify(facts.intake),
      facts.left,
    ],
  );
  if (rows[0]) return rows[0].revision;
  const [stands] = await listUnits(database, { id });
  if (!stands) throw new ProblemError('unit-unknown', id);
  throw new ProblemError('unit-conflict', `${stands.label} stands at revision ${stands.revision}`, {
    stands,
  });
}

const select = `
  select u.id, u.label, u.serial, u.complaint, u.place, u.arrived_at, u.configuration, u.intake, u.revision as unit_revision,
         u.left_at, m.code, m.maker, m.name, m.form,
         (select max(number) from revision where model_code = m.code) as revision,
         r.id as recording_id,
         (select count(*)::int from entry where recording_id = r.id and kind = 'line') as lines,
         (select max(at) from entry where recording_id = r.id) as last_at,
         (select id from job where unit_id = u.id order by created_at desc limit 1) as job_id
  from unit u
  join model m on m.code = u.model_code
  left join lateral (select id from recording where unit_id = u.id order by started_at desc limit 1) r on true
  where case
    when $1::uuid is not null then u.id = $1
    when $2::text is not null then u.model_code = $2 and u.serial = $3
    else u.left_at is null end
  order by u.arrived_at, u.label`;

interface Row {
  id: string;
  label: string;
  serial: string;
  complaint: string;
  place: string;
  arrived_at: Date;
  configuration: Record<string, string>;
  intake: unknown;
  unit_revision: number;
  left_at: Date | null;
  code: string;
  maker: string;
  name: string;
  form: string;
  revision: number | null;
  recording_id: string | null;
  lines: number;
  last_at: Date | null;
  job_id: string | null;
}

/** Which units: one, those that were here under the same serial, or without a word all on the bench. */
export interface WhichUnits {
  readonly id?: string;
  readonly sameAs?: { readonly model: string; readonly serial: string };
}

/** Units, longest waiting first. */
export async function listUnits(database: Database, { id, sameAs }: WhichUnits = {}): Promise<UnitRow[]> {
  const { rows } = await database.query<Row>(select, [
    id ?? null,
    sameAs?.model ?? null,
    sameAs?.serial ?? null,
  ]);
  return rows.map((row) => ({
    id: row.id,
    label: row.label,
    serial: row.serial,
    complaint: row.complaint,
    place: row.place,
    arrivedAt: row.arrived_at.toISOString(),
    configuration: row.configuration,
    intake: intakeSchema.parse(row.intake),
    revision: row.unit_revision,
    leftAt: row.left_at?.toISOString() ?? null,
    model: { code: row.code, maker: row.maker, name: row.name, form: row.form, revision: row.revision },
    recording: row.recording_id
      ? { id: row.recording_id, lines: row.lines, lastAt: row.last_at?.toISOString() ?? null }
      : null,
    jobId: row.job_id,
  }));
}
