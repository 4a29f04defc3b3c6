import type { Problem, ShopEvent } from '@bemtor/core';
import { Away, send } from './client.ts';
import { byOrder, dropWaiting, putWaiting, waitingOf, type WaitingItem } from './local.ts';
import { newItem, Queue } from './queue.ts';
import { technicianHere } from './technician.ts';

/* What is said of units, models, stock and the shop goes the way of every line and act, and is shown at once. */

/** An event of the shop that only this device knows. */
export interface ShopItem {
  readonly id: string;
  readonly at: string;
  readonly body: ShopEvent;
  /** Why the server will not have it; null while it is only under way. */
  readonly refused: Problem | null;
}

/**
 * What became of an event: the server has it and says what stands now (null where another tab sent it), it waits, or it
 * was refused.
 */
export type Outcome<S = unknown> =
  | { readonly state: 'kept'; readonly stands: S | null }
  | { readonly state: 'waiting' }
  | { readonly state: 'refused'; readonly problem: Problem; readonly id: string };

/** The stream's name in this device's store. */
export const shopStream = 'shop';

/** What the server answered to those who wait for it here. */
const answers = new Map<string, unknown>();
const listeners = new Set<(body: ShopEvent, stands: unknown) => void>();
const queue = new Queue<WaitingItem>({
  put: putWaiting,
  drop: dropWaiting,
  stored: () => waitingOf(shopStream),
  most: 1,
  compare: byOrder,
  shared: 'bemtor-shop',
  send: async (items) => {
    for (const { id, at, by, body } of items) {
      const event = { id, at, body, ...(by ? { by } : {}) };
      const { stands } = await send<{ stands: unknown }>('/shop/events', event);
      if (answers.has(id)) answers.set(id, stands);
      for (const listener of listeners) listener(body as ShopEvent, stands);
    }
    return items.map(({ id }) => id);
  },
});
let known: Promise<void> | undefined;

/**
 * Everything of which only this device knows, in the order in which it was said. What is shown as done is on this device:
 * a page that is left in this moment must not lose it.
 */
export const shopItems = (): ShopItem[] =>
  queue.waiting.value.flatMap(({ thing: { id, at, body }, held, refused }) =>
    held === 'writing' ? [] : { id, at, body: body as ShopEvent, refused },
  );

/** What was said and neither taken nor refused yet: it is shown as if the server knew it. */
export const saidHere = (): ShopItem[] => shopItems().filter(({ refused }) => refused === null);

/** Called with each event that the server has taken, and with what stands now, before it leaves `saidHere`. */
export function onShopKept(listener: (body: ShopEvent, stands: unknown) => void): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}

/**
 * Says something; resolves once it is kept, refused, or known to wait. It is on this device before it is sent; where the
 * device has no room it is sent all the same, and `Away` is thrown if that fails too.
 */
export async function tellShop<S = unknown>(body: ShopEvent): Promise<Outcome<S>> {
  const by = technicianHere();
  await shopKnown();
  const item = newItem(shopStream, body, queue.waiting.value, by);
  answers.set(item.id, null);
  await queue.add(item);
  await sendShop();
  const stands = (answers.get(item.id) ?? null) as S | null;
  answers.delete(item.id);
  const left = queue.find(item.id);
  if (!left) return { state: 'kept', stands };
  if (left.refused) return { state: 'refused', problem: left.refused, id: item.id };
  if (left.held === 'device') return { state: 'waiting' };
  await forgetShopItem(item.id);
  throw new Away('This device has no room left and the server does not answer: nothing was kept');
}

/** Says what somebody waits to hear of: what is refused is told here and now, and does not stay among what waits. */
export async function askShop<S = unknown>(body: ShopEvent): Promise<Outcome<S>> {
  const outcome = await tellShop<S>(body);
  if (outcome.state === 'refused') await forgetShopItem(outcome.id);
  return outcome;
}

/** Resolves once this page knows what waits of pages before it. */
export const shopKnown = (): Promise<void> => (known ??= queue.takeOver());

/** Sends what waits, also of other tabs and of pages that were closed. */
export const sendShop = (): Promise<void> => queue.flush();

/** Sends once more what was refused. */
export const retryShopItem = (id: string): Promise<void> => queue.retry(id);

/** The server has it, or nobody wants it any more. */
export const forgetShopItem = (id: string): Promise<void> => queue.letGo([id]);
