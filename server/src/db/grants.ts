import pg from 'pg';
import { lockKey } from './migrate.ts';
import { inTransaction, schemaName, type Database } from './pool.ts';

type Right = 'select' | 'insert' | 'update' | 'delete';

const read: readonly Right[] = ['select'];
/** What is appended and never changed. */
const log: readonly Right[] = ['select', 'insert'];
const kept: readonly Right[] = ['select', 'insert', 'update'];
/** What is worked out anew from the logs. */
const derived: readonly Right[] = ['select', 'insert', 'delete'];

/**
 * What the application does with each table and view; whoever talks it into something else is refused by the database.
 * `for update` takes the right to update too. The schema itself belongs to its owner.
 */
export const rights: Readonly<Record<string, readonly Right[]>> = {
  migration: read,
  unit_model: read,
  entry: log,
  event: log,
  audit: log,
  fact: log,
  model: kept,
  revision: kept,
  unit: kept,
  recording: kept,
  job: kept,
  setting: kept,
  stock: kept,
  want: kept,
  person: kept,
  device: kept,
  session: kept,
  pairing_code: kept,
  // Forgetting takes the owner's words out of it, and out of the photos.
  shop_event: kept,
  picture: ['select', 'insert', 'delete'],
  act_picture: derived,
  part_sighting: derived,
  sequence_text: derived,
};

/** The role that an address names. */
export const roleOf = (databaseUrl: string): string => decodeURIComponent(new URL(databaseUrl).username);

/**
 * Gives a role what the application needs, and takes what it had beside that. For the owner of the schema to call; what
 * is its own it keeps.
 */
export async function grantUse(owner: Database, role: string): Promise<void> {
  if (role === '') throw new Error('DATABASE_URL has to name the role under which the application works');
  const [schema, name] = [schemaName, pg.escapeIdentifier(role)];
  const { rows } = await owner.query<{ own: boolean }>('select current_user = $1 as own', [role]);
  if (rows[0]?.own) return;
  const each = Object.entries(rights).map(
    ([table, some]) => `grant ${some.join(', ')} on ${schema}.${table} to ${name}`,
  );
  await inTransaction(owner, async (client) => {
    // Two servers that start at once would trip over each other's rows of the catalogue.
    await client.query('select pg_advisory_xact_lock($1)', [lockKey]);
    // In one go: every start waits for it, also that after a kill.
    await client.query(
      [
        `grant usage on schema ${schema} to ${name}`,
        `revoke all on all tables in schema ${schema} from ${name}`,
        ...each,
      ].join(';'),
    );
  });
}
