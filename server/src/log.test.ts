import { expect, test } from '@jest/globals';
import { spawn } from 'node:child_process';
import { once } from 'node:events';

/** Logs many lines and ends in the same moment, once it is told to. */
const program = `
  const { openLog } = await import(${JSON.stringify(new URL('../dist/log.js', import.meta.url).href)});
  const log = openLog({ level: 'info', folder: null });
  process.on('SIGTERM', () => {
    for (let i = 0; i < 50; i++) log.error('line ' + i);
    process.exit(0);
  });
  setInterval(() => undefined, 1000);
  process.stderr.write('ready');
`;

test('a log that nobody reads any more holds up no end', async () => {
  const child = spawn(process.execPath, ['--input-type=module', '-e', program], {
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, NODE_OPTIONS: '' },
  });
  await once(child.stderr, 'data');
  child.stdout.destroy();
  child.kill('SIGTERM');
  // Killed after a while, so that a test that fails leaves nothing behind.
  const patience = setTimeout(() => child.kill('SIGKILL'), 8_000);
  const [code, signal] = await once(child, 'exit');
  clearTimeout(patience);
  expect([code, signal]).toEqual([0, null]);
}, 20_000);

test('a log that is read gets every line, as JSON', async () => {
  const child = spawn(process.execPath, ['--input-type=module', '-e', program], {
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, NODE_OPTIONS: '' },
  });
  const chunks: Buffer[] = [];
  child.stdout.on('data', (chunk: Buffer) => chunks.push(chunk));
  await once(child.stderr, 'data');
  child.kill('SIGTERM');
  await once(child, 'close');
  const lines = Buffer.concat(chunks).toString().trim().split('\n');
  expect(lines.map((line) => (JSON.parse(line) as { msg: string }).msg)).toEqual(
    Array.from({ length: 50 }, (_, i) => `line ${i}`),
  );
}, 20_000);
