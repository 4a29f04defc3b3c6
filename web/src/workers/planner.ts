import type { Result, Route, RouteRequest, Sequence } from '@bemtor/core';
import { wrap, type Remote } from 'comlink';
import type { Planner } from './planner.worker.ts';

let planner: Remote<Planner> | undefined;

/** Plans in a worker; the worker is made when it is first needed and then kept. */
export async function planInWorker(sequence: Sequence, request: RouteRequest): Promise<Result<Route>> {
  planner ??= wrap<Planner>(new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' }));
  // A worker takes plain data: what Vue has wrapped is unwrapped by a copy.
  return planner.plan(
    JSON.parse(JSON.stringify(sequence)) as Sequence,
    JSON.parse(JSON.stringify(request)) as RouteRequest,
  );
}
