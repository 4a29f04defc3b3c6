import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/* The commands of a workshop, run as a person runs them, on a state of their own. */

export const root = fileURLToPath(new URL('../..', import.meta.url));

export interface Run {
  readonly child: ChildProcess;
  readonly said: () => string;
}

/** Runs one of the scripts with a state folder. */
export function runScript(
  script: string,
  args: readonly string[],
  {
    state,
    input,
    ...env
  }: { readonly state: string; readonly input?: string; readonly [name: string]: string | undefined },
): Run {
  const child = spawn(process.execPath, [`scripts/${script}.mjs`, ...args], {
    cwd: root,
    env: { ...process.env, BEMTOR_STATE: state, NODE_OPTIONS: '', ...env },
    stdio: [input === undefined ? 'ignore' : 'pipe', 'pipe', 'pipe'],
  });
  const chunks: Buffer[] = [];
  child.stdout?.on('data', (chunk: Buffer) => chunks.push(chunk));
  child.stderr?.on('data', (chunk: Buffer) => chunks.push(chunk));
  child.stdin?.end(input);
  return { child, said: () => Buffer.concat(chunks).toString() };
}

export const { freePort } = (await import('../lib/postgres.mjs' as string)) as {
  freePort: () => Promise<number>;
};

/** Ends when the run has said it; throws when it ends before. */
export async function saying({ child, said }: Run, words: string, times = 1): Promise<void> {
  while (said().split(words).length <= times) {
    if (child.exitCode !== null) throw new Error(said());
    await Promise.race([once(child.stdout!, 'data'), once(child.stderr!, 'data'), once(child, 'exit')]);
  }
}
export const ready = (run: Run): Promise<void> => saying(run, 'Bemtor is ready');

export const ended = async ({ child }: Run): Promise<number | null> =>
  child.exitCode !== null || child.signalCode !== null
    ? child.exitCode
    : ((await once(child, 'exit')) as [number | null])[0];

export async function stopped(run: Run, signal: NodeJS.Signals = 'SIGTERM'): Promise<number | null> {
  run.child.kill(signal);
  return ended(run);
}

interface Processes {
  readonly processes: () => string[];
  readonly commandOf: (id: string) => string;
  readonly serverOf: (starter: number) => number;
  readonly postmasterOf: (state: string) => number;
  readonly kill: (id: number) => void;
  readonly killAll: (starter: number, state: string) => void;
}
export const { processes, commandOf, serverOf, postmasterOf, kill, killAll } = (await import(
  './processes.mjs' as string
)) as Processes;

/** A folder for states, gone at the end. */
export function stateFolder(): { readonly folder: (name: string) => string; readonly remove: () => void } {
  const base = mkdtempSync(join(tmpdir(), 'bemtor-state-'));
  return {
    folder: (name) => {
      mkdirSync(join(base, name), { recursive: true });
      return join(base, name);
    },
    remove: () => rmSync(base, { recursive: true, force: true }),
  };
}

export const post = (url: string, body: unknown): Promise<Response> =>
  fetch(url, {
    method: 'POST',
    body: JSON.stringify(body),
    headers: { 'Content-Type': 'application/json' },
    signal: AbortSignal.timeout(8_000),
  });
export const getJson = async <T>(url: string): Promise<T> => (await fetch(url)).json() as Promise<T>;
