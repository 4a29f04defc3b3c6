import { Away, Refused } from './client.ts';
import { dropWaiting, waitingStreams } from './local.ts';
import { postItems, postOpening } from './postItems.ts';

/**
 * Sends what waits on this device for streams that no screen has open: a page that was closed or left in the
 * middle of sending. Sending twice stores once, so a screen that sends the same does no harm. What the
 * server refuses stays, and its own screen shows it.
 */
export async function sendLeftovers(): Promise<void> {
  for (const [stream, items] of await waitingStreams()) {
    try {
      await postOpening(stream);
      const acknowledged = await postItems(stream, items);
      await Promise.all(acknowledged.map(({ id }) => dropWaiting(id)));
    } catch (error) {
      if (error instanceof Away) return;
      if (!(error instanceof Refused)) throw error;
    }
  }
}
