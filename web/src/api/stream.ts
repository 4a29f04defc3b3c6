import type { StreamItem } from '@bemtor/core';
import { v7 as uuidv7 } from 'uuid';
import { computed, onScopeDispose, ref, toRaw } from 'vue';
import { Away, Refused, wordsOf } from './client.ts';
import { onGrown } from './live.ts';
import {
  forgetStream,
  moveWaiting,
  openingOf,
  putOpening,
  putWaiting,
  waitingOf,
  type WaitingItem,
} from './local.ts';
import { newItem, Queue, type Waiting } from './queue.ts';
import { ServerCopy } from './serverCopy.ts';
import { itemLane, postOpening, streamUnknown, type Learner } from './streamLane.ts';

/**
 * An item as the interface shows it: being written to this device, waiting for the server, refused by it, or
 * kept by it.
 */
export interface LogItem<Body> {
  readonly id: string;
  readonly at: string;
  readonly body: Body;
  readonly state: 'writing' | 'waiting' | 'refused' | 'kept';
  /** Why the server refused it. */
  readonly reason?: string;
}

/** Why nothing of the stream can be sent: the server does not know it any more, or would not open it. */
export interface Trouble {
  readonly why: 'gone' | 'refused';
  readonly words: string;
}

/**
 * One append-only stream on this device: what the server has of it, and after that what waits for the server. Ids are
 * made here, so sending twice stores once; a reload finds what waits and goes on sending. Other devices' items come by
 * word of the server (`live.ts`); only what is new is asked for. `joined` hears of the stream's new id, where another
 * device had begun one for the same unit first.
 */
export function useStream<Body>(
  kind: 'recordings' | 'jobs',
  joined: (id: string) => Promise<void> = () => Promise.resolve(),
) {
  const streamId = ref<string | null>(null);
  const loaded = ref(false);
  const trouble = ref<Trouble | null>(null);
  /** The device cannot keep what is typed: private window, disk full. It is sent all the same. */
  const unsafe = ref(false);
  /** Counts the openings and closings: an answer that comes after one belongs to what was open before. */
  let visit = 0;
  /** What is shown comes from this device's snapshot: the server is to be asked again. */
  let stale = false;
  let unfollow = (): void => undefined;

  const copy = new ServerCopy<Body>();
  const queue = new Queue<WaitingItem>({
    ...itemLane(learner),
    stored: () => waitingOf(key()),
    turn: async (sendAll) => {
      const mine = visit;
      await joinOpened(await postOpening(key()), mine);
      await sendAll();
      if (mine !== visit) return;
      if (stale) await refresh();
      if (stale) throw new Away(undefined, away.value ?? undefined);
    },
    stopped: (refusal) => {
      trouble.value = { why: streamUnknown(refusal) ? 'gone' : 'refused', words: refusal.message };
    },
  });
  const { away } = queue;
  const key = (): string => `${kind}/${streamId.value}`;

  const items = computed<LogItem<Body>[]>(() => {
    const kept = copy.shown.value;
    const known = new Set(kept.map(({ id }) => id));
    return [
      ...kept.map(({ id, at, body }) => ({ id, at, body, state: 'kept' as const })),
      ...queue.waiting.value.filter(({ thing }) => !known.has(thing.id)).map(asShown<Body>),
    ];
  });

  /** Follows a stream that exists, here or on the server. */
  async function open(id: string): Promise<void> {
    close();
    const mine = visit;
    streamId.value = id;
    await Promise.all([queue.takeOver(), copy.open(key())]);
    if (mine !== visit) return;
    await refresh();
    if (mine !== visit) return;
    loaded.value = true;
    follow();
    void queue.flush();
  }

  /** Begins a stream here; the server hears of it before its first item. */
  async function begin(id: string, body: unknown): Promise<void> {
    await putOpening(`${kind}/${id}`, `/${kind}`, body);
    close();
    streamId.value = id;
    void copy.open(key(), false);
    loaded.value = true;
    follow();
    void queue.flush();
  }

  /** Puts an item last, under an id that it may have already: one that is here is not put once more. */
  async function append(body: Body, id: string = uuidv7()): Promise<string> {
    if (items.value.some((item) => item.id === id)) return id;
    const item = { ...newItem(key(), toRaw(body), queue.waiting.value), id };
    unsafe.value = !(await queue.add(item));
    void queue.flush();
    return id;
  }

  /** All that this device has of the stream begins a new one: the server has lost the old, or would not open it. */
  async function restart(bodyFor: (id: string) => unknown): Promise<string> {
    const old = key();
    const id = uuidv7();
    await putOpening(`${kind}/${id}`, `/${kind}`, bodyFor(id));
    const moved = [...copy.all.map(asWaiting), ...queue.waiting.value.map(({ thing }) => thing)];
    for (const item of moved) await putWaiting({ ...item, stream: `${kind}/${id}` });
    await forgetStream(old);
    await open(id);
    return id;
  }

  /** Gives the stream up on this device. */
  async function drop(): Promise<void> {
    await forgetStream(key());
    close();
    streamId.value = null;
  }

  async function refresh(): Promise<void> {
    const mine = visit;
    // Begun here, and the server has not heard of it, or not said so: empty, not wrong. It is asked after the opening.
    if (await openingOf(key())) {
      if (mine === visit) stale = true;
      return;
    }
    if (mine !== visit) return;
    try {
      const asked = await copy.ask(streamId.value);
      if (mine !== visit || asked.state === 'left') return;
      if (asked.state === 'joined') return await joinWhole(asked.id);
      if (asked.state === 'lost') await sendLost(asked.items);
      // Items whose answer was lost: the server has them all the same.
      await queue.letGo(queue.waiting.value.flatMap(({ thing }) => (copy.has(thing.id) ? thing.id : [])));
      stale = false;
      away.value = null;
      trouble.value = null;
    } catch (error) {
      if (mine !== visit) return;
      if (error instanceof Away) {
        stale = true;
        away.value = error.what;
      } else if (error instanceof Refused) trouble.value = { why: 'gone', words: error.message };
      else throw error;
    }
  }

  /** An item that the server had, to be sent again before whatever waits. */
  const asWaiting = ({ seq, by, ...item }: StreamItem<Body>): WaitingItem => ({
    ...item,
    stream: key(),
    order: seq,
    ...(by ? { by } : {}),
  });

  /** What the server has lost is sent again. */
  async function sendLost(items: readonly StreamItem<Body>[]): Promise<void> {
    const again = items.map(asWaiting);
    for (const item of again) await putWaiting(item);
    queue.addFirst(again);
    if (again.length > 0) void queue.flush();
  }

  function learner(): Learner {
    const mine = visit;
    return async (sent, stored) => {
      // Closed in between: whoever opens the stream next learns of them from the server.
      if (mine !== visit) return;
      const places = new Map(stored.map(({ id, seq }) => [id, seq]));
      await copy.learn(
        sent.flatMap(({ id, at, by = null, body }) => {
          const seq = places.get(id);
          return seq === undefined ? [] : [{ id, at, seq, by, body: body as Body }];
        }),
      );
    };
  }

  /** What was begun twice was brought together: all that is here goes on in the whole. */
  async function joinWhole(id: string): Promise<void> {
    const mine = visit;
    await moveWaiting(key(), `${kind}/${id}`);
    await joinOpened(`${kind}/${id}`, mine);
  }

  /** Goes on in the stream that another device had begun first. */
  async function joinOpened(stream: string, mine: number): Promise<void> {
    if (mine !== visit || stream === key()) return;
    const id = stream.slice(kind.length + 1);
    await joined(id);
    if (mine !== visit) return;
    queue.redirect((item) => ({ ...item, stream }));
    streamId.value = id;
    copy.moveTo(stream);
    await refresh();
  }

  function follow(): void {
    unfollow();
    unfollow = onGrown((stream) => {
      if (stream !== null && stream !== key()) return;
      void refresh();
      if (queue.waiting.value.some(({ refused }) => refused === null)) void queue.flush();
    });
  }

  function close(): void {
    visit++;
    unfollow();
    queue.empty();
    void copy.open('', false);
    loaded.value = false;
    trouble.value = null;
  }

  const online = () => void (streamId.value && queue.flush());
  window.addEventListener('online', online);
  onScopeDispose(() => {
    window.removeEventListener('online', online);
    close();
  });

  return {
    ...{ streamId, items, away, loaded, trouble, unsafe, open, begin, append, restart, drop },
    /** Gives up an item that the server refused. */
    discard: (id: string) => queue.letGo([id]),
    /** Sends an item that was refused once more. */
    retry: (id: string): void => void queue.retry(id),
  };
}

function asShown<Body>({ thing: { id, at, body }, held, refused }: Waiting<WaitingItem>): LogItem<Body> {
  const item = { id, at, body: body as Body };
  if (refused) return { ...item, state: 'refused', reason: wordsOf(refused) };
  return { ...item, state: held === 'writing' ? 'writing' : 'waiting' };
}
