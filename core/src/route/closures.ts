import { none, type Problem } from './problem.ts';

/**
 * Which acts a route consists of. Leaving out an act that serves nothing never makes an order dearer (tool
 * changes, flips and runs of a part are counts of changes along a list, and dropping an element of a list
 * never adds a change), so only sets are looked at in which every act is a target or was chosen as the
 * alternative of a need of another. A choice is made even where another alternative is in the set for some
 * other reason: the chosen one may come earlier, and that can be worth its seconds. Without alternatives
 * there is just one set.
 */
export interface Closures {
  /** Sorted act numbers; every set can be ordered. */
  readonly sets: readonly (readonly number[])[];
  /** False where there were too many combinations of alternatives to list. */
  readonly complete: boolean;
}

/** Combinations of alternatives looked at before the answer is given without a proof. */
const combinationLimit = 20_000;

/** Lists the sets whose seconds alone stay below `below`: a dearer set cannot beat an answer at hand. */
export function findClosures(problem: Problem, below: number = Infinity): Closures {
  const sets = new Map<string, number[]>();
  let left = combinationLimit;
  const visit = (
    inside: ReadonlySet<number>,
    queue: readonly number[],
    open: readonly (readonly number[])[],
  ): void => {
    if (left <= 0) return;
    const set = new Set(inside);
    const pending = [...open];
    const work = [...queue];
    for (let act = work.pop(); act !== undefined; act = work.pop()) {
      if (set.has(act)) continue;
      set.add(act);
      for (const options of problem.needs[act] ?? []) {
        if (options.length === 1) work.push(options[0] ?? none);
        else pending.push(options);
      }
    }
    if (secondsOf(problem, set) >= below) {
      left--;
      return;
    }
    const options = pending.shift();
    if (options) {
      for (const option of options) visit(set, [option], pending);
      return;
    }
    left--;
    const sorted = [...set].sort((a, b) => a - b);
    if (canBeOrdered(problem, sorted)) sets.set(sorted.join(), sorted);
  };
  visit(new Set(), problem.targets, []);
  return { sets: [...sets.values()], complete: left > 0 };
}

/** The set that takes, for each need, the alternative with the fewest seconds; null where it has a circle. */
export function thriftyClosure(problem: Problem): readonly number[] | null {
  const set = new Set<number>();
  const work = [...problem.targets];
  for (let act = work.pop(); act !== undefined; act = work.pop()) {
    if (set.has(act)) continue;
    set.add(act);
    for (const options of problem.needs[act] ?? []) {
      if (options.some((option) => set.has(option))) continue;
      const cheapest = [...options].sort(
        (a, b) => (problem.seconds[a] ?? 0) - (problem.seconds[b] ?? 0) || a - b,
      )[0];
      if (cheapest !== undefined) work.push(cheapest);
    }
  }
  const sorted = [...set].sort((a, b) => a - b);
  return canBeOrdered(problem, sorted) ? sorted : null;
}

export function secondsOf(problem: Problem, acts: Iterable<number>): number {
  let sum = 0;
  for (const act of acts) sum += problem.seconds[act] ?? 0;
  return sum;
}

function canBeOrdered(problem: Problem, set: readonly number[]): boolean {
  return orderableActs(problem, set).size === set.length;
}

/** The acts of a set that can be reached one after the other. */
export function orderableActs(problem: Problem, set: readonly number[]): ReadonlySet<number> {
  const done = new Set<number>();
  for (let grew = true; grew;) {
    grew = false;
    for (const act of set) {
      if (done.has(act)) continue;
      if (problem.needs[act]?.every((options) => options.some((option) => done.has(option)))) {
        done.add(act);
        grew = true;
      }
    }
  }
  return done;
}
