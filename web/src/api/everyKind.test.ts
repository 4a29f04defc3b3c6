import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import type { ShopEvent } from '@bemtor/core';
import { IDBFactory } from 'fake-indexeddb';
import fc from 'fast-check';
import { randomUUID } from 'node:crypto';

/*
 * All that a bench sends, through a server that is away, fails, refuses, or answers into nothing, and tabs that are
 * killed, and clocks that are put back: lines, acts of a job, what is said of the shop, photos. In the end each is on the server once, in its order,
 * or visible on this device.
 */

type Kind = 'line' | 'act' | 'said' | 'photo';
type Mishap = 'fine' | 'lost before' | 'lost after' | 'busy' | 'fails';

/** A server that stores each id once, and refuses whatever is marked so. */
class Server {
  readonly stored: { kind: Kind; id: string; text: string }[] = [];
  readonly run = randomUUID().slice(0, 8);
  mishaps: Mishap[] = [];

  answer(method: string, path: string, sent: string): { status: number; body: object } {
    const mishap = this.mishaps.shift() ?? 'fine';
    if (mishap === 'lost before') throw new TypeError('network');
    if (mishap === 'busy' || mishap === 'fails') return { status: mishap === 'busy' ? 503 : 500, body: {} };
    const answer = this.take(method, path, sent);
    if (mishap === 'lost after') throw new TypeError('network');
    return answer;
  }

  private take(method: string, path: string, sent: string): { status: number; body: object } {
    if (method === 'PUT') return this.keep('photo', path.split('/').at(-1) ?? '', sent);
    if (method !== 'POST') return { status: 200, body: { items: [], last: 0 } };
    const body = JSON.parse(sent) as { id?: string; body?: { label?: string }; items?: Item[] };
    if (path.endsWith('/shop/events')) return this.keep('said', body.id ?? '', body.body?.label ?? '');
    if (!body.items) return { status: 201, body: { id: body.id } };
    const kind = path.includes('/jobs/') ? 'act' : 'line';
    for (const { id, body: inner } of body.items) {
      const answer = this.keep(kind, id, inner.text);
      if (answer.status >= 400) return answer;
    }
    const seqOf = (id: string) => this.stored.findIndex((known) => known.id === id) + 1;
    return { status: 200, body: { acknowledged: body.items.map(({ id }) => ({ id, seq: seqOf(id) })) } };
  }

  private keep(kind: Kind, id: string, text: string): { status: number; body: object } {
    // A request of a run before, still under way.
    if (!text.startsWith(this.run)) throw new TypeError('network');
    if (text.includes('bad')) return { status: 400, body: { code: 'body-malformed', detail: 'bad' } };
    if (!this.stored.some((known) => known.id === id)) this.stored.push({ kind, id, text });
    return { status: 201, body: { id, stands: null } };
  }
}
interface Item {
  readonly id: string;
  readonly body: { readonly text: string };
}

let server: Server;
beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'queueMicrotask', 'nextTick'] });
  const fetch = async (address: unknown, init: { method?: string; body?: string } = {}) => {
    const { status, body } = server.answer(init.method ?? 'GET', String(address), init.body ?? '');
    return Promise.resolve(Response.json(body, { status }));
  };
  /** As much of it as sending a file needs. */
  class FileRequest {
    upload = {};
    status = 0;
    statusText = '';
    responseText = '';
    timeout = 0;
    onload = (): void => undefined;
    onerror = (): void => undefined;
    private path = '';
    open(_method: string, path: string): void {
      this.path = path;
    }
    setRequestHeader(): void {
      // Nothing here asks for it.
    }
    send(file: Blob): void {
      void file.text().then((text) => {
        try {
          const { status, body } = server.answer('PUT', this.path, text);
          Object.assign(this, { status, responseText: JSON.stringify(body) });
          this.onload();
        } catch {
          this.onerror();
        }
      });
    }
  }
  Object.assign(globalThis, { window: globalThis, fetch, XMLHttpRequest: FileRequest });
  Object.assign(globalThis, { addEventListener: () => undefined, removeEventListener: () => undefined });
  URL.createObjectURL = () => 'blob:x';
  URL.revokeObjectURL = () => undefined;
});
afterEach(() => void jest.useRealTimers());

const breathe = async (): Promise<void> => {
  await jest.advanceTimersByTimeAsync(500);
  await new Promise((resolve) => setImmediate(resolve));
};

/** A tab: the modules as a page loads them, with one recording and one job open. */
async function openTab(recording: string, job: string) {
  jest.resetModules();
  // One after the other: the loader of the tests takes no two at once after a reset.
  const { effectScope } = await import('vue');
  const { useStream } = await import('./stream.ts');
  const shop = await import('./shopLog.ts');
  const pictures = await import('../pictures/pictureQueue.ts');
  const scope = effectScope();
  const streams = scope.run(() => ({
    lines: useStream<{ text: string }>('recordings'),
    acts: useStream<{ text: string }>('jobs'),
  }));
  if (!streams) throw new Error('no scope');
  const { lines, acts } = streams;
  await Promise.all([lines.open(recording), acts.open(job)]);
  void shop.sendShop();
  void pictures.sendPictures();
  const shown = (): string[] => [
    ...[...lines.items.value, ...acts.items.value].flatMap(({ body, state }) =>
      state === 'kept' ? [] : body.text,
    ),
    ...shop.shopItems().flatMap(({ body }) => (body.kind === 'unit-arrived' ? body.label : [])),
    ...pictures.picturesHere().map(({ refused }) => (refused === null ? 'photo under way' : 'photo refused')),
  ];
  const doIt = (kind: Kind, text: string): Promise<unknown> => {
    if (kind === 'line') return lines.append({ text });
    if (kind === 'act') return acts.append({ text });
    if (kind === 'photo')
      return pictures.queuePicture(new File([text], `${text}.png`, { type: 'image/png' }));
    const event: ShopEvent = { kind: 'unit-arrived', unit: randomUUID(), label: text, model: 'M' };
    return shop.tellShop(event);
  };
  function kill(): void {
    scope.stop();
    jest.clearAllTimers();
  }
  return { doIt, shown, kill };
}

test('whatever the line loses and whichever tab is killed: each thing done is on the server once, or shown here', async () => {
  const kind = fc.constantFrom<Kind>('line', 'act', 'said', 'photo');
  const step = fc.oneof(
    { weight: 6, arbitrary: fc.record({ kind, bad: fc.integer({ min: 0, max: 7 }).map((n) => n === 0) }) },
    { weight: 1, arbitrary: fc.constantFrom('killed' as const, 'clock put back' as const) },
  );
  const mishap = fc.constantFrom<Mishap>('fine', 'fine', 'lost before', 'lost after', 'busy', 'fails');
  await fc.assert(
    fc.asyncProperty(
      fc.array(step, { maxLength: 12 }),
      fc.array(mishap, { maxLength: 24 }),
      async (steps, mishaps) => {
        server = new Server();
        globalThis.indexedDB = new IDBFactory();
        const [recording, job] = [randomUUID(), randomUUID()];
        let tab = await openTab(recording, job);
        try {
          server.mishaps = [...mishaps];
          const done: { kind: Kind; text: string }[] = [];
          for (const [i, what] of steps.entries()) {
            if (what === 'clock put back') {
              jest.setSystemTime(Date.now() - 3_600_000);
              continue;
            }
            if (what === 'killed') {
              tab.kill();
              tab = await openTab(recording, job);
              continue;
            }
            const text = `${server.run} ${what.kind} ${i}${what.bad ? ' bad' : ''}`;
            done.push({ kind: what.kind, text });
            // Kept on this device, whether or not it has gone.
            const doing = tab.doIt(what.kind, text);
            for (let turn = 0; turn < 6; turn++) await breathe();
            await Promise.race([doing, breathe()]);
          }
          const good = done.filter(({ text }) => !text.includes('bad'));
          const bad = done.filter(({ text }) => text.includes('bad'));
          const refused = bad.map((one) => (one.kind === 'photo' ? 'photo refused' : one.text)).sort();
          const isOver = (): boolean =>
            server.stored.length >= good.length && tab.shown().sort().join() === refused.join();
          for (let turn = 0; turn < 400 && !isOver(); turn++) await breathe();
          for (const each of ['line', 'act', 'said', 'photo'] as const) {
            const sent = server.stored.filter((one) => one.kind === each).map(({ text }) => text);
            const told = good.filter((one) => one.kind === each).map(({ text }) => text);
            // Photos say nothing of one another: theirs is the order of their ids.
            if (each === 'photo') expect(sent.sort()).toEqual(told.sort());
            else expect(sent).toEqual(told);
          }
          expect(tab.shown().sort()).toEqual(refused);
        } finally {
          tab.kill();
        }
      },
    ),
    { numRuns: 25 },
  );
}, 120_000);

test('what is shown as said is in this device’s store already: a page left in that moment does not lose it', async () => {
  server = new Server();
  globalThis.indexedDB = new IDBFactory();
  jest.resetModules();
  const shop = await import('./shopLog.ts');
  const { waitingOf } = await import('./local.ts');
  server.mishaps = Array.from({ length: 50 }, () => 'busy' as const);
  void shop.tellShop({ kind: 'want-told', want: randomUUID(), state: 'dropped' });
  for (let turn = 0; turn < 2_000 && shop.saidHere().length === 0; turn++) await Promise.resolve();
  for (let turn = 0; turn < 50 && shop.saidHere().length === 0; turn++) await breathe();
  expect((await waitingOf(shop.shopStream)).map(({ id }) => id)).toEqual(shop.saidHere().map(({ id }) => id));
  expect(shop.saidHere()).toHaveLength(1);
  jest.clearAllTimers();
});
