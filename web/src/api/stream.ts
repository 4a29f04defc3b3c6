import { keepable, type StreamItem } from '@bemtor/core';
import { v7 as uuidv7 } from 'uuid';
import { computed, onScopeDispose, ref, shallowRef, toRaw } from 'vue';
import { Away, Failed, keptAnswer, read, Refused } from './client.ts';
import { onGrown } from './live.ts';
import {
  dropWaiting,
  forgetStream,
  moveWaiting,
  openingOf,
  putOpening,
  putWaiting,
  waitingOf,
  plain,
  writeSnapshot,
  type WaitingItem,
} from './local.ts';
import { postItems, postOpening } from './postItems.ts';
import { Failures, Retry } from './retry.ts';
import { technicianHere } from './technician.ts';

/** What waits, as this page knows it. */
interface Pending extends WaitingItem {
  /** Why the server refused it. */
  readonly reason?: string;
  /** Not yet in this device's store: a reload in this moment would lose it. */
  readonly writing?: boolean;
}

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

/** The server takes up to 500 items at once; a crash in between then repeats little. */
const batch = 100;
/** A long log comes in pieces, so that the first lines stand soon and no answer is large. */
const page = 2_000;
/** The rest of it comes in larger ones. */
const restPage = 10_000;

/** Of the answers of the server: it has never heard of the stream, or not any more. */
const isUnknown = (error: unknown): error is Refused =>
  error instanceof Refused && /^(?:recording|job)-unknown$/.test(error.problem.code);

/**
 * One append-only stream on this device. What is appended goes to IndexedDB first and is sent, in order,
 * until the server acknowledges it; ids are made here, so sending twice stores once. A reload finds what
 * waits and goes on sending. Other devices' items come by word of the server (`live.ts`); only what is new is asked
 * for. `joined` hears of the stream's new id, where another device had begun one for the same unit first.
 */
export function useStream<Body>(
  kind: 'recordings' | 'jobs',
  joined: (id: string) => Promise<void> = () => Promise.resolve(),
) {
  const streamId = ref<string | null>(null);
  /** What this page shows as kept: acknowledged, and in this device's snapshot. */
  const kept = shallowRef<readonly StreamItem<Body>[]>([]);
  /** All that the server is known to have; it only grows, whatever order answers come in. */
  let acknowledged: readonly StreamItem<Body>[] = [];
  const waiting = shallowRef<readonly Pending[]>([]);
  const away = ref(false);
  const loaded = ref(false);
  const trouble = ref<Trouble | null>(null);
  /** The device cannot keep what is typed: private window, disk full. It is sent all the same. */
  const unsafe = ref(false);
  let sending: Promise<void> | null = null;
  let again = false;
  const retrying = new Retry();
  const failed = new Failures();
  /** Later items have a greater order, within one millisecond too. */
  let lastOrder = 0;
  /** Counts the openings and closings: an answer that comes after one belongs to what was open before. */
  let visit = 0;
  /** What is shown comes from this device's snapshot: the server is to be asked again. */
  let stale = false;
  let unfollow = (): void => undefined;

  const key = (): string => `${kind}/${streamId.value}`;

  const items = computed<LogItem<Body>[]>(() => {
    const known = new Set(kept.value.map((item) => item.id));
    const queued = waiting.value.filter((item) => !known.has(item.id));
    return [
      ...kept.value.map(({ id, at, body }) => ({ id, at, body, state: 'kept' as const })),
      ...queued.map(({ id, at, body, reason, writing }) => ({
        id,
        at,
        body: body as Body,
        ...(reason === undefined
          ? { state: writing ? ('writing' as const) : ('waiting' as const) }
          : { state: 'refused' as const, reason }),
      })),
    ];
  });

  /** Follows a stream that exists, here or on the server. */
  async function open(id: string): Promise<void> {
    close();
    const mine = visit;
    streamId.value = id;
    const [queue, seen] = await Promise.all([
      waitingOf(key()),
      keptAnswer<{ items: StreamItem<Body>[] }>(`/${key()}`),
    ]);
    if (mine !== visit) return;
    waiting.value = queue;
    acknowledged = kept.value = seen?.items ?? [];
    // A clock that was put back must not let later items overtake what waits already.
    lastOrder = Math.max(lastOrder, ...waiting.value.map(({ order }) => order));
    await refresh();
    if (mine !== visit) return;
    loaded.value = true;
    follow();
    void flush();
  }

  /** Begins a stream here; the server hears of it before its first item. */
  async function begin(id: string, body: unknown): Promise<void> {
    await putOpening(`${kind}/${id}`, `/${kind}`, body);
    close();
    streamId.value = id;
    loaded.value = true;
    follow();
    void flush();
  }

  async function append(body: Body): Promise<string> {
    const id = uuidv7();
    const item: WaitingItem = {
      id,
      stream: key(),
      order: (lastOrder = Math.max(lastOrder + 0.001, Date.now())),
      at: new Date().toISOString(),
      // A character that no database keeps would hold up this line and all after it.
      body: keepable(toRaw(body)),
      ...(technicianHere() ? { by: technicianHere() } : {}),
    };
    waiting.value = [...waiting.value, { ...item, writing: true }];
    try {
      await putWaiting(item);
      unsafe.value = false;
    } catch {
      unsafe.value = true;
    }
    waiting.value = waiting.value.map((other) => (other.id === id ? { ...other, writing: false } : other));
    void flush();
    return id;
  }

  /** Gives up an item that the server refused. */
  async function discard(id: string): Promise<void> {
    await dropWaiting(id);
    waiting.value = waiting.value.filter((item) => item.id !== id);
  }

  /** Sends an item that was refused once more. */
  function retry(id: string): void {
    failed.forget(id);
    waiting.value = waiting.value.map(({ reason, ...item }) =>
      item.id === id || reason === undefined ? item : { ...item, reason },
    );
    void flush();
  }

  /** All that this device has of the stream begins a new one: the server has lost the old, or would not open it. */
  async function restart(bodyFor: (id: string) => unknown): Promise<string> {
    const old = key();
    const id = uuidv7();
    await putOpening(`${kind}/${id}`, `/${kind}`, bodyFor(id));
    const moved = [...acknowledged.map(asWaiting), ...waiting.value];
    for (const { reason: _reason, writing: _writing, ...item } of moved as readonly Pending[])
      await putWaiting({ ...item, stream: `${kind}/${id}` });
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
    try {
      const seen = acknowledged.at(-1)?.seq ?? 0;
      const { value } = await read<{ id?: string; items: StreamItem<Body>[]; last: number }>(
        `/${key()}?after=${seen}&most=${page}`,
        {
          keep: false,
        },
      );
      if (mine !== visit) return;
      if (value.id !== undefined && value.id !== streamId.value) return await joinWhole(value.id);
      if (value.last < seen) await startOver();
      else await learn(value.items);
      if (mine !== visit) return;
      if (value.items.length > 0) await learnRest(value.last);
      if (mine !== visit) return;
      await forgetArrived();
      stale = away.value = false;
      trouble.value = null;
    } catch (error) {
      if (mine !== visit) return;
      if (error instanceof Away) away.value = stale = true;
      // A stream begun here that the server has not heard of yet is empty, not wrong.
      else if (!(error instanceof Refused)) throw error;
      else if (!(await openingOf(key()))) trouble.value = { why: 'gone', words: error.message };
    }
  }

  /** The rest of a long log is taken in at once: a snapshot for each piece would cost more than the log. */
  async function learnRest(last: number): Promise<void> {
    const mine = visit;
    const rest: StreamItem<Body>[] = [];
    try {
      for (let reached = acknowledged.at(-1)?.seq ?? 0; reached < last;) {
        const path = `/${key()}?after=${reached}&most=${restPage}`;
        const { value } = await read<{ items: StreamItem<Body>[]; last: number }>(path, { keep: false });
        rest.push(...value.items);
        const end = value.items.at(-1)?.seq;
        if (mine !== visit || end === undefined) return;
        reached = end;
      }
    } finally {
      if (mine === visit && rest.length > 0) await learn(rest);
    }
  }

  /** An item that the server had, to be sent again before whatever waits. */
  const asWaiting = ({ seq, by, ...item }: StreamItem<Body>): WaitingItem => ({
    ...item,
    stream: key(),
    order: seq,
    ...(by ? { by } : {}),
  });

  /** The server has less than it had acknowledged, as after a backup was put back: what it lost is sent again. */
  async function startOver(): Promise<void> {
    const mine = visit;
    const { value } = await read<{ items: StreamItem<Body>[] }>(`/${key()}`, { keep: false });
    if (mine !== visit) return;
    const has = new Set(value.items.map(({ id }) => id));
    const lost = acknowledged.filter(({ id }) => !has.has(id)).map(asWaiting);
    for (const item of lost) await putWaiting(item);
    waiting.value = [...lost, ...waiting.value];
    acknowledged = [];
    await learn(value.items);
    if (lost.length > 0) void flush();
  }

  /**
   * Takes in what the server is known to have. The snapshot of this device is written first, and only ever
   * with more in it, so that a reload without a server shows all that was shown as kept.
   */
  async function learn(fresh: readonly StreamItem<Body>[]): Promise<void> {
    const known = new Set(acknowledged.map(({ id }) => id));
    const added = fresh.filter(({ id }) => !known.has(id));
    if (added.length > 0) {
      acknowledged = [...acknowledged, ...added].sort((a, b) => a.seq - b.seq);
      await writeSnapshot(`/${key()}`, plain({ items: acknowledged }));
    }
    kept.value = acknowledged;
  }

  /** Items whose answer was lost: the server has them all the same. */
  async function forgetArrived(): Promise<void> {
    const known = new Set(kept.value.map((item) => item.id));
    const arrived = waiting.value.filter((item) => known.has(item.id));
    if (arrived.length === 0) return;
    waiting.value = waiting.value.filter((item) => !known.has(item.id));
    await Promise.all(arrived.map(({ id }) => dropWaiting(id)));
  }

  function flush(): Promise<void> {
    again = true;
    retrying.cancel();
    sending ??= sendAll().finally(() => (sending = null));
    return sending;
  }

  async function sendAll(): Promise<void> {
    while (again) {
      again = false;
      const mine = visit;
      try {
        await joinOpened(await postOpening(key()), mine);
        await sendWaiting();
        if (stale) await refresh();
        if (stale) throw new Away('The server does not answer');
        retrying.succeeded();
        away.value = false;
      } catch (error) {
        if (mine !== visit) continue;
        if (error instanceof Refused) {
          trouble.value = { why: isUnknown(error) ? 'gone' : 'refused', words: error.message };
          return;
        }
        if (!(error instanceof Away)) throw error;
        away.value = true;
        retrying.later(() => void flush());
        return;
      }
    }
  }

  /** What was begun twice was brought together: all that is here goes on in the whole. */
  async function joinWhole(id: string): Promise<void> {
    const mine = visit;
    await moveWaiting(key(), `${kind}/${id}`);
    acknowledged = [];
    await joinOpened(`${kind}/${id}`, mine);
  }

  /** Goes on in the stream that another device had begun first. */
  async function joinOpened(stream: string, mine: number): Promise<void> {
    if (mine !== visit || stream === key()) return;
    const id = stream.slice(kind.length + 1);
    await joined(id);
    if (mine !== visit) return;
    waiting.value = waiting.value.map((item) => ({ ...item, stream }));
    streamId.value = id;
    await refresh();
  }

  async function sendWaiting(): Promise<void> {
    for (let left = pending(); left.length > 0; left = pending()) {
      const part = left.slice(0, batch);
      const stream = key();
      try {
        await send(stream, part);
      } catch (error) {
        if (isUnknown(error) || !(error instanceof Refused || error instanceof Failed)) throw error;
        // The batch is refused whole; alone, the good items get through and the bad one is named.
        for (const item of part) await sendOne(stream, item);
      }
    }
  }

  async function sendOne(stream: string, item: WaitingItem): Promise<void> {
    try {
      await send(stream, [item]);
    } catch (error) {
      if (isUnknown(error)) throw error;
      const why = error instanceof Failed ? failed.count(item.id) : null;
      if (error instanceof Refused) markRefused(item.id, error.message);
      else if (why !== null) markRefused(item.id, why);
      else throw error;
    }
  }

  /** What may be sent now: nothing overtakes an item that is still being written to this device. */
  function pending(): Pending[] {
    const unwritten = waiting.value.findIndex(({ writing }) => writing);
    const written = unwritten < 0 ? waiting.value : waiting.value.slice(0, unwritten);
    return written.filter(({ reason }) => reason === undefined);
  }

  function markRefused(id: string, reason: string): void {
    waiting.value = waiting.value.map((item) => (item.id === id ? { ...item, reason } : item));
  }

  async function send(stream: string, part: readonly Pending[]): Promise<void> {
    const mine = visit;
    const stored = await postItems(stream, part);
    // Closed in between: whoever opens the stream next learns of them from the server.
    if (mine !== visit) return;
    const places = new Map(stored.map(({ id, seq }) => [id, seq]));
    const fresh = part.flatMap(({ id, at, by = null, body }) => {
      const seq = places.get(id);
      return seq === undefined ? [] : [{ id, at, seq, by, body: body as Body }];
    });
    await learn(fresh);
    waiting.value = waiting.value.filter((item) => !places.has(item.id));
    await Promise.all(stored.map(({ id }) => dropWaiting(id)));
  }

  function follow(): void {
    unfollow();
    unfollow = onGrown((stream) => {
      if (stream !== null && stream !== key()) return;
      void refresh();
      if (pending().length > 0) void flush();
    });
  }

  function close(): void {
    visit++;
    again = false;
    unfollow();
    retrying.cancel();
    acknowledged = kept.value = [];
    waiting.value = [];
    loaded.value = false;
    trouble.value = null;
  }

  const online = () => void (streamId.value && flush());
  window.addEventListener('online', online);
  onScopeDispose(() => {
    window.removeEventListener('online', online);
    close();
  });

  return {
    streamId,
    items,
    away,
    loaded,
    trouble,
    unsafe,
    open,
    begin,
    append,
    discard,
    retry,
    restart,
    drop,
  };
}
