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
  type Schools,
  type Sequence,
} from '@bemtor/core';
import { offeredTargets } from './targets.ts';

/** What a route is asked of. */
export interface Asked {
  /** The sequence that stands, with what was settled since, as this shop works it. */
  readonly document: Sequence;
  readonly configuration: Configuration;
  /** What is left out to try. */
  readonly tried: Parameters<typeof applyWhatIf>[1];
}

/** The device as it is asked about, whatever is to come out of it. */
export function deviceView({ document, configuration, tried }: Asked) {
  /** The sequence that the plan stands on: this configuration, without what is left out to try. */
  const here = configure(applyWhatIf(document, tried), configuration);
  const index = indexSequence(document);
  return {
    here,
    depths: partDepths(here),
    offered: offeredTargets(here),
    tools: [...new Set(here.actions.flatMap(({ tool }) => tool ?? []))],
    nameOf: (target: string): string => targetName(index, target),
  };
}

/** What is to come out, and the way that was found to it. */
export interface Way {
  readonly targets: readonly string[];
  readonly purpose: Purpose;
  readonly schools: Schools;
  /** The steps of the plan; null where there is none yet. */
  readonly planned: readonly string[] | null;
}

/** A way through the device, down and back up, as a screen shows it. */
export function wayView(
  { document, configuration }: Asked,
  here: Sequence,
  { targets, purpose, schools, planned }: Way,
) {
  const steps = planned
    ? runSteps(here, { steps: [...planned], targets: [...targets], purpose }, schools)
    : [];
  const down = steps.filter((step) => step.phase === 'down' && step.action);
  return {
    ...{ steps, down },
    back: steps.filter((step) => step.phase === 'back' || step.phase === 'after'),
    targetActions: targets.flatMap((target) => targetActions(here, target)),
    picks: pickList(document, configuration, steps),
    screwsOut: down.reduce((sum, { joint }) => sum + (joint?.count ?? 0), 0),
  };
}
