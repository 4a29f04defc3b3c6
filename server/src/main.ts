import { fileURLToPath } from 'node:url';
import { createApp } from './app.ts';
import { readConfig, type Config } from './config.ts';
import { dropEverything, migrate } from './db/migrate.ts';
import { catchUpSightings } from './db/parts.ts';
import { catchUpSearch } from './db/search.ts';
import { openDatabase } from './db/pool.ts';
import { loadDemo } from './demo.ts';
import { LiveHub } from './http/live.ts';
import { openLog } from './log.ts';
import { decodeApart } from './pictures/decodeApart.ts';
import { Press } from './papers/press.ts';
import { printInThread } from './papers/printInThread.ts';

/** How long open requests may take to finish once the server was told to stop. */
const graceMs = 3_000;
const parentCheckMs = 500;
/** How long a client may take for its headers, and for a whole request: a photo over a poor line. */
const [headersMs, requestMs] = [10_000, 90_000];

async function main(config: Config): Promise<void> {
  const log = openLog(config.logLevel);
  const database = openDatabase(config.databaseUrl);
  if (config.reset) await dropEverything(database);
  await migrate(database);
  if (config.demo) await loadDemo(database, new Date());
  await catchUpSightings(database);
  await catchUpSearch(database);
  const hub = new LiveHub(config.databaseUrl);
  await hub.start();
  const webFolder = fileURLToPath(new URL('../../web/dist', import.meta.url));
  const pictures = decodeApart(new URL('./pictures/picture.process.js', import.meta.url));
  const { decode } = pictures;
  const { hosts } = config;
  const press = new Press(printInThread);
  const server = createApp({ database, hub, log, press, decode, hosts, webFolder }).listen(
    config.port,
    config.host,
  );
  // Nobody holds a connection by saying next to nothing.
  server.headersTimeout = headersMs;
  server.requestTimeout = requestMs;
  server.on('listening', () => {
    const address = server.address();
    const port = typeof address === 'object' && address ? address.port : config.port;
    console.log(`Bemtor listens on http://${config.host}:${port}`);
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
    pictures.close();
    await hub.close();
    server.close();
    server.closeIdleConnections();
    await database.end();
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

try {
  await main(readConfig(process.env));
} catch (error) {
  console.error(`Bemtor cannot start: ${error instanceof Error ? error.message : String(error)}`);
  process.exit(1);
}
