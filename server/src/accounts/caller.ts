import {
  reaches,
  roles,
  routeNeeds,
  type Deed,
  type Needs,
  type PersonAtDevice,
  type Role,
} from '@bemtor/core';
import type { Request, RequestHandler } from 'express';
import type { Database } from '../db/pool.ts';
import { ProblemError } from '../errors.ts';
import { deviceLocal } from '../http/live.ts';
import { audit, type Audited } from './audit.ts';
import { deviceOf, knownAt, namesFrom, personOf, type Device } from './people.ts';

export const deviceCookie = 'bemtor-device';
export const sessionCookie = 'bemtor-session';

/** Who asks. Alone at this machine there is neither person nor device, and everything may be done. */
export interface Caller {
  readonly accounts: boolean;
  readonly device: Device | null;
  readonly person: PersonAtDevice | null;
}

/** As whom something is kept. */
export interface Signature {
  readonly by: string | null;
  readonly person: string | null;
  readonly device: string | null;
}

const callers = new WeakMap<Request, Caller>();
const alone: Caller = { accounts: false, device: null, person: null };
export const callerOf = (request: Request): Caller => callers.get(request) ?? alone;

/** What the browser keeps for us; read by cookie-parser, which may also make an object of a value. */
const cookiesOf = (request: Request): Readonly<Record<string, string>> => {
  const all = (request.cookies ?? {}) as Readonly<Record<string, unknown>>;
  return Object.fromEntries(
    [deviceCookie, sessionCookie].map((name) => [name, typeof all[name] === 'string' ? all[name] : '']),
  );
};
export const sessionToken = (request: Request): string => cookiesOf(request)[sessionCookie] ?? '';

async function readCaller(database: Database, request: Request): Promise<Caller> {
  const { [deviceCookie]: token = '', [sessionCookie]: session = '' } = cookiesOf(request);
  const device = token === '' ? null : await deviceOf(database, token);
  const person = device && session !== '' ? await personOf(database, device, session) : null;
  return { accounts: true, device, person };
}

const patterns = routeNeeds.map(([method, path, needs]) => ({
  method,
  needs,
  // As the routes themselves are found: in any case, with or without a stroke at the end.
  pattern: new RegExp(`^${path.replaceAll(/:\w+/g, '[^/]+')}/?$`, 'i'),
}));

/** What a request needs; null: there is no such route. The first that fits, as for the routes themselves. */
export function needsOf(method: string, path: string): Needs | null {
  const asked = method === 'HEAD' ? 'GET' : method;
  return patterns.find((one) => one.method === asked && one.pattern.test(path))?.needs ?? null;
}

/** Lets in who may, by the table of permissions; what is not in it is let in by nobody. */
export const onlyAllowed =
  (database: Database): RequestHandler =>
  async (request, response, next) => {
    const path = `${request.baseUrl}${request.path}`;
    const needs = needsOf(request.method, path);
    if (needs === null) throw new ProblemError('not-found', `${request.method} ${path}`);
    const caller = await readCaller(database, request);
    callers.set(request, caller);
    response.locals[deviceLocal] = caller.device?.id;
    if (needs !== 'anyone') {
      if (!caller.device)
        throw new ProblemError('device-unpaired', 'This device is not known here', {
          right: 'pair it with a code, which the owner of the workshop makes under People',
        });
      if (!caller.person)
        throw new ProblemError('signed-out', 'Nobody is signed in at this device', {
          right: 'sign in, then it goes on',
        });
      await allow(database, caller, caller.person, { needs, words: 'this' });
    }
    next();
  };

/** Notes what a caller did: who they are and from where, unless `what` says it. */
export const auditOf = (database: Database, { person, device }: Caller, what: Audited): Promise<void> =>
  audit(database, { person: person?.name ?? null, device: device?.name ?? null, ...what });

/** Throws where somebody may not, in words that say who can. */
async function allow(database: Database, caller: Caller, person: PersonAtDevice, deed: Deed): Promise<void> {
  if (reaches(person.role, deed.needs)) return;
  await auditOf(database, caller, { kind: 'refused', person: person.name, about: deed.words });
  const able = roles.filter((role) => reaches(role, deed.needs));
  const names = await namesFrom(database, able);
  const whom = names.length > 0 ? names.join(' or ') : withArticle(deed.needs);
  throw new ProblemError(
    'not-allowed',
    `${capital(deed.words)} is for ${roleList(able)}, and ${person.name} is ${withArticle(person.role)}: ask ${whom}`,
  );
}

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
const withArticle = (role: Role): string => `${/^[aeiou]/.test(role) ? 'an' : 'a'} ${role}`;
const roleList = (able: readonly Role[]): string => able.map(withArticle).join(' or ');

/**
 * As whom something that was sent is kept, if they may: who is signed in, or whoever of this device typed it before them.
 * Alone, it is whatever stands on it.
 */
export async function signed(
  database: Database,
  caller: Caller,
  by: string | null | undefined,
  deed: Deed,
): Promise<Signature> {
  const { accounts, device, person } = caller;
  if (!accounts || !device || !person) return { by: by ?? null, person: null, device: null };
  const isOwn = !by || by.toLowerCase() === person.name.toLowerCase();
  const author = isOwn ? person : await knownAt(database, device, by);
  if (!author)
    throw new ProblemError('by-unknown', `${by} has not signed in at this device`, {
      where: 'by',
      right: `${person.name}, or somebody who has`,
    });
  await allow(database, caller, author, deed);
  return { by: author.name, person: author.id, device: device.id };
}

/** The same for items that were sent together; `deedOf` says what each takes. */
export const signedAll = <Item extends { readonly by?: string | null | undefined }>(
  database: Database,
  caller: Caller,
  items: readonly Item[],
  deedOf: (item: Item) => Deed,
): Promise<(Item & Signature)[]> =>
  Promise.all(
    items.map(async (item) => ({ ...item, ...(await signed(database, caller, item.by, deedOf(item))) })),
  );
