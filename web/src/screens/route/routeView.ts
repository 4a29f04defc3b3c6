import {
  applyWhatIf,
  configure,
  indexSequence,
  partDepths,
  pickList,
  runSteps,
  targetActions,
  targetName,
  type Configuration,
  type Purpose,
  type RunStep,
  type Schools,
  type Sequence,
} from '@bemtor/core';
import { offeredTargets } from './targets.ts';

/** What a route is asked of, and what the plan came to. */
export interface Asked {
  /** The sequence that stands, with what was settled since, as this shop works it. */
  readonly document: Sequence;
  readonly configuration: Configuration;
  /** What is left out to try. */
  readonly tried: Parameters<typeof applyWhatIf>[1];
  readonly targets: readonly string[];
  readonly purpose: Purpose;
  readonly schools: Schools;
  /** The steps of the plan; null where there is none yet. */
  readonly planned: readonly string[] | null;
}

/** A route as a screen shows it. All of it follows from what was asked. */
export function routeView({ document, configuration, tried, targets, purpose, schools, planned }: Asked) {
  /** The sequence that the plan stands on: this configuration, without what is left out to try. */
  const here = configure(applyWhatIf(document, tried), configuration);
  const steps = planned
    ? runSteps(here, { steps: [...planned], targets: [...targets], purpose }, schools)
    : [];
  const down = steps.filter((step) => step.phase === 'down' && step.action);
  const index = indexSequence(document);
  return {
    ...{ here, steps, down },
    back: steps.filter((step) => step.phase === 'back' || step.phase === 'after'),
    depths: partDepths(here),
    offered: offeredTargets(here),
    tools: [...new Set(here.actions.flatMap(({ tool }) => tool ?? []))],
    targetActions: targets.flatMap((target) => targetActions(here, target)),
    picks: pickList(document, configuration, steps),
    screwsOut: screwsOf(down),
    nameOf: (target: string): string => targetName(index, target),
  };
}
export type RouteView = ReturnType<typeof routeView>;

const screwsOf = (steps: readonly RunStep[]): number =>
  steps.reduce((sum, { joint }) => sum + (joint?.count ?? 0), 0);
