import { none, type Problem } from './problem.ts';

/**
 * One set of acts to be put in order, renumbered 0…n-1 in document order, with all that the search looks
 * up per state laid out in typed arrays. Masks are `words` 32-bit words each.
 */
export interface Task {
  readonly problem: Problem;
  readonly members: readonly number[];
  readonly n: number;
  readonly words: number;
  readonly seconds: Float64Array;
  readonly tool: Int32Array;
  readonly face: Int32Array;
  readonly part: Int32Array;
  /** Acts that must all come before act a: mask at a·words. */
  readonly before: Uint32Array;
  /** Constraints with several alternatives inside the set: per act, masks of which one bit must be done. */
  readonly anyOf: readonly (readonly Uint32Array[])[];
  readonly partMask: readonly Uint32Array[];
  /** The acts of each part, ascending. */
  readonly partActs: readonly (readonly number[])[];
  readonly toolMask: readonly Uint32Array[];
  /** Acts that need the top, the bottom up: index 1, 2. */
  readonly faceMask: readonly Uint32Array[];
  readonly tables: BoundTables;
}

interface BoundTables {
  /** Dearest handling (tool changes and flips) along a path that starts at act a with tool t, side f in hand. */
  readonly path: Float64Array;
  /** The tools used on that path, a bit each (the first 31). */
  readonly pathTools: Int32Array;
  /** Runs of a's part that the constraints force from a on. */
  readonly runs: Int32Array;
  /** The most of them in a part that was not begun, and its tools, a bit each: most parts are in most positions. */
  readonly wholeRuns: Int32Array;
  readonly wholeTools: Int32Array;
  /** Pairs of parts of which one must be resumed while acts of both masks are ahead. */
  readonly conflicts: readonly {
    readonly p: number;
    readonly q: number;
    readonly pFirst: Uint32Array;
    readonly qFirst: Uint32Array;
  }[];
}

const sides = 3;

export const hasBit = (mask: Uint32Array, bit: number, at = 0): boolean =>
  (((mask[at + (bit >> 5)] ?? 0) >>> (bit & 31)) & 1) === 1;

export function setBit(mask: Uint32Array, bit: number, at = 0): void {
  mask[at + (bit >> 5)] = (mask[at + (bit >> 5)] ?? 0) | (1 << (bit & 31));
}

export function compileTask(problem: Problem, members: readonly number[]): Task {
  const n = members.length;
  const words = Math.max(1, (n + 31) >> 5);
  const renumber = new Map(members.map((act, i) => [act, i]));
  const before = new Uint32Array(n * words);
  const anyOf: Uint32Array[][] = members.map(() => []);
  const masks = (count: number): Uint32Array[] => Array.from({ length: count }, () => new Uint32Array(words));
  const [partMask, toolMask, faceMask] = [masks(problem.partCount), masks(problem.toolCount), masks(3)];
  const partActs: number[][] = partMask.map(() => []);
  members.forEach((act, i) => {
    const part = problem.part[act] ?? 0;
    partActs[part]?.push(i);
    setBit(partMask[part] ?? new Uint32Array(words), i);
    const tool = toolMask[problem.tool[act] ?? none];
    if (tool) setBit(tool, i);
    setBit(faceMask[problem.face[act] ?? 0] ?? new Uint32Array(words), i);
    for (const options of problem.needs[act] ?? []) {
      const inside = options.flatMap((option) => renumber.get(option) ?? []);
      if (inside.length === 1) setBit(before, inside[0] ?? 0, i * words);
      else {
        const mask = new Uint32Array(words);
        inside.forEach((option) => setBit(mask, option));
        anyOf[i]?.push(mask);
      }
    }
  });
  const base = {
    problem,
    members,
    n,
    words,
    seconds: Float64Array.from(members, (act) => problem.seconds[act] ?? 0),
    tool: Int32Array.from(members, (act) => problem.tool[act] ?? none),
    face: Int32Array.from(members, (act) => problem.face[act] ?? 0),
    part: Int32Array.from(members, (act) => problem.part[act] ?? 0),
    before,
    anyOf,
    partMask,
    partActs,
    toolMask,
    faceMask,
  };
  return { ...base, tables: boundTables(base) };
}

type Base = Omit<Task, 'tables'>;

/**
 * Every bound rests on one fact: dropping elements from a list never adds a change along it. So what a
 * chain of acts that must follow one another costs by itself is never more than what the whole order costs.
 * O(acts · edges · tools) for the paths and O(parts · edges) for the runs, once per set.
 */
function boundTables(task: Base): BoundTables {
  const order = topological(task);
  const after = successors(task);
  const runs = forcedRuns(task, order, after);
  return {
    ...pathTables(task, order, after),
    runs,
    ...wholeParts(task, runs),
    conflicts: partConflicts(task, order, after),
  };
}

function wholeParts(task: Base, runs: Int32Array) {
  const wholeRuns = new Int32Array(task.partActs.length);
  const wholeTools = new Int32Array(task.partActs.length);
  task.partActs.forEach((acts, p) => {
    for (const a of acts) {
      wholeRuns[p] = Math.max(wholeRuns[p] ?? 0, runs[a] ?? 0);
      const t = task.tool[a] ?? none;
      if (t !== none) wholeTools[p] = (wholeTools[p] ?? 0) | (1 << (t & 31));
    }
  });
  return { wholeRuns, wholeTools };
}

function successors(task: Base): number[][] {
  const after: number[][] = Array.from({ length: task.n }, () => []);
  for (let a = 0; a < task.n; a++) {
    for (let b = 0; b < task.n; b++) if (hasBit(task.before, b, a * task.words)) after[b]?.push(a);
  }
  return after;
}

function topological(task: Base): number[] {
  const order: number[] = [];
  const seen = new Uint8Array(task.n);
  const visit = (a: number): void => {
    if (seen[a]) return;
    seen[a] = 1;
    for (let b = 0; b < task.n; b++) if (hasBit(task.before, b, a * task.words)) visit(b);
    order.push(a);
  };
  for (let a = 0; a < task.n; a++) visit(a);
  return order;
}

/** Where in the path table the entry for act a with tool t (or none) and side f lies. */
export const pathIndex = (task: Pick<Task, 'problem'>, a: number, t: number, f: number): number =>
  (a * (task.problem.toolCount + 1) + t + 1) * sides + f;

function pathTables(task: Base, order: readonly number[], after: readonly (readonly number[])[]) {
  const { toolCount, weights } = task.problem;
  const path = new Float64Array(task.n * (toolCount + 1) * sides);
  const pathTools = new Int32Array(path.length);
  for (const a of [...order].reverse()) {
    const own = task.tool[a] ?? none;
    const side = task.face[a] ?? 0;
    for (let t = none; t < toolCount; t++) {
      for (let f = 1; f < sides; f++) {
        const nextTool = own === none ? t : own;
        const nextSide = side === 0 ? f : side;
        const here = (nextTool !== t ? weights.toolChange : 0) + (nextSide !== f ? weights.flip : 0);
        let best = 0;
        let tools = 0;
        for (const b of after[a] ?? []) {
          const at = pathIndex(task, b, nextTool, nextSide);
          if ((path[at] ?? 0) > best) {
            best = path[at] ?? 0;
            tools = pathTools[at] ?? 0;
          }
        }
        const at = pathIndex(task, a, t, f);
        path[at] = here + best;
        pathTools[at] = tools | (own !== none && own < 31 ? 1 << own : 0);
      }
    }
  }
  return { path, pathTools };
}

/** For each act, how many runs of its own part a path that starts with it is forced to have. */
function forcedRuns(task: Base, order: readonly number[], after: readonly (readonly number[])[]): Int32Array {
  const runs = new Int32Array(task.n);
  const fresh = new Int32Array(task.n);
  const within = new Int32Array(task.n);
  const reversed = [...order].reverse();
  for (let p = 0; p < task.problem.partCount; p++) {
    for (const a of reversed) {
      const inPart = task.part[a] === p;
      let best = 0;
      for (const b of after[a] ?? []) {
        best = Math.max(best, (inPart && task.part[b] === p ? within[b] : fresh[b]) ?? 0);
      }
      within[a] = best;
      fresh[a] = best + (inPart ? 1 : 0);
      if (inPart) runs[a] = fresh[a] ?? 0;
    }
  }
  return runs;
}

/**
 * Two parts that must each come partly before the other cannot both be done in one run. `pFirst` are the
 * acts of p that precede some act of q; while both masks have acts ahead, one of the two is resumed.
 */
function partConflicts(task: Base, order: readonly number[], after: readonly (readonly number[])[]) {
  const { partCount } = task.problem;
  const reaches: Uint32Array[] = Array.from({ length: task.n }, () => new Uint32Array((partCount + 31) >> 5));
  for (const a of [...order].reverse()) {
    for (const b of after[a] ?? []) {
      setBit(reaches[a] ?? new Uint32Array(1), task.part[b] ?? 0);
      reaches[b]?.forEach((word, i) => {
        const mine = reaches[a];
        if (mine) mine[i] = (mine[i] ?? 0) | word;
      });
    }
  }
  const firsts = (p: number, q: number): Uint32Array => {
    const mask = new Uint32Array(task.words);
    for (let a = 0; a < task.n; a++) {
      if (task.part[a] === p && hasBit(reaches[a] ?? mask, q)) setBit(mask, a);
    }
    return mask;
  };
  const conflicts = [];
  for (let p = 0; p < partCount; p++) {
    for (let q = p + 1; q < partCount; q++) {
      const pFirst = firsts(p, q);
      if (pFirst.every((word) => word === 0)) continue;
      const qFirst = firsts(q, p);
      if (qFirst.some((word) => word !== 0)) conflicts.push({ p, q, pFirst, qFirst });
    }
  }
  return conflicts;
}
