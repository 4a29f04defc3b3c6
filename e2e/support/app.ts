import { test as base } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import { freePort } from '../../scripts/testing/started.ts';
import { makeDatabase } from '../../server/src/testing/database.ts';

const root = fileURLToPath(new URL('../..', import.meta.url));

/** The built application on a database of its own; it can be killed and started again in a test. */
export class App {
  readonly port: number;
  private readonly databaseUrl: string;
  private child: ChildProcess | null = null;
  /** What the server has said on its own screen since it was started. */
  said = '';

  constructor(port: number, databaseUrl: string) {
    this.port = port;
    this.databaseUrl = databaseUrl;
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** The demo data as on the first day: everything that was done is gone from the server. */
  async reset(): Promise<void> {
    await this.kill();
    await this.start({ BEMTOR_RESET: '1' });
  }

  async start(more: Readonly<Record<string, string>> = {}): Promise<void> {
    const env = {
      ...process.env,
      DATABASE_URL: this.databaseUrl,
      PORT: String(this.port),
      BEMTOR_DEMO: '1',
      ...more,
    };
    const child = spawn(process.execPath, ['server/dist/main.js'], {
      cwd: root,
      env,
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.child = child;
    this.said = '';
    await new Promise<void>((resolve, reject) => {
      child.once('exit', (code) => reject(new Error(`the server ended with ${code} before it listened`)));
      child.stdout?.on('data', (chunk: Buffer) => {
        this.said += chunk.toString();
        if (this.said.includes('listens')) resolve();
      });
    });
  }

  /** SIGKILL: no farewell, no flush. */
  async kill(): Promise<void> {
    const { child } = this;
    this.child = null;
    if (!child || child.exitCode !== null) return;
    const gone = once(child, 'exit');
    child.kill('SIGKILL');
    await gone;
  }
}

/** Lends a database that begins as another is, and the application on it. */
async function withApp(template: string, use: (app: App, name: string) => Promise<void>): Promise<void> {
  const made = await makeDatabase(template);
  const app = new App(await freePort(), made.url);
  await app.start();
  try {
    await use(app, made.name);
  } finally {
    await app.kill();
    await made.drop();
  }
}

/** A test with the application at hand; each has a database of its own with the demo data as on the first day. */
export const test = base.extend<{ app: App }, { demo: string }>({
  demo: [
    async ({}, use) =>
      withApp('template1', async (app, name) => {
        // Nobody is in a database that others begin as.
        await app.kill();
        await use(name);
      }),
    { scope: 'worker', timeout: 120_000 },
  ],
  app: async ({ demo }, use) => withApp(demo, (app) => use(app)),
  baseURL: async ({ app }, use) => use(app.url),
});

export { expect } from '@playwright/test';
