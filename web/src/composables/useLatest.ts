import { ref, shallowRef, watch, type Ref } from 'vue';

/**
 * What is worked out elsewhere, in a worker, from what is on screen: the answer to what was given last. One question at
 * a time; what changes meanwhile is asked once more afterwards, and the answer before it stands until then.
 */
export function useLatest<Given, Answer>(
  given: () => Given,
  find: (given: Given) => Promise<Answer> | Answer,
  nothing: Answer,
) {
  const answer = shallowRef(nothing) as Ref<Answer>;
  /** Is the answer not yet that to what is given now? */
  const pending = ref(true);
  let asking: Promise<void> | null = null;
  let again = false;

  async function askInTurn(): Promise<void> {
    try {
      while (again) {
        again = false;
        try {
          const found = await find(given());
          if (!again) answer.value = found;
        } catch (error) {
          // What was asked before does not matter any more where something else is to be asked.
          if (!again) throw error;
        }
      }
    } finally {
      asking = null;
      pending.value = false;
    }
  }
  function ask(): void {
    again = pending.value = true;
    asking ??= Promise.resolve().then(askInTurn);
  }
  watch(given, ask, { immediate: true });

  /** Resolves once the answer is that to what is given now. */
  const settled = async (): Promise<void> => asking ?? undefined;
  return { answer, pending, settled };
}
