import { sameDocument } from '@bemtor/core';
import { createHash } from 'node:crypto';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import { from as copyFrom } from 'pg-copy-streams';
import { applyMigrations, knownMigrations } from '../db/migrate.ts';
import { inTransaction, schemaName, type Client, type Database } from '../db/pool.ts';
import { readArchive, type ArchiveEntry } from './archive.ts';
import {
  CopyFault,
  manifestName,
  manifestSchema,
  sumsName,
  sumsSchema,
  tableOfPiece,
  type Manifest,
  type OnProgress,
  type TableSum,
} from './copyFile.ts';
import { copiedTables } from './tables.ts';
import { sumTables } from './writeCopy.ts';

/** What a copy brought. */
export interface Restored {
  readonly manifest: Manifest;
  readonly sums: readonly TableSum[];
}

/**
 * Puts a copy into a database, in place of what is there, all or nothing: the schema as it was when the copy was made,
 * its rows, then each table's hash read back from the database, and only then the steps of the schema that came later.
 * Throws a CopyFault where the file is torn, changed or of a later version; then the database is as it was.
 */
export async function readCopy(
  database: Database,
  source: Readable,
  onProgress: OnProgress = () => undefined,
): Promise<Restored> {
  return inTransaction(database, async (client) => {
    await client.query(`drop schema if exists ${schemaName} cascade`);
    const entries = readArchive(source);
    try {
      const manifest = await readManifest(entries);
      await applyMigrations(client, manifest.migrations);
      const written = await readTables(client, entries, (table, bytes) =>
        onProgress({ doing: `reading ${table}`, share: Math.min(1, bytes / (manifest.tableBytes || 1)) }),
      );
      await setCounters(client);
      const sums = await sumTables(client, { onProgress, doing: 'comparing' });
      const wrong = sums.filter((sum) => !written.some((one) => sameDocument(one, sum)));
      if (wrong.length > 0 || written.length !== sums.length)
        throw new CopyFault(
          `this copy does not hold what it says of ${wrong.map(({ table }) => table).join(', ') || 'its tables'}`,
        );
      await applyMigrations(client, await knownMigrations());
      return { manifest, sums };
    } catch (error) {
      throw asFault(error);
    } finally {
      source.destroy();
    }
  });
}

const torn = (why: string): CopyFault => new CopyFault(`this file is no whole copy: ${why}`);

/** What the server says for reasons of its own, by SQLSTATE: no room, too many, told to stop, trouble of its machine. */
const ownTrouble = /^(?:53100|53300|57|58)/;
/** Whatever else the server finds wrong with rows that are brought to it is wrong with the file. */
const isOfFile = (error: unknown): boolean =>
  error instanceof pg.DatabaseError && !ownTrouble.test(error.code ?? '');

/** What the archive or its compression finds is said in words of the copy. */
function asFault(error: unknown): unknown {
  const { code, message } = error as { code?: string; message?: string };
  if (error instanceof CopyFault) return error;
  if (error instanceof SyntaxError) return torn('it holds no JSON where it should');
  if (code?.startsWith('Z_') || /tar|unexpected end|premature/i.test(message ?? ''))
    return torn(message ?? 'it cannot be read');
  return error;
}

async function readManifest(entries: AsyncGenerator<ArchiveEntry>): Promise<Manifest> {
  const { value: first, done } = await entries.next();
  if (done || first.name !== manifestName) throw torn('it does not begin as one');
  const read = manifestSchema.safeParse(JSON.parse(first.content.toString()));
  if (!read.success)
    throw new CopyFault('this copy has a form that this version does not know: a later one made it');
  const known = new Set(await knownMigrations());
  const later = read.data.migrations.find((name) => !known.has(name));
  if (later !== undefined)
    throw new CopyFault(
      `a later version made this copy (it has ${later}, which this one does not know): restore it with that version, or one after it`,
    );
  return read.data;
}

/** Fills the tables, and answers with what the file says of them. */
async function readTables(
  client: Client,
  entries: AsyncGenerator<ArchiveEntry>,
  told: (table: string, bytes: number) => void,
): Promise<TableSum[]> {
  const tables = new Set((await copiedTables(client)).map(({ name }) => name));
  let bytes = 0;
  let next = await entries.next();
  /** The pieces of one table, as they follow each other. */
  async function* piecesOf(table: string): AsyncGenerator<Buffer> {
    while (!next.done && tableOfPiece(next.value.name) === table) {
      yield next.value.content;
      told(table, (bytes += next.value.content.length));
      next = await entries.next();
    }
  }
  while (!next.done) {
    const table = tableOfPiece(next.value.name);
    if (table === null) break;
    if (!tables.has(table)) throw torn(`it holds a table ${JSON.stringify(table)}`);
    // Where the file ends too early, this tells the database too: it takes back what it has of the table.
    await pipeline(
      piecesOf(table),
      client.query(copyFrom(`copy "${table}" from stdin (format binary)`)),
    ).catch((error: unknown) => {
      throw isOfFile(error) ? torn('its tables do not fit') : error;
    });
  }
  if (next.done) throw torn('its end is missing');
  const { name, content } = next.value;
  if (name !== sumsName) throw torn(`it holds ${JSON.stringify(name)}`);
  if (!(await entries.next()).done) throw torn('something stands behind its end');
  return sumsSchema.parse(JSON.parse(content.toString()));
}

/** Columns that count themselves go on behind the last row. */
async function setCounters(client: Client): Promise<void> {
  for (const { name, counting } of await copiedTables(client))
    for (const column of counting)
      await client.query(
        `select setval(pg_get_serial_sequence($1, $2), coalesce((select max("${column}") from "${name}"), 0) + 1, false)`,
        [`${schemaName}.${name}`, column],
      );
}

/** A hash over all tables: two workshops with the same one hold the same. */
export const hashOfAll = (sums: readonly TableSum[]): string =>
  createHash('sha256')
    .update(sums.map(({ table, sha256 }) => `${table} ${sha256}\n`).join(''))
    .digest('hex');
