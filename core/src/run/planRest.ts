import { failure, success, type Result } from '../result.ts';
import { planRoute } from '../route/planRoute.ts';
import { actsToward } from '../route/targets.ts';
import type { RouteRequest } from '../route/request.ts';
import type { Sequence } from '../sequence/schema.ts';
import { schoolWeights, defaultSchools } from '../shop/schools.ts';
import type { JobView } from './summary.ts';

/** What to ask the planner for the rest of a way down, from where the unit is now; null before a start. */
export function restRequest({ state, sequence }: Pick<JobView, 'state' | 'sequence'>): RouteRequest | null {
  if (!state.started) return null;
  const here = new Map<string, Sequence['actions'][number]>(
    sequence.actions.map((action) => [action.id, action]),
  );
  const done = state.route.filter((id) => state.done.has(`down:${id}`) && here.has(id));
  const last = done.flatMap((id) => here.get(id) ?? []);
  // A target that is not in this unit is reached: it cannot be what is waited for.
  const isHere = (target: string): boolean => actsToward(sequence, target).length > 0;
  return {
    targets: [...state.started.targets, ...(state.started.also ?? [])].filter(isHere),
    configuration: state.started.configuration,
    alreadyDone: done,
    weights: schoolWeights(state.started.schools ?? defaultSchools),
    toolInHand: last.findLast((action) => action.tool != null)?.tool ?? null,
    startFace: last.findLast((action) => action.face !== 'either')?.face === 'bottom' ? 'bottom' : 'top',
  };
}

/** The rest of the way down, planned again after what was found; the acts still to do, in order. */
export function planRest(view: Pick<JobView, 'state' | 'sequence'>): Result<readonly string[]> {
  const request = restRequest(view);
  if (!request) return failure('the job has not begun', 'job', 'start it from the route');
  if (request.targets.length === 0) return success([]);
  const planned = planRoute(view.sequence, request);
  return planned.ok ? success(planned.value.steps) : planned;
}
