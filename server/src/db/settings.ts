import { defaultSchools, schoolsSchema, shopWordsSchema, type Kept } from '@bemtor/core';
import type { ZodType } from 'zod';
import { ProblemError } from '../errors.ts';
import type { Database } from './pool.ts';

/** What a shop can set: the shape, and what holds until it does. */
export const settings: Readonly<Record<string, { readonly schema: ZodType; readonly initial: unknown }>> = {
  words: { schema: shopWordsSchema, initial: [] },
  schools: { schema: schoolsSchema, initial: defaultSchools },
};

/** A setting of the shop with its revision; revision 0 where nobody has changed it yet. */
export async function readSetting<T>(database: Database, key: string, initial: T): Promise<Kept<T>> {
  const { rows } = await database.query<Kept<T>>('select value, revision from setting where key = $1', [key]);
  return rows[0] ?? { value: initial, revision: 0 };
}

/** Changes a setting that stands at the revision named; else the problem carries what stands. */
export async function changeSetting<T>(
  database: Database,
  key: string,
  follows: number,
  value: T,
): Promise<number> {
  const { rows } = await database.query<{ revision: number }>(
    `insert into setting (key, value, revision) select $1, $2, 1 where $3 = 0
     on conflict (key) do nothing returning revision`,
    [key, JSON.stringify(value), follows],
  );
  if (rows[0]) return rows[0].revision;
  const changed = await database.query<{ revision: number }>(
    `update setting set value = $2, revision = revision + 1, changed_at = now()
     where key = $1 and revision = $3 and $3 > 0 returning revision`,
    [key, JSON.stringify(value), follows],
  );
  if (changed.rows[0]) return changed.rows[0].revision;
  const stands = await readSetting(database, key, null);
  throw new ProblemError('setting-conflict', `${key} stands at revision ${stands.revision}`, {
    stands,
  });
}
