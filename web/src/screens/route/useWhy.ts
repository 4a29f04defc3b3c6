import { indexSequence, whyStep, whyWords, type Route, type RunStep, type Sequence } from '@bemtor/core';
import { computed, type Ref } from 'vue';
import type { WhyLine } from './RouteSheet.vue';

/** Why the step at hand comes where it does, and which later steps it could be made to wait for. */
export function useWhy(
  document: Ref<Sequence | null>,
  here: Ref<Sequence | null>,
  route: Ref<Route | null>,
  at: Ref<string | null>,
  down: Ref<readonly RunStep[]>,
) {
  /** Each ground with its place in the document, so that it can be left out. */
  const why = computed<WhyLine[]>(() => {
    if (!here.value || !route.value || !at.value) return [];
    const links = whyStep(here.value, route.value, at.value);
    const words = whyWords(indexSequence(here.value), links);
    return links.map((link, i) => ({
      words: words[i] ?? '',
      place: document.value?.needs.indexOf(link.need) ?? -1,
    }));
  });
  /** Steps that the one at hand could be made to wait for: those that come after it now. */
  const pinnable = computed(() =>
    down.value
      .slice(down.value.findIndex((step) => step.action?.id === at.value) + 1)
      .map((step) => ({ value: step.action?.id ?? '', title: step.title })),
  );
  return { why, pinnable };
}
