import type { Sequence } from '../sequence/schema.ts';
import { defaultWeights, type RouteCost, type RouteRequest } from './request.ts';

/**
 * Cost of an ordered list of actions, exactly as the format defines it. Written straight from the
 * definition: it is the twin that the planner's own bookkeeping is checked against.
 */
export function orderCost(
  sequence: Sequence,
  steps: readonly string[],
  start: Pick<RouteRequest, 'weights' | 'startFace' | 'toolInHand'> = {},
): RouteCost {
  const byId = new Map<string, Sequence['actions'][number]>(
    sequence.actions.map((action) => [action.id, action]),
  );
  const weights = start.weights ?? defaultWeights;
  let [seconds, toolChanges, flips] = [0, 0, 0];
  let tool = start.toolInHand ?? null;
  let face: string = start.startFace ?? 'top';
  let part: string | null = null;
  const runs = new Map<string, number>();
  for (const id of steps) {
    const action = byId.get(id);
    if (!action) throw new RangeError(`orderCost: no action "${id}"`);
    seconds += action.seconds;
    if (action.tool != null && action.tool !== tool) {
      toolChanges++;
      tool = action.tool;
    }
    if (action.face !== 'either' && action.face !== face) {
      flips++;
      face = action.face;
    }
    if (action.part !== part) runs.set(action.part, (runs.get(action.part) ?? 0) + 1);
    part = action.part;
  }
  const resumes = [...runs.values()].reduce((sum, count) => sum + count - 1, 0);
  const total = seconds + weights.toolChange * toolChanges + weights.flip * flips + weights.resume * resumes;
  return { seconds, toolChanges, flips, resumes, total };
}

/** The first step that breaks a need, in an order over a document that is already configured; null if none. */
export function brokenNeed(
  sequence: Sequence,
  steps: readonly string[],
  alreadyDone: readonly string[] = [],
) {
  const existing = new Set<string>(sequence.actions.map((action) => action.id));
  const done = new Set<string>(alreadyDone);
  for (const id of steps) {
    const broken = sequence.needs.find(
      (need) =>
        need.action === id &&
        need.anyOf.some((other) => existing.has(other)) &&
        !need.anyOf.some((other) => done.has(other)),
    );
    if (broken) return broken;
    done.add(id);
  }
  return null;
}
