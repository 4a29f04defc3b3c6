import type { Devices, People, PersonAtDevice, Role, SessionState } from '@bemtor/core';
import { ProblemError } from '../errors.ts';
import { type Asking, inTransaction, type Database } from '../db/pool.ts';
import { hashSecret, hashToken, isSecret, newToken } from './secrets.ts';

export type Device = NonNullable<SessionState['device']>;

/** After so many wrong secrets in a row the next is looked at only after a while, which doubles: 1 s … 15 min. */
const freeTries = 3;
const longestHoldSeconds = 15 * 60;
/** A working day, and some more. */
export const sessionHours = 14;

const isTaken = (error: unknown): boolean => (error as { code?: string }).code === '23505';

export async function makePerson(
  client: Asking,
  id: string,
  { name, role, secret }: { readonly name: string; readonly role: Role; readonly secret: string },
): Promise<void> {
  try {
    await client.query('insert into person (id, name, role, secret) values ($1, $2, $3, $4)', [
      ...[id, name, role],
      await hashSecret(secret),
    ]);
  } catch (error) {
    if (isTaken(error))
      throw new ProblemError('name-taken', `Somebody called ${name} is here already`, { where: 'name' });
    throw error;
  }
}

export async function listPeople(database: Asking): Promise<People['people']> {
  const { rows } = await database.query<PersonAtDevice & { active: boolean; madeAt: Date }>(
    `select id, name, role, active, made_at as "madeAt" from person order by active desc, lower(name)`,
  );
  return rows.map((row) => ({ ...row, madeAt: row.madeAt.toISOString() }));
}

/** Changes what somebody may do; the workshop keeps an owner. Whose secret or rights were taken is signed out. */
export async function tellPerson(
  database: Database,
  id: string,
  told: {
    readonly role?: Role | undefined;
    readonly active?: boolean | undefined;
    readonly secret?: string | undefined;
  },
): Promise<string> {
  const secret = told.secret === undefined ? null : await hashSecret(told.secret);
  return inTransaction(database, async (client) => {
    await client.query('lock table person in share row exclusive mode');
    const { rows } = await client.query<{ name: string }>(
      `update person set role = coalesce($2, role), active = coalesce($3, active), secret = coalesce($4, secret),
         failures = 0, held_until = null where id = $1 returning name`,
      [id, told.role ?? null, told.active ?? null, secret],
    );
    const person = rows[0];
    if (!person) throw new ProblemError('person-unknown', id);
    const owners = await client.query(`select 1 from person where role = 'owner' and active limit 1`);
    if (owners.rowCount === 0)
      throw new ProblemError('owner-needed', 'A workshop has an owner: make somebody else one first', {
        where: 'role',
      });
    if (told.active === false || secret !== null)
      await client.query('update session set ended_at = now() where person_id = $1 and ended_at is null', [
        id,
      ]);
    return person.name;
  });
}

export const hasOwner = async (database: Asking): Promise<boolean> =>
  (await database.query(`select 1 from person where role = 'owner' and active limit 1`)).rowCount !== 0;

/** Who of a role, or above it, is here: whom somebody who may not can ask. */
export async function namesFrom(database: Asking, allowed: readonly Role[]): Promise<string[]> {
  const { rows } = await database.query<{ name: string }>(
    'select name from person where active and role = any($1) order by lower(name) limit 5',
    [allowed],
  );
  return rows.map(({ name }) => name);
}

/** Makes a device known, and answers with what it is known by. */
export async function makeDevice(client: Asking, id: string, name: string): Promise<string> {
  const token = newToken();
  await client.query('insert into device (id, name, token) values ($1, $2, $3)', [
    id,
    name,
    hashToken(token),
  ]);
  return token;
}

export async function deviceOf(database: Asking, token: string): Promise<Device | null> {
  const { rows } = await database.query<Device>(
    'select id, name from device where token = $1 and revoked_at is null',
    [hashToken(token)],
  );
  return rows[0] ?? null;
}

export async function listDevices(database: Asking): Promise<Devices['devices']> {
  const { rows } = await database.query<
    Device & { madeAt: Date; revokedAt: Date | null; person: string | null; at: Date | null }
  >(
    `select d.id, d.name, d.made_at as "madeAt", d.revoked_at as "revokedAt", last.person, last.at
     from device d left join lateral (
       select p.name as person, s.made_at as at from session s join person p on p.id = s.person_id
       where s.device_id = d.id order by s.made_at desc limit 1) last on true
     order by d.revoked_at is not null, d.made_at desc`,
  );
  return rows.map(({ madeAt, revokedAt, person, at, ...device }) => ({
    ...device,
    madeAt: madeAt.toISOString(),
    revokedAt: revokedAt?.toISOString() ?? null,
    last: person !== null && at !== null ? { person, at: at.toISOString() } : null,
  }));
}

/** Turns a device away: nobody is signed in there any more, and nothing it sends is taken. */
export async function revokeDevice(database: Database, id: string): Promise<string> {
  return inTransaction(database, async (client) => {
    const { rows } = await client.query<Device>(
      'update device set revoked_at = coalesce(revoked_at, now()) where id = $1 returning id, name',
      [id],
    );
    if (!rows[0]) throw new ProblemError('device-unknown', id);
    await client.query('update session set ended_at = now() where device_id = $1 and ended_at is null', [id]);
    return rows[0].name;
  });
}

export interface SignedIn {
  readonly token: string;
  readonly person: PersonAtDevice;
}

/**
 * Signs somebody in at a device; null where the secret is wrong. Throws `sign-in-held` while no further secret is looked
 * at: wrong ones in a row make that longer, whoever sends them and from wherever.
 */
export async function signIn(
  database: Database,
  device: Device,
  id: string,
  secret: string,
): Promise<SignedIn | null> {
  const { rows } = await database.query<PersonAtDevice & { secret: string; failures: number; wait: number }>(
    `select id, name, role, secret, failures, greatest(0, ceil(extract(epoch from held_until - now())))::int as wait
     from person where id = $1 and active`,
    [id],
  );
  const person = rows[0];
  if (person && person.wait > 0)
    throw new ProblemError('sign-in-held', `Too many wrong tries for ${person.name}`, {
      right: `again in ${person.wait} s`,
    });
  // Before it is looked at, it counts as wrong: who sends many at once gains nothing.
  if (person) await countTry(database, id);
  const isRight = await isSecret(person?.secret ?? null, secret);
  if (!person || !isRight) return null;
  const token = newToken();
  await database.query('update person set failures = 0, held_until = null where id = $1', [id]);
  await database.query('insert into session (token, person_id, device_id) values ($1, $2, $3)', [
    ...[hashToken(token), id, device.id],
  ]);
  return { token, person: { id, name: person.name, role: person.role } };
}

async function countTry(database: Asking, id: string): Promise<void> {
  const { rowCount } = await database.query(
    `update person set failures = failures + 1,
       held_until = case when failures + 1 >= $2
         then now() + least($3, power(2, least(20, failures + 1 - $2))) * interval '1 second' end
     where id = $1 and (held_until is null or held_until <= now())`,
    [id, freeTries, longestHoldSeconds],
  );
  if (rowCount === 0)
    throw new ProblemError('sign-in-held', 'Too many wrong tries', { right: 'again in a moment' });
}

/** Who is signed in by a token at a device. */
export async function personOf(
  database: Asking,
  device: Device,
  token: string,
): Promise<PersonAtDevice | null> {
  const { rows } = await database.query<PersonAtDevice>(
    `select p.id, p.name, p.role from session s join person p on p.id = s.person_id
     where s.token = $1 and s.device_id = $2 and s.ended_at is null and p.active
       and s.made_at > now() - $3 * interval '1 hour'`,
    [hashToken(token), device.id, sessionHours],
  );
  return rows[0] ?? null;
}

/**
 * Whoever has ever signed in at a device, by name: what they typed there while the server was away may come after somebody
 * else has taken their place.
 */
export async function knownAt(
  database: Asking,
  device: Device,
  name: string,
): Promise<PersonAtDevice | null> {
  const { rows } = await database.query<PersonAtDevice>(
    `select p.id, p.name, p.role from person p
     where lower(p.name) = lower($2) and p.active
       and exists (select 1 from session s where s.person_id = p.id and s.device_id = $1)`,
    [device.id, name],
  );
  return rows[0] ?? null;
}

export async function endSession(database: Asking, token: string): Promise<void> {
  await database.query('update session set ended_at = now() where token = $1 and ended_at is null', [
    hashToken(token),
  ]);
}

/** Changes somebody's own secret; false where the old one is wrong. */
export async function changeSecret(
  database: Database,
  device: Device,
  id: string,
  { old, secret }: { readonly old: string; readonly secret: string },
): Promise<boolean> {
  // The same door as for signing in: it is no other place to guess at.
  const signed = await signIn(database, device, id, old);
  if (!signed) return false;
  await endSession(database, signed.token);
  await database.query('update person set secret = $2 where id = $1', [id, await hashSecret(secret)]);
  return true;
}
