import { afterAll, expect, test } from '@jest/globals';
import { emptyIntake } from '@bemtor/core';
import { unzipSync } from 'fflate';
import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import request from 'supertest';
import { forgetDue } from './forgetDue.ts';
import { openTestApp, say } from './testing/app.ts';

/* What is an owner's own goes for good where it was kept; what the workshop needs for its books stays. */

const { app, database, close } = await openTestApp({ demo: true });
afterAll(close);
const words = 'Frau Holm fell with it at Kai 3';
const serial = 'SERIAL-OF-FRAU-HOLM';

async function photo(): Promise<string> {
  const id = randomUUID();
  const bytes = await sharp({ create: { width: 40, height: 30, channels: 3, background: 'red' } })
    .png()
    .toBuffer();
  await request(app).put(`/api/pictures/${id}`).set('Content-Type', 'image/png').send(bytes).expect(201);
  return id;
}
const told = (unit: string, set: object, was: object) =>
  say(app, { kind: 'unit-told', unit, set, was }).expect(201);

/** A unit with all that can be the owner's, a recording with a photo, a closed job, handed back. */
async function visit(label: string) {
  const [unit, recording, job, own, shared] = [
    randomUUID(),
    randomUUID(),
    randomUUID(),
    await photo(),
    await photo(),
  ];
  await say(app, { kind: 'unit-arrived', unit, label, model: 'TL14-2' }).expect(201);
  await told(unit, { complaint: words, serial }, { complaint: '', serial: '' });
  await told(unit, { 'intake.notes': words, place: 'Shelf 9' }, { 'intake.notes': '', place: '' });
  await request(app).post('/api/recordings').send({ id: recording, unitId: unit }).expect(201);
  const line = randomUUID();
  const item = (id: string, body: object) => ({ id, at: new Date().toISOString(), by: 'Runa', body });
  await request(app)
    .post(`/api/recordings/${recording}/entries`)
    .send({
      items: [
        item(line, { kind: 'line', text: 'cover off', entries: [] }),
        item(randomUUID(), { kind: 'picture', of: line, picture: own, removed: false }),
        item(randomUUID(), { kind: 'picture', of: line, picture: shared, removed: false }),
      ],
    })
    .expect(200);
  await say(app, { kind: 'act-pictured', model: 'TL14-2', act: 'lift-base-cover', picture: shared }).expect(
    201,
  );
  await request(app).post('/api/jobs').send({ id: job, unitId: unit, revision: 1 }).expect(201);
  const started = {
    kind: 'started',
    targets: ['battery'],
    configuration: {},
    steps: ['unscrew-base-cover-2'],
    plannedSeconds: 60,
  };
  await request(app)
    .post(`/api/jobs/${job}/events`)
    .send({ items: [item(randomUUID(), started), item(randomUUID(), { kind: 'closed', remark: null })] })
    .expect(200);
  return { unit, recording, job, own, shared };
}
const forget = (unit: string) => say(app, { kind: 'unit-forgotten', unit });
const jobOf = async (job: string) => (await request(app).get(`/api/jobs/${job}`).expect(200)).body;

/** Everything that the database holds, as text. */
async function wholeDatabase(): Promise<string> {
  const { rows } = await database.query<{ name: string }>(
    `select table_name as name from information_schema.tables where table_schema = 'bemtor' and table_type = 'BASE TABLE'`,
  );
  const texts = await Promise.all(
    rows.map(async ({ name }) =>
      (await database.query<{ t: string }>(`select t::text as t from "${name}" t`)).rows.map(({ t }) => t),
    ),
  );
  return texts.flat().join('\n');
}

test('forgotten, it is nowhere in the database any more; ledger, times and what shows the model stay', async () => {
  const { unit, recording, job, own, shared } = await visit('F-1');
  const refused = await forget(unit).expect(409);
  expect(refused.body).toMatchObject({ code: 'unit-here', right: 'hand it back first' });
  await told(unit, { left: true }, { left: false });
  const before = await jobOf(job);
  expect(await wholeDatabase()).toContain(words);
  await forget(unit).expect(201);
  const after = await wholeDatabase();
  expect(after).not.toContain(words);
  expect(after).not.toContain(serial);
  expect(await jobOf(job)).toEqual(before);
  const lines = (await request(app).get(`/api/recordings/${recording}`).expect(200)).body.items;
  expect(lines[0].body.text).toBe('cover off');
  await request(app).get(`/api/pictures/${own}`).expect(404);
  await request(app).get(`/api/pictures/${shared}`).expect(200);
  const found = (await request(app).get(`/api/units/${unit}`).expect(200)).body;
  expect(found).toMatchObject({
    label: 'F-1',
    place: 'Shelf 9',
    complaint: '',
    serial: '',
    intake: { ...emptyIntake, notes: '' },
  });
  expect((await request(app).get(`/api/search?q=${encodeURIComponent('Holm')}`)).body.hits).toEqual([]);
  // Again it is nothing new; who asks the audit finds it once.
  await forget(unit).expect(201);
  const { rows } = (await request(app).get('/api/audit?kind=unit-forgotten').expect(200)).body;
  expect(rows.map(({ about }: { about: string }) => about)).toEqual(['F-1', 'F-1']);
});

test('what a device sends again after that is not said again', async () => {
  const { unit } = await visit('F-2');
  const [id, at] = [randomUUID(), new Date().toISOString()];
  const body = { kind: 'unit-told', unit, set: { complaint: `${words}!` }, was: { complaint: words } };
  await request(app).post('/api/shop/events').send({ id, at, body }).expect(201);
  await told(unit, { left: true }, { left: false });
  await forget(unit).expect(201);
  await request(app).post('/api/shop/events').send({ id, at, body }).expect(200);
  expect(await wholeDatabase()).not.toContain(words);
});

test('by the rule of the shop it goes by itself, when its time is over and not before', async () => {
  const [old, young, here] = [await visit('F-3'), await visit('F-4'), await visit('F-5')];
  for (const { unit } of [old, young]) await told(unit, { left: true }, { left: false });
  await database.query(`update unit set left_at = now() - interval '100 days' where id = $1`, [old.unit]);
  await database.query(`update unit set left_at = now() - interval '80 days' where id = $1`, [young.unit]);
  expect(await forgetDue(database, new Date())).toBe(0);
  await say(app, { kind: 'forgetting-told', set: { afterDays: 12 }, was: { afterDays: null } }).expect(400);
  await say(app, { kind: 'forgetting-told', set: { afterDays: 90 }, was: { afterDays: null } }).expect(201);
  expect(await forgetDue(database, new Date())).toBeGreaterThanOrEqual(1);
  const complaintOf = async ({ unit }: { unit: string }) =>
    (await request(app).get(`/api/units/${unit}`)).body.complaint;
  expect(await Promise.all([old, young, here].map(complaintOf))).toEqual(['', words, words]);
  expect(await forgetDue(database, new Date())).toBe(0);
  expect((await request(app).get('/api/audit?kind=unit-forgotten')).body.rows[0].about).toMatch(
    /90 days after/,
  );
});

test('all that is held about a unit comes in one file, by a name that is one', async () => {
  const { unit, recording, job, own, shared } = await visit('../F 6 "ü"');
  const { headers, body } = await request(app)
    .get(`/api/units/${unit}/everything`)
    .buffer(true)
    .parse((response, done) => {
      const chunks: Buffer[] = [];
      response.on('data', (chunk: Buffer) => chunks.push(chunk));
      response.on('end', () => done(null, Buffer.concat(chunks)));
    })
    .expect(200);
  expect(headers['content-disposition']).toBe('attachment; filename=F-6-.zip');
  const files = unzipSync(new Uint8Array(body as Buffer));
  expect(Object.keys(files).sort()).toEqual(
    [
      'unit.json',
      'said-of-it.json',
      `recordings/${recording}.json`,
      `jobs/${job}.json`,
      `photos/${own}.jpg`,
      `photos/${shared}.jpg`,
    ].sort(),
  );
  const textOf = (name: string): string => new TextDecoder().decode(files[name]);
  expect(JSON.parse(textOf('unit.json'))).toMatchObject({ complaint: words, serial });
  expect(textOf('said-of-it.json')).toContain('Shelf 9');
  expect([...files[`photos/${own}.jpg`]!.slice(0, 2)]).toEqual([0xff, 0xd8]);
  expect((await request(app).get('/api/audit?kind=unit-exported')).body.rows).toHaveLength(1);
  await request(app).get(`/api/units/${randomUUID()}/everything`).expect(404);
});
