import { isKnownAnswer, readAnswer } from '@bemtor/core';
import { afterAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import request from 'supertest';
import { openTestApp, openUnitOf } from './testing/app.ts';

const { app, close } = await openTestApp({ demo: true });
afterAll(close);

const answerOf = async (path: string): Promise<unknown> =>
  (await request(app).get(`/api${path}`).expect(200)).body as unknown;

/** Every path that a client reads, with things that are there. */
async function paths(): Promise<string[]> {
  const { recording, unit } = await openUnitOf(app, 'TL14-3');
  await request(app)
    .post(`/api/recordings/${recording}/entries`)
    .send({
      items: [
        {
          id: randomUUID(),
          at: new Date().toISOString(),
          body: {
            kind: 'line',
            text: 'fan off',
            entries: [{ kind: 'note', text: 'x', at: 0, confidence: 1 }],
          },
        },
      ],
    })
    .expect(200);
  const { jobs } = (await answerOf('/jobs')) as { jobs: { id: string }[] };
  const { hits } = (await answerOf('/parts?q=TB-4471')) as { hits: { number: string }[] };
  return [
    '/units',
    '/units?left=1',
    `/units/${unit}`,
    `/units/${unit}/earlier`,
    `/units/${unit}/changes`,
    `/units/${unit}/hand-back`,
    '/models',
    '/models/TL14-2',
    '/models/TL14-2/revisions/1',
    '/models/TL14-2/evidence',
    '/models/TL14-2/pictures',
    '/models/TL14-2/recordings',
    '/models/TL14-2/jobs',
    '/jobs',
    `/jobs/${jobs[0]?.id}`,
    `/recordings/${recording}`,
    '/parts?q=TB-4471',
    `/parts/${encodeURIComponent(hits[0]?.number ?? '')}`,
    '/parts/wants',
    '/search?q=battery',
    '/shop/technicians',
    '/settings/words',
    '/settings/schools',
    '/jobs/times',
    '/unreadable',
  ];
}

describe('what the server answers is what its readers expect', () => {
  test('on every path, with the demo in it, and nothing is lost in the reading', async () => {
    for (const path of await paths()) {
      const answer = await answerOf(path);
      expect([path, isKnownAnswer(path)]).toEqual([path, true]);
      const read = readAnswer(path, answer);
      expect([path, read]).toEqual([path, { ok: true, value: expect.anything() }]);
      if (read.ok) expect([path, read.value]).toEqual([path, expect.objectContaining(answer as object)]);
    }
  });

  test('to what is sent, too', async () => {
    const { recording, unit } = await openUnitOf(app, 'TL14-2');
    const item = { id: randomUUID(), at: new Date().toISOString() };
    const [job, other] = [randomUUID(), randomUUID()];
    const note = { kind: 'note', text: 'x', at: 0, confidence: 1 };
    const sent: readonly (readonly [path: string, body: object])[] = [
      ['/recordings', { id: other, unitId: unit }],
      [
        `/recordings/${recording}/entries`,
        { items: [{ ...item, body: { kind: 'line', text: 'x', entries: [note] } }] },
      ],
      ['/jobs', { id: job, unitId: unit, revision: 1 }],
      [`/jobs/${job}/events`, { items: [{ ...item, body: { kind: 'paused', reason: 'part' } }] }],
      [`/jobs/${job}/presence`, { device: randomUUID(), by: '', step: null }],
      [
        '/shop/events',
        { ...item, body: { kind: 'unit-arrived', unit: randomUUID(), label: 'SK-1', model: 'TL14-2' } },
      ],
    ];
    for (const [path, body] of sent) {
      const { status, body: answer } = await request(app).post(`/api${path}`).send(body);
      expect([path, status < 300, answer]).toEqual([path, true, expect.anything()]);
      expect([path, isKnownAnswer(path, 'POST')]).toEqual([path, true]);
      expect([path, readAnswer(path, answer, 'POST')]).toEqual([path, { ok: true, value: answer }]);
      expect([path, readAnswer(path, 'harmed', 'POST').ok]).toEqual([path, false]);
    }
  });

  test('an answer that is harmed is refused with its place; one that says more is read', async () => {
    const unit = ((await answerOf('/units')) as { units: Record<string, unknown>[] }).units[0] ?? {};
    expect(readAnswer('/units', { units: [{ ...unit, label: 7 }] })).toMatchObject({
      ok: false,
      where: expect.stringContaining('units.0.label'),
    });
    expect(readAnswer('/units?left=1', { units: 'none' }).ok).toBe(false);
    expect(readAnswer('/units', undefined).ok).toBe(false);
    expect(readAnswer('/units', { units: [{ ...unit, mood: 'new' }] })).toMatchObject({
      ok: true,
      value: { units: [{ mood: 'new' }] },
    });
    expect(readAnswer('/later/version', 'anything')).toEqual({ ok: true, value: 'anything' });
  });
});
