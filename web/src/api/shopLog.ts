import { keepable, type Problem, type ShopEvent } from '@bemtor/core';
import { v7 as uuidv7 } from 'uuid';
import { shallowReactive } from 'vue';
import { Away, Failed, Refused, send } from './client.ts';
import { dropWaiting, putWaiting, waitingOf, type WaitingItem } from './local.ts';
import { Failures, Retry } from './retry.ts';
import { technicianHere } from './technician.ts';

/*
 * What is said of units, models, stock and the shop goes the way of every line and act: kept on this device first, shown
 * at once, sent in order until the server has it, once. What it refuses stays with the reason and holds up no other.
 */

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

const here = shallowReactive(new Map<string, ShopItem>());
/** In this device's store; what is not, for want of room, is only in this page. */
const written = new Set<string>();
const unwritten = new Map<string, WaitingItem>();
/** What the server answered to those who wait for it here. */
const answers = new Map<string, unknown>();
const failed = new Failures();
const retrying = new Retry();
const listeners = new Set<(body: ShopEvent, stands: unknown) => void>();
let sending: Promise<void> | null = null;
let again = false;
let lastOrder = 0;
let known: Promise<void> | undefined;

/** Everything of which only this device knows, in the order in which it was said. */
export const shopItems = (): ShopItem[] => [...here.values()];

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
  const item: WaitingItem = {
    id: uuidv7(),
    stream: shopStream,
    order: (lastOrder = Math.max(lastOrder + 0.001, Date.now())),
    at: new Date().toISOString(),
    body: keepable(body),
    ...(by ? { by } : {}),
  };
  answers.set(item.id, null);
  try {
    await putWaiting(item);
    written.add(item.id);
  } catch {
    unwritten.set(item.id, item);
  }
  // What is shown as done is on this device: a page that is left in this moment must not lose it.
  show(item);
  await sendShop();
  const stands = (answers.get(item.id) ?? null) as S | null;
  answers.delete(item.id);
  const shown = here.get(item.id);
  if (!shown) return { state: 'kept', stands };
  if (shown.refused) return { state: 'refused', problem: shown.refused, id: item.id };
  if (!unwritten.has(item.id)) return { state: 'waiting' };
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
export const shopKnown = (): Promise<void> => (known ??= readBefore());

async function readBefore(): Promise<void> {
  const waiting = (await readStored()) ?? [];
  waiting.forEach(show);
  // A clock that was put back must not let what is said now overtake what waits already.
  lastOrder = Math.max(lastOrder, ...waiting.map(({ order }) => order));
}

/** What is in this device's store; null where it cannot be read. */
const readStored = (): Promise<WaitingItem[] | null> => waitingOf(shopStream).catch(() => null);

function show({ id, at, body }: WaitingItem): void {
  if (!here.has(id)) here.set(id, { id, at, body: body as ShopEvent, refused: null });
}

/** Sends what waits, also of other tabs and of pages that were closed. */
export function sendShop(): Promise<void> {
  again = true;
  retrying.cancel();
  return (sending ??= sendInTurn().finally(() => {
    sending = null;
  }));
}

async function sendInTurn(): Promise<void> {
  while (again) {
    again = false;
    try {
      await oneTab(sendAll);
      retrying.succeeded();
    } catch (error) {
      if (!(error instanceof Away)) throw error;
      retrying.later(() => void sendShop());
      return;
    }
  }
}

/** Tabs send one after the other, so that what was said in one order arrives in it. */
async function oneTab(act: () => Promise<void>): Promise<void> {
  const locks = globalThis.navigator?.locks;
  await (locks ? locks.request('bemtor-shop', act) : act());
}

async function sendAll(): Promise<void> {
  const before = [...written];
  const stored = await readStored();
  const waiting = [...(stored ?? []), ...unwritten.values()].sort((a, b) => a.order - b.order);
  const ids = new Set((stored ?? []).map(({ id }) => id));
  // Another tab has sent or dropped these meanwhile.
  if (stored) for (const id of before.filter((one) => !ids.has(one))) forget(id);
  waiting.forEach(show);
  for (const item of waiting) {
    if (ids.has(item.id)) written.add(item.id);
    if (here.get(item.id)?.refused === null) await sendOne(item);
  }
}

async function sendOne({ id, at, by, body }: WaitingItem): Promise<void> {
  try {
    const event = { id, at, body, ...(by ? { by } : {}) };
    const { stands } = await send<{ stands: unknown }>('/shop/events', event);
    if (answers.has(id)) answers.set(id, stands);
    for (const listener of listeners) listener(body as ShopEvent, stands);
    await forgetShopItem(id);
  } catch (error) {
    const why = error instanceof Failed ? failed.count(id) : null;
    if (error instanceof Refused) refuse(id, error.problem);
    else if (why !== null) refuse(id, failedOn(why));
    else throw error;
  }
}

const failedOn = (detail: string): Problem => ({
  ...{ type: 'about:blank', title: 'The server failed on it', status: 500, code: 'internal' },
  detail,
});

function refuse(id: string, refused: Problem): void {
  const item = here.get(id);
  if (item) here.set(id, { ...item, refused });
}

/** Sends once more what was refused. */
export function retryShopItem(id: string): Promise<void> {
  const item = here.get(id);
  failed.forget(id);
  if (item) here.set(id, { ...item, refused: null });
  return sendShop();
}

/** The server has it, or nobody wants it any more. */
export async function forgetShopItem(id: string): Promise<void> {
  if (!unwritten.has(id)) await dropWaiting(id);
  forget(id);
}

function forget(id: string): void {
  here.delete(id);
  written.delete(id);
  unwritten.delete(id);
  failed.forget(id);
}
