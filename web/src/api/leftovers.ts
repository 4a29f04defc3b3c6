import type { Acknowledged } from '@bemtor/core';
import { Away, Refused, send } from './client.ts';
import { dropOpening, dropWaiting, openingOf, waitingStreams } from './local.ts';

/**
 * Sends what waits on this device for streams that no screen has open: a page that was closed or left in the
 * middle of sending. Sending twice stores once, so a screen that sends the same does no harm. What the
 * server refuses stays, and its own screen shows it.
 */
export async function sendLeftovers(): Promise<void> {
  for (const [stream, items] of await waitingStreams()) {
    try {
      const opening = await openingOf(stream);
      if (opening) {
        await send(opening.path, opening.body);
        await dropOpening(stream);
      }
      const path = stream.startsWith('jobs/') ? 'events' : 'entries';
      const body = { items: items.map(({ id, at, body: inner }) => ({ id, at, body: inner })) };
      const { acknowledged } = await send<{ acknowledged: Acknowledged[] }>(`/${stream}/${path}`, body);
      await Promise.all(acknowledged.map(({ id }) => dropWaiting(id)));
    } catch (error) {
      if (error instanceof Away) return;
      if (!(error instanceof Refused)) throw error;
    }
  }
}
