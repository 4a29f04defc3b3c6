import { test as base } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import pg from 'pg';

const root = fileURLToPath(new URL('../..', import.meta.url));

const { freePort } = (await import('../../scripts/lib/postgres.mjs' as string)) as {
  freePort: () => Promise<number>;
};

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

const admin = process.env['TEST_DATABASE_URL'] ?? '';

/** Asks the cluster of the tests for something. */
async function ask(statement: string): Promise<void> {
  if (!admin)
    throw new Error('TEST_DATABASE_URL is not set; run the browser tests with: npm test -- --browser');
  const client = new pg.Client({ connectionString: admin });
  await client.connect();
  try {
    await client.query(statement);
  } finally {
    await client.end();
  }
}

/** Lends a database that begins as another did, and the application on it. */
async function withApp(from: string, use: (app: App, name: string) => Promise<void>): Promise<void> {
  const name = `e2e_${randomBytes(6).toString('hex')}`;
  await ask(`create database ${name} template ${from}`);
  const address = new URL(admin);
  address.pathname = `/${name}`;
  const app = new App(await freePort(), address.href);
  await app.start();
  try {
    await use(app, name);
  } finally {
    await app.kill();
    await ask(`drop database ${name} with (force)`);
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
