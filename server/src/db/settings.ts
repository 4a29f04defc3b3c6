import {
  copyingSchema,
  defaultCopying,
  defaultForgetting,
  defaultSchools,
  disputedFields,
  forgettingSchema,
  schoolsSchema,
  shopWordsSchema,
  withTold,
  type Copying,
  type Forgetting,
  type Kept,
  type Schools,
  type ShopEventOf,
  type ShopWord,
  type Told,
} from '@bemtor/core';
import type { ZodType } from 'zod';
import { parseBody, ProblemError } from '../errors.ts';
import type { Asking, Client } from './pool.ts';

/** What a shop can set: the shape, and what holds until it does. */
export const settings: Readonly<Record<string, { readonly schema: ZodType; readonly initial: unknown }>> = {
  words: { schema: shopWordsSchema, initial: [] },
  schools: { schema: schoolsSchema, initial: defaultSchools },
  forgetting: { schema: forgettingSchema, initial: defaultForgetting },
  copying: { schema: copyingSchema, initial: defaultCopying },
};

/** A setting of the shop with its revision; revision 0 where nobody has changed it yet. */
export async function readSetting<T>(database: Asking, key: string, initial: T): Promise<Kept<T>> {
  const { rows } = await database.query<Kept<T>>('select value, revision from setting where key = $1', [key]);
  return rows[0] ?? { value: initial, revision: 0 };
}

/** How the shop works where good technicians differ: some answers, the others stay. */
export const tellSchools = (client: Client, told: ShopEventOf<'schools-told'>): Promise<void> =>
  change<Schools>(client, 'schools', (stands) => toldOf('schools', schoolsSchema, stands, told));

/** When everything is copied. */
export const tellCopying = (client: Client, told: ShopEventOf<'copying-told'>): Promise<void> =>
  change<Copying>(client, 'copying', (stands) => toldOf('copying', copyingSchema, stands, told));

/** When units are forgotten by themselves. */
export const tellForgetting = (client: Client, told: ShopEventOf<'forgetting-told'>): Promise<void> =>
  change<Forgetting>(client, 'forgetting', (stands) => toldOf('forgetting', forgettingSchema, stands, told));

/** A setting of fields with some of them told; what somebody else set meanwhile is refused. */
function toldOf<T extends object>(key: string, schema: ZodType<T>, stands: T, told: Told): T {
  const disputed = disputedFields(stands, told);
  if (disputed.length > 0) throw conflict(key, disputed, stands);
  return parseBody(schema, withTold(stands, told), 'set');
}

/** What a word of the shop means, or that it is none any more. */
export const tellWord = (client: Client, { word, means, was }: ShopEventOf<'word-told'>): Promise<void> =>
  change<ShopWord[]>(client, 'words', (words) => {
    const isIt = (known: ShopWord): boolean => known.word.toLowerCase() === word.toLowerCase();
    const stands = words.find(isIt)?.means ?? null;
    if (stands !== was && stands !== means) throw conflict('words', [word], stands);
    const others = words.filter((known) => !isIt(known));
    return parseBody(shopWordsSchema, means === null ? others : [...others, { word, means }], 'word');
  });

const conflict = (key: string, fields: readonly string[], stands: unknown): ProblemError =>
  new ProblemError('setting-conflict', `${key}: somebody else set ${fields.join(', ')}`, {
    where: fields.join(', '),
    stands,
  });

/** Changes a setting as it stands, one after the other; one that a later version wrote is left alone. */
async function change<T>(
  client: Client,
  key: 'schools' | 'words' | 'copying' | 'forgetting',
  next: (stands: T) => T,
): Promise<void> {
  // Where there is none yet, whoever comes second waits for the first all the same.
  await client.query('select pg_advisory_xact_lock(hashtext($1))', [`setting/${key}`]);
  const { schema, initial } = settings[key]!;
  const { value, revision } = await readSetting(client, key, initial);
  const read = schema.safeParse(value);
  if (!read.success)
    throw new ProblemError('row-unreadable', `the setting "${key}" was written by a later version`, {
      where: key,
    });
  await client.query(
    `insert into setting (key, value, revision) values ($1, $2, $3)
     on conflict (key) do update set value = $2, revision = $3, changed_at = now()`,
    [key, JSON.stringify(next(read.data as T)), revision + 1],
  );
}
