// Where a workshop lives: its cluster, its copies, its logs. Outside the checkout, since the database user may not be able
// to enter it, and not named for it: another checkout, or the same one elsewhere, goes on with the same workshop.
import { createHash } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmdirSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { homedir } from 'node:os';
import { join, resolve } from 'node:path';
import { ensureDatabase, ensurePostgres, openCluster, runningCluster } from './postgres.mjs';
import { isRoot, Refusal, root } from './run.mjs';

/** The name of the workshop's database in its cluster. */
export const databaseName = 'bemtor';

/** The folder of the workshop: the one that was named, `BEMTOR_STATE`, or the user's own. */
export const stateFolder = (named = process.env.BEMTOR_STATE) =>
  resolve(
    named ||
      (isRoot
        ? '/var/lib/bemtor'
        : join(process.env.XDG_STATE_HOME ?? join(homedir(), '.local/state'), 'bemtor')),
  );

export const clusterIn = (folder) => join(folder, 'postgres');
export const copiesIn = (folder) => join(folder, 'copies');
export const hasCluster = (folder) => existsSync(join(clusterIn(folder), 'data', 'PG_VERSION'));

/** Once, a workshop stood in a folder named for the path of the checkout; it is moved up, and that is said. */
export function bringOldState(folder) {
  if (hasCluster(folder) || !existsSync(folder)) return;
  const old = readdirSync(folder).filter(
    (name) => /^[0-9a-f]{12}$/.test(name) && hasCluster(join(folder, name)),
  );
  const own = createHash('sha256').update(root).digest('hex').slice(0, 12);
  const chosen = old.includes(own) ? own : old.length === 1 ? old[0] : undefined;
  if (old.length > 0 && chosen === undefined)
    throw new Refusal(
      `Several workshops of an earlier version stand in ${folder}: ${old.join(', ')}. Choose one: mv ${join(folder, old[0], 'postgres')} ${clusterIn(folder)}`,
    );
  if (chosen === undefined) return;
  const from = join(folder, chosen);
  const holder = holderOf(from);
  if (holder) throw new Refusal(`Bemtor already runs on this workshop (process ${holder}).`);
  renameSync(clusterIn(from), clusterIn(folder));
  rmSync(join(from, 'starter'), { force: true });
  if (readdirSync(from).length === 0) rmdirSync(from);
  console.log(`The workshop of an earlier version was moved from ${from} to ${folder}.`);
}

/** The process that runs a workshop; none where it has ended. */
function holderOf(folder) {
  const file = join(folder, 'starter');
  const holder = existsSync(file) ? readFileSync(file, 'utf8').trim() : '';
  const command = `/proc/${holder}/cmdline`;
  return holder && existsSync(command) && readFileSync(command, 'utf8').includes('scripts/') ? holder : null;
}

/** One at a time runs a workshop: a second would take the cluster from under the first. Answers with how to let go. */
export function takeLock(folder) {
  mkdirSync(folder, { recursive: true });
  const holder = holderOf(folder);
  if (holder) throw new Refusal(`Bemtor already runs on this workshop (process ${holder}).`);
  const file = join(folder, 'starter');
  writeFileSync(file, String(process.pid));
  return () => rmSync(file, { force: true });
}

/**
 * Lends the database of the workshop for a command, by the role that owns it: that of `DATABASE_OWNER_URL` or
 * `DATABASE_URL`, the cluster that runs, or the one of the folder, started for as long as it is needed. `alone`: nothing
 * may run meanwhile.
 */
export async function withDatabase(folder, { alone }, use) {
  const { DATABASE_URL, DATABASE_OWNER_URL = DATABASE_URL } = process.env;
  if (DATABASE_URL) return use(DATABASE_OWNER_URL);
  bringOldState(folder);
  const running = runningCluster(clusterIn(folder));
  if (running && !alone) return use(running.url(databaseName));
  if (running && holderOf(folder))
    throw new Refusal(`Stop Bemtor first: it runs on ${folder} (process ${holderOf(folder)}).`);
  await ensurePostgres();
  const release = takeLock(folder);
  const cluster = await openCluster(clusterIn(folder));
  try {
    await ensureDatabase(cluster, clusterIn(folder), databaseName);
    return await use(cluster.url(databaseName));
  } finally {
    await cluster.stop();
    release();
  }
}
