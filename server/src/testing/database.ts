import { randomBytes } from 'node:crypto';
import pg from 'pg';

/** A database of its own for a test file. */
export interface TestDatabase {
  /** For the role that owns it. */
  readonly url: string;
  /** For the role that the application works under. */
  readonly applicationUrl: string;
  readonly name: string;
  readonly drop: () => Promise<void>;
}

const role = 'bemtor_test_application';

/** Makes one; `template`: it begins as that one is. */
export async function makeDatabase(template = 'template1'): Promise<TestDatabase> {
  const admin = process.env['TEST_DATABASE_URL'];
  if (!admin) throw new Error('TEST_DATABASE_URL is not set; run the tests with: npm test');
  const name = `test_${randomBytes(6).toString('hex')}`;
  const ask = async (statement: string): Promise<void> => {
    const client = new pg.Client({ connectionString: admin });
    await client.connect();
    try {
      await client.query(statement);
    } finally {
      await client.end();
    }
  };
  await ask(`create database ${name} template ${template}`);
  // Several test files at once: the first makes the role, for all of them.
  await ask(`create role ${role} login createdb password '${role}'`).catch((error: unknown) => {
    if (!(error instanceof pg.DatabaseError && ['42710', '23505'].includes(error.code ?? ''))) throw error;
  });
  const url = new URL(admin);
  url.pathname = `/${name}`;
  const application = new URL(url);
  [application.username, application.password] = [role, role];
  return {
    name,
    url: url.href,
    applicationUrl: application.href,
    drop: () => ask(`drop database ${name} with (force)`),
  };
}
