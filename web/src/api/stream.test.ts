import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import fc from 'fast-check';
import { randomUUID } from 'node:crypto';
import { effectScope } from 'vue';
import { sendLeftovers } from './leftovers.ts';
import { waitingOf } from './local.ts';
import { useStream } from './stream.ts';

interface Body {
  readonly text: string;
}

/** What an unreliable line does to one request. */
type Mishap = 'fine' | 'lost before' | 'lost after' | 'busy';

/** A server that stores each id once, behind a line that loses requests and answers. */
class FakeServer {
  readonly stored: { id: string; at: string; body: Body; seq: number }[] = [];
  mishaps: Mishap[] = [];
  known = true;
  refuse: string | null = null;

  readonly fetch = async (
    _address: unknown,
    init: { method?: string; body?: string } = {},
  ): Promise<Response> => {
    const mishap = this.mishaps.shift() ?? 'fine';
    if (mishap === 'lost before') throw new TypeError('network');
    if (mishap === 'busy') return new Response('{}', { status: 503 });
    const answer = this.answer(init);
    if (mishap === 'lost after') throw new TypeError('network');
    return answer;
  };

  private answer(init: { method?: string; body?: string }): Response {
    if (init.method !== 'POST')
      return this.known ? Response.json({ items: this.stored }) : this.problem(404, 'recording-unknown');
    const sent = JSON.parse(init.body ?? '{}') as { items?: { id: string; at: string; body: Body }[] };
    if (!sent.items) {
      this.known = true;
      return Response.json({}, { status: 201 });
    }
    if (!this.known) return this.problem(404, 'recording-unknown');
    if (sent.items.some((item) => item.body.text === this.refuse)) return this.problem(400, 'body-malformed');
    for (const item of sent.items) {
      if (!this.stored.some((known) => known.id === item.id))
        this.stored.push({ ...item, seq: this.stored.length + 1 });
    }
    return Response.json({
      acknowledged: sent.items.map(({ id }) => ({
        id,
        seq: this.stored.find((known) => known.id === id)?.seq,
      })),
    });
  }

  private problem(status: number, code: string): Response {
    return Response.json({ code, title: code, status, detail: code, type: '' }, { status });
  }
}

/** The line by which the server says that a stream has grown; a test says so itself. */
class FakeEvents {
  static grown: () => void = () => undefined;
  addEventListener(_name: string, listener: () => void): void {
    FakeEvents.grown = listener;
  }
  close(): void {}
}

let server: FakeServer;
beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'queueMicrotask', 'nextTick'] });
  server = new FakeServer();
  Object.assign(globalThis, {
    window: globalThis,
    fetch: server.fetch,
    EventSource: FakeEvents,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
  });
});
afterEach(() => void jest.useRealTimers());

/** Lets promises, IndexedDB and the retries' timers run until nothing waits any more. */
async function settle(done: () => boolean | Promise<boolean>): Promise<void> {
  for (let i = 0; i < 2_000 && !(await done()); i++) {
    await jest.advanceTimersByTimeAsync(500);
    await new Promise((resolve) => setImmediate(resolve));
  }
}

const openStream = () => {
  const scope = effectScope();
  const stream = scope.run(() => useStream<Body>('recordings'));
  if (!stream) throw new Error('no scope');
  return { stream, close: () => scope.stop() };
};

describe('the waiting queue', () => {
  test('whatever the line loses, reloads included: everything arrives, once, in order', async () => {
    const mishap = fc.constantFrom<Mishap>('fine', 'fine', 'lost before', 'lost after', 'busy');
    const step = fc.oneof(
      { weight: 4, arbitrary: fc.constant('append' as const) },
      { weight: 1, arbitrary: fc.constant('reload' as const) },
    );
    await fc.assert(
      fc.asyncProperty(
        fc.array(step, { maxLength: 14 }),
        fc.array(mishap, { maxLength: 30 }),
        async (steps, mishaps) => {
          server = new FakeServer();
          Object.assign(globalThis, { fetch: server.fetch });
          const id = randomUUID();
          let bench = openStream();
          await bench.stream.open(id);
          server.mishaps = [...mishaps];
          const typed: string[] = [];
          for (const [i, what] of steps.entries()) {
            if (what === 'append') {
              typed.push(`line ${i}`);
              await bench.stream.append({ text: `line ${i}` });
            } else {
              bench.close();
              bench = openStream();
              await bench.stream.open(id);
            }
          }
          await settle(
            () =>
              bench.stream.items.value.length === typed.length &&
              bench.stream.items.value.every((item) => item.state === 'kept'),
          );
          expect(server.stored.map((item) => item.body.text)).toEqual(typed);
          expect(bench.stream.items.value.map((item) => [item.body.text, item.state])).toEqual(
            typed.map((text) => [text, 'kept']),
          );
          await settle(async () => (await waitingOf(`recordings/${id}`)).length === 0);
          expect(await waitingOf(`recordings/${id}`)).toEqual([]);
          bench.close();
        },
      ),
      { numRuns: 40 },
    );
  }, 60_000);

  test('nothing looks kept before the server has it', async () => {
    const { stream, close } = openStream();
    await stream.open(randomUUID());
    server.mishaps = Array.from({ length: 5 }, () => 'lost before' as const);
    await stream.append({ text: 'one' });
    await settle(() => stream.away.value);
    expect(stream.items.value.map((item) => item.state)).toEqual(['waiting']);
    await settle(() => stream.items.value[0]?.state === 'kept' && !stream.away.value);
    expect(stream.items.value.map((item) => item.state)).toEqual(['kept']);
    expect(stream.away.value).toBe(false);
    close();
  });

  test('an answer from before the last line, come late, takes nothing out of what a reload shows', async () => {
    const id = randomUUID();
    const bench = openStream();
    await bench.stream.open(id);
    let release = (): void => undefined;
    const late = new Promise<void>((resolve) => (release = resolve));
    const { fetch } = server;
    Object.assign(globalThis, {
      fetch: async (address: unknown, init: { method?: string; body?: string } = {}) => {
        const answer = await fetch(address, init);
        if (init.method === 'POST') return answer;
        const asItWas = await answer.text();
        await late;
        return new Response(asItWas);
      },
    });
    FakeEvents.grown();
    await bench.stream.append({ text: 'one' });
    await settle(() => bench.stream.items.value[0]?.state === 'kept');
    release();
    for (let i = 0; i < 20; i++) await new Promise((resolve) => setImmediate(resolve));
    bench.close();

    Object.assign(globalThis, { fetch: () => Promise.reject(new TypeError('network')) });
    const again = openStream();
    await again.stream.open(id);
    expect(again.stream.items.value.map((item) => [item.body.text, item.state])).toEqual([['one', 'kept']]);
    again.close();
  });

  test('a stream begun here while the server is away is opened before its first item', async () => {
    const { stream, close } = openStream();
    server.known = false;
    server.mishaps = ['lost before', 'lost before'];
    const id = randomUUID();
    await stream.begin(id, { id, unitId: randomUUID() });
    await stream.append({ text: 'one' });
    await settle(() => stream.items.value[0]?.state === 'kept');
    expect(server.stored).toHaveLength(1);
    close();
  });

  test('what a page left behind is sent by the next page that is opened, whichever it is', async () => {
    const bench = openStream();
    await bench.stream.open(randomUUID());
    server.mishaps = Array.from({ length: 50 }, () => 'lost before' as const);
    for (const text of ['one', 'two']) await bench.stream.append({ text });
    await settle(() => bench.stream.away.value);
    bench.close();
    server.mishaps = [];
    expect(server.stored).toEqual([]);
    await sendLeftovers();
    expect(server.stored.map((item) => item.body.text)).toEqual(['one', 'two']);
    await sendLeftovers();
    expect(server.stored).toHaveLength(2);
  });

  test('one that the server refuses holds up no other, says why, and can be dropped', async () => {
    const { stream, close } = openStream();
    await stream.open(randomUUID());
    server.refuse = 'bad';
    server.mishaps = ['lost before'];
    for (const text of ['one', 'bad', 'two']) await stream.append({ text });
    await settle(
      () => stream.items.value.length === 3 && stream.items.value.every(({ state }) => state !== 'waiting'),
    );
    expect(stream.items.value.map((item) => [item.body.text, item.state])).toEqual([
      ['one', 'kept'],
      ['two', 'kept'],
      ['bad', 'refused'],
    ]);
    const refused = stream.items.value.at(-1);
    expect(refused?.reason).toBe('body-malformed');
    await stream.discard(refused?.id ?? '');
    expect(stream.items.value).toHaveLength(2);
    close();
  });
});
