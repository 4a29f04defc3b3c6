import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import fc from 'fast-check';
import { Away, Failed, Refused } from './client.ts';
import { newItem, Queue, type Lane } from './queue.ts';

/* What waits, against a server and a store that do whatever they like. */

interface Thing {
  readonly id: string;
  readonly n: number;
}
const thing = (n: number): Thing => ({ id: `t${n}`, n });
const refusal = (detail: string): Refused =>
  new Refused({ type: 'about:blank', title: 'refused', status: 400, code: 'bad', detail });

/** A store of a device that tabs share, and a server behind it. */
class World {
  readonly store = new Map<string, Thing>();
  readonly taken: number[] = [];
  readonly bad = new Set<number>();
  full = false;
  /** What the next requests meet. */
  weather: ('fine' | 'away' | 'fails' | 'answer lost')[] = [];
  requests = 0;

  lane(more: Partial<Lane<Thing>> = {}): Lane<Thing> {
    return {
      put: (one) => {
        if (this.full) return Promise.reject(new Error('no room'));
        this.store.set(one.id, one);
        return Promise.resolve();
      },
      drop: (id) => Promise.resolve(void this.store.delete(id)),
      stored: () => Promise.resolve([...this.store.values()]),
      compare: (a, b) => a.n - b.n,
      most: 3,
      send: (things) => this.send(things),
      ...more,
    };
  }

  private send(things: readonly Thing[]): Promise<string[]> {
    this.requests++;
    const now = this.weather.shift() ?? 'fine';
    if (now === 'away') return Promise.reject(new Away());
    if (now === 'fails') return Promise.reject(new Failed('failed'));
    const bad = things.find(({ n }) => this.bad.has(n));
    if (bad) return Promise.reject(refusal(`${bad.n} is bad`));
    for (const { n } of things) if (!this.taken.includes(n)) this.taken.push(n);
    if (now === 'answer lost') return Promise.reject(new Away('lost'));
    return Promise.resolve(things.map(({ id }) => id));
  }
}

beforeEach(() => void jest.useFakeTimers({ doNotFake: ['queueMicrotask', 'nextTick', 'setImmediate'] }));
afterEach(() => void jest.useRealTimers());
const settle = async (queue: Queue<Thing>): Promise<void> => {
  for (let i = 0; i < 60; i++) {
    await jest.advanceTimersByTimeAsync(6_000);
    if (queue.waiting.value.every(({ refused }) => refused)) return;
  }
};

const weather = fc.array(fc.constantFrom('fine', 'away', 'answer lost'), { maxLength: 12 }) as fc.Arbitrary<
  World['weather']
>;

describe('what waits', () => {
  test('arrives in its order, once; what is bad is named and alone stays, in the store too', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 0, max: 12 }),
        fc.uniqueArray(fc.integer({ min: 0, max: 11 }), { maxLength: 4 }),
        weather,
        fc.integer({ min: 1, max: 5 }),
        async (count, bad, met, most) => {
          const world = new World();
          bad.forEach((n) => world.bad.add(n));
          world.weather = [...met];
          const queue = new Queue(world.lane({ most }));
          for (let n = 0; n < count; n++) {
            await queue.add(thing(n));
            void queue.flush();
          }
          await settle(queue);
          const all = Array.from({ length: count }, (_, n) => n);
          expect(world.taken).toEqual(all.filter((n) => !world.bad.has(n)));
          const refused = queue.waiting.value.map((one) => [one.thing.n, one.refused?.detail]);
          expect(refused).toEqual(all.filter((n) => world.bad.has(n)).map((n) => [n, `${n} is bad`]));
          expect([...world.store.values()].map(({ n }) => n)).toEqual(refused.map(([n]) => n));
          expect(queue.away.value).toBeNull();
          queue.empty();
        },
      ),
    );
  });

  test('tabs that share a lane take over what the others left, in one order, and let go what another has sent', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.boolean(), { minLength: 1, maxLength: 10 }),
        weather,
        async (inFirst, met) => {
          const world = new World();
          const shared = 'test';
          const tabs = [new Queue(world.lane({ shared })), new Queue(world.lane({ shared }))] as const;
          world.weather = inFirst.map(() => 'away');
          for (const [n, first] of inFirst.entries()) await tabs[first ? 0 : 1].add(thing(n));
          // The first tab is closed without having sent anything.
          tabs[0].empty();
          world.weather = [...met];
          void tabs[1].flush();
          await settle(tabs[1]);
          expect(world.taken).toEqual(inFirst.map((_, n) => n));
          expect(world.store.size).toBe(0);
          tabs[1].empty();
        },
      ),
    );
    const world = new World();
    const shared = 'test';
    const [mine, other] = [new Queue(world.lane({ shared })), new Queue(world.lane({ shared }))];
    await mine.add(thing(1));
    await other.takeOver();
    expect(other.waiting.value).toHaveLength(1);
    await mine.flush();
    await other.takeOver();
    expect(other.waiting.value).toEqual([]);
  });

  test('a device without room says so, and the thing is sent all the same', async () => {
    const world = new World();
    world.full = true;
    const queue = new Queue(world.lane());
    expect(await queue.add(thing(1))).toBe(false);
    expect(queue.find('t1')?.held).toBe('page');
    await queue.flush();
    expect([world.taken, queue.waiting.value]).toEqual([[1], []]);
  });

  test('what is added while a page before is still being read goes after what that has left', async () => {
    const world = new World();
    for (const n of [1, 2]) world.store.set(`t${n}`, thing(n));
    const queue = new Queue(world.lane());
    const reading = queue.takeOver();
    await queue.add(thing(3));
    await reading;
    await queue.flush();
    expect(world.taken).toEqual([1, 2, 3]);
  });

  test('nothing overtakes what is still being written', async () => {
    const world = new World();
    let written = (): void => undefined;
    const slow = new Promise<void>((resolve) => (written = resolve));
    const lane = world.lane();
    const queue = new Queue({ ...lane, put: (one) => (one.n === 1 ? slow : lane.put(one)) });
    const first = queue.add(thing(1));
    await queue.add(thing(2));
    await queue.flush();
    expect(world.taken).toEqual([]);
    written();
    await first;
    await queue.flush();
    expect(world.taken).toEqual([1, 2]);
  });

  test('a failure may be chance twice; the third time it is shown, the others go on, and it can be tried again', async () => {
    const world = new World();
    const queue = new Queue(world.lane({ most: 1 }));
    await queue.add(thing(1));
    await queue.add(thing(2));
    world.weather = ['fails', 'fails', 'fails'];
    void queue.flush();
    await settle(queue);
    expect(world.taken).toEqual([2]);
    expect(queue.find('t1')?.refused?.detail).toBe('the server failed on it 3 times');
    await queue.retry('t1');
    expect([world.taken, queue.waiting.value]).toEqual([[2, 1], []]);
  });

  test('a refusal of the whole lane stops it and blames nothing of it', async () => {
    const world = new World();
    world.bad.add(1);
    const stopped = jest.fn();
    const queue = new Queue(world.lane({ refusesAll: () => true, stopped }));
    await queue.add(thing(1));
    await queue.flush();
    expect(stopped).toHaveBeenCalledTimes(1);
    expect(queue.find('t1')?.refused).toBeNull();
    await jest.advanceTimersByTimeAsync(60_000);
    expect(world.requests).toBe(1);
  });

  test('a server that answers and has taken nothing is asked again, not for ever at once', async () => {
    let requests = 0;
    const queue = new Queue(new World().lane({ send: () => Promise.resolve(requests++ < 2 ? [] : ['t1']) }));
    await queue.add(thing(1));
    await queue.flush();
    expect([requests, queue.away.value]).toEqual([1, 'The server does not answer']);
    await settle(queue);
    expect([requests, queue.waiting.value, queue.away.value]).toEqual([3, [], null]);
  });

  test('an answer that comes after the lane was left changes nothing of what is open now', async () => {
    let answer = (_ids: string[]): void => undefined;
    const asked = new Promise<string[]>((resolve) => (answer = resolve));
    const world = new World();
    const queue = new Queue(world.lane({ send: ([one]) => (one?.n === 1 ? asked : Promise.resolve([])) }));
    await queue.add(thing(1));
    void queue.flush();
    await jest.advanceTimersByTimeAsync(0);
    queue.empty();
    await queue.add(thing(2));
    answer(['t1', 't2']);
    await jest.advanceTimersByTimeAsync(0);
    expect(queue.waiting.value.map((one) => one.thing.n)).toEqual([2]);
    expect([...world.store.keys()]).toEqual(['t1', 't2']);
    queue.empty();
  });
});

test('a new item goes after all that wait, whatever the clock says', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 2_000_000_000_000 }), { minLength: 1, maxLength: 20 }),
      (clocks) => {
        let waiting: readonly { thing: ReturnType<typeof newItem>; held: 'device'; refused: null }[] = [];
        for (const now of clocks) {
          jest.setSystemTime(now);
          const made = newItem('shop', { text: 'a\u0000b' }, waiting, 'Runa');
          waiting = [...waiting, { thing: made, held: 'device', refused: null }];
        }
        const orders = waiting.map((one) => one.thing.order);
        expect(orders).toEqual([...orders].sort((a, b) => a - b));
        expect(new Set(orders).size).toBe(clocks.length);
        expect(JSON.stringify(waiting[0]?.thing.body)).not.toContain('\\u0000');
      },
    ),
  );
});
