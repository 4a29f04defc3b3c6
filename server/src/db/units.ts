import type { UnitSummary } from '@bemtor/core';
import type { Client, Database } from './pool.ts';

/** What the database says of a unit; its job is computed from the job's own log. */
export type UnitRow = Omit<UnitSummary, 'job'> & { readonly jobId: string | null };

export interface NewUnit {
  readonly id: string;
  readonly label: string;
  readonly model: string;
  readonly serial: string;
  readonly configuration: Readonly<Record<string, string>>;
  readonly complaint: string;
  readonly place: string;
  readonly arrivedAt: string;
}

export async function addUnit(client: Client, unit: NewUnit): Promise<void> {
  await client.query(
    'insert into unit (id, label, model_code, serial, configuration, complaint, place, arrived_at) values ($1, $2, $3, $4, $5, $6, $7, $8)',
    [
      unit.id,
      unit.label,
      unit.model,
      unit.serial,
      JSON.stringify(unit.configuration),
      unit.complaint,
      unit.place,
      unit.arrivedAt,
    ],
  );
}

const select = `
  select u.id, u.label, u.serial, u.complaint, u.place, u.arrived_at, u.configuration,
         m.code, m.maker, m.name, m.form,
         (select max(number) from revision where model_code = m.code) as revision,
         r.id as recording_id,
         (select count(*)::int from entry where recording_id = r.id and kind = 'line') as lines,
         (select max(at) from entry where recording_id = r.id) as last_at,
         (select id from job where unit_id = u.id order by created_at desc limit 1) as job_id
  from unit u
  join model m on m.code = u.model_code
  left join lateral (select id from recording where unit_id = u.id order by started_at desc limit 1) r on true
  where $1::uuid is null or u.id = $1
  order by u.arrived_at, u.label`;

interface Row {
  id: string;
  label: string;
  serial: string;
  complaint: string;
  place: string;
  arrived_at: Date;
  configuration: Record<string, string>;
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

/** All units on the bench, longest waiting first; or one of them. */
export async function listUnits(database: Database, id: string | null = null): Promise<UnitRow[]> {
  const { rows } = await database.query<Row>(select, [id]);
  return rows.map((row) => ({
    id: row.id,
    label: row.label,
    serial: row.serial,
    complaint: row.complaint,
    place: row.place,
    arrivedAt: row.arrived_at.toISOString(),
    configuration: row.configuration,
    model: { code: row.code, maker: row.maker, name: row.name, form: row.form, revision: row.revision },
    recording: row.recording_id
      ? { id: row.recording_id, lines: row.lines, lastAt: row.last_at?.toISOString() ?? null }
      : null,
    jobId: row.job_id,
  }));
}
