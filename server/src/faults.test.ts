import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { post, startBuilt } from './testing/builtServer.ts';
import { makeDatabase, type TestDatabase } from './testing/database.ts';

const lark = '0193b5c0-0001-7000-8000-000000000412';

let made: TestDatabase;
beforeAll(async () => void (made = await makeDatabase()));
afterAll(() => made.drop());

const startServer = () => startBuilt(made);

test('a server killed between and during appends loses no acknowledged entry and doubles none', async () => {
  const recording = randomUUID();
  const items = Array.from({ length: 60 }, (_, i) => ({
    id: randomUUID(),
    at: new Date(Date.UTC(2026, 0, 1, 8, 0, i)).toISOString(),
    body: {
      kind: 'line',
      text: `line ${i}`,
      entries: [{ kind: 'note', text: `line ${i}`, at: i, confidence: 1 }],
    },
  }));
  const acknowledged = new Set<string>();
  let { url, child } = await startServer();
  await post(`${url}/api/recordings`, { id: recording, unitId: lark });
  for (const [i, item] of items.entries()) {
    // Every twentieth line the server dies while the line is on its way; the client sends it again.
    if (i % 20 === 10) setTimeout(() => child.kill('SIGKILL'), i % 3);
    for (;;) {
      const answer = await post(`${url}/api/recordings/${recording}/entries`, { items: [item] }).catch(
        () => null,
      );
      if (answer?.ok) {
        acknowledged.add(item.id);
        break;
      }
      if (child.exitCode === null && child.signalCode === null) await once(child, 'exit');
      ({ url, child } = await startServer());
    }
  }
  child.kill('SIGKILL');
  ({ url, child } = await startServer());
  const stored = (await (await fetch(`${url}/api/recordings/${recording}`)).json()) as {
    items: { id: string }[];
  };
  child.kill('SIGTERM');
  await once(child, 'exit');
  expect(stored.items.map(({ id }) => id)).toEqual(items.map(({ id }) => id));
  expect(acknowledged.size).toBe(items.length);
}, 60_000);

test('told to stop, the server ends by itself with exit code 0', async () => {
  const { child } = await startServer();
  child.kill('SIGTERM');
  const [code] = await once(child, 'exit');
  expect(code).toBe(0);
}, 20_000);
