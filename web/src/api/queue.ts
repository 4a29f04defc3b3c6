import { keepable, type Problem } from '@bemtor/core';
import { v7 as uuidv7 } from 'uuid';
import { ref, shallowRef } from 'vue';
import { Away, Failed, Refused } from './client.ts';
import type { WaitingItem } from './local.ts';
import { Failures, Retry } from './retry.ts';
import { technicianHere } from './technician.ts';

/*
 * The way of everything that is sent: lines, acts, what is said of the shop, pictures. It is on this device first, goes
 * in its order until the server has it, once, and what the server refuses stays with the reason and holds up no other.
 */

/** Something that waits, as this page knows it. */
export interface Waiting<Thing> {
  readonly thing: Thing;
  /** On its way into this device's store, only in this page since the store has no room, or in the store. */
  readonly held: 'writing' | 'page' | 'device';
  /** Why the server will not have it; null while it is only under way. */
  readonly refused: Problem | null;
}

/** What one kind of thing needs of its own. */
export interface Lane<Thing> {
  readonly put: (thing: Thing) => Promise<void>;
  readonly drop: (id: string) => Promise<void>;
  /** All of it in this device's store. */
  readonly stored: () => Promise<Thing[]>;
  /** In which order it goes. */
  readonly compare: (a: Thing, b: Thing) => number;
  /** Sends some; answers with those that the server has now. */
  readonly send: (things: readonly Thing[]) => Promise<readonly string[]>;
  /** How many go at once. */
  readonly most: number;
  /** Tabs take one another's things over, and send one after the other, under a lock of this name. */
  readonly shared?: string;
  /** What goes before and after one turn of sending. */
  readonly turn?: (sendAll: () => Promise<void>) => Promise<void>;
  /** Whether a refusal is of the whole lane, not of what was sent; without an answer here, none is. */
  readonly refusesAll?: (refusal: Refused) => boolean;
  /** The lane cannot be sent at all. */
  readonly stopped?: (refusal: Refused) => void;
}

export class Queue<Thing extends { readonly id: string }> {
  readonly waiting = shallowRef<readonly Waiting<Thing>[]>([]);
  /** What was away when it was last tried, in words; null: the server took it. */
  readonly away = ref<string | null>(null);
  private readonly lane: Lane<Thing>;
  private readonly failures = new Failures();
  private readonly retrying = new Retry();
  private sending: Promise<void> | null = null;
  private again = false;
  /** Counts the times it was emptied: an answer that comes after one belongs to what waited before. */
  private filling = 0;

  constructor(lane: Lane<Thing>) {
    this.lane = lane;
  }

  /** Puts something last. True once this device keeps it; where it has no room, it is sent all the same. */
  async add(thing: Thing): Promise<boolean> {
    this.waiting.value = [...this.waiting.value, { thing, held: 'writing', refused: null }];
    const held = await this.lane.put(thing).then(
      () => 'device' as const,
      () => 'page' as const,
    );
    this.change(thing.id, { held });
    return held === 'device';
  }

  /** Puts before all others what this device keeps already. */
  addFirst(things: readonly Thing[]): void {
    this.waiting.value = [...things.map(inStore), ...this.waiting.value];
  }

  /** Everything goes another way from here on. */
  redirect(redirected: (thing: Thing) => Thing): void {
    this.waiting.value = this.waiting.value.map((one) => ({ ...one, thing: redirected(one.thing) }));
  }

  find(id: string): Waiting<Thing> | undefined {
    return this.waiting.value.find(({ thing }) => thing.id === id);
  }

  /** What other tabs and pages before left in the store is taken over; what another tab has sent is let go. */
  async takeOver(): Promise<void> {
    const [mine, before] = [this.filling, this.waiting.value];
    const stored = await this.lane.stored().catch(() => null);
    if (!stored || mine !== this.filling) return;
    const ids = new Set(stored.map(({ id }) => id));
    await this.letGo(
      before.flatMap(({ thing, held }) => (held === 'device' && !ids.has(thing.id) ? thing.id : [])),
    );
    const known = new Set(this.waiting.value.map(({ thing }) => thing.id));
    const all = [...this.waiting.value, ...stored.filter(({ id }) => !known.has(id)).map(inStore)];
    // What was added while the store was read goes after what is older.
    this.waiting.value = all.sort((a, b) => this.lane.compare(a.thing, b.thing));
  }

  /** Nobody wants these any more, or the server has them. */
  async letGo(ids: readonly string[]): Promise<void> {
    const gone = new Set(ids);
    this.waiting.value = this.waiting.value.filter(({ thing }) => !gone.has(thing.id));
    for (const id of ids) this.failures.forget(id);
    await Promise.all(ids.map((id) => this.lane.drop(id)));
  }

  /** Sends once more what was refused. */
  retry(id: string): Promise<void> {
    this.failures.forget(id);
    this.change(id, { refused: null });
    return this.flush();
  }

  /** Another lane is looked at: this page forgets what waits, the store keeps it. */
  empty(): void {
    this.filling++;
    this.again = false;
    this.retrying.cancel();
    this.waiting.value = [];
  }

  /** Sends what waits; resolves when all of it is sent or refused, or the server is away. It is tried again then. */
  flush(): Promise<void> {
    this.again = true;
    this.retrying.cancel();
    return (this.sending ??= this.takeTurns());
  }

  private async takeTurns(): Promise<void> {
    try {
      while (this.again) {
        this.again = false;
        await this.takeTurn();
      }
    } finally {
      // In the same moment as the last look at `again`: a call between the two would wait for nobody.
      this.sending = null;
    }
  }

  private async takeTurn(): Promise<void> {
    const mine = this.filling;
    try {
      await this.oneTab(() => this.turn());
      this.retrying.succeeded();
      this.away.value = null;
    } catch (error) {
      if (mine !== this.filling) return;
      this.again = false;
      if (error instanceof Refused && this.lane.stopped) return this.lane.stopped(error);
      if (!(error instanceof Away)) throw error;
      this.away.value = error.what;
      this.retrying.later(() => void this.flush());
    }
  }

  /** Tabs send one after the other, so that what was done in one order arrives in it. */
  private async oneTab(act: () => Promise<void>): Promise<void> {
    const locks = globalThis.navigator?.locks;
    await (locks && this.lane.shared ? locks.request(this.lane.shared, act) : act());
  }

  private turn(): Promise<void> {
    const sendAll = (): Promise<void> => this.sendAll();
    return this.lane.turn ? this.lane.turn(sendAll) : sendAll();
  }

  private async sendAll(): Promise<void> {
    if (this.lane.shared) await this.takeOver();
    for (let left = this.pending(); left.length > 0; left = this.pending()) {
      const part = left.slice(0, this.lane.most);
      try {
        await this.send(part);
      } catch (error) {
        if (!this.isOfThings(error)) throw error;
        // The batch is refused whole; alone, the good ones get through and the bad one is named.
        if (part.length === 1) this.blame(part, error);
        else for (const thing of part) await this.sendAlone(thing);
      }
    }
  }

  private async sendAlone(thing: Thing): Promise<void> {
    try {
      await this.send([thing]);
    } catch (error) {
      if (!this.isOfThings(error)) throw error;
      this.blame([thing], error);
    }
  }

  private async send(things: readonly Thing[]): Promise<void> {
    const mine = this.filling;
    const taken = await this.lane.send(things);
    if (mine !== this.filling) return;
    if (taken.length === 0) throw new Away('The server did not say that it has it');
    await this.letGo(taken);
  }

  private isOfThings(error: unknown): error is Refused | Failed {
    if (error instanceof Refused) return !this.lane.refusesAll?.(error);
    return error instanceof Failed;
  }

  /** Marks what was refused. The server may fail by chance: that is thrown until it is too often. */
  private blame(things: readonly Thing[], error: Refused | Failed): void {
    for (const { id } of things) {
      const refused = error instanceof Refused ? error.problem : this.failures.count(id);
      if (!refused) throw error;
      this.change(id, { refused });
    }
  }

  /** What may be sent now: nothing overtakes what is still being written to this device. */
  private pending(): Thing[] {
    const unwritten = this.waiting.value.findIndex(({ held }) => held === 'writing');
    const written = unwritten < 0 ? this.waiting.value : this.waiting.value.slice(0, unwritten);
    return written.flatMap(({ thing, refused }) => (refused ? [] : thing));
  }

  private change(id: string, what: Partial<Waiting<Thing>>): void {
    this.waiting.value = this.waiting.value.map((one) => (one.thing.id === id ? { ...one, ...what } : one));
  }
}

const inStore = <Thing>(thing: Thing): Waiting<Thing> => ({ thing, held: 'device', refused: null });

/** A new item of a stream. It goes after all that wait before it, also where the clock was put back meanwhile. */
export function newItem(
  stream: string,
  body: unknown,
  before: readonly Waiting<WaitingItem>[],
  by: string = technicianHere(),
): WaitingItem {
  const last = Math.max(0, ...before.map(({ thing }) => thing.order));
  return {
    id: uuidv7(),
    stream,
    order: Math.max(last + 0.001, Date.now()),
    at: new Date().toISOString(),
    // A character that no database keeps would hold up this one and all after it.
    body: keepable(body),
    ...(by ? { by } : {}),
  };
}
