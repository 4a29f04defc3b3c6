import {
  applyWhatIf,
  configure,
  defaultWeights,
  runSteps,
  type Assumption,
  type Configuration,
  type HandlingWeights,
  type Route,
  type RouteRequest,
  type Sequence,
  type WhatIf,
} from '@bemtor/core';
import { computed, ref, shallowRef, watch, type Ref } from 'vue';
import { planInWorker, worthCheckingInWorker } from '../../workers/planner.ts';

/** What is asked, besides the targets: the "assumptions" of the screen. */
export interface Assumed {
  readonly weights: HandlingWeights;
  readonly startFace: 'top' | 'bottom';
  readonly toolInHand: string | null;
  /** Parts that are off already: a half-open unit. */
  readonly off: readonly string[];
}

export const usualAssumed: Assumed = { weights: defaultWeights, startFace: 'top', toolInHand: null, off: [] };

/** A constraint that is tried out: this action only after that one. */
export type Pin = NonNullable<WhatIf['pinned']>[number];

/** A route with what it costs there and back. */
export interface Planned {
  readonly route: Route;
  /** Down, swap, back and tests. */
  readonly wholeSeconds: number;
}

export function withWayBack(document: Sequence, route: Route): Planned {
  const steps = runSteps(configure(document, route.configuration), route);
  const after = steps.filter((step) => step.phase !== 'down').reduce((sum, step) => sum + step.seconds, 0);
  return { route, wholeSeconds: route.cost.total + after };
}

/**
 * Plans in the worker whenever what is asked changes; an answer that a newer question has overtaken is
 * dropped. With something left out to try ("what if"), the plain plan stays at hand for comparison.
 */
export function usePlan(
  document: Ref<Sequence | null>,
  targets: Ref<string[]>,
  configuration: Ref<Configuration>,
  assumed: Ref<Assumed>,
  tried: Ref<WhatIf>,
) {
  const plan = shallowRef<Planned | null>(null);
  const plainPlan = shallowRef<Planned | null>(null);
  /** Each target by itself: what two visits would cost. */
  const alone = shallowRef<readonly Planned[]>([]);
  const assumptions = shallowRef<readonly Assumption[]>([]);
  const fault = ref<string | null>(null);
  const planning = ref(false);
  const whatIf = computed(() => Boolean(tried.value.dropped?.length || tried.value.pinned?.length));
  let question = 0;

  const request = (of: readonly string[]): RouteRequest => ({
    targets: [...of],
    configuration: configuration.value,
    weights: assumed.value.weights,
    startFace: assumed.value.startFace,
    toolInHand: assumed.value.toolInHand,
    alreadyDone: assumed.value.off,
  });

  async function ask(): Promise<void> {
    const mine = ++question;
    const overtaken = () => mine !== question;
    const asked = document.value;
    if (!asked || targets.value.length === 0) {
      plan.value = plainPlan.value = null;
      alone.value = [];
      assumptions.value = [];
      fault.value = null;
      planning.value = false;
      return;
    }
    planning.value = true;
    const changed = applyWhatIf(asked, tried.value);
    const answer = await planInWorker(changed, request(targets.value));
    if (overtaken()) return;
    planning.value = false;
    fault.value = answer.ok ? null : answer.fault.what;
    plan.value = answer.ok ? withWayBack(changed, answer.value) : null;
    if (!answer.ok) return;
    const plain = whatIf.value ? await planInWorker(asked, request(targets.value)) : answer;
    if (overtaken()) return;
    plainPlan.value = plain.ok ? withWayBack(asked, plain.value) : null;
    const singles =
      targets.value.length > 1
        ? await Promise.all(targets.value.map((target) => planInWorker(changed, request([target]))))
        : [];
    if (overtaken()) return;
    alone.value = singles.flatMap((single) => (single.ok ? [withWayBack(changed, single.value)] : []));
    const worth = await worthCheckingInWorker(asked, request(targets.value));
    if (!overtaken()) assumptions.value = worth;
  }

  watch([document, targets, configuration, assumed, tried], () => void ask(), {
    deep: true,
    immediate: true,
  });
  return { plan, plainPlan, alone, assumptions, fault, planning, whatIf, request };
}
