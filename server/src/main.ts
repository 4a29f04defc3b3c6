import { readFile } from 'node:fs/promises';
import { createServer } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { createApp } from './app.ts';
import { ownNames, readConfig, type Config } from './config.ts';
import { CopyKeeper } from './copies/keeper.ts';
import { isConnectionLoss } from './db/connectionLoss.ts';
import { catchUpSightings } from './db/parts.ts';
import { prepareSchema } from './db/prepareSchema.ts';
import { catchUpSearch } from './db/search.ts';
import { isUp, openDatabase, type Database } from './db/pool.ts';
import { forgetDue } from './forgetDue.ts';
import { beginEmpty, loadDemo } from './demo.ts';
import { LiveHub } from './http/live.ts';
import { openLog } from './log.ts';
import { decodeApart } from './pictures/decodeApart.ts';
import { Press } from './papers/press.ts';
import { printInThread } from './papers/printInThread.ts';
import { DiskWatch } from './watch/disk.ts';

/** How long open requests may take to finish once the server was told to stop. */
const graceMs = 3_000;
const parentCheckMs = 500;
/** How long a client may take for its headers, and for a whole request: a photo over a poor line. */
const [headersMs, requestMs] = [10_000, 90_000];
/** How long a database may take to come back while we wait, and how often it is asked. */
const [patienceMs, askMs] = [20_000, 50];
/** How often it is looked which units are to be forgotten. */
const forgetEveryMs = 60 * 60_000;
/** Exit code of what may go better in a moment: the database is not there yet. `EX_TEMPFAIL` of sysexits.h. */
const tryAgain = 75;

async function main(config: Config): Promise<void> {
  const folder = config.state && join(config.state, 'logs');
  const log = openLog({ level: config.logLevel, folder, words: config.logWords });
  const disk = new DiskWatch(config.state);
  await disk.start();
  const database = openDatabase(config.databaseUrl);
  if (config.patient) await answering(database);
  await prepareSchema(config, database);
  if (config.demo === '1') await loadDemo(database, new Date());
  if (config.demo === 'never') await beginEmpty(database);
  await catchUpSightings(database);
  await catchUpSearch(database);
  const replica = config.readUrl === null ? null : openDatabase(config.readUrl);
  const hub = new LiveHub(config.databaseUrl);
  await hub.start();
  const webFolder = fileURLToPath(new URL('../../web/dist', import.meta.url));
  const pictures = decodeApart(new URL('./pictures/picture.process.js', import.meta.url));
  const { decode } = pictures;
  const { hosts } = config;
  const press = new Press(printInThread);
  const copies = new CopyKeeper({ database, databaseUrl: config.databaseUrl, folder: config.copies, log });
  const app = createApp({
    ...{ database, hub, log, press, decode, copies, disk, hosts, webFolder },
    replica,
    ...{ accounts: config.accounts, isBehindProxy: config.proxy },
    tellCode: (code) => console.log(`This workshop has no owner yet. The code that makes the first: ${code}`),
  });
  const server = config.tls
    ? createSecureServer({ cert: await readFile(config.tls.cert), key: await readFile(config.tls.key) }, app)
    : createServer(app);
  server.listen(config.port, config.host);
  // Nobody holds a connection by saying next to nothing.
  server.headersTimeout = headersMs;
  server.requestTimeout = requestMs;
  server.on('listening', () => {
    const address = server.address();
    const port = typeof address === 'object' && address ? address.port : config.port;
    console.log(`Bemtor listens on ${addressOf(config, port)}`);
    if (config.accounts && !config.tls && !config.proxy) console.log(plainWarning);
    copies.start();
    setInterval(() => {
      forgetDue(database, new Date()).catch((error: unknown) =>
        log.warn({ err: error }, 'forgetting what is due'),
      );
    }, forgetEveryMs).unref();
  });
  server.on('error', (error: NodeJS.ErrnoException) => {
    console.error(
      error.code === 'EADDRINUSE'
        ? `Port ${config.port} is in use: stop what runs there, or set PORT to another.`
        : error.message,
    );
    process.exit(1);
  });
  const stop = async (): Promise<void> => {
    setTimeout(() => process.exit(0), graceMs).unref();
    copies.stop();
    disk.stop();
    pictures.close();
    await hub.close();
    server.close();
    server.closeIdleConnections();
    await Promise.all([database.end(), replica?.end()]);
    process.exit(0);
  };
  if (config.watchParent) {
    // Whoever started us is gone without a word: nobody else would stop us.
    const parent = process.ppid;
    setInterval(() => process.ppid !== parent && void stop(), parentCheckMs).unref();
  }
  process.once('SIGINT', () => void stop());
  process.once('SIGTERM', () => void stop());
}

const plainWarning =
  'What is sent is not encrypted: whoever is in this network can read along. See docs/security.md for a certificate or a proxy.';

/** Where a browser finds us. */
function addressOf({ host, tls }: Config, port: number): string {
  const isEverywhere = host === '0.0.0.0' || host === '::';
  const name = isEverywhere ? (ownNames()[0] ?? host) : host.includes(':') ? `[${host}]` : host;
  return `${tls ? 'https' : 'http'}://${name}:${port}`;
}

/** Ends when the database answers, or has not for so long that whoever watches over us should know. */
async function answering(database: Database): Promise<void> {
  const until = Date.now() + patienceMs;
  while (!(await isUp(database)) && Date.now() < until)
    await new Promise((resolve) => setTimeout(resolve, askMs));
}

try {
  await main(readConfig(process.env));
} catch (error) {
  console.error(`Bemtor cannot start: ${error instanceof Error ? error.message : String(error)}`);
  process.exit(isConnectionLoss(error) ? tryAgain : 1);
}
