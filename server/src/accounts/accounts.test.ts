import { afterAll, describe, expect, test } from '@jest/globals';
import type { SessionState } from '@bemtor/core';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { get, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import request from 'supertest';
import { openTestApp, type TestApp } from '../testing/app.ts';
import { cookiesOf, idOf, openStaffed, said, secrets } from '../testing/staffed.ts';

/* Who tries to get in, and what is known of it afterwards. */

const { workshop, jars, ask, enter, pair } = await openStaffed();
const { owner } = jars;
afterAll(() => workshop.close());

describe('the first owner', () => {
  test('shows the code of the server’s own screen; a few wrong ones, and it is another', async () => {
    const told: string[] = [];
    const fresh = await openTestApp({
      demo: false,
      accounts: true,
      tellCode: (code) => void told.push(code),
    });
    try {
      const { body: before } = await request(fresh.app).get('/api/session').expect(200);
      expect(before).toMatchObject({ accounts: true, isNew: true, people: [], device: null });
      const make = (code: string) =>
        request(fresh.app)
          .post('/api/session/owner')
          .send({ code, name: 'Alva', secret: '12345', device: 'Desk' });
      const first = told[0]!;
      for (let i = 0; i < 5; i++) {
        const wrong = String((Number(first.replace('-', '')) + 1 + i) % 1e8).padStart(8, '0');
        expect((await make(wrong).expect(403)).body.code).toBe('code-wrong');
      }
      expect(told).toHaveLength(2);
      await make(first).expect(403);
      await make('12').expect(400);
      await make(told[1]!).expect(201);
      expect((await make(told[1]!).expect(409)).body.code).toBe('owner-there');
      expect((await request(fresh.app).get('/api/session').expect(200)).body).toMatchObject({
        isNew: false,
        people: [],
      });
    } finally {
      await fresh.close();
    }
  });

  test('shows the code of any server of the workshop; wrong ones at one end those of the other', async () => {
    const told: string[][] = [[], []];
    const opening = (n: number) => ({
      ...{ demo: false, accounts: true },
      tellCode: (code: string) => void told[n]!.push(code),
    });
    const one = await openTestApp(opening(0));
    const other = await openTestApp({ ...opening(1), beside: one });
    try {
      for (const { app } of [one, other]) await request(app).get('/api/session').expect(200);
      const make = ({ app }: TestApp, code: string) =>
        request(app).post('/api/session/owner').send({ code, name: 'Alva', secret: '12345', device: 'Desk' });
      const [first, its] = told.map((codes) => codes[0]!) as [string, string];
      const wrong = ['00000000', '00000001', '00000002', '00000003', '00000004'].filter(
        (code) => code !== first.replace('-', '') && code !== its.replace('-', ''),
      );
      for (const [i, code] of [...wrong, '00000005'].slice(0, 5).entries())
        await make([one, other][i % 2]!, code).expect(403);
      await make(one, its).expect(403);
      for (const { app } of [one, other]) await request(app).get('/api/session').expect(200);
      expect(told.map(({ length }) => length)).toEqual([2, 2]);
      await make(one, told[1]![1]!).expect(201);
      await make(other, told[0]![1]!).expect(409);
      const { rows } = await one.database.query('select 1 from pairing_code where used_at is null');
      expect(rows).toEqual([]);
    } finally {
      await other.close();
      await one.close();
    }
  });
});

describe('who tries to get in', () => {
  test('a secret is guessed at three times, then ever more slowly, also by many at once, and also by who knows it', async () => {
    await ask(owner, 'post', '/api/people', { name: 'Guessed', role: 'technician', secret: '8642' }).expect(
      201,
    );
    const bench = await pair('Bench of a guesser');
    const state = (await ask(bench, 'get', '/api/session')).body as SessionState;
    const guess = (secret: string) =>
      ask(bench, 'post', '/api/session', { person: idOf(state, 'Guessed'), secret });
    const answers = await Promise.all(Array.from({ length: 24 }, (_, i) => guess(String(1000 + i))));
    const looked = answers.filter(({ body }) => body.code === 'secret-wrong');
    const held = answers.filter(({ body }) => body.code === 'sign-in-held');
    expect(looked.length).toBeLessThanOrEqual(3);
    expect(held.length).toBe(24 - looked.length);
    expect(held[0]!.status).toBe(429);
    expect((await guess('8642')).body).toMatchObject({
      code: 'sign-in-held',
      right: expect.stringMatching(/^again in/),
    });
    await workshop.database.query(`update person set held_until = now() where name = 'Guessed'`);
    expect((await guess('0000')).body.code).toBe('secret-wrong');
    const { rows } = await workshop.database.query<{ wait: number }>(
      `select extract(epoch from held_until - now())::float as wait from person where name = 'Guessed'`,
    );
    expect(rows[0]!.wait).toBeGreaterThan(1);
    await workshop.database.query(`update person set held_until = now() where name = 'Guessed'`);
    await guess('8642').expect(201);
    const { rows: noted } = (await ask(owner, 'get', '/api/audit?kind=sign-in-failed&person=Guessed')).body;
    expect(noted.length).toBe(looked.length + 1);
  });

  test('nobody is told whether a person is there; without a paired device nobody is even asked', async () => {
    const bench = await pair('Bench 3');
    const unknown = await ask(bench, 'post', '/api/session', { person: randomUUID(), secret: 'x' });
    expect([unknown.status, unknown.body.code]).toEqual([403, 'secret-wrong']);
    expect((await ask(new Map(), 'get', '/api/session').expect(200)).body).toMatchObject({
      people: [],
      device: null,
    });
    const state = (await ask(bench, 'get', '/api/session')).body as SessionState;
    await ask(new Map(), 'post', '/api/session', {
      person: idOf(state, 'Alva'),
      secret: secrets.owner,
    }).expect(401);
  });

  test('a code pairs one device, once, for ten minutes', async () => {
    const { body } = await ask(owner, 'post', '/api/devices/codes', {}).expect(201);
    expect(body.code).toMatch(/^\d{4}-\d{4}$/);
    const use = (code: string) => ask(new Map(), 'post', '/api/session/device', { code, device: 'X' });
    const both = await Promise.all([use(body.code), use(body.code)]);
    expect(both.map(({ status }) => status).sort()).toEqual([201, 403]);
    const { body: old } = await ask(owner, 'post', '/api/devices/codes', {});
    await workshop.database.query('update pairing_code set expires_at = now() where used_at is null');
    expect((await use(old.code).expect(403)).body.code).toBe('code-wrong');
  });

  test('codes are guessed at twenty times a minute, also by many at once; then the right one waits too', async () => {
    const use = (code: string) => ask(new Map(), 'post', '/api/session/device', { code, device: 'Y' });
    const { body: right } = await ask(owner, 'post', '/api/devices/codes', {}).expect(201);
    const guesses = await Promise.all(Array.from({ length: 30 }, (_, i) => use(String(i).padStart(8, '0'))));
    expect(guesses.map(({ status }) => status)).toEqual(guesses.map(() => 403));
    const noted = () =>
      workshop.database.query(
        "select 1 from audit where kind = 'pairing-code-wrong' and at > now() - interval '1 minute'",
      );
    expect((await noted()).rowCount).toBe(20);
    await use(right.code).expect(403);
    // A minute later.
    await workshop.database.query(
      "update audit set at = at - interval '1 minute' where kind = 'pairing-code-wrong'",
    );
    await use(right.code).expect(201);
  });

  test('cookies that were taken are worth nothing: elsewhere, after revocation, and what was followed ends', async () => {
    const bench = await pair('Lost tablet');
    await enter(bench, 'Ilse', secrets.technician);
    // The session alone, at another device.
    const mixed = new Map(jars.apprentice).set('bemtor-session', bench.get('bemtor-session')!);
    expect((await ask(mixed, 'get', '/api/units')).status).toBe(401);
    const server: Server = workshop.app.listen(0, '127.0.0.1');
    await once(server, 'listening');
    const { port } = server.address() as AddressInfo;
    const [followed] = (await once(
      get({ host: '127.0.0.1', port, path: '/api/live', headers: { Cookie: cookiesOf(bench) } }),
      'response',
    )) as [IncomingMessage];
    followed.resume();
    const { devices } = (await ask(owner, 'get', '/api/devices').expect(200)).body;
    const lost = devices.find(({ name }: { name: string }) => name === 'Lost tablet');
    expect(lost.last.person).toBe('Ilse');
    const ended = once(followed, 'close');
    await ask(owner, 'post', `/api/devices/${lost.id}/revoke`, {}).expect(200);
    await ended;
    server.closeAllConnections();
    server.close();
    expect((await ask(bench, 'get', '/api/units').expect(401)).body.code).toBe('device-unpaired');
    expect((await ask(bench, 'get', '/api/session')).body).toMatchObject({
      device: null,
      person: null,
      people: [],
    });
  });

  test('whose rights or secret were taken is signed out; the workshop keeps an owner', async () => {
    await ask(owner, 'post', '/api/people', { name: 'Leaving', role: 'lead', secret: '9999' }).expect(201);
    const bench = await pair('Bench 4');
    await enter(bench, 'Leaving', '9999');
    const state = (await ask(bench, 'get', '/api/session')).body as SessionState;
    const tell = (name: string, told: object) => ask(owner, 'post', `/api/people/${idOf(state, name)}`, told);
    await tell('Leaving', { role: 'apprentice' }).expect(200);
    await ask(
      bench,
      'post',
      '/api/shop/events',
      said({ kind: 'schools-told', set: { keep: 'mat' }, was: { keep: 'cell' } }),
    ).expect(403);
    await tell('Leaving', { active: false }).expect(200);
    await ask(bench, 'get', '/api/units').expect(401);
    expect((await tell('Alva', { role: 'lead' }).expect(409)).body.code).toBe('owner-needed');
    expect((await tell('Alva', { active: false }).expect(409)).body.code).toBe('owner-needed');
    await ask(owner, 'get', '/api/people').expect(200);
    await ask(owner, 'post', '/api/people', { name: 'runa', role: 'lead', secret: '1234' }).expect(409);
    await ask(owner, 'post', '/api/people', { name: 'Short', role: 'lead', secret: '12' }).expect(400);
  });

  test('one’s own secret is changed by who knows the old one', async () => {
    const bench = await pair('Bench 5');
    await enter(bench, 'Ilse', secrets.technician);
    expect(
      (await ask(bench, 'post', '/api/session/secret', { old: '1', secret: '5555' }).expect(403)).body.code,
    ).toBe('secret-wrong');
    await ask(bench, 'post', '/api/session/secret', { old: secrets.technician, secret: '5555' }).expect(200);
    expect((await enter(bench, 'Ilse', secrets.technician)).status).toBe(403);
    expect((await enter(bench, 'Ilse', '5555')).status).toBe(201);
  });

  test('a page of somebody else signs nobody in or out, though the browser has the cookies', async () => {
    for (const path of ['/api/session', '/api/session/end', '/api/people', '/api/devices/codes'])
      await ask(owner, 'post', path, {}).set('Origin', 'https://elsewhere.example').expect(403);
    await ask(owner, 'get', '/api/people').set('Sec-Fetch-Site', 'cross-site').expect(403);
    await ask(owner, 'get', '/api/people').expect(200);
  });

  test('cookies are for this server and its own pages alone, over an encrypted line only where there is one', async () => {
    const plain = (await enter(await pair('Bench 6'), 'Runa', secrets.lead)).headers[
      'set-cookie'
    ] as unknown as string[];
    expect(plain.join()).toMatch(/HttpOnly/i);
    expect(plain.join()).toMatch(/SameSite=Strict/i);
    expect(plain.join()).not.toMatch(/Secure|Domain=/i);
    const told: string[] = [];
    const proxied = await openTestApp({
      demo: false,
      accounts: true,
      isBehindProxy: true,
      tellCode: (code) => void told.push(code),
    });
    try {
      while (told.length === 0) await new Promise((resolve) => setTimeout(resolve, 5));
      const made = await request(proxied.app)
        .post('/api/session/owner')
        .set({ 'X-Forwarded-Proto': 'https' })
        .send({ code: told[0], name: 'A', secret: '12345', device: 'D' })
        .expect(201);
      for (const line of made.headers['set-cookie'] as unknown as string[]) expect(line).toMatch(/; Secure/);
      expect(made.body.isPlain).toBe(false);
    } finally {
      await proxied.close();
    }
  });

  test('neither secrets nor tokens nor codes can be had from the database', async () => {
    const { rows } = await workshop.database.query<{ secret: string }>('select secret from person');
    for (const { secret } of rows) expect(secret).toMatch(/^\$argon2id\$v=19\$m=19456,p=1,t=2\$/);
    const all = await workshop.database.query<{ text: string }>(
      `select t::text as text from device t union all select t::text from session t union all select t::text from pairing_code t
       union all select t::text from person t union all select t::text from audit t`,
    );
    const text = all.rows.map((row) => row.text).join('\n');
    for (const secret of [...Object.values(secrets), ...owner.values(), ...jars.lead.values()])
      expect(text).not.toContain(secret);
  });
});

describe('the audit', () => {
  test('says who let whom in, from where, in order and a page at a time', async () => {
    const whole = (await ask(owner, 'get', '/api/audit?most=5000').expect(200)).body;
    expect(whole.next).toBeNull();
    const first = whole.rows.at(-1);
    expect(first).toMatchObject({ kind: 'owner-made', person: 'Alva', device: 'Desk' });
    const paged: { seq: number }[] = [];
    for (let before: number | null = null; ;) {
      const page: { rows: { seq: number }[]; next: number | null } = (
        await ask(owner, 'get', `/api/audit?most=7${before ? `&before=${before}` : ''}`).expect(200)
      ).body;
      paged.push(...page.rows);
      if (page.next === null) break;
      before = page.next;
    }
    expect(paged.map(({ seq }) => seq)).toEqual(whole.rows.map(({ seq }: { seq: number }) => seq));
    await ask(owner, 'get', '/api/audit?kind=odd').expect(400);
  });
});

test('alone at this machine nobody signs in, and everything may be done', async () => {
  const single = await openTestApp({ demo: false });
  try {
    expect((await request(single.app).get('/api/session').expect(200)).body).toEqual({
      ...{ accounts: false, isNew: false, device: null, person: null, people: [], isPlain: false },
    });
    await request(single.app).get('/api/people').expect(200);
    expect(
      (await request(single.app).post('/api/session').send({ person: randomUUID(), secret: 'x' }).expect(409))
        .body.code,
    ).toBe('accounts-off');
  } finally {
    await single.close();
  }
});
