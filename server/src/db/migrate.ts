import { readdir, readFile } from 'node:fs/promises';
import { schemaName, withClient, type Client, type Database } from './pool.ts';

/** The folder is at the same distance from src/db and from dist/db. */
const folder = new URL('../../src/db/migrations/', import.meta.url);
/** Any fixed number: two servers that start at once migrate one after the other. */
const lockKey = 460_046_004;

/** Brings the schema up to date: numbered files, in order, forward only, all in one transaction. */
export async function migrate(database: Database): Promise<string[]> {
  return withClient(database, async (client) => {
    await client.query('select pg_advisory_lock($1)', [lockKey]);
    try {
      return await applyAll(client);
    } finally {
      await client.query('select pg_advisory_unlock($1)', [lockKey]);
    }
  });
}

async function applyAll(client: Client): Promise<string[]> {
  const files = (await readdir(folder)).filter((name) => name.endsWith('.sql')).sort();
  const applied: string[] = [];
  await client.query('begin');
  try {
    await client.query(`create schema if not exists ${schemaName}`);
    await client.query(
      'create table if not exists migration (name text primary key, applied_at timestamptz not null default now())',
    );
    const { rows } = await client.query<{ name: string }>('select name from migration');
    const known = new Set(rows.map((row) => row.name));
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
    await client.query('commit');
    return applied;
  } catch (error) {
    await client.query('rollback');
    throw error;
  }
}

/** Drops everything of ours and nothing else. */
export async function dropEverything(database: Database): Promise<void> {
  await database.query(`drop schema if exists ${schemaName} cascade`);
}
