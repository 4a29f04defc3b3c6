// The built server on a throw-away cluster with the demo data, for benchmarks that need the whole way.
import { spawn } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureDatabase, ensurePostgres, freePort, openCluster } from '../scripts/lib/postgres.mjs';

export async function openThrowAway(name) {
  await ensurePostgres();
  const folder = mkdtempSync(join(tmpdir(), `bemtor-${name}-`));
  chmodSync(folder, 0o755);
  const data = join(folder, 'cluster');
  const cluster = await openCluster(data);
  const databaseUrl = await ensureDatabase(cluster, data, 'bemtor');
  const port = await freePort();

  async function startAt(onPort) {
    const child = spawn(process.execPath, ['server/dist/main.js'], {
      env: {
        ...process.env,
        DATABASE_URL: databaseUrl,
        DATABASE_OWNER_URL: cluster.url('bemtor'),
        PORT: String(onPort),
        BEMTOR_DEMO: '1',
        LOG_LEVEL: 'silent',
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    await new Promise((resolve, reject) => {
      child.stdout.once('data', resolve);
      child.once('exit', () => reject(new Error('the server ended before it listened')));
    });
    return child;
  }
  const ended = (child) => {
    child.kill('SIGTERM');
    return new Promise((resolve) => child.once('exit', resolve));
  };
  const server = await startAt(port);

  return {
    api: `http://127.0.0.1:${port}/api`,
    processId: server.pid,
    databaseUrl: () => cluster.url('bemtor'),
    /** One more on the same database. */
    async anotherServer() {
      const its = await freePort();
      const child = await startAt(its);
      return { api: `http://127.0.0.1:${its}/api`, close: () => ended(child) };
    },
    async close() {
      await ended(server);
      await cluster.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
