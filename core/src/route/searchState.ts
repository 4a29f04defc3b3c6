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
  /** Scratch space of bound() and restIsFree(), kept so that a state costs no memory. Per part: */
  private readonly forced: Int32Array;
  private readonly inside: Int32Array;
  private readonly toolsAhead: Int32Array;
  /** How many odd points a part can even out in betweenRuns(), or `exactly`. */
  private readonly joins: Int32Array;
  private readonly kept: Uint32Array;
  private resumes = 0;
  private inParts = 0;

  constructor(task: Task) {
    this.task = task;
    this.done = new Uint32Array(task.words);
    const { partCount } = task.problem;
    this.forced = new Int32Array(partCount);
    this.inside = new Int32Array(partCount);
    this.toolsAhead = new Int32Array(partCount);
    this.joins = new Int32Array(partCount);
    this.kept = new Uint32Array(task.words);
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
    this.left = this.task.n - countBits(this.done);
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
    const { tool, face, partActs } = this.task;
    const found: number[] = [];
    for (let p = 0; p < partActs.length; p++) {
      const from = found.length;
      for (const a of partActs[p] ?? []) {
        if (!this.available(a)) continue;
        let alike = false;
        for (let i = from; i < found.length && !alike; i++) {
          const b = found[i] ?? 0;
          alike = tool[a] === tool[b] && face[a] === face[b];
        }
        if (!alike) found.push(a);
      }
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
    return this.ahead(this.task.toolMask[t] ?? this.done);
  }

  private free(a: number): boolean {
    const own = this.task.tool[a] ?? none;
    const side = this.task.face[a] ?? 0;
    return (own === none || own === this.tool) && (side === 0 || side === this.face);
  }

  private freeOfPart(p: number): number {
    for (const a of this.task.partActs[p] ?? []) if (this.free(a) && this.available(a)) return a;
    return none;
  }

  private anyAvailableOf(p: number): boolean {
    for (const a of this.task.partActs[p] ?? []) if (this.available(a)) return true;
    return false;
  }

  /** A part whose whole rest can be done now for nothing. */
  private wholeFreePart(): number {
    const { partActs, partMask } = this.task;
    for (let p = 0; p < partActs.length; p++)
      if (this.ahead(partMask[p] ?? this.done) && this.restIsFree(p)) return p;
    return none;
  }

  private restIsFree(p: number): boolean {
    const acts = this.task.partActs[p] ?? [];
    let open = 0;
    for (const a of acts) {
      if (hasBit(this.done, a)) continue;
      if (!this.free(a)) return false;
      open++;
    }
    if (open === 0) return false;
    this.kept.set(this.done);
    for (let grew = true; grew && open > 0;) {
      grew = false;
      for (const a of acts) {
        if (!this.available(a)) continue;
        setBit(this.done, a);
        open--;
        grew = true;
      }
    }
    this.done.set(this.kept);
    return open === 0;
  }

  /**
   * A true lower bound of the handling still ahead: the better of two. One follows the dearest chain of acts
   * and adds the resumes that are forced. The other looks at each part by itself: a part with k tools ahead
   * that is done in r runs needs k - r changes inside its runs at least, and r runs cost r - 1 resumes; what
   * happens inside the runs of different parts adds up, and so do the changes between runs (see betweenRuns).
   */
  bound(): number {
    this.countAhead();
    return Math.max(this.pathBound() + this.resumes * this.task.problem.weights.resume, this.partsBound());
  }

  private pathBound(): number {
    const { n, tables, toolMask, faceMask, problem } = this.task;
    const { toolChange, flip } = problem.weights;
    let tools = 0;
    for (let t = 0; t < toolMask.length && t < 31; t++) {
      if (t !== this.tool && this.ahead(toolMask[t] ?? this.done)) tools |= 1 << t;
    }
    const otherSide = faceMask[this.face === 1 ? 2 : 1] ?? this.done;
    let best = bits(tools) * toolChange + (this.ahead(otherSide) ? flip : 0);
    for (let a = 0; a < n; a++) {
      if (!this.available(a)) continue;
      const at = pathIndex(this.task, a, this.tool, this.face);
      // A tool that the path never takes up needs a change of its own wherever it is put in.
      const others = bits(tools & ~(tables.pathTools[at] ?? 0));
      const bound = (tables.path[at] ?? 0) + others * toolChange;
      if (bound > best) best = bound;
    }
    return best;
  }

  /**
   * Per part, the runs that are forced and the tools ahead; from them the forced resumes and the least that
   * the parts cost by themselves. A further run of a part costs a resume and spares one change inside a run
   * at the most, so the least is had with the forced runs alone, each change counted at the cheaper of both.
   */
  private countAhead(): void {
    const { tables, problem, partActs, partMask, tool } = this.task;
    const { forced, toolsAhead, joins } = this;
    const { toolChange, resume } = problem.weights;
    const change = Math.min(toolChange, resume);
    this.resumes = 0;
    this.inParts = 0;
    for (let p = 0; p < partActs.length; p++) {
      const mask = partMask[p] ?? this.done;
      if (!this.ahead(mask)) {
        forced[p] = this.inside[p] = toolsAhead[p] = joins[p] = 0;
        continue;
      }
      const begun = this.meets(mask);
      let runs = begun ? 0 : (tables.wholeRuns[p] ?? 0);
      let tools = begun ? 0 : (tables.wholeTools[p] ?? 0);
      for (const a of begun ? (partActs[p] ?? []) : []) {
        if (hasBit(this.done, a)) continue;
        if ((tables.runs[a] ?? 0) > runs) runs = tables.runs[a] ?? 0;
        const t = tool[a] ?? none;
        if (t !== none) tools |= 1 << (t & 31);
      }
      // A run that goes on with a tool in hand takes up no first one; every other run does, at its start.
      const going = p === this.part && runs > 0;
      const hand = going && this.tool !== none ? 1 << (this.tool & 31) : 0;
      const inside = Math.max(0, bits(tools & ~hand) - runs + (hand ? 1 : 0));
      toolsAhead[p] = tools === 0 ? 0 : tools | hand;
      joins[p] =
        runs === 1 && !going && bits(tools) <= 2 ? exactly : Math.min(2 * runs, bits(toolsAhead[p] ?? 0));
      // The first run ahead costs no resume where the part was never begun or is still in work.
      forced[p] = runs > 0 && (going || !begun) ? runs - 1 : runs;
      this.inside[p] = inside;
      this.resumes += forced[p] ?? 0;
      this.inParts += (forced[p] ?? 0) * resume + inside * change;
    }
    for (const { p, q, pFirst, qFirst } of tables.conflicts) {
      if (forced[p] !== 0 || forced[q] !== 0 || !this.ahead(pFirst) || !this.ahead(qFirst)) continue;
      forced[p] = 1; // each part serves in one pair only, so the pairs add up
      forced[q] = 1;
      this.resumes++;
      // Which of the two is split is open, and the split may spare a change inside a run.
      this.inParts += this.inside[p] || this.inside[q] ? resume - change : resume;
      for (const either of [p, q]) joins[either] = Math.min(4, bits(toolsAhead[either] ?? 0));
    }
  }

  private partsBound(): number {
    const { faceMask, problem } = this.task;
    const { toolChange, flip } = problem.weights;
    const turn = this.ahead(faceMask[this.face === 1 ? 2 : 1] ?? this.done) ? flip : 0;
    return this.inParts + toolChange * (problem.toolCount <= 31 ? this.betweenRuns() : 0) + turn;
  }

  /**
   * Changes between runs. Seen as a graph with tools as points and each part done in one run with two tools
   * as a line between them, runs that need no change between them form a trail, and a connected piece with
   * 2m points of odd degree takes m trails at least. Parts with more tools or runs may end anywhere and can
   * even out as many odd points as they have ends. Splitting a part can spare a change inside it and one
   * between runs; unless a resume is dearer than both, only the pieces are counted.
   */
  private betweenRuns(): number {
    const { toolsAhead } = this;
    const { toolChange, resume } = this.task.problem.weights;
    const countOdd = resume >= 2 * toolChange;
    let rest = 0;
    for (let p = 0; p < toolsAhead.length; p++) rest |= toolsAhead[p] ?? 0;
    if (rest === 0) return 0;
    const start = this.tool === none || (rest & (1 << (this.tool & 31))) === 0 ? 1 : 0;
    let trails = 0;
    while (rest !== 0) {
      let piece = rest & -rest;
      for (let before = 0; before !== piece;) {
        before = piece;
        for (let p = 0; p < toolsAhead.length; p++)
          if (((toolsAhead[p] ?? 0) & piece) !== 0) piece |= toolsAhead[p] ?? 0;
      }
      rest &= ~piece;
      trails += countOdd ? this.trailsOf(piece) : 1;
    }
    return trails - 1 + start;
  }

  private trailsOf(piece: number): number {
    const { toolsAhead, joins } = this;
    let [odd, evened] = [0, 0];
    for (let p = 0; p < toolsAhead.length; p++) {
      const tools = toolsAhead[p] ?? 0;
      if ((tools & piece) === 0) continue;
      if (joins[p] !== exactly) evened += joins[p] ?? 0;
      else if ((tools & (tools - 1)) !== 0) odd ^= tools;
    }
    return Math.max(1, Math.ceil((bits(odd) - evened) / 2));
  }
}

/** A part that is one run with one or two tools: nothing about its ends is open. */
const exactly = -1;

/** Ones in a word, by pairs, fours and bytes at a time. */
function bits(x: number): number {
  const pairs = x - ((x >>> 1) & 0x55555555);
  const fours = (pairs & 0x33333333) + ((pairs >>> 2) & 0x33333333);
  return Math.imul((fours + (fours >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}

/** How many acts a mask holds. */
export function countBits(mask: Uint32Array): number {
  let count = 0;
  for (let w = 0; w < mask.length; w++) count += bits(mask[w] ?? 0);
  return count;
}
