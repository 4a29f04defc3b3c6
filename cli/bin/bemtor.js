#!/usr/bin/env node
// The command runs what `npm run build` made; on a checkout that was never built it builds itself first.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const built = new URL('../dist/main.js', import.meta.url);
if (!existsSync(fileURLToPath(built))) {
  const root = fileURLToPath(new URL('../..', import.meta.url));
  const done = spawnSync(process.execPath, ['node_modules/typescript/bin/tsc', '-b', 'cli'], {
    cwd: root,
    encoding: 'utf8',
  });
  if (done.status !== 0) {
    console.error(
      `bemtor: the command could not be built; run npm ci, then npm run build\n${done.stdout ?? ''}`,
    );
    process.exit(1);
  }
}
const { runCommand } = await import(built.href);
process.exitCode = await runCommand(process.argv.slice(2), process);
