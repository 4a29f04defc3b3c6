import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

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

interface LocalSchema extends DBSchema {
  waiting: { key: string; value: WaitingItem; indexes: { stream: string } };
  /** Streams that were begun here and that the server may not know yet. */
  opening: { key: string; value: { stream: string; path: string; body: unknown } };
  snapshot: { key: string; value: unknown };
}

let opened: Promise<IDBPDatabase<LocalSchema>> | undefined;

const local = (): Promise<IDBPDatabase<LocalSchema>> =>
  (opened ??= openDB<LocalSchema>('bemtor', 1, {
    upgrade(database) {
      database.createObjectStore('waiting', { keyPath: 'id' }).createIndex('stream', 'stream');
      database.createObjectStore('opening', { keyPath: 'stream' });
      database.createObjectStore('snapshot');
    },
  }));

export const putWaiting = async (item: WaitingItem): Promise<void> =>
  void (await (await local()).put('waiting', item));
export const dropWaiting = async (id: string): Promise<void> => (await local()).delete('waiting', id);

export async function waitingOf(stream: string): Promise<WaitingItem[]> {
  const items = await (await local()).getAllFromIndex('waiting', 'stream', stream);
  return items.sort((a, b) => a.order - b.order);
}

export const putOpening = async (stream: string, path: string, body: unknown): Promise<void> =>
  void (await (await local()).put('opening', { stream, path, body }));
export const openingOf = async (stream: string) => (await local()).get('opening', stream);
export const dropOpening = async (stream: string): Promise<void> => (await local()).delete('opening', stream);

export const writeSnapshot = async (key: string, value: unknown): Promise<void> =>
  void (await (await local()).put('snapshot', value, key));
export const readSnapshot = async <T>(key: string): Promise<T | undefined> =>
  (await (await local()).get('snapshot', key)) as T | undefined;

/** Everything that waits, by stream, each in the order in which it was done. */
export async function waitingStreams(): Promise<Map<string, WaitingItem[]>> {
  const streams = new Map<string, WaitingItem[]>();
  const items = await (await local()).getAll('waiting');
  for (const item of items.sort((a, b) => a.order - b.order))
    streams.set(item.stream, [...(streams.get(item.stream) ?? []), item]);
  return streams;
}
