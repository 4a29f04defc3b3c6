import { Away, Refused } from './client.ts';
import { sendShop, shopStream } from './shopLog.ts';
import { dropWaiting, waitingStreams, type WaitingItem } from './local.ts';
import { postItems, postOpening } from './postItems.ts';

/** What waits on this device for one stream, and why it was not sent. */
export interface Leftover {
  readonly stream: string;
  readonly items: readonly WaitingItem[];
  readonly why: string;
}

/**
 * Sends what waits on this device for streams that no screen has open: a page that was closed or left in the
 * middle of sending. Sending twice stores once, so a screen that sends the same does no harm. What the
 * server refuses stays and is given back with the reason; it holds up no other.
 */
export async function sendLeftovers(): Promise<Leftover[]> {
  const left: Leftover[] = [];
  let away = false;
  // Units arrive before anything is recorded of them.
  await sendShop();
  for (const [stream, items] of await waitingStreams()) {
    // It is its own page of what waits.
    if (stream === shopStream) continue;
    const why: string | null = away ? 'the server does not answer' : await sendStream(stream, items);
    away ||= why === 'the server does not answer';
    if (why !== null) left.push({ stream, items, why });
  }
  return left;
}

/** Sends all that waits for a stream, one by one where the whole is refused; why something is left, or null. */
async function sendStream(stream: string, items: readonly WaitingItem[]): Promise<string | null> {
  try {
    const to = await postOpening(stream);
    try {
      await sendTo(to, items);
      return null;
    } catch (error) {
      if (!(error instanceof Refused) || items.length === 1) throw error;
      let why: string | null = null;
      for (const item of items)
        await sendTo(to, [item]).catch((reason: unknown) => {
          if (!(reason instanceof Refused)) throw reason;
          why = reason.message;
        });
      return why;
    }
  } catch (error) {
    if (error instanceof Away) return 'the server does not answer';
    if (error instanceof Refused) return error.message;
    throw error;
  }
}

async function sendTo(stream: string, items: readonly WaitingItem[]): Promise<void> {
  const acknowledged = await postItems(stream, items);
  await Promise.all(acknowledged.map(({ id }) => dropWaiting(id)));
}
