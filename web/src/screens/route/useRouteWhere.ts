import {
  indexSequence,
  matGroupsOfSequence,
  whereOf,
  type RunStep,
  type Sequence,
  type Where,
} from '@bemtor/core';
import { computed, type Ref } from 'vue';

/** The document knows something of where a step is: points, a part, or an edge. */
export const tellsWhere = ({ points, regions, motion }: Where): boolean =>
  points.length > 0 || regions.length > 0 || motion?.edge != null;

/** The place of the step that is chosen; null where the document knows nothing of it. */
export function useRouteWhere(
  here: Ref<Sequence | null>,
  down: Ref<readonly RunStep[]>,
  at: Ref<string | null>,
) {
  const groups = computed(() => (here.value ? matGroupsOfSequence(here.value) : []));
  return computed(() => {
    const step = down.value.find(({ action }) => action?.id === at.value);
    if (!here.value || !step) return null;
    const found = whereOf(here.value, indexSequence(here.value), step, groups.value, 0);
    return found && tellsWhere(found) ? found : null;
  });
}
