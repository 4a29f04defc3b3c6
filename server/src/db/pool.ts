import pg from 'pg';
import { isConnectionLoss } from './connectionLoss.ts';

/** All of Bemtor's tables stand in a schema of their own, so a shared server keeps them apart. */
export const schemaName = 'bemtor';

export type Client = pg.PoolClient;
/** Whoever may be asked: a client in its transaction, or the pool. */
export type Asking = Pick<Client, 'query'>;
export type Database = pg.Pool;

export function openDatabase(connectionString: string): Database {
  const pool = new pg.Pool({
    connectionString,
    max: 8,
    connectionTimeoutMillis: 5_000,
    options: `-c search_path=${schemaName}`,
  });
  // An idle client that loses its server must not end the process: the next request gets a new one.
  pool.on('error', () => undefined);
  return pool;
}

/** Does the database answer? */
export const isUp = (database: Database): Promise<boolean> =>
  database.query('select 1').then(
    () => true,
    () => false,
  );

/** Lends a client to a callback and takes it back, whatever happens. */
export async function withClient<T>(database: Database, use: (client: Client) => Promise<T>): Promise<T> {
  const client = await database.connect();
  let broken: Error | undefined;
  // The pool listens to idle clients only: one that loses its server while it is lent must not end the process.
  const lost = (error: Error): void => void (broken = error);
  client.on('error', lost);
  try {
    return await use(client);
  } catch (error) {
    if (error instanceof BrokenClient) {
      broken = error;
      throw error.cause;
    }
    if (error instanceof Error && isConnectionLoss(error)) broken = error;
    throw error;
  } finally {
    client.off('error', lost);
    client.release(broken);
  }
}

/** A client whose rollback failed is in no state that we know: it is thrown away. */
class BrokenClient extends Error {}

/** Runs a callback in one transaction; what it throws rolls back. */
export async function inTransaction<T>(database: Database, work: (client: Client) => Promise<T>): Promise<T> {
  return withClient(database, async (client) => {
    await client.query('begin');
    let result: T;
    try {
      result = await work(client);
    } catch (error) {
      try {
        await client.query('rollback');
      } catch {
        throw new BrokenClient('rollback failed', { cause: error });
      }
      throw error;
    }
    const { command } = await client.query('commit');
    // PostgreSQL answers COMMIT of a failed transaction with ROLLBACK: then nothing was stored.
    if (command !== 'COMMIT') throw new Error(`commit was answered by ${command}`);
    return result;
  });
}
