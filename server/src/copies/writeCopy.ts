import { createHash } from 'node:crypto';
import type { Writable } from 'node:stream';
import { to as copyTo } from 'pg-copy-streams';
import { withClient, type Client, type Database } from '../db/pool.ts';
import { writeArchive } from './archive.ts';
import {
  manifestName,
  nameOfPiece,
  sumsName,
  type Manifest,
  type OnProgress,
  type TableSum,
} from './copyFile.ts';
import { copiedTables, type CopiedTable } from './tables.ts';

/** A table is written in pieces of about so many bytes; a row is never divided among more of them than it must be. */
const pieceBytes = 4 * 1024 * 1024;

/**
 * Writes everything that the workshop holds to a stream, as it stands at one moment: what is said meanwhile waits for
 * nobody and is not in it. Answers with what was written, table by table.
 */
export async function writeCopy(
  database: Database,
  target: Writable,
  { now, onProgress = () => undefined }: { readonly now: Date; readonly onProgress?: OnProgress },
): Promise<TableSum[]> {
  return withClient(database, async (client) => {
    await client.query('begin isolation level repeatable read read only');
    try {
      const archive = writeArchive(target);
      const { rows } = await client.query<{ name: string }>('select name from migration order by name');
      const manifest: Manifest = {
        ...{ format: 'bemtor-copy', version: 1, madeAt: now.toISOString() },
        migrations: rows.map(({ name }) => name),
        tableBytes: (await copiedTables(client)).reduce((sum, { bytes }) => sum + bytes, 0),
      };
      await archive.add(manifestName, Buffer.from(JSON.stringify(manifest)));
      const sums = await sumTables(client, {
        onProgress,
        doing: 'writing',
        onPiece: (table, number, piece) => archive.add(nameOfPiece(table, number), piece),
      });
      await archive.add(sumsName, Buffer.from(JSON.stringify(sums)));
      await archive.finish();
      return sums;
    } finally {
      await client.query('rollback');
    }
  });
}

interface Summing {
  readonly onProgress: OnProgress;
  readonly doing: string;
  readonly onPiece?: (table: string, number: number, piece: Buffer) => Promise<void>;
}

/** Reads every table once, in the order of its key: its rows, bytes and hash, and the bytes themselves piece by piece. */
export async function sumTables(client: Client, summing: Summing): Promise<TableSum[]> {
  const tables = await copiedTables(client);
  const all = tables.reduce((sum, { bytes }) => sum + bytes, 0) || 1;
  const sums: TableSum[] = [];
  let done = 0;
  for (const table of tables) {
    const doing = `${summing.doing} ${table.name}`;
    const told = (bytes: number): void =>
      summing.onProgress({ doing, share: (done + Math.min(bytes, table.bytes)) / all });
    told(0);
    sums.push(await sumTable(client, table, summing, told));
    done += table.bytes;
  }
  summing.onProgress({ doing: summing.doing, share: 1 });
  return sums;
}

async function sumTable(
  client: Client,
  { name, order }: CopiedTable,
  { onPiece }: Summing,
  told: (bytes: number) => void,
): Promise<TableSum> {
  const { rows } = await client.query<{ n: string }>(`select count(*) as n from "${name}"`);
  const hash = createHash('sha256');
  let [bytes, number, held] = [0, 0, 0];
  let pieces: Buffer[] = [];
  const flush = async (): Promise<void> => {
    if (held > 0) await onPiece?.(name, number++, Buffer.concat(pieces));
    [pieces, held] = [[], 0];
  };
  const query = `copy (select * from "${name}" order by ${order}) to stdout (format binary)`;
  for await (const chunk of client.query(copyTo(query)) as AsyncIterable<Buffer>) {
    hash.update(chunk);
    bytes += chunk.length;
    if (onPiece) {
      pieces.push(chunk);
      held += chunk.length;
    }
    if (held >= pieceBytes) await flush();
    told(bytes);
  }
  await flush();
  return { table: name, rows: Number(rows[0]?.n ?? 0), bytes, sha256: hash.digest('hex') };
}
