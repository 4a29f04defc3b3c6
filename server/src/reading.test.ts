import { afterAll, beforeAll, expect, test } from '@jest/globals';
import request from 'supertest';
import { openDatabase, type Database } from './db/pool.ts';
import { openTestApp, type TestApp } from './testing/app.ts';

/* Search and reports are asked of a replica where there is one, and of the database itself while that does not answer. */

let other: TestApp;
let replica: Database;
let dead: Database;
beforeAll(async () => {
  // Another workshop stands for the replica, so that it shows who was asked.
  other = await openTestApp({ demo: true });
  await other.database.query(`update model set name = 'Onlythere' where code = 'TL14-2'`);
  replica = openDatabase(other.url);
  dead = openDatabase('postgresql://nobody@127.0.0.1:1/none');
});
afterAll(async () => {
  await replica.end();
  await dead.end();
  await other.close();
});
const hitsIn = async ({ app }: TestApp, words: string): Promise<number> =>
  (await request(app).get(`/api/search?q=${words}`).expect(200)).body.hits.length;

test('what is searched is searched there, what is read for work is not', async () => {
  const workshop = await openTestApp({ demo: true, replica });
  try {
    expect(await hitsIn(workshop, 'onlythere')).toBeGreaterThan(0);
    const { models } = (await request(workshop.app).get('/api/models').expect(200)).body;
    expect(models.map(({ name }: { name: string }) => name)).not.toContain('Onlythere');
  } finally {
    await workshop.close();
  }
});

test('while it does not answer, the database does', async () => {
  const workshop = await openTestApp({ demo: true, replica: dead });
  try {
    expect(await hitsIn(workshop, 'lark')).toBeGreaterThan(0);
    await request(workshop.app).get('/api/jobs/times').expect(200);
  } finally {
    await workshop.close();
  }
});
