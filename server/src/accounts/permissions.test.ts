import { afterAll, describe, expect, test } from '@jest/globals';
import { reaches, roles, routeNeeds, shopDeed, type ShopEvent } from '@bemtor/core';
import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { openStaffed, said, secrets, type Jar } from '../testing/staffed.ts';
import { needsOf } from './caller.ts';

/* Who may do what, tried from outside: every route with every role, and as whom what is said is kept. */

const { workshop, jars, ask, enter, pair } = await openStaffed();
const { owner } = jars;
afterAll(() => workshop.close());
const lark = '0193b5c0-0001-7000-8000-000000000412';

describe('every route and every role', () => {
  test('the table names every route there is, and no other', () => {
    const source = (path: string) => readFileSync(new URL(path, import.meta.url), 'utf8');
    const app = source('../app.ts');
    const routes = new Set<string>();
    for (const [, method, path] of app.matchAll(/app\.(get|post|put)\(\s*'(\/api[^']*)'/g))
      routes.add(`${method} ${path}`);
    const files = readdirSync(new URL('../http/', import.meta.url)).filter(
      (name) => !name.includes('.test.'),
    );
    const sources = [...files.map((name) => source(`../http/${name}`)), source('./routes.ts')];
    const mounts = [...app.matchAll(/serve\('([^']+)', (?:door\.(\w+)|(\w+)\()/g)];
    expect(mounts.length).toBeGreaterThan(12);
    for (const [, at, router, factory] of mounts) {
      const text = factory
        ? sources.find((one) => one.includes(`export function ${factory}(`))!
        : source('./routes.ts');
      // A router made in a loop over two sizes names both of its paths.
      for (const [, name, method, rest] of text.matchAll(/(\w+)\.(get|post|put)\(([^\n]*(?:\n[^\n]*)?)/g))
        if (factory ? name === 'router' : name === router)
          for (const [, path] of rest!.matchAll(/'(\/[^']*)'/g))
            routes.add(`${method} ${at}${path === '/' ? '' : path}`);
    }
    expect([...routes].sort()).toEqual(
      routeNeeds.map(([method, path]) => `${method.toLowerCase()} ${path}`).sort(),
    );
  });

  test.each(routeNeeds.filter(([, path]) => path !== '/api/session/secret'))(
    '%s %s is for %s: nobody below, everybody from there on',
    async (method, pattern, needs) => {
      const path = pattern.replaceAll(':number', '1').replaceAll(/:\w+/g, randomUUID());
      const verb = method.toLowerCase() as 'get' | 'post' | 'put';
      const asked = (jar: Jar) => {
        const one = ask(jar, verb, path, verb === 'get' ? undefined : {});
        return path.endsWith('/live')
          ? one
              .timeout({ response: 500, deadline: 300 })
              .catch((error: { status?: number }) => ({ status: error.status ?? 200, body: {} }))
          : one;
      };
      const nobody = await asked(new Map());
      if (needs === 'anyone') expect([401, 200, 400, 201]).toContain(nobody.status);
      else expect([nobody.status, (nobody.body as { code: string }).code]).toEqual([401, 'device-unpaired']);
      for (const role of roles) {
        // Who signs out is signed out.
        if (pattern === '/api/session/end') continue;
        const { status, body } = await asked(new Map(jars[role]));
        const code = (body as { code?: string }).code;
        if (needs === 'anyone' || reaches(role, needs)) expect([401, 403]).not.toContain(status);
        else expect([status, code]).toEqual([403, 'not-allowed']);
      }
    },
    20_000,
  );

  test('what is in no table is there for nobody, in any spelling', async () => {
    for (const path of ['/api/nothing', '/api/unit', '/api/units/x/y/z', '/api//people'])
      expect([404, 401]).toContain((await ask(owner, 'get', path)).status);
    expect(needsOf('DELETE', '/api/units')).toBeNull();
    for (const path of ['/API/People', '/api/people/', '/api/PEOPLE'])
      expect((await ask(jars.lead, 'get', path)).status).toBe(403);
  });

  const bodies: readonly ShopEvent[] = [
    { kind: 'unit-told', unit: lark, set: { place: 'x' }, was: { place: 'y' } },
    { kind: 'unit-told', unit: lark, set: { left: true }, was: { left: null } },
    { kind: 'model-told', model: 'TL14-2', set: { name: 'x' }, was: { name: 'y' }, reason: '' },
    { kind: 'revision-told', model: 'TL14-2', number: 9, withdrawn: true, reason: '' },
    { kind: 'schools-told', set: { keep: 'mat' }, was: { keep: 'tape' } },
    { kind: 'copying-told', set: { hour: 3 }, was: { hour: 9 } },
    { kind: 'word-told', word: 'snake', means: 'fan', was: 'x' },
    { kind: 'stock-counted', number: 'X-1', onHand: 1, ordered: 0 },
    { kind: 'technician-renamed', from: 'nobody', to: 'nobody' },
  ];
  test.each(bodies.map((body) => [body.kind, shopDeed(body).needs, body] as const))(
    'to say %s of the shop takes %s',
    async (_kind, needs, body) => {
      for (const role of roles) {
        const { status, body: problem } = await ask(jars[role], 'post', '/api/shop/events', said(body));
        if (reaches(role, needs)) expect(status).not.toBe(403);
        else expect(problem).toMatchObject({ code: 'not-allowed', status: 403 });
      }
    },
  );

  test('a refusal says what it is for and whom to ask, and is noted', async () => {
    const body = { kind: 'schools-told', set: { keep: 'mat' }, was: { keep: 'cell' } };
    const { body: problem } = await ask(jars.apprentice, 'post', '/api/shop/events', said(body)).expect(403);
    expect(problem.detail).toBe(
      'Changing how the shop works is for a lead or an owner, and Teitur is an apprentice: ask Alva or Runa',
    );
    const { rows } = (await ask(owner, 'get', '/api/audit?kind=refused&person=Teitur').expect(200)).body;
    expect(rows[0]).toMatchObject({
      kind: 'refused',
      person: 'Teitur',
      device: 'Bench of Teitur',
      about: 'changing how the shop works',
    });
  });
});

describe('what is kept of who said it', () => {
  const entries = (jar: Jar, recording: string, items: object[]) =>
    ask(jar, 'post', `/api/recordings/${recording}/entries`, { items });
  const line = (by?: string) => said({ kind: 'line', text: 'fan off', entries: [] }, by);
  const signatures = async (id: string) =>
    (
      await workshop.database.query(
        `select e.by, p.name as person, d.name as device from entry e
         left join person p on p.id = e.person_id left join device d on d.id = e.device_id where e.id = $1`,
        [id],
      )
    ).rows[0];

  test('the person and the device, as the server knows them; what somebody typed before goes under their name', async () => {
    const bench = await pair('Shared bench');
    await enter(bench, 'Teitur', secrets.apprentice);
    const recording = randomUUID();
    const { body } = await ask(bench, 'post', '/api/recordings', { id: recording, unitId: lark });
    const at = (body as { id?: string }).id ?? recording;
    const [plain, own] = [line(), line('teitur')];
    await entries(bench, at, [plain, own]).expect(200);
    expect(await signatures(plain.id)).toEqual({ by: 'Teitur', person: 'Teitur', device: 'Shared bench' });
    expect(await signatures(own.id)).toEqual({ by: 'Teitur', person: 'Teitur', device: 'Shared bench' });
    // Ilse takes his place, and what he had typed while the server was away comes now.
    await enter(bench, 'Ilse', secrets.technician);
    const late = line('Teitur');
    await entries(bench, at, [late, line('Ilse')]).expect(200);
    expect(await signatures(late.id)).toEqual({ by: 'Teitur', person: 'Teitur', device: 'Shared bench' });
    // In the name of somebody who has never been at this device, nothing is kept.
    const { body: problem } = await entries(bench, at, [line('Runa')]).expect(403);
    expect(problem).toMatchObject({ code: 'by-unknown', where: 'by' });
    // And nobody does by another's name what they may not: the author's role counts.
    const event = said({ kind: 'unit-told', unit: lark, set: { left: true }, was: { left: null } }, 'Teitur');
    expect((await ask(bench, 'post', '/api/shop/events', event).expect(403)).body.detail).toContain(
      'Teitur is an apprentice',
    );
  });

  test('two switch at one bench, and the first’s session is over', async () => {
    const bench = await pair('Bench 2');
    await enter(bench, 'Ilse', secrets.technician);
    const ilse = new Map(bench);
    expect((await enter(bench, 'Runa', secrets.lead)).body).toMatchObject({
      person: { name: 'Runa', role: 'lead' },
    });
    expect((await ask(ilse, 'get', '/api/units').expect(401)).body.code).toBe('signed-out');
    await ask(bench, 'get', '/api/units').expect(200);
    await ask(bench, 'post', '/api/session/end', {}).expect(200);
    await ask(bench, 'get', '/api/units').expect(401);
  });
});
