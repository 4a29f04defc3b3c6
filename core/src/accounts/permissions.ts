import { z } from 'zod';
import type { JobEventBody } from '../run/events.ts';
import type { ShopEvent } from '../shop/events.ts';

/*
 * Who may do what in a workshop of several: all of it is here, as data. The server asks it for every request, the
 * interface for what it offers, and a test tries every route with every role.
 */

/** Each may do what those before it may. */
export const roles = ['apprentice', 'technician', 'lead', 'owner'] as const;
export const roleSchema = z.enum(roles);
export type Role = (typeof roles)[number];

export const roleWords: Readonly<Record<Role, string>> = {
  apprentice: 'records and runs',
  technician: 'also closes jobs and hands units back',
  lead: 'also publishes sequences, edits models and the rules of the shop',
  owner: 'also people, devices, copies and the audit',
};

export const reaches = (role: Role, needed: Role): boolean => roles.indexOf(role) >= roles.indexOf(needed);

/** `anyone`: also who is not signed in, at a device that nobody knows. */
export type Needs = Role | 'anyone';

type Method = 'GET' | 'POST' | 'PUT';

/** What each route needs, by its pattern; what is not here is refused. */
export const routeNeeds: readonly (readonly [method: Method, path: string, needs: Needs])[] = [
  ['GET', '/api/health', 'anyone'],
  ['GET', '/api/session', 'anyone'],
  ['POST', '/api/session', 'anyone'],
  ['POST', '/api/session/end', 'anyone'],
  ['POST', '/api/session/owner', 'anyone'],
  ['POST', '/api/session/device', 'anyone'],
  ['POST', '/api/session/secret', 'apprentice'],
  ['GET', '/api/people', 'owner'],
  ['POST', '/api/people', 'owner'],
  ['POST', '/api/people/:id', 'owner'],
  ['GET', '/api/devices', 'owner'],
  ['POST', '/api/devices/codes', 'owner'],
  ['POST', '/api/devices/:id/revoke', 'owner'],
  ['GET', '/api/audit', 'owner'],
  ['GET', '/api/copies', 'owner'],
  ['POST', '/api/copies', 'owner'],
  ['GET', '/api/live', 'apprentice'],
  ['GET', '/api/unreadable', 'lead'],
  ['PUT', '/api/pictures/:id', 'apprentice'],
  ['GET', '/api/pictures/:id', 'apprentice'],
  ['GET', '/api/pictures/:id/small', 'apprentice'],
  ['POST', '/api/papers', 'apprentice'],
  ['GET', '/api/papers/:id', 'apprentice'],
  ['GET', '/api/papers/:id/file', 'apprentice'],
  ['GET', '/api/units', 'apprentice'],
  ['GET', '/api/units/:id', 'apprentice'],
  ['GET', '/api/units/:id/changes', 'apprentice'],
  ['GET', '/api/units/:id/hand-back', 'apprentice'],
  ['GET', '/api/units/:id/earlier', 'apprentice'],
  ['GET', '/api/units/:id/everything', 'owner'],
  ['GET', '/api/models', 'apprentice'],
  ['GET', '/api/models/:code', 'apprentice'],
  ['GET', '/api/models/:code/evidence', 'apprentice'],
  ['GET', '/api/models/:code/pictures', 'apprentice'],
  ['GET', '/api/models/:code/recordings', 'apprentice'],
  ['GET', '/api/models/:code/jobs', 'apprentice'],
  ['GET', '/api/models/:code/revisions/:number', 'apprentice'],
  ['POST', '/api/recordings', 'apprentice'],
  ['GET', '/api/recordings/:id', 'apprentice'],
  ['POST', '/api/recordings/:id/entries', 'apprentice'],
  ['GET', '/api/recordings/:id/live', 'apprentice'],
  ['GET', '/api/parts', 'apprentice'],
  ['GET', '/api/parts/wants', 'apprentice'],
  ['GET', '/api/parts/:number', 'apprentice'],
  ['GET', '/api/search', 'apprentice'],
  ['GET', '/api/settings/:key', 'apprentice'],
  // By what is said: see below.
  ['POST', '/api/shop/events', 'apprentice'],
  ['GET', '/api/shop/technicians', 'apprentice'],
  ['GET', '/api/jobs', 'apprentice'],
  ['GET', '/api/jobs/times', 'apprentice'],
  ['POST', '/api/jobs', 'apprentice'],
  ['GET', '/api/jobs/:id', 'apprentice'],
  ['POST', '/api/jobs/:id/events', 'apprentice'],
  ['POST', '/api/jobs/:id/presence', 'apprentice'],
  ['GET', '/api/jobs/:id/live', 'apprentice'],
];

/** What it takes to say something of the shop, and what that is called. */
const shopNeeds: Readonly<Record<ShopEvent['kind'], readonly [needs: Role, words: string]>> = {
  'unit-arrived': ['apprentice', 'taking in a unit'],
  'unit-told': ['apprentice', 'correcting a unit'],
  'model-made': ['apprentice', 'naming a new model'],
  'model-told': ['lead', 'editing a model'],
  'revision-published': ['lead', 'publishing a sequence'],
  'revision-told': ['lead', 'taking a sequence back'],
  'act-pictured': ['lead', 'changing the photos of a sequence'],
  'schools-told': ['lead', 'changing how the shop works'],
  'unit-forgotten': ['owner', 'forgetting what is an owner’s'],
  'forgetting-told': ['owner', 'changing when units are forgotten'],
  'copying-told': ['owner', 'changing when copies are made'],
  'word-told': ['technician', 'teaching a word of the shop'],
  'want-added': ['apprentice', 'ordering a part'],
  'want-told': ['apprentice', 'ordering a part'],
  'stock-counted': ['technician', 'counting the shelf'],
  'technician-renamed': ['lead', 'correcting a name in all records'],
};

/** What somebody wants to do, in words, and the least role that may. */
export interface Deed {
  readonly needs: Role;
  readonly words: string;
}

export function shopDeed(event: ShopEvent): Deed {
  if (event.kind === 'unit-told' && ('left' in event.set || 'withdrawn' in event.set))
    return { needs: 'technician', words: 'handing a unit back' };
  const [needs, words] = shopNeeds[event.kind];
  return { needs, words };
}

export const jobDeed = ({ kind }: Pick<JobEventBody, 'kind'>): Deed =>
  kind === 'closed' || kind === 'reopened'
    ? { needs: 'technician', words: 'closing a job' }
    : { needs: 'apprentice', words: 'working on a job' };
