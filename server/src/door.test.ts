import { afterAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { get as httpGet } from 'node:http';
import type { AddressInfo } from 'node:net';
import request from 'supertest';
import { migrate } from './db/migrate.ts';
import { openTestApp, openUnitOf, say } from './testing/app.ts';

/* What comes in at the door: odd but possible input, two at once, and what another version left behind. */

const { app, database, close } = await openTestApp({ demo: true });
afterAll(close);

const lineAt = (at: string) => ({ id: randomUUID(), at, body: { kind: 'line', text: 'fan', entries: [] } });

describe('odd but possible input', () => {
  test('is refused with a place, never by a fault of the server', async () => {
    const { recording, unit } = await openUnitOf(app, 'TL14-2');
    const post = (at: string) =>
      request(app)
        .post(`/api/recordings/${recording}/entries`)
        .send({ items: [lineAt(at)] });
    for (const at of ['0000-01-01T00:00:00Z', '9999-12-31T23:59:59Z'])
      expect((await post(at).expect(400)).body).toMatchObject({ where: 'items.0.at' });
    await post('2026-01-01T08:00:00+23:00').expect(200);
    const job = { id: randomUUID(), unitId: unit, revision: 2_147_483_648 };
    expect((await request(app).post('/api/jobs').send(job).expect(400)).body.where).toBe('revision');
    await request(app).get('/api/models/TL14-2/revisions/4294967296').expect(404);
    await request(app).get(`/api/recordings/${recording}?after=99999999999`).expect(200);
    expect((await request(app).get('/api/models/%').expect(400)).body.code).toBe('request-malformed');
    const charset = request(app)
      .post('/api/shop/events')
      .set('Content-Type', 'application/json; charset=odd');
    expect((await charset.send('{}')).body.code).toBe('request-malformed');
  });

  test('an id in capitals is the same id', async () => {
    const [id, event] = [randomUUID(), randomUUID()];
    const arrived = (unit: string) => ({ kind: 'unit-arrived', unit, label: 'CAPITALS', model: 'TL14-2' });
    const first = await say(app, arrived(id.toUpperCase()), { id: event.toUpperCase() }).expect(201);
    expect(first.body).toMatchObject({ id: event, stands: { id } });
    await say(app, arrived(id), { id: event }).expect(200);
    expect((await request(app).get(`/api/units/${id.toUpperCase()}`).expect(200)).body.label).toBe(
      'CAPITALS',
    );
  });
});

describe('two at once', () => {
  test('devices that begin a unit at the same moment write into one recording', async () => {
    const unit = randomUUID();
    await say(app, { kind: 'unit-arrived', unit, label: 'TWO-1', model: 'TL14-3' }).expect(201);
    const ids = Array.from({ length: 6 }, () => randomUUID());
    const answers = await Promise.all(
      ids.map((id) => request(app).post('/api/recordings').send({ id, unitId: unit })),
    );
    const first = new Set(answers.map(({ body }) => body.id));
    expect(first.size).toBe(1);
    expect(answers.filter(({ status }) => status === 201)).toHaveLength(1);
    // A device that lost the answer asks again under its own id, and is told the same.
    const again = await request(app).post('/api/recordings').send({ id: ids[5], unitId: unit });
    expect(first.has(again.body.id)).toBe(true);
  });

  test('starts at the same moment make one job; a closed one makes room for the next, a reopened one does not', async () => {
    const { unit } = await openUnitOf(app, 'TL14-2');
    const start = () => request(app).post('/api/jobs').send({ id: randomUUID(), unitId: unit, revision: 1 });
    const answers = await Promise.all(Array.from({ length: 5 }, start));
    const [job] = new Set(answers.map(({ body }) => body.id as string));
    expect(new Set(answers.map(({ body }) => body.id)).size).toBe(1);
    const tell = (body: object) =>
      request(app)
        .post(`/api/jobs/${job}/events`)
        .send({ items: [{ id: randomUUID(), at: new Date().toISOString(), body }] })
        .expect(200);
    await tell({ kind: 'closed', remark: null });
    await tell({ kind: 'reopened', reason: 'a clip was open' });
    expect((await start()).body.id).toBe(job);
    await tell({ kind: 'closed', remark: null });
    expect((await start()).body.id).not.toBe(job);
  });

  test('one connection hears of every stream that grows, by name', async () => {
    const { recording } = await openUnitOf(app, 'TL14-3');
    const server = app.listen(0, '127.0.0.1');
    await once(server, 'listening');
    try {
      const { port } = server.address() as AddressInfo;
      const heard = new Promise<string>((resolve, reject) => {
        const call = httpGet({ host: '127.0.0.1', port, path: '/api/live' }, (response) => {
          let text = '';
          response.setEncoding('utf8');
          response.on('data', (piece: string) => {
            text += piece;
            if (text.includes(recording)) {
              call.destroy();
              resolve(text);
            }
          });
          response.once('data', () => {
            request(app)
              .post(`/api/recordings/${recording}/entries`)
              .send({ items: [lineAt(new Date().toISOString())] })
              .then(() => undefined, reject);
          });
        });
        call.on('error', reject);
      });
      expect(await heard).toContain(`data: {"stream":"recordings/${recording}"}`);
    } finally {
      server.closeAllConnections();
      server.close();
    }
  });

  test('only what is new is sent, and the last place with it', async () => {
    const { recording } = await openUnitOf(app, 'TL14-3');
    const items = Array.from({ length: 40 }, () => lineAt(new Date().toISOString()));
    await request(app).post(`/api/recordings/${recording}/entries`).send({ items }).expect(200);
    const whole = await request(app).get(`/api/recordings/${recording}`).expect(200);
    const rest = await request(app).get(`/api/recordings/${recording}?after=39`).expect(200);
    expect(rest.body).toMatchObject({ last: 40, items: [{ seq: 40 }] });
    expect(rest.text.length).toBeLessThan(whole.text.length / 20);
    expect((await request(app).get(`/api/recordings/${recording}?after=40`)).body).toMatchObject({
      last: 40,
      items: [],
    });
  });
});

describe('what another version left behind', () => {
  test('a row that cannot be read is set apart and named; the rest is shown, and it is not overwritten', async () => {
    const { unit } = await openUnitOf(app, 'TL14-2');
    await database.query(`update unit set intake = '{"glow": "blue"}' where id = $1`, [unit]);
    const listed = await request(app).get('/api/units').expect(200);
    expect(listed.body.units.map(({ id }: { id: string }) => id)).toContain(unit);
    const told = say(app, { kind: 'unit-told', unit, set: { serial: 'x' }, was: { serial: '' } });
    expect((await told.expect(422)).body.code).toBe('row-unreadable');
    const job = randomUUID();
    await request(app).post('/api/jobs').send({ id: job, unitId: unit, revision: 1 }).expect(201);
    await database.query(
      `insert into event (job_id, seq, id, kind, body, at) values ($1, 1, $2, 'started', '{"kind": "started", "later": true}', now())`,
      [job, randomUUID()],
    );
    const logbook = await request(app).get('/api/jobs').expect(200);
    expect(logbook.body.jobs.length).toBeGreaterThan(5);
    expect(logbook.body.jobs.map(({ id }: { id: string }) => id)).not.toContain(job);
    await request(app).get('/api/jobs/times').expect(200);
    await request(app).get('/api/models/TL14-2/evidence').expect(200);
    const { rows } = (await request(app).get('/api/unreadable').expect(200)).body;
    expect(rows).toContainEqual(expect.objectContaining({ what: 'intake of a unit', id: unit }));
    expect(rows).toContainEqual(expect.objectContaining({ what: 'event of a job', of: job }));
    await database.query('delete from event where job_id = $1', [job]);
  });

  test('a setting and a revision of a later version are named, and stand as they were', async () => {
    await database.query(
      `insert into setting (key, value, revision) values ('schools', '{"mood": "late"}', 4)`,
    );
    const read = await request(app).get('/api/settings/schools').expect(200);
    expect(read.body.value).toHaveProperty('keep');
    const told = say(app, { kind: 'schools-told', set: { keep: 'mat' }, was: { keep: 'cell' } });
    expect((await told.expect(422)).body.code).toBe('row-unreadable');
    await database.query(
      `insert into revision (model_code, number, document) values ('OP7-1', 99, '{"format": "bemtor.sequence/9"}')`,
    );
    expect((await request(app).get('/api/models/OP7-1/revisions/latest').expect(422)).body).toMatchObject({
      code: 'row-unreadable',
      right: 'bemtor.sequence/1',
    });
    const { rows } = (await request(app).get('/api/unreadable')).body;
    expect(rows.map(({ what, id }: { what: string; id: string }) => `${what} ${id}`)).toEqual(
      expect.arrayContaining(['setting schools', 'revision OP7-1 99']),
    );
    await database.query(`delete from setting where key = 'schools'`);
    await database.query(`delete from revision where number = 99`);
  });

  test('a database of a later version is refused at start, in one line that names it', async () => {
    await database.query(`insert into migration (name) values ('999-later.sql')`);
    await expect(migrate(database)).rejects.toThrow('a later version (it has 999-later.sql');
    await database.query(`delete from migration where name = '999-later.sql'`);
    expect(await migrate(database)).toEqual([]);
  });
});
