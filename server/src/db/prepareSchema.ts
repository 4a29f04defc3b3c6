import { join } from 'node:path';
import type { Config } from '../config.ts';
import { writeCopyFile } from '../copies/keeper.ts';
import { copyName } from '../copies/keeping.ts';
import { grantUse, roleOf } from './grants.ts';
import { dropEverything, isThere, migrate } from './migrate.ts';
import { openDatabase, type Database } from './pool.ts';

/**
 * Brings the schema to where this version can work with it, by the role that owns it. Where that is another than the
 * application's, the application is given what it needs; without it (`DATABASE_OWNER_URL`), nothing may be left to do.
 */
export async function prepareSchema(config: Config, application: Database): Promise<void> {
  if (config.ownerUrl === null) return bringUp(config, application);
  const owner = openDatabase(config.ownerUrl);
  try {
    await bringUp(config, owner);
    await grantUse(owner, roleOf(config.databaseUrl));
  } finally {
    await owner.end();
  }
}

async function bringUp({ reset, copies }: Config, owner: Database): Promise<void> {
  if (reset && (await isThere(owner))) {
    // Whoever starts over by mistake finds what was there.
    if (copies !== null) await keepBeforeReset(owner, copies);
    await dropEverything(owner);
  }
  await migrate(owner);
}

async function keepBeforeReset(database: Database, folder: string): Promise<void> {
  const now = new Date();
  const file = join(folder, copyName('before-reset', now));
  await writeCopyFile(database, file, now);
  console.log(`What was there is kept in ${file}`);
}
