import { roles, type Role, type SessionState } from '@bemtor/core';
import { randomUUID } from 'node:crypto';
import request, { type Response, type Test } from 'supertest';
import { openTestApp, type TestApp } from './app.ts';

/** What a device's browser keeps: its cookies. */
export type Jar = Map<string, string>;
export const cookiesOf = (jar: Jar): string => [...jar].map(([name, value]) => `${name}=${value}`).join('; ');
export function keep(jar: Jar, headers: Record<string, unknown>): void {
  for (const line of (headers['set-cookie'] as string[] | undefined) ?? []) {
    const [, name, value] = /^([^=]+)=([^;]*)/.exec(line) ?? [];
    if (name && value) jar.set(name, value);
    else if (name) jar.delete(name);
  }
}
export const idOf = (state: SessionState, name: string): string =>
  state.people.find((one) => one.name === name)!.id;
export const said = (body: object, by?: string) => ({
  ...{ id: randomUUID(), at: new Date().toISOString(), body },
  ...(by ? { by } : {}),
});

export const secrets: Readonly<Record<Role, string>> = {
  ...{ apprentice: '4711', technician: '2222', lead: 'a longer phrase', owner: 'owner phrase ü' },
};
export const names: Readonly<Record<Role, string>> = {
  ...{ apprentice: 'Teitur', technician: 'Ilse', lead: 'Runa', owner: 'Alva' },
};

export interface Staffed {
  readonly workshop: TestApp;
  /** A device for each role, with somebody of that role signed in. */
  readonly jars: Readonly<Record<Role, Jar>>;
  readonly ask: (jar: Jar, method: 'get' | 'post' | 'put', path: string, body?: object) => Test;
  readonly enter: (jar: Jar, name: string, secret: string) => Promise<Response>;
  readonly pair: (name: string) => Promise<Jar>;
}

/** A workshop of several: an owner at the desk, and somebody of each other role at a bench of their own. */
export async function openStaffed(): Promise<Staffed> {
  const codes: string[] = [];
  const workshop = await openTestApp({
    demo: true,
    accounts: true,
    tellCode: (code) => void codes.push(code),
  });
  while (codes.length === 0) await new Promise((resolve) => setTimeout(resolve, 5));
  const ask: Staffed['ask'] = (jar, method, path, body) => {
    const asked = request(workshop.app)[method](path).set('Cookie', cookiesOf(jar));
    return body === undefined ? asked : asked.send(body);
  };
  const owner: Jar = new Map();
  const enter: Staffed['enter'] = async (jar, name, secret) => {
    const state = (await ask(jar, 'get', '/api/session').expect(200)).body as SessionState;
    const answer = await ask(jar, 'post', '/api/session', { person: idOf(state, name), secret });
    keep(jar, answer.headers);
    return answer;
  };
  const pair: Staffed['pair'] = async (name) => {
    const { body } = await ask(owner, 'post', '/api/devices/codes', {}).expect(201);
    const jar: Jar = new Map();
    const answer = await ask(jar, 'post', '/api/session/device', { code: body.code, device: name }).expect(
      201,
    );
    keep(jar, answer.headers);
    return jar;
  };
  const made = await ask(owner, 'post', '/api/session/owner', {
    ...{ code: codes.at(-1)!, name: 'Alva', secret: secrets.owner, device: 'Desk' },
  }).expect(201);
  keep(owner, made.headers);
  const jars: Record<Role, Jar> = { apprentice: owner, technician: owner, lead: owner, owner };
  for (const role of roles.slice(0, 3)) {
    await ask(owner, 'post', '/api/people', { name: names[role], role, secret: secrets[role] }).expect(201);
    jars[role] = await pair(`Bench of ${names[role]}`);
    await enter(jars[role], names[role], secrets[role]);
  }
  return { workshop, jars, ask, enter, pair };
}
