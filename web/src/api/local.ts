import { openDB, type DBSchema, type IDBPDatabase, type StoreNames } from 'idb';

/** What waits on this device for the server's word. `order` keeps the sequence in which it was done. */
export interface WaitingItem {
  readonly id: string;
  readonly stream: string;
  readonly order: number;
  readonly at: string;
  readonly body: unknown;
  /** Who did it, where they said. */
  readonly by?: string;
}

/** A picture that this device keeps until the server has it. */
export interface WaitingPicture {
  readonly id: string;
  readonly at: string;
  readonly type: string;
  /** The file as it was chosen. Bytes, not a blob: some browsers keep no blobs in this store. */
  readonly bytes: ArrayBuffer;
}

interface LocalSchema extends DBSchema {
  waiting: { key: string; value: WaitingItem; indexes: { stream: string } };
  /** Streams that were begun here and that the server may not know yet. */
  opening: { key: string; value: { stream: string; path: string; body: unknown } };
  snapshot: { key: string; value: unknown };
  picture: { key: string; value: WaitingPicture };
}

let opened: Promise<IDBPDatabase<LocalSchema>> | undefined;

const local = (): Promise<IDBPDatabase<LocalSchema>> =>
  (opened ??= openDB<LocalSchema>('bemtor', 2, {
    upgrade(database, before) {
      if (before < 1) {
        database.createObjectStore('waiting', { keyPath: 'id' }).createIndex('stream', 'stream');
        database.createObjectStore('opening', { keyPath: 'stream' });
        database.createObjectStore('snapshot');
      }
      if (before < 2) database.createObjectStore('picture', { keyPath: 'id' });
    },
    // Another tab with a later version of the application wants in: this one gives way and asks anew.
    blocking(_current, _wanted, event) {
      (event.target as IDBDatabase).close();
      opened = undefined;
    },
  }));

/** Plain copies: what the interface holds may be reactive, which the store refuses. */
export const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/**
 * Puts one thing. The transaction is told at once that nothing more comes: left to end by itself it needs the page once
 * more, and a busy page that is reloaded just then takes the thing with it.
 */
async function put<Name extends StoreNames<LocalSchema>>(
  name: Name,
  value: LocalSchema[Name]['value'],
  key?: LocalSchema[Name]['key'],
): Promise<void> {
  const writing = (await local()).transaction(name, 'readwrite');
  const written = writing.store.put(value, key);
  writing.commit();
  await Promise.all([written, writing.done]);
}

export const putWaiting = (item: WaitingItem): Promise<void> => put('waiting', plain(item));
export const dropWaiting = async (id: string): Promise<void> => (await local()).delete('waiting', id);

/** The order in which it was done. */
export const byOrder = (a: WaitingItem, b: WaitingItem): number => a.order - b.order;

export async function waitingOf(stream: string): Promise<WaitingItem[]> {
  const items = await (await local()).getAllFromIndex('waiting', 'stream', stream);
  return items.sort(byOrder);
}

export const putOpening = (stream: string, path: string, body: unknown): Promise<void> =>
  put('opening', { stream, path, body });
export const openingOf = async (stream: string) => (await local()).get('opening', stream);
export const dropOpening = async (stream: string): Promise<void> => (await local()).delete('opening', stream);

/** What waits for one stream waits for another from here on, in one step: nothing is lost or doubled in between. */
export async function moveWaiting(from: string, to: string): Promise<void> {
  const { store, done } = (await local()).transaction('waiting', 'readwrite');
  for (const item of await store.index('stream').getAll(from)) await store.put({ ...item, stream: to });
  await done;
}

/** Forgets a stream: what waits for it, its opening, and what was last seen of it. */
export async function forgetStream(stream: string): Promise<void> {
  const all = (await local()).transaction(['waiting', 'opening', 'snapshot'], 'readwrite');
  const waiting = all.objectStore('waiting');
  for (const id of await waiting.index('stream').getAllKeys(stream)) await waiting.delete(id);
  await all.objectStore('opening').delete(stream);
  await all.objectStore('snapshot').delete(`/${stream}`);
  await all.done;
}

/** Snapshots of another form are not read: what they held is asked for again. */
const snapshotForm = 2;

export const writeSnapshot = (key: string, value: unknown): Promise<void> =>
  put('snapshot', { form: snapshotForm, value }, key);
export async function readSnapshot<T>(key: string): Promise<T | undefined> {
  const kept = (await (await local()).get('snapshot', key)) as
    { form?: number; value?: T } | string | undefined;
  // Ids of streams were kept as plain text before snapshots had a form.
  if (typeof kept === 'string') return kept as T;
  return kept?.form === snapshotForm ? kept.value : undefined;
}

export const putPicture = (picture: WaitingPicture): Promise<void> => put('picture', picture);
export const dropPicture = async (id: string): Promise<void> => (await local()).delete('picture', id);
/** Ids are made in the order in which pictures are taken. */
export const byId = (a: WaitingPicture, b: WaitingPicture): number => a.id.localeCompare(b.id);
/** Pictures that wait, as they were taken. */
export const waitingPictures = async (): Promise<WaitingPicture[]> =>
  (await (await local()).getAll('picture')).sort(byId);

/** Everything that waits, by stream, each in the order in which it was done. */
export async function waitingStreams(): Promise<Map<string, WaitingItem[]>> {
  const streams = new Map<string, WaitingItem[]>();
  const items = await (await local()).getAll('waiting');
  for (const item of items.sort(byOrder))
    streams.set(item.stream, [...(streams.get(item.stream) ?? []), item]);
  return streams;
}
