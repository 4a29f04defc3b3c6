import { copyingSchema, defaultCopying, keptCopySchema, type CopiesState, type KeptCopy } from '@bemtor/core';
import { createWriteStream } from 'node:fs';
import { mkdir, open, readdir, readFile, rename, rm, stat, statfs, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Logger } from 'pino';
import type { Database } from '../db/pool.ts';
import { readSetting } from '../db/settings.ts';
import { checkCopy, dropLeftOver } from './checkCopy.ts';
import { CopyFault, type OnProgress } from './copyFile.ts';
import { copiesAmong, copyName, nextNight, outlived, type CopyKind } from './keeping.ts';
import { hashOfAll } from './readCopy.ts';
import { writeCopy } from './writeCopy.ts';

/** How often it is looked whether a copy is due; the first time that long after the start, when the bench has its own. */
const lookEveryMs = 60_000;
/** One that failed is tried again after this. */
const retryMs = 60 * 60_000;
/** Two servers on one database make one copy between them. Any fixed number. */
const lockKey = 460_046_005;

const checkedSchema = keptCopySchema.shape.checked.unwrap();
const checkedName = (name: string): string => `${name}.checked.json`;

export interface KeeperParts {
  readonly database: Database;
  readonly databaseUrl: string;
  /** Where copies are kept; null: nowhere. */
  readonly folder: string | null;
  readonly log: Logger;
}

/** Makes copies of the workshop, by night and when asked, tries each by restoring it, and clears the oldest away. */
export class CopyKeeper {
  readonly #parts: KeeperParts;
  #running: Promise<void> | null = null;
  #progress: CopiesState['running'] = null;
  #failed: CopiesState['failed'] = null;
  #timer: NodeJS.Timeout | null = null;

  constructor(parts: KeeperParts) {
    this.#parts = parts;
  }

  /** From now on copies are made by night. */
  start(): void {
    this.#timer = setInterval(() => void this.#look(), lookEveryMs).unref();
  }

  /** No more are begun; one that is half written goes with the process, and its rest with the next one. */
  stop(): void {
    if (this.#timer) clearInterval(this.#timer);
  }

  /** Where copies are kept; null: nowhere. */
  get folder(): string | null {
    return this.#parts.folder;
  }

  /** Why the last one was not made; null: it was. */
  get failed(): CopiesState['failed'] {
    return this.#failed;
  }

  async state(): Promise<CopiesState> {
    const { folder } = this;
    const copies = folder === null ? [] : await listCopies(folder);
    return { folder, copies, running: this.#progress, failed: this.#failed };
  }

  /** Seconds since the last copy that was tried and found whole; null: there is none. */
  async ageSeconds(now: Date): Promise<number | null> {
    const last = (await this.state()).copies.find(({ checked }) => checked !== null);
    return last ? (now.getTime() - new Date(last.at).getTime()) / 1_000 : null;
  }

  /** Makes a copy, or joins the one that is being made; ends with it, well or not: `failed` says which. */
  make(kind: CopyKind): Promise<void> {
    return (this.#running ??= this.#make(kind).finally(() => (this.#running = null)));
  }

  /** Is the copy of the night due? */
  async #look(): Promise<void> {
    const { folder, database, log } = this.#parts;
    if (folder === null || this.#running) return;
    try {
      const kept = await readSetting(database, 'copying', defaultCopying);
      const { nightly, hour } = copyingSchema.catch(defaultCopying).parse(kept.value);
      const now = new Date();
      const tried = this.#failed && new Date(this.#failed.at).getTime();
      if (!nightly || (tried !== null && now.getTime() - tried < retryMs)) return;
      const last = copiesAmong(await namesIn(folder)).find((copy) => copy.kind === 'nightly');
      if (nextNight(last?.at ?? null, hour, now) <= now) await this.make('nightly');
    } catch (error) {
      log.warn({ err: error }, 'looking whether a copy is due');
    }
  }

  async #make(kind: CopyKind): Promise<void> {
    const onProgress: OnProgress = (progress) => (this.#progress = progress);
    onProgress({ doing: 'beginning', share: 0 });
    try {
      await makeCopy({ ...this.#parts, kind, onProgress });
      this.#failed = null;
    } catch (error) {
      this.#parts.log.error({ err: error }, 'a copy was not made');
      this.#failed = { at: new Date().toISOString(), why: whyInWords(error) };
    } finally {
      this.#progress = null;
    }
  }
}

export interface MakingCopy extends Omit<KeeperParts, 'log'> {
  readonly kind: CopyKind;
  readonly onProgress?: OnProgress;
}

/** Makes a copy in the folder and tries it; answers with its name, or null where another server is at it. */
export async function makeCopy({
  database,
  databaseUrl,
  folder,
  kind,
  onProgress,
}: MakingCopy): Promise<string | null> {
  if (folder === null)
    throw new CopyFault('this server was not told where to keep copies: BEMTOR_COPIES names a folder');
  const client = await database.connect();
  try {
    const { rows } = await client.query<{ mine: boolean }>('select pg_try_advisory_lock($1) as mine', [
      lockKey,
    ]);
    if (!rows[0]?.mine) return null;
    await dropLeftOver(database, databaseUrl);
    await makeRoom(database, folder);
    const now = new Date();
    const name = copyName(kind, now);
    await writeCopyFile(database, join(folder, name), now, onProgress);
    await tryCopy(databaseUrl, join(folder, name), onProgress);
    for (const { name: old } of outlived(copiesAmong(await namesIn(folder))))
      await removeCopy(join(folder, old));
    return name;
  } finally {
    await client.query('select pg_advisory_unlock($1)', [lockKey]).catch(() => undefined);
    client.release();
  }
}

/** Writes the whole file, and only then gives it its name: what has it is whole. */
export async function writeCopyFile(
  database: Database,
  file: string,
  now: Date,
  onProgress?: OnProgress,
): Promise<void> {
  const part = `${file}.part`;
  await mkdir(dirname(file), { recursive: true, mode: 0o700 });
  try {
    await writeCopy(database, createWriteStream(part, { mode: 0o600 }), {
      now,
      ...(onProgress && { onProgress }),
    });
    const handle = await open(part, 'r');
    await handle.sync();
    await handle.close();
    await rename(part, file);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

/** Restores a copy into a database that is thrown away, and notes beside it what it brought. */
async function tryCopy(databaseUrl: string, file: string, onProgress?: OnProgress): Promise<void> {
  const { sums } = await checkCopy(databaseUrl, file, onProgress);
  const checked = {
    at: new Date().toISOString(),
    rows: sums.reduce((all, { rows }) => all + rows, 0),
    sha256: hashOfAll(sums),
  };
  await writeFile(checkedName(file), JSON.stringify(checked), { mode: 0o600 });
}

async function removeCopy(file: string): Promise<void> {
  await rm(file, { force: true });
  await rm(checkedName(file), { force: true });
}

/** What an earlier attempt left half written goes; then there must be room for another, and for trying it. */
async function makeRoom(database: Database, folder: string): Promise<void> {
  await mkdir(folder, { recursive: true, mode: 0o700 });
  for (const name of await namesIn(folder))
    if (name.endsWith('.part')) await rm(join(folder, name), { force: true });
  const { rows } = await database.query<{ bytes: string }>(
    'select pg_database_size(current_database()) as bytes',
  );
  const needed = 2 * Number(rows[0]?.bytes ?? 0);
  const { bavail, bsize } = await statfs(folder);
  if (bavail * bsize < needed)
    throw new CopyFault(
      `there is no room for a copy: ${megabytes(needed)} MB are needed to make and try one, ${megabytes(bavail * bsize)} MB are free`,
    );
}
const megabytes = (bytes: number): number => Math.ceil(bytes / 1_000_000);

const namesIn = (folder: string): Promise<string[]> => readdir(folder).catch(() => []);

async function listCopies(folder: string): Promise<KeptCopy[]> {
  return Promise.all(
    copiesAmong(await namesIn(folder)).map(async ({ name, kind, at }) => ({
      ...{ name, kind, at: at.toISOString() },
      bytes: (await stat(join(folder, name))).size,
      checked: await checkedOf(join(folder, name)),
    })),
  );
}

async function checkedOf(file: string): Promise<KeptCopy['checked']> {
  const text = await readFile(checkedName(file), 'utf8').catch(() => null);
  if (text === null) return null;
  try {
    return checkedSchema.parse(JSON.parse(text));
  } catch {
    return null;
  }
}

/** Why a copy was not made; what the database or the disk says is shortened to its own words. */
const whyInWords = (error: unknown): string => (error instanceof Error ? error.message : String(error));
