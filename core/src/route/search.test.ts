import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { configure } from '../sequence/configuration.ts';
import type { Sequence } from '../sequence/schema.ts';
import { anySequence } from '../testing/sequences.ts';
import { compileTask, type Task } from './bounds.ts';
import { findClosures } from './closures.ts';
import { countOrders, type StepNeeds } from './countOrders.ts';
import { orderCost } from './orderCost.ts';
import { compileProblem } from './problem.ts';
import { SearchState } from './searchState.ts';

/** The first set of acts that reaches the last action of a generated sequence. */
function taskOf(sequence: Sequence): { task: Task; ids: string[] } {
  const compiled = compileProblem(sequence, {
    targets: [`a${sequence.actions.length - 1}`],
    configuration: { lid: 'a' },
  });
  if (!compiled.ok) throw new Error(compiled.fault.what);
  const members = findClosures(compiled.value).sets[0] ?? [];
  return {
    task: compileTask(compiled.value, members),
    ids: members.map((act) => compiled.value.acts[act]?.id ?? ''),
  };
}

/** The least handling that finishes the task from a position, by trying every order: the bound's twin. */
function leastAhead(state: SearchState, task: Task): number {
  if (state.finished) return 0;
  let best = Infinity;
  const from = { done: state.done.slice(), tool: state.tool, face: state.face, part: state.part };
  for (const act of state.branches()) {
    state.load(from);
    const cost = state.perform(act, null);
    if (cost < best) best = Math.min(best, cost + leastAhead(state, task));
  }
  state.load(from);
  return best;
}

describe('the search', () => {
  test('at every position on a random way down, the bound never exceeds what is really ahead', () => {
    fc.assert(
      fc.property(
        anySequence(4, 8),
        fc.array(fc.nat(), { minLength: 8, maxLength: 8 }),
        (sequence, choices) => {
          const { task } = taskOf(sequence);
          const state = new SearchState(task);
          state.start();
          state.settleStart(null);
          for (const choice of choices) {
            expect(state.bound()).toBeLessThanOrEqual(leastAhead(state, task) + 1e-9);
            if (state.finished) break;
            const branches = state.branches();
            state.perform(branches[choice % branches.length] ?? 0, null);
          }
        },
      ),
      { numRuns: 200 },
    );
  });

  test('the handling that the search adds up is that of the definition', () => {
    fc.assert(
      fc.property(
        anySequence(3, 12),
        fc.array(fc.nat(), { minLength: 12, maxLength: 12 }),
        (sequence, choices) => {
          const { task, ids } = taskOf(sequence);
          const state = new SearchState(task);
          const order: number[] = [];
          state.start();
          let handling = state.settleStart(order);
          for (let i = 0; !state.finished; i++) {
            const branches = state.branches();
            handling += state.perform(branches[(choices[i] ?? 0) % branches.length] ?? 0, order);
          }
          const steps = order.map((act) => ids[act] ?? '');
          const { total, seconds } = orderCost(configure(sequence, { lid: 'a' }), steps);
          expect(order).toHaveLength(task.n);
          expect(handling).toBeCloseTo(total - seconds, 9);
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('counting orders', () => {
  /** Every permutation, checked one by one. */
  function bruteForce(needs: StepNeeds): number {
    let count = 0;
    const done = new Set<number>();
    const walk = (): void => {
      if (done.size === needs.length) {
        count++;
        return;
      }
      needs.forEach((constraints, step) => {
        if (done.has(step) || !constraints.every((options) => options.some((option) => done.has(option))))
          return;
        done.add(step);
        walk();
        done.delete(step);
      });
    };
    walk();
    return count;
  }

  test('equals counting every permutation, alternatives included', () => {
    const needs = fc.integer({ min: 1, max: 7 }).chain((n) =>
      fc
        .array(
          fc.tuple(fc.nat({ max: n - 1 }), fc.array(fc.nat({ max: n - 1 }), { minLength: 1, maxLength: 3 })),
          { maxLength: 8 },
        )
        .map((links) => {
          const all: number[][][] = Array.from({ length: n }, () => []);
          // Only earlier steps are needed, so that there is an order at all.
          for (const [step, options] of links) {
            const earlier = options.filter((option) => option < step);
            if (earlier.length > 0) all[step]?.push(earlier);
          }
          return all;
        }),
    );
    fc.assert(
      fc.property(needs, (all) => expect(countOrders(all)).toBe(BigInt(bruteForce(all)))),
      { numRuns: 200 },
    );
  });

  test('sets of more than 31 steps are counted alike', () => {
    const chain = (n: number): StepNeeds => Array.from({ length: n }, (_, i) => (i === 0 ? [] : [[i - 1]]));
    expect(countOrders(chain(40))).toBe(1n);
    // A chain of 34 with one step beside it that only the first act needs to precede: 34 places for it.
    expect(countOrders([...chain(34), [[0]]])).toBe(34n);
  });
});
