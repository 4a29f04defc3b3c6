import { createReadStream, existsSync } from 'node:fs';
import { dirname } from 'node:path';
import { grantUse, roleOf } from '../db/grants.ts';
import { hasTable, isThere } from '../db/migrate.ts';
import { openDatabase, withClient, type Database } from '../db/pool.ts';
import { checkCopy } from './checkCopy.ts';
import { CopyFault, type OnProgress, type TableSum } from './copyFile.ts';
import { makeCopy, writeCopyFile } from './keeper.ts';
import { hashOfAll, readCopy, type Restored } from './readCopy.ts';

/* What `npm run backup` and `npm run restore` do, with the database that they found. */

export interface Command {
  readonly databaseUrl: string;
  readonly onProgress: OnProgress;
}

/** Writes a copy to a file, or into the folder of copies under a name of its own, and tries it. Answers with its place. */
export async function backUp({
  databaseUrl,
  onProgress,
  ...where
}: Command & { readonly folder: string; readonly file: string | null }): Promise<string> {
  const database = openDatabase(databaseUrl);
  try {
    const held = await contents(database);
    if (held === null) throw new CopyFault('there is nothing to copy: this database holds no workshop');
    const { file, folder } = where;
    if (file === null) {
      const name = await makeCopy({ database, databaseUrl, folder, kind: 'asked', onProgress });
      if (name === null) throw new CopyFault('a copy is being made already; wait for it');
      return `${folder}/${name}`;
    }
    if (existsSync(file)) throw new CopyFault(`${file} is there already: name another file`);
    if (!existsSync(dirname(file))) throw new CopyFault(`there is no folder ${dirname(file)}`);
    await writeCopyFile(database, file, new Date(), onProgress);
    await checkCopy(databaseUrl, file, onProgress);
    return file;
  } finally {
    await database.end();
  }
}

/** Brings a copy into an empty workshop; `dryRun`: into a database that is thrown away. */
export async function restore({
  databaseUrl,
  file,
  dryRun,
  applicationUrl = null,
  onProgress,
}: Command & {
  readonly file: string;
  readonly dryRun: boolean;
  /** The same database for the application, where that does not own it. */
  readonly applicationUrl?: string | null;
}): Promise<Restored> {
  if (!existsSync(file)) throw new CopyFault(`there is no file ${file}`);
  if (dryRun) return checkCopy(databaseUrl, file, onProgress);
  const database = openDatabase(databaseUrl);
  try {
    const held = await contents(database);
    if (held !== null && !held.isEmpty)
      throw new CopyFault(
        `this workshop is not empty (it holds ${held.words}). Name a new folder: npm run restore -- ${file} --state FOLDER; or start over first: npm start -- --reset-empty`,
      );
    const restored = await readCopy(database, createReadStream(file), onProgress);
    if (applicationUrl !== null) await grantUse(database, roleOf(applicationUrl));
    return restored;
  } finally {
    await database.end();
  }
}

/** What a database holds, in words; null: no workshop at all. */
async function contents(
  database: Database,
): Promise<{ readonly isEmpty: boolean; readonly words: string } | null> {
  if (!(await isThere(database))) return null;
  return withClient(database, async (client) => {
    const counts: [string, number][] = [];
    for (const [table, word] of told) {
      const { rows } = (await hasTable(client, table))
        ? await client.query<{ n: number }>(`select count(*)::int as n from ${table}`)
        : { rows: [] };
      counts.push([word, rows[0]?.n ?? 0]);
    }
    const some = counts.filter(([, n]) => n > 0);
    return { isEmpty: some.length === 0, words: some.map(([word, n]) => `${n} ${word}`).join(', ') };
  });
}

/** Tables that a person knows by another name. */
const told: readonly (readonly [table: string, words: string])[] = [
  ['model', 'models'],
  ['unit', 'units'],
  ['recording', 'recordings'],
  ['job', 'jobs'],
  ['picture', 'photos'],
  ['shop_event', 'words of the shop'],
];

/** What a copy brought, in words for a terminal. */
export function restoredWords({ manifest, sums }: Restored): string {
  const rowsOf = (table: string): number => sums.find((sum: TableSum) => sum.table === table)?.rows ?? 0;
  const held = told.map(([table, words]) => `${rowsOf(table)} ${words}`).join(', ');
  return `made ${manifest.madeAt}, schema ${manifest.migrations.at(-1)}\n${held}\nsha256 of all tables ${hashOfAll(sums)}`;
}
