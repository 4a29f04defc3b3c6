import {
  intakeSchema,
  jobEventBodySchema,
  recordBodySchema,
  schoolsSchema,
  sequenceFormat,
  shopWordsSchema,
  type UnreadableRow,
} from '@bemtor/core';
import type { ZodType } from 'zod';
import type { Database } from './pool.ts';

/** More than this is no slip of one row; the page says that there are more. */
const most = 200;
/** Rows that are looked at in one go, so that a large log does not fill the memory. */
const batch = 2_000;

interface Table {
  readonly what: UnreadableRow['what'];
  readonly sql: string;
  readonly schema: ZodType;
}

/** What each table holds as JSON; `$1` the last key seen, `$2` how many rows. */
const tables: readonly Table[] = [
  {
    what: 'intake of a unit',
    sql: `select id::text as key, label as name, intake as value from unit where id::text > $1 order by id::text limit $2`,
    schema: intakeSchema,
  },
  {
    what: 'line of a recording',
    sql: `select id::text as key, recording_id::text as name, body as value from entry where id::text > $1 order by id::text limit $2`,
    schema: recordBodySchema,
  },
  {
    what: 'event of a job',
    sql: `select id::text as key, job_id::text as name, body as value from event where id::text > $1 order by id::text limit $2`,
    schema: jobEventBodySchema,
  },
];

/**
 * Everything stored that this version cannot read, set apart by the rest of the application: a later version wrote it,
 * or a hand in the database. Read only; nothing is changed. O(rows).
 */
export async function listUnreadable(database: Database): Promise<UnreadableRow[]> {
  const found: UnreadableRow[] = [];
  for (const { what, sql, schema } of tables) {
    let last = '';
    for (let read = batch; read === batch && found.length < most;) {
      const { rows } = await database.query<{ key: string; name: string; value: unknown }>(sql, [
        last,
        batch,
      ]);
      read = rows.length;
      last = rows.at(-1)?.key ?? last;
      for (const { key, name, value } of rows) {
        const parsed = schema.safeParse(value);
        if (!parsed.success) found.push({ what, id: key, of: name, why: whyOf(parsed.error.issues[0]) });
      }
    }
  }
  return [...found, ...(await revisions(database)), ...(await settings(database))].slice(0, most);
}

const whyOf = (issue: { path: PropertyKey[]; message: string } | undefined): string =>
  [issue?.path.map(String).join('.'), issue?.message].filter(Boolean).join(': ');

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

async function settings(database: Database): Promise<UnreadableRow[]> {
  const { rows } = await database.query<{ key: string; value: unknown }>('select key, value from setting');
  return rows.flatMap(({ key, value }): UnreadableRow[] => {
    const schema = key === 'words' ? shopWordsSchema : key === 'schools' ? schoolsSchema : null;
    const parsed = schema?.safeParse(value);
    return parsed && !parsed.success
      ? [{ what: 'setting', id: key, of: key, why: whyOf(parsed.error.issues[0]) }]
      : [];
  });
}
