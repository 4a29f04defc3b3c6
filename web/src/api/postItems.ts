import type { Acknowledged } from '@bemtor/core';
import { send } from './client.ts';
import { dropOpening, openingOf, type WaitingItem } from './local.ts';

/** Tells the server of a stream that was begun here, if it has not been told. */
export async function postOpening(stream: string): Promise<void> {
  const opening = await openingOf(stream);
  if (!opening) return;
  await send(opening.path, opening.body);
  await dropOpening(stream);
}

/** Sends items of a stream (`jobs/…`, `recordings/…`); the answer names those that are stored. */
export async function postItems(stream: string, items: readonly WaitingItem[]): Promise<Acknowledged[]> {
  const path = stream.startsWith('jobs/') ? 'events' : 'entries';
  const body = {
    items: items.map(({ id, at, by, body: inner }) => ({ id, at, body: inner, ...(by ? { by } : {}) })),
  };
  return (await send<{ acknowledged: Acknowledged[] }>(`/${stream}/${path}`, body)).acknowledged;
}
