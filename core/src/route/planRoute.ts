import { failure, success, type Result } from '../result.ts';
import type { Sequence } from '../sequence/schema.ts';
import { compileTask } from './bounds.ts';
import { findClosures, orderableActs } from './closures.ts';
import { countOrders, type StepNeeds } from './countOrders.ts';
import { orderCost } from './orderCost.ts';
import { compileProblem, type Problem } from './problem.ts';
import type { Route, RouteRequest } from './request.ts';
import { searchOrder } from './search.ts';

/** States expanded, over all sets of acts, before the answer comes with a gap. About a second's work. */
const defaultExpansionLimit = 60_000;
/** Sets looked at while counting valid orders inside a plan; a route screen must not wait for a number. */
const planCountLimit = 4_000;

const epsilon = 1e-9;

/**
 * The route to a set of targets with the least total, as `docs/formats.md` defines it. Deterministic: the
 * same document and request give the same steps. Fault: a target that does not exist, does not exist in
 * this configuration, or cannot be reached.
 */
export function planRoute(sequence: Sequence, request: RouteRequest): Result<Route> {
  const compiled = compileProblem(sequence, request);
  if (!compiled.ok) return compiled;
  const problem = compiled.value;
  const closures = findClosures(problem);
  if (closures.sets.length === 0) return unreachableTarget(sequence, problem);

  const sums = closures.sets.map((members) => ({
    members,
    seconds: members.reduce((sum, act) => sum + (problem.seconds[act] ?? 0), 0),
  }));
  sums.sort((a, b) => a.seconds - b.seconds);
  let best: { steps: readonly number[]; total: number } | null = null;
  let lowerBound = Infinity;
  let left = request.expansionLimit ?? defaultExpansionLimit;
  for (const { members, seconds } of sums) {
    const ceiling: number = best ? best.total - seconds : Infinity;
    if (ceiling <= epsilon) break;
    const task = compileTask(problem, members);
    const result = searchOrder(task, left, ceiling);
    left = Math.max(0, left - result.expanded);
    lowerBound = Math.min(lowerBound, seconds + result.lowerBound);
    if (result.order && result.handling < ceiling - epsilon) {
      const steps = result.order.map((i) => members[i] ?? 0);
      best = { steps, total: seconds + result.handling };
    }
  }
  if (!best) throw new Error('planRoute: a set that can be ordered has no order');
  if (!closures.complete) lowerBound = Math.min(lowerBound, secondsSurelyNeeded(problem));
  return success(describeRoute(sequence, request, problem, best.steps, lowerBound, closures.complete));
}

function describeRoute(
  sequence: Sequence,
  request: RouteRequest,
  problem: Problem,
  acts: readonly number[],
  bound: number,
  complete: boolean,
): Route {
  const steps = acts.map((act) => problem.acts[act]?.id ?? '');
  const cost = orderCost(sequence, steps, request);
  const orders = countOrders(needsAmong(problem, acts), planCountLimit);
  const optimal = complete && bound >= cost.total - 1e-6;
  return {
    format: 'bemtor.route/1',
    targets: request.targets,
    configuration: request.configuration ?? {},
    steps,
    cost,
    lowerBound: optimal ? cost.total : bound,
    optimal,
    validOrders: orders === null ? null : orders.toString(),
  };
}

function needsAmong(problem: Problem, acts: readonly number[]): StepNeeds {
  const place = new Map(acts.map((act, i) => [act, i]));
  return acts.map((act) =>
    (problem.needs[act] ?? []).map((options) => options.flatMap((option) => place.get(option) ?? [])),
  );
}

/** Seconds of the acts that no choice of alternatives can avoid. */
function secondsSurelyNeeded(problem: Problem): number {
  const sure = new Set<number>();
  const work = [...problem.targets];
  for (let act = work.pop(); act !== undefined; act = work.pop()) {
    if (sure.has(act)) continue;
    sure.add(act);
    for (const options of problem.needs[act] ?? []) if (options.length === 1) work.push(options[0] ?? act);
  }
  return [...sure].reduce((sum, act) => sum + (problem.seconds[act] ?? 0), 0);
}

function unreachableTarget(sequence: Sequence, problem: Problem): Result<never> {
  const reached = orderableActs(
    problem,
    problem.acts.map((_, i) => i),
  );
  const name = (act: number): string => {
    const part = problem.acts[act]?.part;
    return sequence.parts.find((candidate) => candidate.id === part)?.name ?? part ?? '?';
  };
  const target = problem.targets.find((act) => !reached.has(act)) ?? problem.targets[0] ?? 0;
  // Follow needs that nothing reachable meets until an act comes round again: that is the circle.
  const trail: number[] = [];
  for (let at = target; !trail.includes(at);) {
    trail.push(at);
    at = problem.needs[at]?.find((options) => !options.some((option) => reached.has(option)))?.[0] ?? at;
  }
  const circle = [...new Set(trail.map(name))].join(', ');
  return failure(
    `${name(target)} cannot be reached: these wait for one another in a circle: ${circle}`,
    'target',
    'drop or correct one of these needs in Review',
  );
}
