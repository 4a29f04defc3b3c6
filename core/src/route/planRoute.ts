import { failure, success, type Result } from '../result.ts';
import { configure } from '../sequence/configuration.ts';
import type { Sequence } from '../sequence/schema.ts';
import { compileTask } from './bounds.ts';
import { findClosures, orderableActs, secondsOf, thriftyClosure } from './closures.ts';
import { countOrders, type StepNeeds } from './countOrders.ts';
import { orderCost } from './orderCost.ts';
import { keepFragileLate } from './keepFragileLate.ts';
import { compileProblem, none, type Problem } from './problem.ts';
import type { Route, RouteRequest } from './request.ts';
import { searchOrder, widerAnswer } from './search.ts';

/**
 * Positions expanded, over all sets of acts, before the answer comes with a gap. What one costs grows with the
 * acts, and how many are worth it falls; so the number falls with the cube of the size: a second's work at most on
 * a bench notebook of some years.
 */
const workLimit = 1_600_000_000;
const expansionLimitFor = (acts: number): number =>
  Math.max(100, Math.min(20_000, Math.floor(workLimit / Math.max(1, acts ** 3))));
/** Sets looked at while counting valid orders inside a plan; a route screen must not wait for a number. */
const planCountLimit = 1_500;

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
  const best = solve(problem, request.expansionLimit);
  if (!best) return unreachableTarget(sequence, problem);
  const here = configure(sequence, request.configuration ?? {});
  const steps = keepFragileLate(
    here,
    best.acts.map((act) => problem.acts[act]?.id ?? ''),
    request,
  );
  return success(describeRoute(sequence, request, problem, steps, best.lowerBound));
}

interface Solution {
  readonly acts: readonly number[];
  readonly total: number;
  readonly lowerBound: number;
  readonly expanded: number;
}

/** The best order over all sets of acts that reach the targets; null where there is none. */
export function solve(problem: Problem, expansionLimit?: number): Solution | null {
  let best: { acts: readonly number[]; total: number } | null = null;
  let lowerBound = Infinity;
  let expanded = 0;
  const solved = new Set<string>();
  let bestSet: readonly number[] = [];
  const trySet = (members: readonly number[]): void => {
    const seconds = secondsOf(problem, members);
    const ceiling = best ? best.total - seconds : Infinity;
    if (ceiling <= epsilon || solved.has(members.join())) return;
    solved.add(members.join());
    const limit = expansionLimit ?? expansionLimitFor(members.length);
    const result = searchOrder(compileTask(problem, members), Math.max(0, limit - expanded), ceiling);
    expanded += result.expanded;
    lowerBound = Math.min(lowerBound, seconds + result.lowerBound);
    if (result.order && result.handling < ceiling - epsilon) {
      best = { acts: result.order.map((i) => members[i] ?? 0), total: seconds + result.handling };
      bestSet = members;
    }
  };
  // A first answer from the cheapest choices spares looking at sets whose seconds alone exceed it.
  const thrifty = thriftyClosure(problem);
  if (thrifty) trySet(thrifty);
  const first = best as { acts: readonly number[]; total: number } | null;
  const closures = findClosures(problem, first?.total ?? Infinity);
  const bySeconds = [...closures.sets].sort((a, b) => secondsOf(problem, a) - secondsOf(problem, b));
  for (const members of bySeconds) trySet(members);
  let found = best as { acts: readonly number[]; total: number } | null;
  if (!found) return null;
  if (lowerBound < found.total - epsilon) {
    const wider = widerAnswer(compileTask(problem, bestSet));
    const total = secondsOf(problem, bestSet) + wider.handling;
    if (total < found.total - epsilon) found = { acts: wider.order.map((i) => bestSet[i] ?? 0), total };
  }
  if (!closures.complete) lowerBound = Math.min(lowerBound, secondsSurelyNeeded(problem));
  return { ...found, lowerBound: Math.min(lowerBound, found.total), expanded };
}

function describeRoute(
  sequence: Sequence,
  request: RouteRequest,
  problem: Problem,
  steps: readonly string[],
  bound: number,
): Route {
  const cost = orderCost(sequence, steps, request);
  const orders = countOrders(needsAmong(problem, steps), planCountLimit);
  const optimal = bound >= cost.total - 1e-6;
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

function needsAmong(problem: Problem, steps: readonly string[]): StepNeeds {
  const actOf = new Map<string, number>(problem.acts.map((action, act) => [action.id, act]));
  const acts = steps.map((step) => actOf.get(step) ?? none);
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
  return secondsOf(problem, sure);
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
