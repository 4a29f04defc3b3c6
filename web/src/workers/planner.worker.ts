import { planRoute, type RouteRequest, type Sequence } from '@bemtor/core';
import { expose } from 'comlink';

/** Planning runs here, so that it never holds up typing or a screen. */
const planner = {
  plan: (sequence: Sequence, request: RouteRequest) => planRoute(sequence, request),
};
export type Planner = typeof planner;
expose(planner);
