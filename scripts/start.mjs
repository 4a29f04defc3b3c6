// npm start: everything from a fresh clone to the running application. `npm start -- --reset-demo` starts over.
import { createHash } from 'node:crypto';
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { homedir } from 'node:os';
import { join } from 'node:path';
import { checkNode, ensureBuild, ensurePackages } from './lib/prepare.mjs';
import { ensureDatabase, ensurePostgres, openCluster } from './lib/postgres.mjs';
import { isRoot, main, Refusal, root } from './lib/run.mjs';

const port = Number(process.env.PORT ?? 4600);

function readArguments() {
  const args = process.argv.slice(2);
  const unknown = args.find((arg) => arg !== '--reset-demo');
  if (unknown) throw new Refusal(`"${unknown}" is not known. Use: npm start [-- --reset-demo]`);
  return { reset: args.includes('--reset-demo') };
}

/**
 * Where the cluster lives: outside the checkout, since the database user may not be able to enter it, in a
 * folder named for the checkout's path, so that two checkouts never share one.
 */
function stateFolder() {
  const key = createHash('sha256').update(root).digest('hex').slice(0, 12);
  const parent =
    process.env.BEMTOR_STATE ??
    (isRoot
      ? '/var/lib/bemtor'
      : join(process.env.XDG_STATE_HOME ?? join(homedir(), '.local/state'), 'bemtor'));
  return join(parent, key);
}

const portTaken = () =>
  new Promise((resolve) => {
    const probe = connect(port, '127.0.0.1');
    probe.on('connect', () => (probe.destroy(), resolve(true)));
    probe.on('error', () => resolve(false));
  });

/** One start at a time per checkout: a second would take the cluster from under the first. */
function takeLock(folder) {
  const file = join(folder, 'starter');
  mkdirSync(folder, { recursive: true });
  const holder = existsSync(file) ? readFileSync(file, 'utf8').trim() : '';
  const command =
    holder && existsSync(`/proc/${holder}/cmdline`) ? readFileSync(`/proc/${holder}/cmdline`, 'utf8') : '';
  if (command.includes('start.mjs'))
    throw new Refusal(`Bemtor already runs from this checkout (process ${holder}).`);
  writeFileSync(file, String(process.pid));
  return () => rmSync(file, { force: true });
}

function serve(databaseUrl, reset) {
  const env = {
    ...process.env,
    DATABASE_URL: databaseUrl,
    PORT: String(port),
    BEMTOR_DEMO: '1',
    BEMTOR_WATCH_PARENT: '1',
    BEMTOR_RESET: reset ? '1' : '0',
  };
  const server = spawn(process.execPath, [join(root, 'server/dist/main.js')], {
    cwd: root,
    env,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  server.stdout.on('data', (chunk) => {
    const line = chunk.toString();
    process.stdout.write(line.replace(/Bemtor listens on (\S+)/, 'Bemtor is ready: $1   (Ctrl-C stops it)'));
  });
  return server;
}

await main(async () => {
  const { reset } = readArguments();
  checkNode();
  if (await portTaken())
    throw new Refusal(
      `Port ${port} is in use: Bemtor may run already. Stop it, or choose another: PORT=4601 npm start`,
    );
  await ensurePackages();
  await ensureBuild();
  const own = !process.env.DATABASE_URL;
  const folder = stateFolder();
  const release = own ? takeLock(folder) : () => undefined;
  let cluster = null;
  let server = null;
  let stopping = false;
  const exited = () =>
    new Promise((resolve) =>
      server.exitCode !== null || server.signalCode !== null ? resolve() : server.once('exit', resolve),
    );
  const stop = (signal) => {
    stopping = true;
    server?.kill(signal);
  };
  process.on('SIGINT', () => stop('SIGINT'));
  process.on('SIGTERM', () => stop('SIGTERM'));
  process.on('SIGHUP', () => stop('SIGTERM'));
  // npm does not hand a SIGTERM on to its script: when npm is gone, we were told to stop.
  const parent = process.ppid;
  const watch = setInterval(() => process.ppid !== parent && stop('SIGTERM'), 250);
  if (process.env.npm_lifecycle_event !== 'start') clearInterval(watch);
  try {
    if (own) {
      await ensurePostgres();
      cluster = await openCluster(join(folder, 'postgres'));
      await ensureDatabase(cluster, 'bemtor');
    }
    if (stopping) return 0;
    server = serve(cluster ? cluster.url('bemtor') : process.env.DATABASE_URL, reset);
    await exited();
    return stopping ? 0 : (server.exitCode ?? 1);
  } finally {
    clearInterval(watch);
    await cluster?.stop();
    release();
  }
});
