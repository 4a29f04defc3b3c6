import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('../../..', import.meta.url));

/** Starts the built server on a free port; what it says is the test's to read. */
export const spawnBuilt = (databaseUrl: string, more: Readonly<Record<string, string>> = {}): ChildProcess =>
  spawn(process.execPath, ['server/dist/main.js'], {
    cwd: root,
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      PORT: '0',
      LOG_LEVEL: 'silent',
      NODE_OPTIONS: '',
      ...more,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });

export interface BuiltServer {
  readonly url: string;
  readonly child: ChildProcess;
}

/** The built server with the demo data, when it listens. */
export async function startBuilt(databaseUrl: string): Promise<BuiltServer> {
  const child = spawnBuilt(databaseUrl, { BEMTOR_DEMO: '1' });
  child.stderr?.pipe(process.stderr);
  const [chunk] = (await once(child.stdout!, 'data')) as [Buffer];
  const url = /http:\S+/.exec(chunk.toString())?.[0];
  if (!url) throw new Error(chunk.toString());
  return { url, child };
}

export async function killed({ child }: BuiltServer): Promise<void> {
  const gone = once(child, 'exit');
  child.kill('SIGKILL');
  await gone;
}

export const post = (url: string, body: unknown): Promise<Response> =>
  fetch(url, { method: 'POST', body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } });
