// npm start: everything from a fresh clone to the running application, and what dies is started again.
// `-- --lan` serves the network, with accounts (`BEMTOR_HOST`: at that address alone). `-- --empty` begins a workshop without the demo; `-- --reset-demo` and `-- --reset-empty` start over.
import { mkdirSync } from 'node:fs';
import { connect } from 'node:net';
import { createInterface } from 'node:readline';
import { checkNode, ensureBuild, ensurePackages } from './lib/prepare.mjs';
import { ensureDatabase, ensurePostgres } from './lib/postgres.mjs';
import { main, Refusal } from './lib/run.mjs';
import {
  bringOldState,
  clusterIn,
  copiesIn,
  databaseName,
  hasCluster,
  stateFolder,
  takeLock,
} from './lib/state.mjs';
import { superviseCluster, superviseServer } from './lib/supervise.mjs';

const port = Number(process.env.PORT ?? 4600);
const resetWord = 'delete';
const known = ['--lan', '--empty', '--reset-demo', '--reset-empty'];

function readArguments() {
  const args = process.argv.slice(2);
  const unknown = args.find((arg) => !known.includes(arg));
  const begins = args.filter((arg) => arg !== '--lan');
  if (unknown || begins.length > 1)
    throw new Refusal(
      `"${unknown ?? args.join(' ')}" is not known. Use: npm start [-- ${known.join(' | ')}]`,
    );
  const [arg = ''] = begins;
  return { lan: args.includes('--lan'), reset: arg.startsWith('--reset'), empty: arg.endsWith('empty') };
}

/** Starting over takes a word, so that nobody does it by a line of their history. */
async function askToReset(folder) {
  const kept = `A copy goes to ${copiesIn(folder)} first.`;
  process.stdout.write(
    `This deletes all that the workshop in ${folder} holds: units, recordings, jobs, photos. ${kept}\nType "${resetWord}" to go on: `,
  );
  const lines = createInterface({ input: process.stdin });
  const answer = await new Promise((resolve) => {
    lines.once('line', resolve);
    lines.once('close', () => resolve(''));
  });
  lines.close();
  process.stdin.destroy();
  if (answer.trim() !== resetWord) throw new Refusal('Nothing was deleted.');
}

const portTaken = () =>
  new Promise((resolve) => {
    const probe = connect(port, '127.0.0.1');
    probe.on('connect', () => (probe.destroy(), resolve(true)));
    probe.on('error', () => resolve(false));
  });

const environment =
  ({ databaseUrl, ownerUrl, folder, lan, reset, empty }) =>
  ({ first }) => ({
    ...process.env,
    DATABASE_URL: databaseUrl,
    ...(ownerUrl ? { DATABASE_OWNER_URL: ownerUrl } : {}),
    PORT: String(port),
    // By our own name alone: HOST may stand for anything in the environment of a shell.
    HOST: process.env.BEMTOR_HOST ?? (lan ? '0.0.0.0' : '127.0.0.1'),
    BEMTOR_STATE: folder,
    BEMTOR_DEMO: empty ? 'never' : '1',
    BEMTOR_WATCH_PARENT: '1',
    // Once: a server that is started again finds what has been done since.
    BEMTOR_RESET: reset && first ? '1' : '0',
  });

await main(async () => {
  const { lan, reset, empty } = readArguments();
  checkNode();
  if (await portTaken())
    throw new Refusal(
      `Port ${port} is in use: Bemtor may run already. Stop it, or choose another: PORT=4601 npm start`,
    );
  const own = !process.env.DATABASE_URL;
  const folder = stateFolder();
  if (own) bringOldState(folder);
  mkdirSync(folder, { recursive: true });
  const release = own ? takeLock(folder) : () => undefined;
  let cluster = null;
  let server = null;
  let stopping = false;
  const stop = (signal) => {
    stopping = true;
    server?.stop(signal);
  };
  process.on('SIGINT', () => stop('SIGINT'));
  process.on('SIGTERM', () => stop('SIGTERM'));
  process.on('SIGHUP', () => stop('SIGTERM'));
  // npm does not hand a SIGTERM on to its script: when npm is gone, we were told to stop.
  const parent = process.ppid;
  const watch = setInterval(() => process.ppid !== parent && stop('SIGTERM'), 250);
  if (process.env.npm_lifecycle_event !== 'start') clearInterval(watch);
  try {
    if (reset && (!own || hasCluster(folder))) await askToReset(folder);
    await ensurePackages();
    await ensureBuild();
    let [databaseUrl, ownerUrl] = [process.env.DATABASE_URL, process.env.DATABASE_OWNER_URL];
    if (own) {
      await ensurePostgres();
      cluster = await superviseCluster(clusterIn(folder));
      databaseUrl = await ensureDatabase(cluster, clusterIn(folder), databaseName);
      ownerUrl = cluster.url(databaseName);
    }
    if (stopping) return 0;
    server = superviseServer({
      port,
      environment: environment({ databaseUrl, ownerUrl, folder, lan, reset, empty }),
      patient: own,
    });
    return await server.ended;
  } finally {
    clearInterval(watch);
    await cluster?.stop();
    release();
  }
});
