import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { killed, post, startBuilt, type BuiltServer } from './testing/builtServer.ts';
import { makeDatabase, type TestDatabase } from './testing/database.ts';

/* Two servers on one database, as behind a proxy: what is said at one is heard at the other, and either may die. */

const lark = '0193b5c0-0001-7000-8000-000000000412';
let made: TestDatabase;
beforeAll(async () => void (made = await makeDatabase()));
afterAll(() => made.drop());

const start = () => startBuilt(made);

/** Hears what a server tells of a stream; `heard` counts. */
async function listen({ url }: BuiltServer, stream: string) {
  const stop = new AbortController();
  const response = await fetch(`${url}/api/live`, { signal: stop.signal });
  const state = { heard: 0, stop: () => stop.abort() };
  void (async () => {
    for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>)
      if (new TextDecoder().decode(chunk).includes(stream)) state.heard++;
  })().catch(() => undefined);
  return state;
}

test('a line that is typed at one is told of at the other; nothing is lost or doubled when either is killed', async () => {
  // Both at once: one migrates and loads the demo, the other waits for it.
  let [one, other] = await Promise.all([start(), start()]);
  const recording = randomUUID();
  expect((await post(`${one.url}/api/recordings`, { id: recording, unitId: lark })).ok).toBe(true);
  const line = (n: number) => ({
    ...{ id: randomUUID(), at: new Date(Date.UTC(2026, 0, 1, 8, 0, n)).toISOString() },
    body: { kind: 'line', text: `line ${n}`, entries: [] },
  });
  const ear = await listen(other, recording);
  const sent: string[] = [];
  /** Sends to whichever answers, as a proxy does. */
  const type = async (n: number): Promise<void> => {
    const item = line(n);
    for (let at = n; ; at++) {
      const { url } = [one, other][at % 2]!;
      const answer = await post(`${url}/api/recordings/${recording}/entries`, { items: [item] }).catch(
        () => null,
      );
      if (answer?.ok) break;
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    sent.push(item.id);
  };
  for (let n = 0; n < 10; n++) await type(n);
  while (ear.heard < 10) await new Promise((resolve) => setTimeout(resolve, 10));
  // Three hands at once, and both die in turn.
  const hands = Array.from({ length: 3 }, async (_, hand) => {
    for (let n = 0; n < 15; n++) await type(100 * (hand + 1) + n);
  });
  await new Promise((resolve) => setTimeout(resolve, 60));
  await killed(one);
  one = await start();
  await killed(other);
  other = await start();
  await Promise.all(hands);
  const { items } = (await (await fetch(`${one.url}/api/recordings/${recording}`)).json()) as {
    items: { id: string; seq: number }[];
  };
  expect(items.map(({ id }) => id).sort()).toEqual([...sent].sort());
  expect(items.map(({ seq }) => seq)).toEqual(items.map((_, i) => i + 1));
  ear.stop();
  await Promise.all([killed(one), killed(other)]);
}, 90_000);
