import type { RunStep } from '@bemtor/core';
import { useSpeechSynthesis, useStorage } from '@vueuse/core';
import { computed, watch, type Ref } from 'vue';

/** A step as it is said: what, where, with what, and what to mind first. */
export const spokenStep = ({ title, place, detail, tool, cautions }: RunStep): string =>
  [title, place, tool && `with ${tool}`, detail, cautions[0]]
    .filter(Boolean)
    .map((words) => `${String(words).replaceAll('×', 'by').replace(/\.$/, '')}.`)
    .join(' ');

/** Reads each step aloud with this device's own voice; off until it is asked for, and the choice stays here. */
export function useReadAloud(step: Ref<RunStep | null>) {
  const wanted = useStorage('bemtor.readAloud', false);
  const words = computed(() => (step.value ? spokenStep(step.value) : ''));
  const { isSupported, speak, stop } = useSpeechSynthesis(words, { lang: 'en' });

  watch(
    [() => step.value?.id, wanted],
    () => {
      if (!isSupported.value) return;
      stop();
      if (wanted.value && words.value !== '') speak();
    },
    { immediate: true },
  );
  const toggle = (): void => {
    wanted.value = !wanted.value;
  };
  return { isSupported, wanted, toggle };
}
