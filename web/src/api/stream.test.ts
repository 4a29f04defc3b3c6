import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import fc from 'fast-check';
import { randomUUID } from 'node:crypto';
import { effectScope } from 'vue';
import { sendLeftovers } from './leftovers.ts';
import { tellGrown } from './live.ts';
import { readSnapshot, waitingOf } from './local.ts';
import { useStream } from './stream.ts';

interface Body {
  readonly kind: 'note';
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
  /** What it fails on, whenever it is sent. */
  fail: string | null = null;
  /** The recording that another device had begun first. */
  first: string | null = null;
  /** Whether it opens streams at all. */
  opens = true;
  /** Characters of all answers. */
  sent = 0;

  readonly fetch = async (
    address: unknown,
    init: { method?: string; body?: string } = {},
  ): Promise<Response> => {
    const mishap = this.mishaps.shift() ?? 'fine';
    if (mishap === 'lost before') throw new TypeError('network');
    if (mishap === 'busy') return new Response('{}', { status: 503 });
    const answer = this.answer(String(address), init);
    this.sent += (await answer.clone().text()).length;
    if (mishap === 'lost after') throw new TypeError('network');
    return answer;
  };

  private answer(address: string, init: { method?: string; body?: string }): Response {
    if (init.method !== 'POST') {
      if (!this.known) return this.problem(404, 'recording-unknown');
      const after = Number(/after=(\d+)/.exec(address)?.[1] ?? 0);
      return Response.json({
        ...(this.first ? { id: this.first } : {}),
        items: this.stored.filter(({ seq }) => seq > after),
        last: this.stored.at(-1)?.seq ?? 0,
      });
    }
    const sent = JSON.parse(init.body ?? '{}') as { items?: { id: string; at: string; body: Body }[] };
    if (!sent.items) {
      if (!this.opens) return this.problem(404, 'unit-unknown');
      this.known = true;
      return Response.json({ id: this.first ?? (sent as { id?: string }).id }, { status: 201 });
    }
    if (sent.items.some((item) => item.body.text === this.fail)) return new Response('{}', { status: 500 });
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

let server: FakeServer;
beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'queueMicrotask', 'nextTick'] });
  server = new FakeServer();
  Object.assign(globalThis, {
    window: globalThis,
    fetch: server.fetch,
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
              await bench.stream.append({ kind: 'note', text: `line ${i}` });
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
    await stream.append({ kind: 'note', text: 'one' });
    await settle(() => stream.away.value !== null);
    expect(stream.items.value.map((item) => item.state)).toEqual(['waiting']);
    await settle(() => stream.items.value[0]?.state === 'kept' && !stream.away.value);
    expect(stream.items.value.map((item) => item.state)).toEqual(['kept']);
    expect(stream.away.value).toBeNull();
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
    tellGrown(null);
    await bench.stream.append({ kind: 'note', text: 'one' });
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
    await stream.append({ kind: 'note', text: 'one' });
    await settle(() => stream.items.value[0]?.state === 'kept');
    expect(server.stored).toHaveLength(1);
    close();
  });

  test('what a page left behind is sent by the next page that is opened, whichever it is', async () => {
    const bench = openStream();
    await bench.stream.open(randomUUID());
    server.mishaps = Array.from({ length: 50 }, () => 'lost before' as const);
    for (const text of ['one', 'two']) await bench.stream.append({ kind: 'note', text });
    await settle(() => bench.stream.away.value !== null);
    bench.close();
    server.mishaps = [];
    expect(server.stored).toEqual([]);
    await sendLeftovers();
    expect(server.stored.map((item) => item.body.text)).toEqual(['one', 'two']);
    await sendLeftovers();
    expect(server.stored).toHaveLength(2);
  });

  test.each([
    ['waits here', true],
    ['is with the server', false],
  ])('one that is put again under its id by the next page is kept once: it %s', async (_where, lost) => {
    const [recording, id] = [randomUUID(), randomUUID()];
    const before = openStream();
    await before.stream.open(recording);
    if (lost) server.mishaps = Array.from({ length: 50 }, () => 'lost before' as const);
    await before.stream.append({ kind: 'note', text: 'one' }, id);
    await settle(() => (lost ? before.stream.away.value !== null : server.stored.length === 1));
    before.close();
    const after = openStream();
    await after.stream.open(recording);
    await after.stream.append({ kind: 'note', text: 'one' }, id);
    expect(after.stream.items.value.map((item) => item.id)).toEqual([id]);
    server.mishaps = [];
    await settle(() => after.stream.items.value[0]?.state === 'kept');
    expect(server.stored.map((item) => item.id)).toEqual([id]);
    after.close();
  });

  test('one that the server refuses holds up no other, says why, and can be dropped', async () => {
    const { stream, close } = openStream();
    await stream.open(randomUUID());
    server.refuse = 'bad';
    server.mishaps = ['lost before'];
    for (const text of ['one', 'bad', 'two']) await stream.append({ kind: 'note', text });
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

  test('what the server fails on again and again is shown, holds up nothing, and can be sent once more', async () => {
    const { stream, close } = openStream();
    await stream.open(randomUUID());
    server.fail = 'bad';
    for (const text of ['one', 'bad', 'two']) await stream.append({ kind: 'note', text });
    await settle(
      () => stream.items.value.some(({ state }) => state === 'refused') && server.stored.length === 2,
    );
    expect(server.stored.map(({ body }) => body.text)).toEqual(['one', 'two']);
    const refused = stream.items.value.find(({ state }) => state === 'refused');
    expect(refused?.reason).toContain('failed on it 3 times');
    server.fail = null;
    stream.retry(refused?.id ?? '');
    await settle(() => server.stored.length === 3);
    expect(server.stored.map(({ body }) => body.text)).toEqual(['one', 'two', 'bad']);
    close();
  });

  test('a recording that the server has lost is named, and all that this device has of it begins another', async () => {
    const { stream, close } = openStream();
    await stream.open(randomUUID());
    for (const text of ['one', 'two']) await stream.append({ kind: 'note', text });
    await settle(() => server.stored.length === 2);
    Object.assign(server, { stored: [], known: false });
    await stream.append({ kind: 'note', text: 'three' });
    await settle(() => stream.trouble.value !== null);
    expect(stream.trouble.value?.why).toBe('gone');
    expect(stream.items.value.map(({ body }) => body.text)).toEqual(['one', 'two', 'three']);
    const old = stream.streamId.value;
    await stream.restart((id) => ({ id, unitId: randomUUID() }));
    await settle(() => stream.items.value.every(({ state }) => state === 'kept'));
    expect(server.stored.map(({ body }) => body.text)).toEqual(['one', 'two', 'three']);
    expect(stream.trouble.value).toBeNull();
    expect(await waitingOf(`recordings/${old}`)).toEqual([]);
    expect(await readSnapshot(`/recordings/${old}`)).toBeUndefined();
    close();
  });

  test('an opening that is refused is told; every line stays on this device until somebody says what becomes of it', async () => {
    const { stream, close } = openStream();
    Object.assign(server, { known: false, opens: false });
    const id = randomUUID();
    await stream.begin(id, { id, unitId: randomUUID() });
    for (const text of ['one', 'two']) await stream.append({ kind: 'note', text });
    await settle(() => stream.trouble.value !== null);
    expect(stream.trouble.value).toMatchObject({ why: 'refused', words: 'unit-unknown' });
    expect((await waitingOf(`recordings/${id}`)).map(({ body }) => body)).toEqual([
      { kind: 'note', text: 'one' },
      { kind: 'note', text: 'two' },
    ]);
    await stream.drop();
    expect(stream.items.value).toEqual([]);
    expect(await waitingOf(`recordings/${id}`)).toEqual([]);
    close();
  });

  test('lines of a second device join the recording that the first had begun', async () => {
    const heard: string[] = [];
    const scope = effectScope();
    const stream = scope.run(() => useStream<Body>('recordings', async (id) => void heard.push(id)));
    if (!stream) throw new Error('no scope');
    Object.assign(server, { known: false, first: randomUUID() });
    server.mishaps = ['lost before', 'lost after'];
    const id = randomUUID();
    await stream.begin(id, { id, unitId: randomUUID() });
    await stream.append({ kind: 'note', text: 'one' });
    await settle(() => stream.items.value[0]?.state === 'kept');
    expect(heard).toEqual([server.first]);
    expect(stream.streamId.value).toBe(server.first);
    expect(server.stored.map(({ body }) => body.text)).toEqual(['one']);
    scope.stop();
  });

  test('a recording that was brought together with another goes on in the whole, with what waits', async () => {
    const { stream, close } = openStream();
    const [part, whole] = [randomUUID(), randomUUID()];
    await stream.open(part);
    await stream.append({ kind: 'note', text: 'mine' });
    await settle(() => stream.items.value[0]?.state === 'kept');
    server.first = whole;
    server.stored.unshift({ id: randomUUID(), at: '', body: { kind: 'note', text: 'theirs' }, seq: 0 });
    server.stored.forEach((item, i) => (item.seq = i + 1));
    server.mishaps = ['busy', 'lost before'];
    await stream.append({ kind: 'note', text: 'waits' });
    tellGrown(null);
    await settle(() => server.stored.length === 3 && stream.items.value.length === 3);
    expect(stream.streamId.value).toBe(whole);
    expect(stream.items.value.map(({ body }) => body.text)).toEqual(['theirs', 'mine', 'waits']);
    expect([...(await waitingOf(`recordings/${part}`)), ...(await waitingOf(`recordings/${whole}`))]).toEqual(
      [],
    );
    close();
  });

  test('a server that lost its last lines gets them again, once', async () => {
    const { stream, close } = openStream();
    await stream.open(randomUUID());
    for (const text of ['one', 'two', 'three']) await stream.append({ kind: 'note', text });
    await settle(
      () => server.stored.length === 3 && stream.items.value.every(({ state }) => state === 'kept'),
    );
    server.stored.splice(1);
    tellGrown(null);
    await settle(
      () => server.stored.length === 3 && stream.items.value.every(({ state }) => state === 'kept'),
    );
    expect(server.stored.map(({ body }) => body.text)).toEqual(['one', 'two', 'three']);
    expect(stream.items.value).toHaveLength(3);
    close();
  });

  test('a word of growth fetches what is new, not the whole log again', async () => {
    const { stream, close } = openStream();
    await stream.open(randomUUID());
    const other = (n: number) => {
      const seq = server.stored.length + 1;
      server.stored.push({
        id: randomUUID(),
        at: new Date().toISOString(),
        body: { kind: 'note', text: `line ${n}` },
        seq,
      });
    };
    for (let n = 0; n < 300; n++) other(n);
    tellGrown(null);
    await settle(() => stream.items.value.length === 300);
    const whole = server.sent;
    server.sent = 0;
    for (let n = 300; n < 310; n++) {
      other(n);
      tellGrown(`recordings/${stream.streamId.value}`);
      await settle(() => stream.items.value.length === n + 1);
    }
    expect(server.sent).toBeLessThan(whole / 5);
    server.sent = 0;
    tellGrown('recordings/another');
    for (let i = 0; i < 20; i++) await new Promise((resolve) => setImmediate(resolve));
    expect(server.sent).toBe(0);
    close();
  });
});
