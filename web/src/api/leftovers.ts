import { wordsOf } from './client.ts';
import { waitingOf, waitingStreams, type WaitingItem } from './local.ts';
import { Queue } from './queue.ts';
import { sendShop, shopStream } from './shopLog.ts';
import { itemLane, postOpening } from './streamLane.ts';

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
  let away: string | null = null;
  // Units arrive before anything is recorded of them.
  await sendShop();
  for (const [stream, items] of await waitingStreams()) {
    // It is its own page of what waits.
    if (stream === shopStream) continue;
    const sent: Sent = away ? { away, stream, items, refused: null } : await sendStream(stream);
    away ??= sent.away;
    const why = sent.away ?? sent.refused;
    if (why !== null) left.push({ stream: sent.stream, items: sent.items, why });
  }
  return left;
}

interface Sent {
  /** What is away, in words. */
  readonly away: string | null;
  /** The stream that it waits for now: another device may have begun one for the same unit first. */
  readonly stream: string;
  /** What is left of it. */
  readonly items: readonly WaitingItem[];
  /** Why some of it, or all, was refused. */
  readonly refused: string | null;
}

/** Sends all that waits for a stream, once. */
async function sendStream(stream: string): Promise<Sent> {
  let [to, refused] = [stream, null as string | null];
  const queue = new Queue<WaitingItem>({
    ...itemLane(() => () => Promise.resolve()),
    stored: () => waitingOf(to),
    turn: async (sendAll) => {
      to = await postOpening(stream);
      await queue.takeOver();
      await sendAll();
    },
    stopped: (refusal) => {
      refused = refusal.message;
    },
  });
  await queue.flush();
  const first = queue.waiting.value.find((one) => one.refused)?.refused;
  const away = queue.away.value;
  queue.empty();
  return {
    away,
    stream: to,
    items: await waitingOf(to),
    refused: refused ?? (first ? wordsOf(first) : null),
  };
}
