import { hasBit, pathIndex, setBit, type Task } from './bounds.ts';
import { none } from './problem.ts';

/** A position in the search: what is done, the tool in hand, the side up, and the part that can go on for free. */
export interface Position {
  readonly done: Uint32Array;
  readonly tool: number;
  readonly face: number;
  /** The part of the last act while it could be continued without a resume; otherwise none. */
  readonly part: number;
}

/**
 * The rules of one position: which acts may start, what they cost, which follow for nothing, and how much
 * handling is surely still ahead. Seconds of the acts are the same in every order of one set and are left
 * out: costs here are handling only.
 *
 * Two reductions are applied after every act ("settling"). They are safe because all acts of the set must
 * be done, doing an act earlier never makes another act unavailable, and dropping acts from a list never
 * adds a change:
 *  1. An act of the part in work that needs no other tool and no turn is done at once. Moved to the front
 *     it costs nothing, and the order it is taken from does not become dearer.
 *  2. Where no part in work can go on, a part whose whole rest needs no other tool and no turn is finished
 *     at once: its rest costs one resume if it was begun and nothing if not, which is the least it can
 *     cost, and the others do not become dearer.
 * A part in work of which no act is available must be resumed whatever comes next, so it counts as left.
 */
export class SearchState {
  readonly done: Uint32Array;
  tool: number = none;
  face = 1;
  part: number = none;
  private left = 0;
  private readonly task: Task;

  constructor(task: Task) {
    this.task = task;
    this.done = new Uint32Array(task.words);
  }

  start(): void {
    this.done.fill(0);
    this.tool = this.task.problem.startTool;
    this.face = this.task.problem.startFace;
    this.part = none;
    this.left = this.task.n;
  }

  load(position: Position): void {
    this.done.set(position.done);
    this.tool = position.tool;
    this.face = position.face;
    this.part = position.part;
    this.left = this.task.n;
    for (let a = 0; a < this.task.n; a++) if (hasBit(this.done, a)) this.left--;
  }

  get finished(): boolean {
    return this.left === 0;
  }

  available(a: number): boolean {
    const { words, before, anyOf } = this.task;
    if (hasBit(this.done, a)) return false;
    for (let w = 0; w < words; w++) {
      const need = before[a * words + w] ?? 0;
      if ((need & (this.done[w] ?? 0)) >>> 0 !== need) return false;
    }
    for (const mask of anyOf[a] ?? []) if (!this.meets(mask)) return false;
    return true;
  }

  /** The acts worth branching on: of acts alike in part, tool and side the first, since the rest then follow. */
  branches(): number[] {
    const { n, tool, face, part } = this.task;
    const found: number[] = [];
    for (let a = 0; a < n; a++) {
      if (!this.available(a)) continue;
      if (!found.some((b) => part[a] === part[b] && tool[a] === tool[b] && face[a] === face[b]))
        found.push(a);
    }
    return found;
  }

  /** Does an act and all that follows for nothing; returns the handling cost and appends the acts to `into`. */
  perform(act: number, into: number[] | null): number {
    const cost = this.perform1(act, into);
    return cost + this.settle(into);
  }

  private perform1(a: number, into: number[] | null): number {
    const { weights } = this.task.problem;
    const own = this.task.tool[a] ?? none;
    const side = this.task.face[a] ?? 0;
    const part = this.task.part[a] ?? none;
    let cost = 0;
    if (own !== none && own !== this.tool) {
      cost += weights.toolChange;
      this.tool = own;
    }
    if (side !== 0 && side !== this.face) {
      cost += weights.flip;
      this.face = side;
    }
    if (part !== this.part && this.begun(part)) cost += weights.resume;
    this.part = part;
    setBit(this.done, a);
    this.left--;
    into?.push(a);
    return cost;
  }

  private settle(into: number[] | null): number {
    let cost = 0;
    for (;;) {
      const next = this.freeOfPart(this.part);
      if (next !== none) {
        cost += this.perform1(next, into);
        continue;
      }
      if (this.part !== none && this.anyAvailableOf(this.part)) break;
      this.part = none;
      const whole = this.wholeFreePart();
      if (whole === none) break;
      for (let a = this.freeOfPart(whole); a !== none; a = this.freeOfPart(whole))
        cost += this.perform1(a, into);
    }
    if (this.tool !== none && !this.toolAhead(this.tool)) this.tool = none;
    return cost;
  }

  /** Settles the position that a search starts from. */
  settleStart(into: number[] | null): number {
    return this.settle(into);
  }

  private begun(p: number): boolean {
    return this.meets(this.task.partMask[p] ?? this.done);
  }

  private meets(mask: Uint32Array): boolean {
    for (let w = 0; w < mask.length; w++) if (((mask[w] ?? 0) & (this.done[w] ?? 0)) !== 0) return true;
    return false;
  }

  private ahead(mask: Uint32Array): boolean {
    for (let w = 0; w < mask.length; w++) if (((mask[w] ?? 0) & ~(this.done[w] ?? 0)) !== 0) return true;
    return false;
  }

  private toolAhead(t: number): boolean {
    for (let a = 0; a < this.task.n; a++) if (this.task.tool[a] === t && !hasBit(this.done, a)) return true;
    return false;
  }

  private free(a: number): boolean {
    const own = this.task.tool[a] ?? none;
    const side = this.task.face[a] ?? 0;
    return (own === none || own === this.tool) && (side === 0 || side === this.face);
  }

  private freeOfPart(p: number): number {
    if (p === none) return none;
    for (let a = 0; a < this.task.n; a++) {
      if (this.task.part[a] === p && this.free(a) && this.available(a)) return a;
    }
    return none;
  }

  private anyAvailableOf(p: number): boolean {
    for (let a = 0; a < this.task.n; a++) if (this.task.part[a] === p && this.available(a)) return true;
    return false;
  }

  /** A part, in the order of its first act, whose whole rest can be done now for nothing. */
  private wholeFreePart(): number {
    const tried = new Set<number>();
    for (let a = 0; a < this.task.n; a++) {
      const p = this.task.part[a] ?? none;
      if (hasBit(this.done, a) || tried.has(p)) continue;
      tried.add(p);
      if (this.restIsFree(p)) return p;
    }
    return none;
  }

  private restIsFree(p: number): boolean {
    const { n, part } = this.task;
    const rest: number[] = [];
    for (let a = 0; a < n; a++) {
      if (part[a] !== p || hasBit(this.done, a)) continue;
      if (!this.free(a)) return false;
      rest.push(a);
    }
    const before = this.done.slice();
    let open = rest;
    for (let grew = true; grew && open.length > 0;) {
      const waiting = open.filter((a) => {
        if (!this.available(a)) return true;
        setBit(this.done, a);
        return false;
      });
      grew = waiting.length < open.length;
      open = waiting;
    }
    this.done.set(before);
    return open.length === 0;
  }

  /** A true lower bound of the handling still ahead. */
  bound(): number {
    return this.pathBound() + this.resumeBound();
  }

  private pathBound(): number {
    const { n, tables, tool, face, problem } = this.task;
    const { toolChange, flip } = problem.weights;
    let tools = 0;
    let [top, bottom] = [false, false];
    for (let a = 0; a < n; a++) {
      if (hasBit(this.done, a)) continue;
      const t = tool[a] ?? none;
      if (t !== none && t < 31) tools |= 1 << t;
      if (face[a] === 1) top = true;
      if (face[a] === 2) bottom = true;
    }
    if (this.tool !== none && this.tool < 31) tools &= ~(1 << this.tool);
    let best = bits(tools) * toolChange + ((this.face === 1 ? bottom : top) ? flip : 0);
    for (let a = 0; a < n; a++) {
      if (!this.available(a)) continue;
      const at = pathIndex(this.task, a, this.tool, this.face);
      // A tool that the path never takes up needs a change of its own wherever it is put in.
      const others = bits(tools & ~(tables.pathTools[at] ?? 0));
      best = Math.max(best, (tables.path[at] ?? 0) + others * toolChange);
    }
    return best;
  }

  private resumeBound(): number {
    const { tables, problem, partMask, part, n } = this.task;
    const resumes = new Int32Array(problem.partCount);
    for (let a = 0; a < n; a++) {
      if (!hasBit(this.done, a)) {
        const p = part[a] ?? 0;
        resumes[p] = Math.max(resumes[p] ?? 0, tables.runs[a] ?? 0);
      }
    }
    let count = 0;
    for (let p = 0; p < problem.partCount; p++) {
      if (!this.ahead(partMask[p] ?? this.done)) continue;
      // The first run ahead costs no resume where the part was never begun or is still in work.
      if (p === this.part || !this.begun(p)) resumes[p] = (resumes[p] ?? 0) - 1;
      count += resumes[p] ?? 0;
    }
    for (const { p, q, pFirst, qFirst } of tables.conflicts) {
      if (resumes[p] !== 0 || resumes[q] !== 0 || !this.ahead(pFirst) || !this.ahead(qFirst)) continue;
      resumes[p] = 1; // each part serves in one pair only, so the pairs add up
      resumes[q] = 1;
      count++;
    }
    return count * problem.weights.resume;
  }
}

function bits(x: number): number {
  let count = 0;
  for (let rest = x; rest !== 0; rest &= rest - 1) count++;
  return count;
}
