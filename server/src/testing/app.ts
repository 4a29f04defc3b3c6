import { printPaper } from '@bemtor/paper';
import { randomUUID } from 'node:crypto';
import { pino, type Logger } from 'pino';
import request, { type Test } from 'supertest';
import type { Express } from 'express';
import { createApp } from '../app.ts';
import { CopyKeeper } from '../copies/keeper.ts';
import { grantUse, roleOf } from '../db/grants.ts';
import { migrate } from '../db/migrate.ts';
import { openDatabase, type Database } from '../db/pool.ts';
import { loadDemo } from '../demo.ts';
import { LiveHub } from '../http/live.ts';
import { reencode } from '../pictures/reencode.ts';
import { Press } from '../papers/press.ts';
import { DiskWatch } from '../watch/disk.ts';
import { makeDatabase, type TestDatabase } from './database.ts';

/** The application on a database of its own, for a test file. */
export interface TestApp {
  readonly app: Express;
  /** For the test, by the role that owns it. */
  readonly database: Database;
  readonly url: string;
  readonly copies: CopyKeeper;
  readonly made: TestDatabase;
  readonly close: () => Promise<void>;
}

export interface Opening {
  readonly demo: boolean;
  /** Where it keeps copies. */
  readonly folder?: string | null;
  /** How full its disk is. */
  readonly disk?: DiskWatch;
  readonly log?: Logger;
  /** A copy that follows, for search and reports. */
  readonly replica?: Database;
  /** A workshop of several. */
  readonly accounts?: boolean;
  readonly tellCode?: (code: string) => void;
  readonly isBehindProxy?: boolean;
  /** The built interface; without it the API stands alone. */
  readonly webFolder?: string | null;
  /** Another server, on whose database it works too. */
  readonly beside?: TestApp;
  /** What the database holds before this version meets it. */
  readonly before?: (database: Database) => Promise<unknown>;
}

/** Opens it, with the demo data or empty. It works under a role that owns nothing; the test may do everything. */
export async function openTestApp({
  demo,
  before,
  beside,
  folder = null,
  webFolder = null,
  accounts = false,
  tellCode = () => undefined,
  isBehindProxy = false,
  replica,
  disk = new DiskWatch(null),
  log = pino({ level: 'silent' }),
}: Opening): Promise<TestApp> {
  const made = beside?.made ?? (await makeDatabase());
  const database = openDatabase(made.url);
  await before?.(database);
  await migrate(database);
  await grantUse(database, roleOf(made.applicationUrl));
  const own = openDatabase(made.applicationUrl);
  if (demo) await loadDemo(own, new Date());
  const hub = new LiveHub(made.applicationUrl);
  await hub.start();
  const copies = new CopyKeeper({ database: own, databaseUrl: made.applicationUrl, folder, log });
  const app = createApp({
    ...{ database: own, hub, log, webFolder },
    press: new Press(printPaper),
    decode: reencode,
    ...{ copies, disk, accounts, tellCode, isBehindProxy, replica: replica ?? null },
  });
  const close = async (): Promise<void> => {
    await hub.close();
    await Promise.all([own.end(), database.end()]);
    if (!beside) await made.drop();
  };
  return { app, database, made, url: made.url, copies, close };
}

/** Says something in the log of the shop, now and under an id of its own unless `more` says otherwise. */
export const say = (app: Express, body: object, more: object = {}): Test =>
  request(app)
    .post('/api/shop/events')
    .send({ id: randomUUID(), at: new Date().toISOString(), body, ...more });

/** A unit of its own with an empty recording, so that a test starts from nothing; answers with both ids. */
export async function openUnitOf(
  app: Express,
  model: string,
): Promise<{ readonly unit: string; readonly recording: string }> {
  const [unit, recording] = [randomUUID(), randomUUID()];
  await say(app, { kind: 'unit-arrived', unit, label: `T-${unit.slice(0, 8)}`, model }).expect(201);
  await request(app).post('/api/recordings').send({ id: recording, unitId: unit }).expect(201);
  return { unit, recording };
}
