import type { Acknowledged } from '@bemtor/core';
import { Refused, send } from './client.ts';
import {
  byOrder,
  dropOpening,
  dropWaiting,
  moveWaiting,
  openingOf,
  putWaiting,
  type WaitingItem,
} from './local.ts';
import type { Lane } from './queue.ts';
import { sendShop } from './shopLog.ts';

/** Of the answers of the server: it has never heard of the stream, or not any more. */
export const streamUnknown = (error: unknown): error is Refused =>
  error instanceof Refused && /^(?:recording|job)-unknown$/.test(error.problem.code);

/** The server takes up to 500 items at once; a crash in between then repeats little. */
const batch = 100;

/** Hears what the server has stored of some items, before they are let go. */
export type Learner = (items: readonly WaitingItem[], stored: readonly Acknowledged[]) => Promise<void>;

/** How items of streams (`jobs/…`, `recordings/…`) go; `learner` is asked for before some are sent. */
export const itemLane = (learner: () => Learner): Omit<Lane<WaitingItem>, 'stored'> => ({
  put: putWaiting,
  drop: dropWaiting,
  compare: byOrder,
  most: batch,
  refusesAll: streamUnknown,
  send: async (items) => {
    const learn = learner();
    const stored = await postItems(items);
    await learn(items, stored);
    return stored.map(({ id }) => id);
  },
});

/** Sends items of one stream; the answer names those that are stored. */
async function postItems(items: readonly WaitingItem[]): Promise<Acknowledged[]> {
  const stream = items[0]?.stream ?? '';
  const path = stream.startsWith('jobs/') ? 'events' : 'entries';
  const body = {
    items: items.map(({ id, at, by, body: inner }) => ({ id, at, body: inner, ...(by ? { by } : {}) })),
  };
  return (await send<{ acknowledged: Acknowledged[] }>(`/${stream}/${path}`, body)).acknowledged;
}

/**
 * Tells the server of a stream that was begun here, if it has not been told. Another device may have begun one for the
 * same unit first: then what waits joins that one. Answers with the stream that holds from here on.
 */
export async function postOpening(stream: string): Promise<string> {
  const opening = await openingOf(stream);
  if (!opening) return stream;
  // Its unit may have arrived here, and wait to be told of.
  await sendShop();
  const { id } = await send<{ id?: string }>(opening.path, opening.body);
  const joined = id === undefined ? stream : `${opening.path.slice(1)}/${id}`;
  if (joined !== stream) await moveWaiting(stream, joined);
  await dropOpening(stream);
  return joined;
}
