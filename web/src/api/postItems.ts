import type { Acknowledged } from '@bemtor/core';
import { send } from './client.ts';
import { sendShop } from './shopLog.ts';
import { dropOpening, moveWaiting, openingOf, type WaitingItem } from './local.ts';

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

/** Sends items of a stream (`jobs/…`, `recordings/…`); the answer names those that are stored. */
export async function postItems(stream: string, items: readonly WaitingItem[]): Promise<Acknowledged[]> {
  const path = stream.startsWith('jobs/') ? 'events' : 'entries';
  const body = {
    items: items.map(({ id, at, by, body: inner }) => ({ id, at, body: inner, ...(by ? { by } : {}) })),
  };
  return (await send<{ acknowledged: Acknowledged[] }>(`/${stream}/${path}`, body)).acknowledged;
}
