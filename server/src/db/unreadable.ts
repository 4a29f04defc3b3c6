import {
  intakeSchema,
  jobEventBodySchema,
  recordBodySchema,
  sequenceFormat,
  type UnreadableRow,
} from '@bemtor/core';
import type { ZodType } from 'zod';
import type { Database } from './pool.ts';
import { settings } from './settings.ts';

/** More than this is no slip of one row; the page says that there are more. */
const most = 200;
/** Rows that are looked at in one go, so that a large log does not fill the memory. */
const batch = 2_000;

/** Where a batch begins: behind the row of this key. */
const beforeAll = ['00000000-0000-0000-0000-000000000000', 0] as const;

interface Table {
  readonly what: UnreadableRow['what'];
  /** In the order of a key that an index holds, so that each batch costs its own rows alone. */
  readonly sql: string;
  readonly schema: ZodType;
}

/** What each table holds as JSON; `$1` and `$2` the last key seen, `$3` how many rows. */
const tables: readonly Table[] = [
  {
    what: 'intake of a unit',
    sql: `select id as owner, 0 as seq, id, label as name, intake as value from unit
      where (id, 0) > ($1::uuid, $2::bigint) order by id limit $3`,
    schema: intakeSchema,
  },
  {
    what: 'line of a recording',
    sql: `select recording_id as owner, seq::int as seq, id, recording_id::text as name, body as value from entry
      where (recording_id, seq) > ($1::uuid, $2::bigint) order by recording_id, seq limit $3`,
    schema: recordBodySchema,
  },
  {
    what: 'event of a job',
    sql: `select job_id as owner, seq::int as seq, id, job_id::text as name, body as value from event
      where (job_id, seq) > ($1::uuid, $2::bigint) order by job_id, seq limit $3`,
    schema: jobEventBodySchema,
  },
];

interface Row {
  readonly owner: string;
  readonly seq: number;
  readonly id: string;
  readonly name: string;
  readonly value: unknown;
}

/**
 * Everything stored that this version cannot read, set apart by the rest of the application: a later version wrote it,
 * or a hand in the database. Read only; nothing is changed. O(rows).
 */
export async function listUnreadable(database: Database): Promise<UnreadableRow[]> {
  const found: UnreadableRow[] = [];
  for (const { what, sql, schema } of tables) {
    let behind: readonly [owner: string, seq: number] = beforeAll;
    for (let read = batch; read === batch && found.length < most;) {
      const { rows } = await database.query<Row>(sql, [...behind, batch]);
      read = rows.length;
      for (const { owner, seq, id, name, value } of rows) {
        behind = [owner, seq];
        const why = faultOf(schema, value);
        if (why !== null) found.push({ what, id, of: name, why });
      }
    }
  }
  return [...found, ...(await revisions(database)), ...(await settingRows(database))].slice(0, most);
}

/** Why a value does not fit, by its path; null where it does. */
function faultOf(schema: ZodType, value: unknown): string | null {
  const issue = schema.safeParse(value).error?.issues[0];
  return issue ? [issue.path.map(String).join('.'), issue.message].filter(Boolean).join(': ') : null;
}

async function revisions(database: Database): Promise<UnreadableRow[]> {
  const { rows } = await database.query<{ code: string; number: number; format: string | null }>(
    `select model_code as code, number, document->>'format' as format from revision
     where document->>'format' is distinct from $1 order by model_code, number limit $2`,
    [sequenceFormat, most],
  );
  return rows.map(({ code, number, format }) => ({
    what: 'revision',
    id: `${code} ${number}`,
    of: code,
    why: `format: ${format ?? 'none'}, where ${sequenceFormat} is read`,
  }));
}

async function settingRows(database: Database): Promise<UnreadableRow[]> {
  const { rows } = await database.query<{ key: string; value: unknown }>('select key, value from setting');
  return rows.flatMap(({ key, value }): UnreadableRow[] => {
    const schema = Object.hasOwn(settings, key) ? settings[key]?.schema : undefined;
    const why = schema ? faultOf(schema, value) : null;
    return why === null ? [] : [{ what: 'setting', id: key, of: key, why }];
  });
}
