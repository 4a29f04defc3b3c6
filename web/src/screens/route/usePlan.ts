import {
  applyWhatIf,
  configure,
  defaultWeights,
  runSteps,
  schoolTargets,
  type Assumption,
  type Configuration,
  type Estimate,
  type HandlingWeights,
  type OpenQuestion,
  type Route,
  type RouteRequest,
  type RunStep,
  type Schools,
  type Sequence,
  type WhatIf,
} from '@bemtor/core';
import { computed, nextTick, ref, shallowRef, watch, type Ref } from 'vue';
import { openQuestionsInWorker, planInWorker, worthCheckingInWorker } from '../../workers/planner.ts';

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
  /** Down, swap, back and tests, as this shop works: half of such jobs take less. */
  readonly wholeSeconds: number;
  /** Four of five take less. */
  readonly mostSeconds: number;
}

/** The middle and the 80 % time of steps, with the handling that the planner counted. */
export type Estimator = (steps: readonly RunStep[], handlingSeconds: number) => Estimate;

/** `targets`: what is exchanged; a part that only has to be out of the way is on the route all the same. */
export function withWayBack(
  document: Sequence,
  route: Route,
  targets: readonly string[],
  schools: Schools,
  estimate: Estimator,
): Planned {
  const steps = runSteps(configure(document, route.configuration), { steps: route.steps, targets }, schools);
  const { middleSeconds, mostSeconds } = estimate(steps, route.cost.total - route.cost.seconds);
  return { route, wholeSeconds: middleSeconds, mostSeconds };
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
  school: Ref<{ readonly schools: Schools; readonly swollen: boolean }>,
  estimate: Estimator,
) {
  const plan = shallowRef<Planned | null>(null);
  const plainPlan = shallowRef<Planned | null>(null);
  /** Each target by itself: what two visits would cost. */
  const alone = shallowRef<readonly Planned[]>([]);
  /** Options not known yet that would change the route. */
  const questions = shallowRef<readonly OpenQuestion[]>([]);
  const assumptions = shallowRef<readonly Assumption[]>([]);
  const fault = ref<string | null>(null);
  const planning = ref(false);
  const whatIf = computed(() => Boolean(tried.value.dropped?.length || tried.value.pinned?.length));
  let question = 0;

  /** What has to come out: the targets, and what the shop takes out besides. */
  const allOf = (of: readonly string[]): string[] =>
    document.value
      ? schoolTargets(document.value, configuration.value, of, school.value.schools, school.value.swollen)
      : [...of];
  const also = computed(() => allOf(targets.value).filter((target) => !targets.value.includes(target)));
  const planned = (of: Sequence, route: Route, on: readonly string[]): Planned =>
    withWayBack(of, route, on, school.value.schools, estimate);

  const request = (of: readonly string[]): RouteRequest => ({
    targets: allOf(of),
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
      assumptions.value = questions.value = [];
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
    plan.value = answer.ok ? planned(changed, answer.value, targets.value) : null;
    if (!answer.ok) return;
    const plain = whatIf.value ? await planInWorker(asked, request(targets.value)) : answer;
    if (overtaken()) return;
    plainPlan.value = plain.ok ? planned(asked, plain.value, targets.value) : null;
    const singles =
      targets.value.length > 1
        ? await Promise.all(targets.value.map((target) => planInWorker(changed, request([target]))))
        : [];
    if (overtaken()) return;
    alone.value = singles.flatMap((single, i) =>
      single.ok ? [planned(changed, single.value, [targets.value[i] ?? ''])] : [],
    );
    const open = await openQuestionsInWorker(changed, request(targets.value));
    if (overtaken()) return;
    questions.value = open;
    const worth = await worthCheckingInWorker(asked, request(targets.value));
    if (!overtaken()) assumptions.value = worth;
  }

  watch([document, targets, configuration, assumed, tried, school], () => void ask(), {
    deep: true,
    immediate: true,
  });
  /** Resolves once the plan is that of what is asked now, or there is none. */
  async function whenPlanned(): Promise<void> {
    await nextTick();
    if (!planning.value) return;
    await new Promise<void>((resolve) => {
      const stop = watch(planning, (now) => {
        if (now) return;
        stop();
        resolve();
      });
    });
  }
  return {
    whenPlanned,
    plan,
    plainPlan,
    alone,
    assumptions,
    questions,
    also,
    fault,
    planning,
    whatIf,
    request,
  };
}
