import type { AuditKind } from '@bemtor/core';
import { type Asking, inTransaction, type Client, type Database } from '../db/pool.ts';
import { audit } from './audit.ts';
import { makeDevice, type Device } from './people.ts';
import { codeWords, hashToken, newCode } from './secrets.ts';

/*
 * Codes of eight figures. An owner makes one that pairs a device; a server makes one by which the first owner shows that
 * they stand at it. All servers of a workshop know them, and count wrong tries together: in the audit.
 */

const pairingMinutes = 10;
/** A server that is still without an owner then tells another. */
const ownerMinutes = 24 * 60;
/** So many wrong ones in a minute, whoever sends them: no further one is looked at. Eight figures are guessed by nobody so. */
const mostWrong = 20;
/** After so many the codes of the first owner are others. */
const mostWrongOwner = 5;
/** Any fixed number: one code after the other is looked at, so that many at once gain nothing. */
const lockKey = 460_046_005;

async function keepCode(database: Asking, by: string | null, minutes: number) {
  const code = newCode();
  const { rows } = await database.query<{ at: Date }>(
    `insert into pairing_code (code, made_by, expires_at) values ($1, $2, now() + $3 * interval '1 minute')
     returning expires_at as at`,
    [hashToken(code), by, minutes],
  );
  return { code, expiresAt: rows[0]!.at.toISOString() };
}

/** A code that pairs one device within some minutes. */
export const makePairingCode = (
  database: Asking,
  by: string,
): Promise<{ readonly code: string; readonly expiresAt: string }> => keepCode(database, by, pairingMinutes);

const good = 'code = $1 and used_at is null and expires_at > now()';

/** Looks at a code, and answers with what a good one brings; a wrong one brings nothing, and is noted as `kind`. */
async function tryCode<Brought>(
  database: Database,
  kind: AuditKind,
  look: (client: Client) => Promise<Brought | null>,
): Promise<Brought | null> {
  return inTransaction(database, async (client) => {
    await client.query('select pg_advisory_xact_lock($1)', [lockKey]);
    const { rows } = await client.query<{ wrong: number }>(
      `select count(*)::int as wrong from (select at from audit where kind = $1 order by seq desc limit $2) latest
       where at > now() - interval '1 minute'`,
      [kind, mostWrong],
    );
    if (rows[0]!.wrong >= mostWrong) return null;
    const brought = await look(client);
    if (brought === null) await audit(client, { kind });
    return brought;
  });
}

/** Pairs a device by a code, which is good once; answers with what it is known by, or null where the code is none. */
export async function pairDevice(
  database: Database,
  code: string,
  { id, name }: Device,
): Promise<string | null> {
  return tryCode(database, 'pairing-code-wrong', async (client) => {
    const { rowCount } = await client.query(
      `update pairing_code set used_at = now() where ${good} and made_by is not null`,
      [hashToken(code)],
    );
    if (rowCount === 0) return null;
    await audit(client, { kind: 'device-paired', device: name, about: name });
    return makeDevice(client, id, name);
  });
}

/** This server's code for the first owner: told once, and another after a few wrong ones at whichever server. */
export class OwnerCode {
  #code: string | null = null;
  #opening: Promise<void> | null = null;
  readonly #database: Database;
  readonly #tell: (code: string) => void;

  constructor(database: Database, tell: (code: string) => void) {
    this.#database = database;
    this.#tell = tell;
  }

  /** Tells it, unless the one that was told is good. */
  open(): Promise<void> {
    return (this.#opening ??= this.#renew().finally(() => (this.#opening = null)));
  }

  async #renew(): Promise<void> {
    if (this.#code !== null && (await isOwnerCode(this.#database, this.#code))) return;
    this.#code = (await keepCode(this.#database, null, ownerMinutes)).code;
    this.#tell(codeWords(this.#code));
  }

  /** Is it this server's, or another's of the same workshop? */
  async is(code: string): Promise<boolean> {
    const found = await tryCode(this.#database, 'owner-code-wrong', async (client) => {
      if (await isOwnerCode(client, code)) return code;
      const { rows } = await client.query<{ wrong: number }>(
        `select count(*)::int as wrong from audit where kind = 'owner-code-wrong'
         and seq > coalesce((select max(seq) from audit where kind = 'owner-codes-ended'), 0)`,
      );
      // The one that is being looked at is not noted yet.
      if (rows[0]!.wrong + 1 >= mostWrongOwner) {
        await endOwnerCodes(client);
        await audit(client, { kind: 'owner-codes-ended' });
      }
      return null;
    });
    if (found === null) await this.open();
    return found !== null;
  }
}

const isOwnerCode = async (database: Asking, code: string): Promise<boolean> =>
  (await database.query(`select 1 from pairing_code where ${good} and made_by is null`, [hashToken(code)]))
    .rowCount === 1;

/** None of them is good any more: there is an owner, or somebody guesses. */
export async function endOwnerCodes(client: Asking): Promise<void> {
  await client.query('update pairing_code set used_at = now() where made_by is null and used_at is null');
}
