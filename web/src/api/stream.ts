import { keepable, type Acknowledged, type StreamItem } from '@bemtor/core';
import { v7 as uuidv7 } from 'uuid';
import { computed, onScopeDispose, ref, shallowRef, toRaw } from 'vue';
import { Away, read, Refused } from './client.ts';
import {
  dropWaiting,
  openingOf,
  putOpening,
  putWaiting,
  waitingOf,
  writeSnapshot,
  type WaitingItem,
} from './local.ts';
import { postItems, postOpening } from './postItems.ts';
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

const retryMs = [300, 600, 1_200, 2_500, 5_000];
/** The server takes up to 500 items at once; a crash in between then repeats little. */
const batch = 100;

/**
 * One append-only stream on this device. What is appended goes to IndexedDB first and is sent, in order,
 * until the server acknowledges it; ids are made here, so sending twice stores once. A reload finds what
 * waits and goes on sending. Other devices' items come by server-sent events.
 */
export function useStream<Body>(kind: 'recordings' | 'jobs') {
  const streamId = ref<string | null>(null);
  /** What this page shows as kept: acknowledged, and in this device's snapshot. */
  const kept = shallowRef<readonly StreamItem<Body>[]>([]);
  /** All that the server is known to have; it only grows, whatever order answers come in. */
  let acknowledged: readonly StreamItem<Body>[] = [];
  const waiting = shallowRef<readonly Pending[]>([]);
  const away = ref(false);
  const loaded = ref(false);
  let sending: Promise<void> | null = null;
  let again = false;
  let failures = 0;
  /** Later items have a greater order, within one millisecond too. */
  let lastOrder = 0;
  /** Counts the openings and closings: an answer that comes after one belongs to what was open before. */
  let visit = 0;
  /** What is shown comes from this device's snapshot: the server is to be asked again. */
  let stale = false;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let source: EventSource | null = null;

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
    const queue = await waitingOf(key());
    if (mine !== visit) return;
    waiting.value = queue;
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
    await flush();
    follow();
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
      await putWaiting(JSON.parse(JSON.stringify(item)) as WaitingItem);
    } finally {
      // A device that cannot keep it sends it all the same.
      waiting.value = waiting.value.map((other) => (other.id === id ? item : other));
      void flush();
    }
    return id;
  }

  /** Gives up an item that the server refused. */
  async function discard(id: string): Promise<void> {
    await dropWaiting(id);
    waiting.value = waiting.value.filter((item) => item.id !== id);
  }

  async function refresh(): Promise<void> {
    try {
      // The whole stream, so that the snapshot of this device is whole too; a recording is a few hundred lines.
      const mine = visit;
      const { value, fresh } = await read<{ items: StreamItem<Body>[] }>(`/${key()}`, { keep: false });
      if (mine !== visit) return;
      await learn(value.items);
      await forgetArrived();
      stale = !fresh;
      away.value = stale;
    } catch (error) {
      // A stream begun here that the server has not heard of yet is empty, not wrong.
      if (error instanceof Away || (error instanceof Refused && (await openingOf(key()))))
        away.value = stale = error instanceof Away;
      else throw error;
    }
  }

  /**
   * Takes in what the server is known to have. The snapshot of this device is written first, and only ever
   * with more in it, so that a reload without a server shows all that was shown as kept.
   */
  async function learn(items: readonly StreamItem<Body>[]): Promise<void> {
    const known = new Set(acknowledged.map(({ id }) => id));
    const fresh = items.filter(({ id }) => !known.has(id));
    if (fresh.length > 0) {
      acknowledged = [...acknowledged, ...fresh].sort((a, b) => a.seq - b.seq);
      await writeSnapshot(`/${key()}`, JSON.parse(JSON.stringify({ items: acknowledged })));
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
    clearTimeout(timer);
    sending ??= sendAll().finally(() => (sending = null));
    return sending;
  }

  async function sendAll(): Promise<void> {
    while (again) {
      again = false;
      const mine = visit;
      try {
        await postOpening(key());
        await sendWaiting();
        if (stale) await refresh();
        if (stale) throw new Away('The server does not answer');
        failures = 0;
        away.value = false;
      } catch (error) {
        if (!(error instanceof Away)) throw error;
        if (mine !== visit) continue;
        away.value = true;
        timer = setTimeout(() => void flush(), retryMs[Math.min(failures++, retryMs.length - 1)]);
        return;
      }
    }
  }

  async function sendWaiting(): Promise<void> {
    for (let left = pending(); left.length > 0; left = pending()) {
      const part = left.slice(0, batch);
      const stream = key();
      try {
        await send(stream, part);
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        // The batch is refused whole; alone, the good items get through and the bad one is named.
        if (part.length > 1) for (const item of part) await sendOne(stream, item);
        else markRefused(part[0]?.id ?? '', error.message);
      }
    }
  }

  async function sendOne(stream: string, item: WaitingItem): Promise<void> {
    try {
      await send(stream, [item]);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      markRefused(item.id, error.message);
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
    if (mine === visit) await acknowledge(part, stored);
  }

  async function acknowledge(sent: readonly WaitingItem[], stored: readonly Acknowledged[]): Promise<void> {
    const places = new Map(stored.map(({ id, seq }) => [id, seq]));
    const fresh = sent.flatMap(({ id, at, body }) => {
      const seq = places.get(id);
      return seq === undefined ? [] : [{ id, at, seq, by: null, body: body as Body }];
    });
    await learn(fresh);
    waiting.value = waiting.value.filter((item) => !places.has(item.id));
    await Promise.all(stored.map(({ id }) => dropWaiting(id)));
  }

  function follow(): void {
    source = new EventSource(`/api/${key()}/live`);
    source.addEventListener('grown', () => {
      void refresh();
      if (pending().length > 0) void flush();
    });
  }

  function close(): void {
    visit++;
    again = false;
    source?.close();
    clearTimeout(timer);
    acknowledged = kept.value = [];
    waiting.value = [];
    loaded.value = false;
  }

  const online = () => void (streamId.value && flush());
  window.addEventListener('online', online);
  onScopeDispose(() => {
    window.removeEventListener('online', online);
    close();
  });

  return { streamId, items, away, loaded, open, begin, append, discard };
}
