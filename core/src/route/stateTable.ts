import type { Position } from './searchState.ts';

/**
 * The positions met by the search, in flat arrays with a hash index, and the queue of those to expand:
 * least estimate first, deeper first among equals, then oldest first, so the search is deterministic.
 */
export class StateTable {
  private readonly words: number;
  private readonly width: number;
  private data: Uint32Array;
  private cost: Float64Array;
  private estimate: Float64Array;
  private link: Int32Array;
  private count = 0;
  private index: Int32Array;
  private readonly heap: number[] = [];
  /** What a node's estimate was when it was queued: an entry that no longer matches is stale. */
  private queuedAt: Float64Array;

  constructor(words: number) {
    this.words = words;
    this.width = words + 1;
    const room = 1024;
    this.data = new Uint32Array(room * this.width);
    this.cost = new Float64Array(room);
    this.estimate = new Float64Array(room);
    this.queuedAt = new Float64Array(room);
    this.link = new Int32Array(room * 2);
    this.index = new Int32Array(room * 4).fill(-1);
  }

  /** Adds a position or betters a known one; `better` is false where a known one is as cheap. */
  add(
    position: Position,
    g: number,
    f: number,
    parent: number,
    act: number,
  ): { node: number; better: boolean } {
    if (this.count * 2 >= this.index.length) this.rehash();
    const packed = pack(position);
    const slot = this.slotOf(position.done, packed);
    let node = this.index[slot] ?? -1;
    if (node !== -1 && (this.cost[node] ?? 0) <= g) return { node, better: false };
    if (node === -1) {
      node = this.count++;
      if (node >= this.cost.length) this.grow();
      this.data.set(position.done, node * this.width);
      this.data[node * this.width + this.words] = packed;
      this.index[slot] = node;
    }
    this.cost[node] = g;
    this.estimate[node] = f;
    this.link[node * 2] = parent;
    this.link[node * 2 + 1] = act;
    return { node, better: true };
  }

  g = (node: number): number => this.cost[node] ?? 0;
  f = (node: number): number => this.estimate[node] ?? 0;
  parent = (node: number): number => this.link[node * 2] ?? -1;
  act = (node: number): number => this.link[node * 2 + 1] ?? -1;

  position(node: number): Position {
    const at = node * this.width;
    const packed = this.data[at + this.words] ?? 0;
    return {
      done: this.data.slice(at, at + this.words),
      tool: (packed & 0xff) - 1,
      face: (packed >>> 8) & 3,
      part: ((packed >>> 10) & 0xffff) - 1,
    };
  }

  push(node: number): void {
    this.queuedAt[node] = this.f(node);
    const heap = this.heap;
    heap.push(node);
    for (let i = heap.length - 1; i > 0;) {
      const up = (i - 1) >> 1;
      if (!this.sooner(heap[i] ?? 0, heap[up] ?? 0)) break;
      [heap[i], heap[up]] = [heap[up] ?? 0, heap[i] ?? 0];
      i = up;
    }
  }

  /** The next node to expand, or -1. A node that was bettered while queued is in the queue twice; once is enough. */
  pop(): number {
    for (;;) {
      const heap = this.heap;
      const top = heap[0];
      const last = heap.pop();
      if (top === undefined || last === undefined) return -1;
      if (heap.length > 0) {
        heap[0] = last;
        this.sink();
      }
      if (this.queuedAt[top] !== -1) {
        this.queuedAt[top] = -1;
        return top;
      }
    }
  }

  private sink(): void {
    const heap = this.heap;
    for (let i = 0; ;) {
      let least = i;
      for (const child of [2 * i + 1, 2 * i + 2]) {
        if (child < heap.length && this.sooner(heap[child] ?? 0, heap[least] ?? 0)) least = child;
      }
      if (least === i) return;
      [heap[i], heap[least]] = [heap[least] ?? 0, heap[i] ?? 0];
      i = least;
    }
  }

  private sooner(a: number, b: number): boolean {
    return (this.f(a) - this.f(b) || this.g(b) - this.g(a) || a - b) < 0;
  }

  private slotOf(done: Uint32Array, packed: number): number {
    const mask = this.index.length - 1;
    for (let slot = hash(done, packed) & mask; ; slot = (slot + 1) & mask) {
      const node = this.index[slot] ?? -1;
      if (node === -1 || this.same(node, done, packed)) return slot;
    }
  }

  private same(node: number, done: Uint32Array, packed: number): boolean {
    const at = node * this.width;
    if (this.data[at + this.words] !== packed) return false;
    for (let w = 0; w < this.words; w++) if (this.data[at + w] !== done[w]) return false;
    return true;
  }

  private rehash(): void {
    this.index = new Int32Array(this.index.length * 2).fill(-1);
    for (let node = 0; node < this.count; node++) {
      const at = node * this.width;
      this.index[this.slotOf(this.data.subarray(at, at + this.words), this.data[at + this.words] ?? 0)] =
        node;
    }
  }

  private grow(): void {
    const room = this.cost.length * 2;
    this.data = enlarge(this.data, new Uint32Array(room * this.width));
    this.cost = enlarge(this.cost, new Float64Array(room));
    this.estimate = enlarge(this.estimate, new Float64Array(room));
    this.queuedAt = enlarge(this.queuedAt, new Float64Array(room));
    this.link = enlarge(this.link, new Int32Array(room * 2));
  }
}

function enlarge<T extends Uint32Array | Int32Array | Float64Array>(from: T, into: T): T {
  into.set(from);
  return into;
}

const pack = ({ tool, face, part }: Position): number =>
  ((tool + 1) | (face << 8) | ((part + 1) << 10)) >>> 0;

/** FNV-1a over the words with a final mix; spreads bit sets well enough for linear probing. */
function hash(done: Uint32Array, packed: number): number {
  let h = 0x811c9dc5 ^ packed;
  for (const word of done) h = Math.imul(h ^ word ^ (word >>> 15), 0x01000193);
  h ^= h >>> 16;
  h = Math.imul(h, 0x45d9f3b);
  return (h ^ (h >>> 16)) >>> 0;
}
