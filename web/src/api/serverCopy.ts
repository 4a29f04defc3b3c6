import type { StreamItem } from '@bemtor/core';
import { shallowRef } from 'vue';
import { keptAnswer, read } from './client.ts';
import { plain, writeSnapshot } from './local.ts';

/** A long log comes in pieces, so that the first lines stand soon and no answer is large. */
const page = 2_000;
/** The rest of it comes in larger ones. */
const restPage = 10_000;

/** What the server said when it was asked for what is new. */
export type Asked<Body> =
  | { readonly state: 'learned' }
  /** What was begun twice was brought together under this id. */
  | { readonly state: 'joined'; readonly id: string }
  /** It has less than it had acknowledged, as after a backup was put back. */
  | { readonly state: 'lost'; readonly items: readonly StreamItem<Body>[] }
  /** Another stream was opened meanwhile. */
  | { readonly state: 'left' };

interface Page<Body> {
  readonly id?: string;
  readonly items: StreamItem<Body>[];
  readonly last: number;
}

/** What the server is known to have of one stream: in this page, and in this device's snapshot. */
export class ServerCopy<Body> {
  /** What is shown as kept: acknowledged, and in the snapshot. */
  readonly shown = shallowRef<readonly StreamItem<Body>[]>([]);
  /** All that the server is known to have; it only grows, whatever order answers come in. */
  private acknowledged: readonly StreamItem<Body>[] = [];
  private key = '';
  /** Counts the openings: an answer that comes after one belongs to what was open before. */
  private visit = 0;

  /** Opens the copy of a stream (`jobs/…`, `recordings/…`), with what the snapshot has; none: an empty one. */
  async open(key: string, fromSnapshot = true): Promise<void> {
    const mine = ++this.visit;
    this.key = key;
    this.acknowledged = this.shown.value = [];
    if (!fromSnapshot) return;
    const seen = await keptAnswer<{ items: StreamItem<Body>[] }>(`/${key}`);
    if (mine === this.visit) this.acknowledged = this.shown.value = seen?.items ?? [];
  }

  /** The stream goes on as another: what is shown stands until the server has told what that one has. */
  moveTo(key: string): void {
    this.visit++;
    this.key = key;
    this.acknowledged = [];
  }

  get all(): readonly StreamItem<Body>[] {
    return this.acknowledged;
  }

  has(id: string): boolean {
    return this.shown.value.some((item) => item.id === id);
  }

  /** Asks the server for what is new, and learns it. Throws `Away` and `Refused`. */
  async ask(id: string | null): Promise<Asked<Body>> {
    const mine = this.visit;
    const left = (): boolean => mine !== this.visit;
    const seen = this.acknowledged.at(-1)?.seq ?? 0;
    const first = await this.page(seen, page);
    if (left()) return { state: 'left' };
    if (first.id !== undefined && first.id !== id) return { state: 'joined', id: first.id };
    if (first.last < seen) return this.startOver();
    await this.learn(first.items);
    if (!left() && first.items.length > 0) await this.learnRest(first.last);
    return { state: left() ? 'left' : 'learned' };
  }

  /**
   * Takes in what the server is known to have. The snapshot of this device is written first, and only ever with more in
   * it, so that a reload without a server shows all that was shown as kept.
   */
  async learn(fresh: readonly StreamItem<Body>[]): Promise<void> {
    const mine = this.visit;
    const known = new Set(this.acknowledged.map(({ id }) => id));
    const added = fresh.filter(({ id }) => !known.has(id));
    if (added.length > 0) {
      this.acknowledged = [...this.acknowledged, ...added].sort((a, b) => a.seq - b.seq);
      await writeSnapshot(`/${this.key}`, plain({ items: this.acknowledged }));
    }
    if (mine === this.visit) this.shown.value = this.acknowledged;
  }

  /** The rest of a long log is taken in at once: a snapshot for each piece would cost more than the log. */
  private async learnRest(last: number): Promise<void> {
    const mine = this.visit;
    const rest: StreamItem<Body>[] = [];
    try {
      for (let reached = this.acknowledged.at(-1)?.seq ?? 0; reached < last;) {
        const { items } = await this.page(reached, restPage);
        rest.push(...items);
        const end = items.at(-1)?.seq;
        if (mine !== this.visit || end === undefined) return;
        reached = end;
      }
    } finally {
      if (mine === this.visit && rest.length > 0) await this.learn(rest);
    }
  }

  private async startOver(): Promise<Asked<Body>> {
    const mine = this.visit;
    const { value } = await read<Page<Body>>(`/${this.key}`, { keep: false });
    if (mine !== this.visit) return { state: 'left' };
    const has = new Set(value.items.map(({ id }) => id));
    const lost = this.acknowledged.filter(({ id }) => !has.has(id));
    this.acknowledged = [];
    await this.learn(value.items);
    return { state: 'lost', items: lost };
  }

  private async page(after: number, most: number): Promise<Page<Body>> {
    const path = `/${this.key}?after=${after}&most=${most}`;
    return (await read<Page<Body>>(path, { keep: false })).value;
  }
}
