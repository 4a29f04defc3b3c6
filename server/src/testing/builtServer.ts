import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import type { TestDatabase } from './database.ts';

const root = fileURLToPath(new URL('../../..', import.meta.url));

/** Starts the built server on a free port; what it says is the test's to read. */
export const spawnBuilt = (
  made: TestDatabase,
  more: Readonly<Record<string, string | undefined>> = {},
): ChildProcess =>
  spawn(process.execPath, ['server/dist/main.js'], {
    cwd: root,
    env: {
      ...process.env,
      DATABASE_URL: made.applicationUrl,
      DATABASE_OWNER_URL: made.url,
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
export async function startBuilt(made: TestDatabase): Promise<BuiltServer> {
  return listening(spawnBuilt(made, { BEMTOR_DEMO: '1' }));
}

/** A server that was started, once it listens. */
export async function listening(child: ChildProcess): Promise<BuiltServer> {
  child.stderr?.pipe(process.stderr);
  const [chunk] = (await once(child.stdout!, 'data')) as [Buffer];
  const url = /http:\S+/.exec(chunk.toString())?.[0];
  if (!url) throw new Error(chunk.toString());
  return { url, child };
}

/** SIGKILL; one that has ended already is none the worse. */
export async function killed({ child }: BuiltServer): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = once(child, 'exit');
  child.kill('SIGKILL');
  await gone;
}

export const post = (url: string, body: unknown): Promise<Response> =>
  fetch(url, { method: 'POST', body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } });
