import { randomBytes } from 'node:crypto';
import { createReadStream } from 'node:fs';
import pg from 'pg';
import { openDatabase, type Database } from '../db/pool.ts';
import type { OnProgress } from './copyFile.ts';
import { readCopy, type Restored } from './readCopy.ts';

const prefix = 'bemtor_check_';
/** No trial takes so long: a database of one that is older was left behind. */
const leftOverMs = 24 * 60 * 60_000;
/** Its name says when it was made, since the database does not. */
export const throwAwayName = (now: Date): string =>
  `${prefix}${now.getTime()}_${randomBytes(6).toString('hex')}`;

/** Restores a file into a database of its own, which is thrown away, and answers with what it brought. */
export async function checkCopy(
  databaseUrl: string,
  file: string,
  onProgress?: OnProgress,
): Promise<Restored> {
  return inThrowAwayDatabase(databaseUrl, (database) =>
    readCopy(database, createReadStream(file), onProgress),
  );
}

/** Lends a new database on the same server; needs the right to make one. */
export async function inThrowAwayDatabase<T>(
  databaseUrl: string,
  use: (database: Database) => Promise<T>,
): Promise<T> {
  const name = throwAwayName(new Date());
  await ask(databaseUrl, `create database ${name}`);
  try {
    const url = new URL(databaseUrl);
    url.pathname = `/${name}`;
    const database = openDatabase(url.href);
    try {
      return await use(database);
    } finally {
      await database.end();
    }
  } finally {
    await ask(databaseUrl, `drop database ${name} with (force)`);
  }
}

/** A trial that was killed leaves its database behind: those of another day go. */
export async function dropLeftOver(database: Database, databaseUrl: string): Promise<void> {
  const { rows } = await database.query<{ name: string }>(
    `select datname as name from pg_database where starts_with(datname, $1)`,
    [prefix],
  );
  const isLeft = (name: string): boolean => Date.now() - Number(name.split('_')[2]) > leftOverMs;
  for (const { name } of rows)
    if (isLeft(name)) await ask(databaseUrl, `drop database if exists "${name}" with (force)`);
}

async function ask(connectionString: string, statement: string): Promise<void> {
  const client = new pg.Client({ connectionString });
  await client.connect();
  try {
    await client.query(statement);
  } finally {
    await client.end();
  }
}
