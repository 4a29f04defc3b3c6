import { randomBytes } from 'node:crypto';
import pg from 'pg';

/** A database of its own for a test file, and how to drop it. */
export async function makeDatabase(): Promise<{ url: string; drop: () => Promise<void> }> {
  const admin = process.env['TEST_DATABASE_URL'];
  if (!admin) throw new Error('TEST_DATABASE_URL is not set; run the tests with: npm test -- --unit');
  const name = `test_${randomBytes(6).toString('hex')}`;
  const ask = async (statement: string): Promise<void> => {
    const client = new pg.Client({ connectionString: admin });
    await client.connect();
    await client.query(statement);
    await client.end();
  };
  await ask(`create database ${name}`);
  const url = new URL(admin);
  url.pathname = `/${name}`;
  return { url: url.href, drop: () => ask(`drop database ${name} with (force)`) };
}
