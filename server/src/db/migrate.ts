import { sameDocument } from '@bemtor/core';
import { readdir, readFile } from 'node:fs/promises';
import { schemaName, withClient, type Client, type Database } from './pool.ts';

/** The folder is at the same distance from src/db and from dist/db. */
const folder = new URL('../../src/db/migrations/', import.meta.url);
/** Any fixed number: two servers that start at once migrate one after the other. */
export const lockKey = 460_046_004;

/**
 * Brings the schema up to date: numbered files, in order, forward only, all in one transaction. A role that does not own
 * the schema may call it where nothing is left to do; otherwise it throws, and says what is.
 */
export async function migrate(database: Database): Promise<string[]> {
  return withClient(database, async (client) => {
    const files = await knownMigrations();
    if (await isUpToDate(client, files)) return [];
    await client.query('select pg_advisory_lock($1)', [lockKey]);
    try {
      await client.query('begin');
      try {
        const applied = await applyMigrations(client, files);
        await client.query('commit');
        return applied;
      } catch (error) {
        await client.query('rollback');
        throw isDenied(error)
          ? new Error(
              `the schema has to be brought up to ${files.at(-1)}, which the role of DATABASE_URL may not do: run npm run migrate with DATABASE_OWNER_URL`,
            )
          : error;
      }
    } finally {
      await client.query('select pg_advisory_unlock($1)', [lockKey]);
    }
  });
}

/** `insufficient_privilege` (PostgreSQL, appendix A). */
const isDenied = (error: unknown): boolean => (error as { code?: unknown }).code === '42501';

/** Is there a table of ours of that name? Until a schema is brought up to date, not all are. */
export async function hasTable(client: Client, name: string): Promise<boolean> {
  const there = await client.query('select 1 where to_regclass($1) is not null', [`${schemaName}.${name}`]);
  return there.rowCount !== 0;
}

async function appliedMigrations(client: Client): Promise<string[]> {
  const { rows } = await client.query<{ name: string }>('select name from migration order by name');
  return rows.map(({ name }) => name);
}

const isUpToDate = async (client: Client, files: readonly string[]): Promise<boolean> =>
  (await hasTable(client, 'migration')) && sameDocument(await appliedMigrations(client), files);

/** The names of the steps that this version knows, in order. */
export const knownMigrations = async (): Promise<string[]> =>
  (await readdir(folder)).filter((name) => name.endsWith('.sql')).sort();

/** Applies those of the given steps that have not been, within the transaction that the client is in. */
export async function applyMigrations(client: Client, files: readonly string[]): Promise<string[]> {
  const applied: string[] = [];
  await client.query(`create schema if not exists ${schemaName}`);
  await client.query(
    'create table if not exists migration (name text primary key, applied_at timestamptz not null default now())',
  );
  const known = new Set(await appliedMigrations(client));
  const later = [...known].filter((name) => !files.includes(name)).sort();
  if (later[0] !== undefined)
    throw new Error(
      `the database was used by a later version (it has ${later[0]}, which this one does not know): start that version, or one after it`,
    );
  for (const name of files) {
    if (known.has(name)) continue;
    await client.query(await readFile(new URL(name, folder), 'utf8'));
    await client.query('insert into migration (name) values ($1)', [name]);
    applied.push(name);
  }
  return applied;
}

/** Does the database hold a workshop? */
export async function isThere(database: Database): Promise<boolean> {
  const { rowCount } = await database.query('select 1 from pg_namespace where nspname = $1', [schemaName]);
  return rowCount !== 0;
}

/** Drops everything of ours and nothing else. */
export async function dropEverything(database: Database): Promise<void> {
  await database.query(`drop schema if exists ${schemaName} cascade`);
}
