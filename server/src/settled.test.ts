import { afterAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import request from 'supertest';
import { openTestApp, openUnitOf, say } from './testing/app.ts';

const { app, close } = await openTestApp({ demo: true });
afterAll(close);

const openRecording = async (): Promise<string> => (await openUnitOf(app, 'TL14-3')).recording;

test('a character that no database keeps is refused with its place, and the next line is kept', async () => {
  const id = await openRecording();
  const line = (text: string) => ({
    id: randomUUID(),
    at: new Date().toISOString(),
    body: { kind: 'line', text, entries: [{ kind: 'note', text, at: null, confidence: 1 }] },
  });
  for (const text of ['fan\0 off', 'fan \ud83d off']) {
    const items = [line(text)];
    const refused = await request(app).post(`/api/recordings/${id}/entries`).send({ items }).expect(400);
    expect(refused.body).toMatchObject({ code: 'body-malformed', where: 'items.0.body.text' });
  }
  await request(app)
    .post(`/api/recordings/${id}/entries`)
    .send({ items: [line('fan off 😀')] })
    .expect(200);
});

describe('a part that no order reaches', () => {
  test('is not published in silence: the answer names the circle and its weakest link, and a reason is needed', async () => {
    const sequence = JSON.parse(
      readFileSync(new URL('../../demo/sequences/keel-mini.json', import.meta.url), 'utf8'),
    );
    const { code } = sequence.model;
    const lifts = sequence.actions.filter(({ verb }: { verb: string }) => verb === 'lift');
    const [first, second] = [lifts.at(-1), lifts.at(-2)];
    sequence.needs.push(
      { action: first.id, anyOf: [second.id], basis: 'stated' },
      { action: second.id, anyOf: [first.id], basis: 'assumed' },
    );
    const publish = (body: object) =>
      say(app, { kind: 'revision-published', model: code, follows: 1, ...body });
    const refused = await publish({ document: sequence }).expect(422);
    expect(refused.body).toMatchObject({ code: 'part-unreachable', where: 'document.needs' });
    expect(refused.body.right).toContain('waits for');
    const unreachable = [first.part, second.part].map((part) => ({ part, reason: 'glued in one block' }));
    await publish({ document: sequence, unreachable: unreachable.slice(1) }).expect(422);
    const { body } = await publish({ document: sequence, note: 'Tried', unreachable }).expect(201);
    const revision = await request(app)
      .get(`/api/models/${code}/revisions/${body.stands.number}`)
      .expect(200);
    expect(revision.body.note).toBe(
      `Tried. ${first.part} stays out of reach: glued in one block. ${second.part} stays out of reach: glued in one block`,
    );
  });

  test('what was settled about the order at one unit is known of the model; what was taken back is not', async () => {
    const id = await openRecording();
    const edits = [
      { what: 'pin', action: 'lift-fan', before: 'unplug-fan' },
      { what: 'free', action: 'lift-heatsink', before: 'lift-fan' },
      { what: 'words', action: 'lift-fan', note: 'gently' },
    ];
    const items = edits.map((edit) => ({
      id: randomUUID(),
      at: new Date().toISOString(),
      body: { kind: 'edit', edit },
    }));
    const undo = {
      id: randomUUID(),
      at: new Date().toISOString(),
      body: { kind: 'unedit', of: items[1]!.id },
    };
    await request(app)
      .post(`/api/recordings/${id}/entries`)
      .send({ items: [...items, undo] })
      .expect(200);
    const { body } = await request(app).get('/api/models/TL14-3/evidence').expect(200);
    expect(body.settled).toEqual([{ id: items[0]!.id, recording: id, edit: edits[0] }]);
  });
});

test('the recordings of a model come a page at a time, the latest first, each once', async () => {
  const code = 'OP7-1';
  const made: string[] = [];
  for (let n = 0; n < 120; n++) made.push((await openUnitOf(app, code)).recording);
  const line = (id: string) => ({
    id,
    at: new Date().toISOString(),
    body: { kind: 'line', text: 'x', entries: [] },
  });
  await Promise.all(
    made.slice(10).map((id) =>
      request(app)
        .post(`/api/recordings/${id}/entries`)
        .send({ items: [line(randomUUID())] })
        .expect(200),
    ),
  );
  const seen: string[] = [];
  const sizes: number[] = [];
  for (let next: string | null = ''; next !== null;) {
    const query: string = next === '' ? '' : `?behind=${encodeURIComponent(next)}`;
    const { body } = await request(app).get(`/api/models/${code}/recordings${query}`).expect(200);
    seen.push(...body.recordings.map(({ id }: { id: string }) => id));
    sizes.push(body.recordings.length);
    ({ next } = body);
  }
  expect(sizes).toEqual([50, 50, 10]);
  expect(seen).toEqual([...made.slice(10)].reverse());
  await request(app).get(`/api/models/${code}/recordings?behind=x`).expect(400);
}, 30_000);
