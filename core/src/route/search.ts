import type { Task } from './bounds.ts';
import { countBits, SearchState, type Position } from './searchState.ts';
import { StateTable } from './stateTable.ts';

export interface SearchResult {
  /** Act numbers of the task in the best order found, or null where nothing beat `below`. */
  readonly order: readonly number[] | null;
  /** Handling cost of that order. */
  readonly handling: number;
  /** No order costs less handling than this. */
  readonly lowerBound: number;
  readonly expanded: number;
}

/** Costs are sums of a few settings; anything closer than this is the same cost. */
const epsilon = 1e-9;
/** Positions kept per number of acts done: few for a first answer, more where the proof could not be had. */
const firstWidth = 2;
const widest = 64;
/** A beam costs about acts² · width; this keeps it to a few tenths of a second. */
const widthBySize = 100_000;

/**
 * The best order of one set of acts: a narrow beam gives a first answer, then A* proves it or betters it.
 * Exact as long as `limit` is not met; after that the best answer so far comes with a true lower bound.
 */
export function searchOrder(task: Task, limit: number, below = Infinity): SearchResult {
  const table = new StateTable(task.words);
  const atLeast = rootBound(task);
  if (atLeast >= below - epsilon)
    return { order: null, handling: Infinity, lowerBound: atLeast, expanded: 0 };
  const first = beam(task, firstWidth);
  let best = first.handling < below - epsilon ? first : null;
  const ceiling = () => (best ? best.handling : below);
  const proof = aStar(task, table, limit, ceiling, (handling, order) => {
    best = { handling, order };
  });
  const found = best as { handling: number; order: readonly number[] } | null;
  return {
    order: found?.order ?? null,
    handling: found?.handling ?? Infinity,
    lowerBound: Math.min(proof.lowerBound, ceiling()),
    expanded: proof.expanded,
  };
}

/** A better answer for a set whose proof could not be had: a beam as wide as its size allows. */
export function widerAnswer(task: Task): { handling: number; order: readonly number[] } {
  return beam(task, Math.max(firstWidth, Math.min(widest, Math.floor(widthBySize / (task.n * task.n)))));
}

function rootBound(task: Task): number {
  const state = new SearchState(task);
  state.start();
  return state.settleStart(null) + state.bound();
}

function aStar(
  task: Task,
  table: StateTable,
  limit: number,
  ceiling: () => number,
  found: (handling: number, order: readonly number[]) => void,
): { lowerBound: number; expanded: number } {
  const state = new SearchState(task);
  state.start();
  const startCost = state.settleStart(null);
  const root = table.add(state, startCost, startCost + state.bound(), -1, -1);
  if (state.finished) {
    if (startCost < ceiling() - epsilon) found(startCost, replay(task, table, root.node));
    return { lowerBound: startCost, expanded: 0 };
  }
  table.push(root.node);
  let expanded = 0;
  for (let node = table.pop(); node !== -1; node = table.pop()) {
    const f = table.f(node);
    if (f >= ceiling() - epsilon) return { lowerBound: ceiling(), expanded };
    if (expanded++ >= limit) return { lowerBound: f, expanded };
    const position = table.position(node);
    const g = table.g(node);
    state.load(position);
    for (const act of state.branches()) {
      state.load(position);
      const cost = g + state.perform(act, null);
      if (cost >= ceiling() - epsilon) continue;
      if (state.finished) {
        const goal = table.add(state, cost, cost, node, act);
        if (goal.better) found(cost, replay(task, table, goal.node));
        continue;
      }
      const estimate = Math.max(f, cost + state.bound());
      if (estimate >= ceiling() - epsilon) continue;
      const child = table.add(state, cost, estimate, node, act);
      if (child.better) table.push(child.node);
    }
  }
  return { lowerBound: ceiling(), expanded };
}

/** The full order that leads to a node: the acts branched on, each with those that followed for nothing. */
function replay(task: Task, table: StateTable, node: number): number[] {
  const acts: number[] = [];
  for (let at = node; table.parent(at) !== -1; at = table.parent(at)) acts.push(table.act(at));
  return replayActs(task, acts.reverse()).order;
}

function replayActs(task: Task, branches: readonly number[]): { order: number[]; handling: number } {
  const state = new SearchState(task);
  const order: number[] = [];
  state.start();
  let handling = state.settleStart(order);
  for (const act of branches) handling += state.perform(act, order);
  return { order, handling };
}

interface BeamEntry {
  readonly position: Position;
  readonly g: number;
  readonly f: number;
  readonly acts: readonly number[];
}

function beam(task: Task, width: number): { handling: number; order: readonly number[] } {
  const state = new SearchState(task);
  state.start();
  const startCost = state.settleStart(null);
  if (state.finished) return replayActs(task, []);
  const levels: BeamEntry[][] = Array.from({ length: task.n + 1 }, () => []);
  levels[0] = [{ position: snapshot(state), g: startCost, f: startCost, acts: [] }];
  let best: BeamEntry | null = null;
  for (const level of levels) {
    for (const entry of keepBest(level, width)) {
      state.load(entry.position);
      for (const act of state.branches()) {
        state.load(entry.position);
        const g = entry.g + state.perform(act, null);
        const child = { position: snapshot(state), g, f: g + state.bound(), acts: [...entry.acts, act] };
        if (!state.finished) levels[countBits(state.done)]?.push(child);
        else if (!best || g < best.g) best = child;
      }
    }
  }
  if (!best) throw new Error('beam: the set cannot be ordered');
  return replayActs(task, best.acts);
}

function keepBest(level: readonly BeamEntry[], width: number): BeamEntry[] {
  const seen = new Set<string>();
  return [...level]
    .sort((a, b) => a.f - b.f)
    .filter(({ position }) => {
      const key = `${position.done.join()}|${position.tool}|${position.face}|${position.part}`;
      return !seen.has(key) && seen.size < width && seen.add(key);
    });
}

const snapshot = (state: SearchState): Position => ({
  done: state.done.slice(),
  tool: state.tool,
  face: state.face,
  part: state.part,
});
