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
  let cluster = await openCluster(data);
  await ensureDatabase(cluster, 'bemtor');
  const port = await freePort();
  let server;

  async function startServer() {
    const child = spawn(process.execPath, ['server/dist/main.js'], {
      env: {
        ...process.env,
        DATABASE_URL: cluster.url('bemtor'),
        PORT: String(port),
        BEMTOR_DEMO: '1',
        LOG_LEVEL: 'silent',
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    await new Promise((resolve, reject) => {
      child.stdout.once('data', resolve);
      child.once('exit', () => reject(new Error('the server ended before it listened')));
    });
    server = child;
  }
  await startServer();

  return {
    api: `http://127.0.0.1:${port}/api`,
    databaseUrl: () => cluster.url('bemtor'),
    startServer,
    killServer: () => server.kill('SIGKILL'),
    /** PostgreSQL crashes, and comes back on the same port. */
    async crashDatabase() {
      await cluster.crash();
      cluster = await openCluster(data, { at: cluster.port });
    },
    async close() {
      server.kill('SIGTERM');
      await new Promise((resolve) => server.once('exit', resolve));
      await cluster.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
