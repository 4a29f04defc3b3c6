import { afterAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import request from 'supertest';
import { goneMs, Presence } from './http/presence.ts';
import { openTestApp } from './testing/app.ts';

const { app, close } = await openTestApp({ demo: false });
afterAll(close);

const [job, one, two] = ['job', 'bench one', 'bench two'];

describe('who else has a job open', () => {
  test('each bench hears where the others are, never of itself or of another job', () => {
    const presence = new Presence();
    expect(presence.say(job, one, { by: 'Runa', step: 'a' }, 0)).toEqual([]);
    expect(presence.say(job, two, { by: 'Ilse', step: 'b' }, 1)).toEqual([{ by: 'Runa', step: 'a' }]);
    expect(presence.say(job, one, { by: 'Runa', step: 'c' }, 2)).toEqual([{ by: 'Ilse', step: 'b' }]);
    expect(presence.say('another job', one, { by: 'Runa', step: 'a' }, 3)).toEqual([]);
    expect(presence.say(job, two, { by: 'Ilse', step: 'b' }, 4)).toEqual([{ by: 'Runa', step: 'c' }]);
  });

  test('a bench that says nothing any more has gone', () => {
    const presence = new Presence();
    presence.say(job, one, { by: '', step: null }, 0);
    expect(presence.say(job, two, { by: '', step: null }, goneMs)).toHaveLength(1);
    expect(presence.say(job, two, { by: '', step: null }, goneMs + 1)).toEqual([]);
  });

  test('what is no bench is refused with its place', async () => {
    const say = (body: unknown) =>
      request(app)
        .post(`/api/jobs/${randomUUID()}/presence`)
        .send(body as object);
    expect((await say({ device: randomUUID(), by: 'Runa', step: null }).expect(200)).body).toEqual({
      others: [],
    });
    expect((await say({ device: 'x', by: '', step: null }).expect(400)).body.where).toBe('device');
    expect((await say({ device: randomUUID(), by: '' }).expect(400)).body.where).toBe('step');
  });
});
