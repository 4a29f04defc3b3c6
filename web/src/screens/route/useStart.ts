import type { Configuration, Purpose, Sequence } from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { ref, type Ref } from 'vue';
import { useRouter } from 'vue-router';
import { useJob } from '../../stores/job.ts';
import { useShop } from '../../stores/shop.ts';
import { useUnit } from '../../stores/unit.ts';
import type { Planned } from './usePlan.ts';

interface Given {
  readonly document: Ref<Sequence | null>;
  readonly plan: Ref<Planned | null>;
  /** Resolves once the plan is that of what is asked now. */
  readonly whenPlanned: () => Promise<void>;
  readonly targets: Ref<readonly string[]>;
  /** What the shop takes out besides. */
  readonly also: Ref<readonly string[]>;
  readonly configuration: Ref<Configuration>;
  readonly purpose: Ref<Purpose>;
  /** Something is only tried out: the lead decides about it in Review, nobody runs it. */
  readonly whatIf: Ref<boolean>;
  readonly isOpen: () => boolean;
}

/** Starts the job of the route that is shown, or goes on with the one that is open. */
export function useStart(
  unitId: string,
  { document, plan, whenPlanned, targets, also, configuration, purpose, whatIf, isOpen }: Given,
) {
  const router = useRouter();
  const job = useJob(document);
  const shop = useShop();
  const { published } = storeToRefs(useUnit());
  const starting = ref(false);

  async function start(): Promise<void> {
    if (isOpen()) return void router.push(`/unit/${unitId}/run`);
    if (targets.value.length === 0 || starting.value || whatIf.value) return;
    starting.value = true;
    // What was answered a moment ago is planned first: nobody runs a route that does not fit any more.
    await whenPlanned();
    if (!plan.value || !published.value || whatIf.value) {
      starting.value = false;
      return;
    }
    await job.start(unitId, published.value.number, {
      targets: [...targets.value],
      purpose: purpose.value,
      ...(also.value.length > 0 ? { also: [...also.value] } : {}),
      schools: shop.schools,
      configuration: { ...configuration.value },
      steps: [...plan.value.route.steps],
      plannedSeconds: Math.round(plan.value.wholeSeconds),
    });
    await router.push(`/unit/${unitId}/run`);
  }
  return { starting, start };
}
