import type { Configuration } from '../sequence/configuration.ts';

/** What handling costs, in seconds. Settings of the shop; the defaults are those of `docs/formats.md`. */
export interface HandlingWeights {
  /** Putting one tool down and taking another. */
  readonly toolChange: number;
  /** Turning the device over. */
  readonly flip: number;
  /** Coming back to a part that was left half done: finding the place and the screws again. */
  readonly resume: number;
}

export const defaultWeights: HandlingWeights = Object.freeze({ toolChange: 6, flip: 8, resume: 20 });

export interface RouteRequest {
  /** Action ids, or part ids meaning their `lift`. */
  readonly targets: readonly string[];
  readonly configuration?: Configuration;
  readonly weights?: HandlingWeights;
  readonly startFace?: 'top' | 'bottom';
  readonly toolInHand?: string | null;
  /** Part ids or action ids that are done already: a half-open unit on the bench. */
  readonly alreadyDone?: readonly string[];
  /** How many positions the search may expand before it answers with a gap instead of a proof. */
  readonly expansionLimit?: number;
}

export interface RouteCost {
  /** Σ seconds of the acts themselves. */
  readonly seconds: number;
  readonly toolChanges: number;
  readonly flips: number;
  readonly resumes: number;
  /** seconds + toolChange·toolChanges + flip·flips + resume·resumes. */
  readonly total: number;
}

/** `bemtor.route/1`: what the planner answers. */
export interface Route {
  readonly format: 'bemtor.route/1';
  readonly targets: readonly string[];
  readonly configuration: Configuration;
  readonly steps: readonly string[];
  readonly cost: RouteCost;
  readonly lowerBound: number;
  /** True only where it is proved: the lower bound meets the total. */
  readonly optimal: boolean;
  /** How many orders of these same steps respect the needs, exact; null where not counted. */
  readonly validOrders: string | null;
}
