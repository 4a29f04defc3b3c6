import { learnTimes, sequenceJsonSchema, sequenceSchemaPath, type LoggedJob } from '@bemtor/core';
import { afterAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import request from 'supertest';
import { loadDemo } from './demo.ts';
import { problems } from './errors.ts';
import { openTestApp, openUnitOf } from './testing/app.ts';

const lark = '0193b5c0-0001-7000-8000-000000000412';
const known = '0193b5c0-0002-7000-8000-000000000407';

const { app, database, close } = await openTestApp({ demo: true });
afterAll(close);

const line = (text: string) => ({
  id: randomUUID(),
  at: new Date().toISOString(),
  body: { kind: 'line', text, entries: [{ kind: 'note', text, at: 0, confidence: 0.5 }] },
});

const openRecording = async (): Promise<string> => (await openUnitOf(app, 'TL14-3')).recording;

describe('appending to a stream', () => {
  test('the same item sent twice, alone or among others, is stored once and acknowledged alike', async () => {
    const id = await openRecording();
    const [first, second] = [line('one'), line('two')];
    const once = await request(app)
      .post(`/api/recordings/${id}/entries`)
      .send({ items: [first] })
      .expect(200);
    const again = await request(app)
      .post(`/api/recordings/${id}/entries`)
      .send({ items: [first, second, first] })
      .expect(200);
    expect(once.body.acknowledged).toEqual([{ id: first.id, seq: 1 }]);
    expect(again.body.acknowledged.map(({ seq }: { seq: number }) => seq)).toEqual([1, 2, 1]);
    const stored = await request(app).get(`/api/recordings/${id}`).expect(200);
    expect(stored.body.items.map((item: { body: { text: string } }) => item.body.text)).toEqual([
      'one',
      'two',
    ]);
    expect((await request(app).get(`/api/recordings/${id}?after=1`)).body.items).toHaveLength(1);
  });

  test('many writers at once get places without gaps or doubles', async () => {
    const id = await openRecording();
    const items = Array.from({ length: 24 }, (_, i) => line(`line ${i}`));
    // Each is sent twice, as a client does that lost the answer.
    await Promise.all(
      [...items, ...items].map((item) =>
        request(app)
          .post(`/api/recordings/${id}/entries`)
          .send({ items: [item] })
          .expect(200),
      ),
    );
    const { body } = await request(app).get(`/api/recordings/${id}`);
    expect(body.items.map(({ seq }: { seq: number }) => seq)).toEqual(items.map((_, i) => i + 1));
    expect(new Set(body.items.map((item: { id: string }) => item.id)).size).toBe(items.length);
  });

  test('the same id with another body is refused, and nothing of that batch is stored', async () => {
    const id = await openRecording();
    const first = line('one');
    await request(app)
      .post(`/api/recordings/${id}/entries`)
      .send({ items: [first] })
      .expect(200);
    const clash = { ...line('other'), id: first.id };
    const refused = await request(app)
      .post(`/api/recordings/${id}/entries`)
      .send({ items: [line('new'), clash] })
      .expect(409);
    expect(refused.body).toMatchObject({ code: 'id-taken', where: first.id });
    expect((await request(app).get(`/api/recordings/${id}`)).body.items).toHaveLength(1);
  });

  test('a follower hears of growth', async () => {
    const id = await openRecording();
    const server = app.listen(0);
    const { port } = server.address() as { port: number };
    const stop = new AbortController();
    const response = await fetch(`http://127.0.0.1:${port}/api/recordings/${id}/live`, {
      signal: stop.signal,
    });
    const reader = response.body?.getReader();
    const heard = async () => new TextDecoder().decode((await reader?.read())?.value);
    expect(await heard()).toContain('event: grown');
    await request(app)
      .post(`/api/recordings/${id}/entries`)
      .send({ items: [line('one')] });
    expect(await heard()).toContain('event: grown');
    stop.abort();
    await new Promise((resolve) => server.close(resolve));
  });
});

describe('bad input gets one problem document and harms nothing', () => {
  const cases: [string, number, string, string][] = [
    ['{"items":[{"id":"nope"}]}', 400, 'body-malformed', 'items.0.id'],
    ['{"items":[]}', 400, 'body-malformed', 'items'],
    ['{"items"', 400, 'body-not-json', ''],
    ['[]', 400, 'body-malformed', 'body'],
    [
      `{"items":[{"id":"${randomUUID()}","at":"2026-01-01T00:00:00Z","body":{"kind":"line","text":"x","entries":[{"kind":"lift","part":"Base Cover","text":"","at":0,"confidence":1}]}}]}`,
      400,
      'body-malformed',
      'items.0.body.entries.0.part',
    ],
    [
      `{"items":[{"id":"${randomUUID()}","at":"yesterday","body":{"kind":"strike","of":"${randomUUID()}"}}]}`,
      400,
      'body-malformed',
      'items.0.at',
    ],
  ];
  test.each(cases)('%s', async (body, status, code, where) => {
    const id = await openRecording();
    const response = await request(app)
      .post(`/api/recordings/${id}/entries`)
      .set('Content-Type', 'application/json')
      .send(body)
      .expect(status);
    expect(response.type).toBe('application/problem+json');
    expect(response.body).toMatchObject({ code, status });
    if (where) expect(response.body.where).toBe(where);
    expect((await request(app).get(`/api/recordings/${id}`)).body.items).toEqual([]);
  });

  test('unknown streams, units, addresses and ids that are none', async () => {
    expect(
      (
        await request(app)
          .post(`/api/recordings/${randomUUID()}/entries`)
          .send({ items: [line('x')] })
          .expect(404)
      ).body.code,
    ).toBe('recording-unknown');
    expect(
      (
        await request(app)
          .post('/api/recordings')
          .send({ id: randomUUID(), unitId: randomUUID() })
          .expect(404)
      ).body.code,
    ).toBe('unit-unknown');
    expect((await request(app).get('/api/recordings/12').expect(400)).body).toMatchObject({
      code: 'id-malformed',
      where: 'id',
    });
    expect((await request(app).get('/api/nothing').expect(404)).body.code).toBe('not-found');
    expect(
      (await request(app).post('/api/jobs').send({ id: randomUUID(), unitId: lark, revision: 9 }).expect(404))
        .body.code,
    ).toBe('revision-unknown');
  });

  test('a body that is too large is refused', async () => {
    const id = await openRecording();
    await request(app)
      .post(`/api/recordings/${id}/entries`)
      .send({ items: [line('x'.repeat(1_100_000))] })
      .expect(413);
  });
});

describe('jobs and units', () => {
  test('a job is computed from its log and its revision, on the bench and in the logbook', async () => {
    const id = randomUUID();
    await request(app).post('/api/jobs').send({ id, unitId: known, revision: 1 }).expect(201);
    const event = (body: object) => ({ id: randomUUID(), at: new Date().toISOString(), body });
    const configuration = { keyboard: 'plain', card: 'none', layout: 'A' };
    const items = [
      event({
        kind: 'started',
        targets: ['foot-strip'],
        configuration,
        steps: ['peel-foot-strip', 'lift-foot-strip'],
        plannedSeconds: 90,
      }),
      event({ kind: 'done', step: 'arrival' }),
    ];
    await request(app).post(`/api/jobs/${id}/events`).send({ items }).expect(200);
    const { body } = await request(app).get(`/api/units/${known}`).expect(200);
    expect(body.job).toMatchObject({
      phase: 'down',
      at: 1,
      targets: ['Rear foot strip'],
      plannedSeconds: 90,
    });
    const logbook = await request(app).get('/api/jobs').expect(200);
    expect(logbook.body.jobs[0]).toMatchObject({ id, unitLabel: 'SK-0407', report: { acts: [] } });
    const labels: string[] = (await request(app).get('/api/units')).body.units.map(
      (unit: { label: string }) => unit.label,
    );
    expect(labels.filter((label) => label.startsWith('SK'))).toEqual([
      'SK-0391',
      'SK-0398',
      'SK-0407',
      'SK-0412',
      'SK-0415',
    ]);
  });

  test('the jobs of the demo’s last two months balance and say who worked, and teach nobody’s times', async () => {
    const { body } = await request(app).get('/api/jobs').expect(200);
    const past = (body.jobs as LoggedJob[]).filter(({ closedAt }) => closedAt);
    expect(past).toHaveLength(10);
    expect(past.every(({ balanced, technicians }) => balanced && technicians.length === 1)).toBe(true);
    expect(past.flatMap(({ report }) => report.screws).length).toBeGreaterThanOrEqual(5);
    expect((await request(app).get('/api/jobs/times').expect(200)).body.sums).toEqual({});
    // The same jobs, were they the shop's own, would.
    await database.query('update job set demo = false');
    const { sums } = (await request(app).get('/api/jobs/times').expect(200)).body;
    expect(learnTimes(sums).unscrew?.n).toBeGreaterThan(10);
    expect(learnTimes(sums).unscrew?.mu).toBeGreaterThan(0);
    await database.query('update job set demo = true');
  });

  test('what a run found to differ is evidence against the sequence of its model', async () => {
    const id = randomUUID();
    const { unit } = await openUnitOf(app, 'TL14-2');
    await request(app).post('/api/jobs').send({ id, unitId: unit, revision: 1 }).expect(201);
    const found = { what: 'count', count: 5 };
    const bodies = [
      {
        kind: 'started',
        targets: ['battery'],
        configuration: {},
        steps: ['unscrew-base-cover-2'],
        plannedSeconds: 1,
      },
      { kind: 'differed', action: 'unscrew-base-cover-2', what: 'count', found },
    ];
    const items = bodies.map((body) => ({
      id: randomUUID(),
      at: new Date().toISOString(),
      by: 'Runa',
      body,
    }));
    await request(app).post(`/api/jobs/${id}/events`).send({ items }).expect(200);
    const { body } = await request(app).get('/api/models/TL14-2/evidence').expect(200);
    expect(body.evidence).toMatchObject([
      { job: id, unit: `T-${unit.slice(0, 8)}`, difference: { action: 'unscrew-base-cover-2', ...found } },
    ]);
    await request(app).get('/api/models/none/evidence').expect(404);
  });

  test('the demo is loaded once', async () => {
    expect(await loadDemo(database, new Date())).toBe(false);
  });
});

test('docs/errors.md lists exactly the registry', () => {
  const listed = readFileSync(new URL('../../docs/errors.md', import.meta.url), 'utf8').matchAll(
    /^\| `([a-z-]+)`\s*\| (\d+)\s*\| ([^|]+?)\s*\|/gm,
  );
  const rows = [...listed].map(([, code, status, title]) => [code, Number(status), title?.trim()]);
  expect(rows).toEqual(Object.entries(problems).map(([code, { status, title }]) => [code, status, title]));
});

test('pages say that nothing but our own scripts may run', async () => {
  const { headers } = await request(app).get('/api/health').expect(200);
  expect(headers['content-security-policy']).toContain("default-src 'self'");
  expect(headers['content-security-policy']).not.toContain('unsafe-eval');
});

test('the format of a sequence is served as JSON Schema under its own id', async () => {
  const { body, headers } = await request(app).get(sequenceSchemaPath).expect(200);
  expect(body).toEqual(sequenceJsonSchema());
  expect(body.$id).toBe(sequenceSchemaPath);
  expect(headers['content-type']).toContain('application/schema+json');
});
