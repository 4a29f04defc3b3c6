// npm run screenshots: the pictures of docs/screenshots, made from the demo data on a throw-away cluster.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuild, ensurePackages } from './lib/prepare.mjs';
import { openCluster } from './lib/postgres.mjs';
import { main, root, run } from './lib/run.mjs';

await main(async () => {
  await ensurePackages();
  await ensureBuild();
  const scratch = mkdtempSync(join(tmpdir(), 'bemtor-shots-'));
  const cluster = await openCluster(join(scratch, 'postgres'));
  try {
    const args = [
      join(root, 'node_modules/@playwright/test/cli.js'),
      'test',
      '--config',
      'e2e/screenshots/screenshots.config.ts',
    ];
    return await run(process.execPath, args, { env: { TEST_DATABASE_URL: cluster.url('postgres') } });
  } finally {
    await cluster.stop();
    rmSync(scratch, { recursive: true, force: true });
  }
});
