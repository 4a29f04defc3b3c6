import {
  auditKinds,
  changeSecretSchema,
  makeOwnerSchema,
  makePersonSchema,
  pairDeviceSchema,
  signInSchema,
  tellPersonSchema,
  type SessionState,
} from '@bemtor/core';
import { Router, type Request, type Response } from 'express';
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { inTransaction, type Database } from '../db/pool.ts';
import { parseBody, ProblemError } from '../errors.ts';
import { uuidParam } from '../http/ids.ts';
import type { LiveHub } from '../http/live.ts';
import { audit, readAudit } from './audit.ts';
import { endOwnerCodes, makePairingCode, OwnerCode, pairDevice } from './codes.ts';
import { auditOf, callerOf, deviceCookie, sessionCookie, sessionToken, type Caller } from './caller.ts';
import {
  changeSecret,
  endSession,
  hasOwner,
  listDevices,
  listPeople,
  makeDevice,
  makePerson,
  revokeDevice,
  sessionHours,
  signIn,
  tellPerson,
  type Device,
} from './people.ts';
import { codeWords } from './secrets.ts';

export interface AccountsParts {
  readonly database: Database;
  readonly hub: LiveHub;
  /** Are there accounts at all? Alone at this machine there are none. */
  readonly accounts: boolean;
  /** Told the code by which the first owner shows that they stand at the server. */
  readonly tellCode: (code: string) => void;
}

const deviceDays = 400;

/** Signing in and out, the first owner, and pairing; people and devices; the audit. */
export function accountRoutes({ database, hub, accounts, tellCode }: AccountsParts) {
  const ownerCode = new OwnerCode(database, tellCode);

  async function stateOf({ secure }: Request, caller: Caller): Promise<SessionState> {
    if (!accounts) return { accounts, isNew: false, device: null, person: null, people: [], isPlain: false };
    const isNew = !(await hasOwner(database));
    if (isNew) await ownerCode.open();
    const everybody = caller.device ? await listPeople(database) : [];
    const people = everybody.filter(({ active }) => active).map(({ id, name, role }) => ({ id, name, role }));
    return { accounts, isNew, device: caller.device, person: caller.person, people, isPlain: !secure };
  }
  const give = (request: Request, response: Response, name: string, value: string, seconds: number): void =>
    void response.cookie(name, value, {
      ...{ maxAge: seconds * 1_000, path: '/', httpOnly: true, sameSite: 'strict' },
      secure: request.secure,
    });
  const needAccounts = (): void => {
    if (!accounts)
      throw new ProblemError('accounts-off', 'Alone at this machine nobody signs in', {
        right: 'npm start -- --lan',
      });
  };

  const session = Router();
  session.get('/', async (request, response) => {
    response.json(await stateOf(request, callerOf(request)));
  });
  /** The first owner, by the code that the server told at its own screen. */
  session.post('/owner', async (request, response) => {
    needAccounts();
    const { code, name, secret, device: deviceName } = parseBody(makeOwnerSchema, request.body);
    if (await hasOwner(database)) throw new ProblemError('owner-there', 'This workshop has an owner already');
    if (!(await ownerCode.is(code)))
      throw new ProblemError('code-wrong', 'This is not the code that the server shows', { where: 'code' });
    const [person, device] = [randomUUID(), { id: randomUUID(), name: deviceName }];
    const token = await inTransaction(database, async (client) => {
      await client.query('lock table person in share row exclusive mode');
      if (await hasOwner(client)) throw new ProblemError('owner-there', 'This workshop has an owner already');
      await makePerson(client, person, { name, role: 'owner', secret });
      await endOwnerCodes(client);
      await audit(client, { kind: 'owner-made', person: name, device: deviceName, about: name });
      return makeDevice(client, device.id, deviceName);
    });
    give(request, response, deviceCookie, token, deviceDays * 24 * 3600);
    await enter(request, response, device, person, secret);
  });
  /** A device, by a code that the owner made for it. */
  session.post('/device', async (request, response) => {
    needAccounts();
    const { code, device: name } = parseBody(pairDeviceSchema, request.body);
    const device = { id: randomUUID(), name };
    const token = await pairDevice(database, code, device);
    if (token === null)
      throw new ProblemError('code-wrong', 'This code is not known, was used already, or is too old', {
        where: 'code',
        right: 'a code that the owner makes under People; it is good once, for ten minutes',
      });
    give(request, response, deviceCookie, token, deviceDays * 24 * 3600);
    response.status(201).json(await stateOf(request, { accounts, device, person: null }));
  });
  session.post('/', async (request, response) => {
    needAccounts();
    const { person, secret } = parseBody(signInSchema, request.body);
    const { device } = callerOf(request);
    if (!device)
      throw new ProblemError('device-unpaired', 'This device is not known here', {
        right: 'pair it with a code',
      });
    await enter(request, response, device, person, secret);
  });
  session.post('/end', async (request, response) => {
    needAccounts();
    const caller = callerOf(request);
    const token = sessionToken(request);
    if (caller.person) {
      await endSession(database, token);
      await auditOf(database, caller, { kind: 'signed-out' });
    }
    give(request, response, sessionCookie, '', 0);
    response.json(await stateOf(request, { ...caller, person: null }));
  });
  session.post('/secret', async (request, response) => {
    needAccounts();
    const caller = callerOf(request);
    const told = parseBody(changeSecretSchema, request.body);
    if (
      !caller.device ||
      !caller.person ||
      !(await changeSecret(database, caller.device, caller.person.id, told))
    )
      throw new ProblemError('secret-wrong', 'That is not the PIN or passphrase as it is', { where: 'old' });
    await auditOf(database, caller, { kind: 'secret-changed' });
    response.json(await stateOf(request, caller));
  });

  /** Signs in, takes the place of whoever was, and answers with how it stands then. */
  async function enter(
    request: Request,
    response: Response,
    device: Device,
    id: string,
    secret: string,
  ): Promise<void> {
    const before = sessionToken(request);
    const entered = await signIn(database, device, id, secret);
    if (!entered) {
      const person = (await listPeople(database)).find((one) => one.id === id)?.name ?? null;
      await audit(database, { kind: 'sign-in-failed', device: device.name, person });
      throw new ProblemError('secret-wrong', 'That is not the PIN or passphrase', {
        where: 'secret',
        right: 'type it again',
      });
    }
    if (before) await endSession(database, before);
    await audit(database, { kind: 'signed-in', person: entered.person.name, device: device.name });
    give(request, response, sessionCookie, entered.token, sessionHours * 3600);
    response.status(201).json(await stateOf(request, { accounts, device, person: entered.person }));
  }

  const people = Router();
  people.get('/', async (_request, response) => {
    response.json({ people: await listPeople(database) });
  });
  people.post('/', async (request, response) => {
    const person = parseBody(makePersonSchema, request.body);
    await makePerson(database, randomUUID(), person);
    await auditOf(database, callerOf(request), {
      kind: 'person-made',
      about: `${person.name}, ${person.role}`,
    });
    response.status(201).json({ people: await listPeople(database) });
  });
  people.post('/:id', async (request, response) => {
    const told = parseBody(tellPersonSchema, request.body);
    const name = await tellPerson(database, uuidParam(request, 'id'), told);
    const words = [
      told.role && `now ${told.role}`,
      told.active !== undefined && (told.active ? 'comes back' : 'has left'),
      told.secret !== undefined && 'another PIN or passphrase',
    ].filter(Boolean);
    await auditOf(database, callerOf(request), {
      kind: 'person-told',
      about: `${name}: ${words.join(', ')}`,
    });
    response.json({ people: await listPeople(database) });
  });

  const devices = Router();
  devices.get('/', async (_request, response) => {
    response.json({ devices: await listDevices(database) });
  });
  devices.post('/codes', async (request, response) => {
    const caller = callerOf(request);
    if (!caller.person)
      throw new ProblemError('accounts-off', 'Alone at this machine nothing is paired', {
        right: 'npm start -- --lan',
      });
    const { code, expiresAt } = await makePairingCode(database, caller.person.id);
    await auditOf(database, caller, { kind: 'code-made' });
    const address = `${request.protocol}://${request.headers.host ?? ''}/sign-in?code=${code}`;
    response.status(201).json({ code: codeWords(code), expiresAt, address });
  });
  devices.post('/:id/revoke', async (request, response) => {
    const id = uuidParam(request, 'id');
    const name = await revokeDevice(database, id);
    hub.turnAway(id);
    await auditOf(database, callerOf(request), { kind: 'device-revoked', about: name });
    response.json({ devices: await listDevices(database) });
  });

  const auditing = Router();
  const querySchema = z.strictObject({
    kind: z.enum(auditKinds).optional(),
    person: z.string().max(60).optional(),
    before: z.coerce.number().int().positive().optional(),
    most: z.coerce.number().int().min(1).max(5_000).optional(),
  });
  auditing.get('/', async (request, response) => {
    response.json(await readAudit(database, parseBody(querySchema, request.query)));
  });
  /** Where there is no owner yet, tells the code at once. */
  const open = async (): Promise<void> => {
    if (accounts && !(await hasOwner(database))) await ownerCode.open();
  };
  return { session, people, devices, auditing, open };
}
