import {
  disputedFields,
  intakeSchema,
  unitFactsSchema,
  withTold,
  type ShopEventOf,
  type UnitFacts,
  type UnitSummary,
} from '@bemtor/core';
import { parseBody, ProblemError } from '../errors.ts';
import type { Behind } from './pages.ts';
import type { Client, Database } from './pool.ts';

/** What the database says of a unit; its job is computed from the job's own log. */
export type UnitRow = Omit<UnitSummary, 'job'> & { readonly jobId: string | null };

export interface NewUnit extends Omit<UnitFacts, 'withdrawn'> {
  readonly id: string;
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

/** A unit arrives; where it is known already, nothing changes. */
export async function arriveUnit(
  client: Client,
  { unit, label, model }: ShopEventOf<'unit-arrived'>,
  at: string,
): Promise<void> {
  await refuseUnknown(client, model);
  const { rows } = await client.query<{ label: string }>('select label from unit where id = $1', [unit]);
  if (rows[0] && rows[0].label === label) return;
  if (rows[0])
    throw new ProblemError('id-taken', `unit ${unit} is known as "${rows[0].label}"`, { where: 'unit' });
  await refuseTaken(client, unit, label);
  await client.query(
    `insert into unit (id, label, model_code, serial, complaint, arrived_at) values ($1, $2, $3, '', '', $4)`,
    [unit, label, model, at],
  );
}

async function refuseUnknown(client: Client, model: string): Promise<void> {
  const known = await client.query('select 1 from model where code = $1', [model]);
  if (known.rowCount === 0) throw new ProblemError('model-unknown', model, { where: 'model' });
}

/** A label is one unit's on the bench. */
async function refuseTaken(client: Client, id: string, label: string): Promise<void> {
  const other = await client.query(
    'select 1 from unit where label = $1 and id <> $2 and left_at is null and not withdrawn',
    [label, id],
  );
  if (other.rowCount)
    throw new ProblemError('label-taken', `"${label}" is the label of another unit`, {
      where: 'label',
      right: 'the number on its own ticket',
    });
}

/**
 * Somebody says something of a unit; what they do not speak of stays. Refused where a field stands by now as neither it
 * was nor it is to be, for a ticket that another unit on the bench has, and for a model that nobody knows.
 */
export async function tellUnit(client: Client, told: ShopEventOf<'unit-told'>, at: string): Promise<void> {
  const { unit: id } = told;
  const { rows } = await client.query<Omit<UnitFacts, 'intake'> & { intake: unknown }>(
    `select u.label, s.code as model, u.serial, u.configuration, u.complaint, u.place, u.intake, u.left_at is not null as left,
            u.withdrawn
     from unit u join unit_model s on s.unit_id = u.id where u.id = $1 for update of u`,
    [id],
  );
  const stands = rows[0];
  if (!stands) throw new ProblemError('unit-unknown', id);
  const intake = intakeSchema.safeParse(stands.intake);
  if (!intake.success)
    throw new ProblemError('row-unreadable', 'the intake of this unit was written by a later version', {
      where: 'intake',
    });
  const known: UnitFacts = { ...stands, intake: intake.data };
  const disputed = disputedFields(known, told);
  if (disputed.length > 0)
    throw new ProblemError('unit-conflict', `${known.label}: somebody else set ${disputed.join(', ')}`, {
      where: disputed.join(', '),
      stands: known,
    });
  const facts = parseBody(unitFactsSchema, withTold(known, told), 'set');
  await refuseNames(client, id, known, facts);
  await client.query(
    `update unit set serial = $2, configuration = $3, complaint = $4, place = $5, intake = $6,
       left_at = case when $7 then coalesce(left_at, greatest($11::timestamptz, arrived_at)) end, withdrawn = $8, label = $9,
       model_code = case when $12 then $10 else model_code end, revision = revision + 1 where id = $1`,
    [
      id,
      facts.serial,
      JSON.stringify(facts.configuration),
      facts.complaint,
      facts.place,
      JSON.stringify(facts.intake),
      facts.left,
      facts.withdrawn,
      facts.label,
      facts.model,
      at,
      facts.model !== known.model,
    ],
  );
}

async function refuseNames(client: Client, id: string, stands: UnitFacts, facts: UnitFacts): Promise<void> {
  if (!facts.left && !facts.withdrawn) await refuseTaken(client, id, facts.label);
  if (facts.model === stands.model) return;
  await refuseUnknown(client, facts.model);
  // A job follows a revision of the model that the unit had: its log stays what it was.
  const jobs = await client.query('select 1 from job where unit_id = $1', [id]);
  if (jobs.rowCount)
    throw new ProblemError('model-fixed', `${stands.label} has jobs that follow the ${stands.model}`, {
      where: 'model',
      right: 'hand this unit back and take it in again under the right model',
    });
}

/** A page of the bench, or of the units handed back, holds so many. */
export const unitsPage = 100;

const select = `
  select u.id, u.label, u.serial, u.complaint, u.place, u.arrived_at, u.configuration, u.intake, u.revision as unit_revision,
         u.left_at, u.withdrawn, m.code, m.maker, m.name, m.form,
         (select max(number) from revision where model_code = m.code and not withdrawn) as revision, m.retired,
         r.id as recording_id,
         (select count(*)::int from entry where recording_id = r.id and kind = 'line') as lines,
         (select max(at) from entry where recording_id = r.id) as last_at,
         (select id from job where unit_id = u.id order by created_at desc limit 1) as job_id
  from unit u
  join unit_model s on s.unit_id = u.id join model m on m.code = s.code
  left join recording r on r.unit_id = u.id and r.joined_into is null
  where case
    when $1::uuid is not null then u.id = $1
    when $2::text is not null then s.code = $2 and u.serial = $3
    when $4 then u.left_at is not null and not u.withdrawn and ($7::text is null or s.code = $7) and ($5::timestamptz is null or (date_trunc('milliseconds', u.left_at), u.id) < ($5, $6::uuid))
    else u.left_at is null and not u.withdrawn and ($7::text is null or s.code = $7) and ($5::timestamptz is null or (date_trunc('milliseconds', u.arrived_at), u.id) > ($5, $6::uuid)) end
  order by case when $4 then date_trunc('milliseconds', u.left_at) end desc, case when $4 then u.id end desc,
           date_trunc('milliseconds', u.arrived_at), u.id limit case when $1::uuid is null and $2::text is null then ${unitsPage} end`;

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
  withdrawn: boolean;
  code: string;
  maker: string;
  name: string;
  form: string;
  retired: boolean;
  revision: number | null;
  recording_id: string | null;
  lines: number;
  last_at: Date | null;
  job_id: string | null;
}

/** Which units: one, those that were here under the same serial, those handed back, or without a word all on the bench. */
export interface WhichUnits {
  readonly id?: string;
  readonly sameAs?: { readonly model: string; readonly serial: string };
  /** Those that were handed back last. */
  readonly left?: boolean;
  /** The page behind this place. */
  readonly behind?: Behind | null;
  /** Only those that follow this model's sequences. */
  readonly ofModel?: string;
}

/** What a later version wrote and this one cannot read does not take the bench down: the unit comes without it. */
function readableIntake(intake: unknown): UnitRow['intake'] {
  const read = intakeSchema.safeParse(intake);
  return read.success ? read.data : intakeSchema.parse({});
}

/** Units, longest waiting first. */
export async function listUnits(
  database: Database,
  { id, sameAs, left = false, behind = null, ofModel }: WhichUnits = {},
): Promise<UnitRow[]> {
  const { rows } = await database.query<Row>(select, [
    id ?? null,
    sameAs?.model ?? null,
    sameAs?.serial ?? null,
    left,
    behind?.at ?? null,
    behind?.id ?? null,
    ofModel ?? null,
  ]);
  return rows.map((row) => ({
    id: row.id,
    label: row.label,
    serial: row.serial,
    complaint: row.complaint,
    place: row.place,
    arrivedAt: row.arrived_at.toISOString(),
    configuration: row.configuration,
    intake: readableIntake(row.intake),
    revision: row.unit_revision,
    leftAt: row.left_at?.toISOString() ?? null,
    withdrawn: row.withdrawn,
    model: {
      ...{ code: row.code, maker: row.maker, name: row.name, form: row.form, revision: row.revision },
      ...{ retired: row.retired, mergedInto: null },
    },
    recording: row.recording_id
      ? { id: row.recording_id, lines: row.lines, lastAt: row.last_at?.toISOString() ?? null }
      : null,
    jobId: row.job_id,
  }));
}
