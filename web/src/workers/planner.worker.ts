import {
  openQuestions,
  planRoute,
  worthChecking,
  worthCheckingOverall,
  type RouteRequest,
  type Sequence,
} from '@bemtor/core';
import { expose } from 'comlink';

/** Planning runs here, so that it never holds up typing or a screen. */
const planner = {
  plan: (sequence: Sequence, request: RouteRequest) => planRoute(sequence, request),
  openQuestions: (sequence: Sequence, request: RouteRequest) => openQuestions(sequence, request),
  worthChecking: (sequence: Sequence, request: RouteRequest) => worthChecking(sequence, request),
  worthCheckingOverall: (sequence: Sequence, request: Omit<RouteRequest, 'targets'>) =>
    worthCheckingOverall(sequence, request),
};
export type Planner = typeof planner;
expose(planner);
