import { computed, onScopeDispose, ref, watch } from 'vue';

/** What fills a large screen; the rest follows while nobody waits for it. */
const piece = 20;
/** Where a browser cannot tell that nobody waits. */
const laterMs = 250;

/**
 * How many entries of a long list are drawn: first what can be seen, then the rest piece by piece, and always as far as
 * the cursor has come.
 */
export function useDrawn(count: () => number, at: () => number) {
  const pieces = ref(1);
  const drawn = computed(() => Math.min(count(), Math.max(pieces.value * piece, at() + piece)));
  let stop = (): void => undefined;
  // One piece after the other: each is seen before the next is drawn.
  watch(
    [pieces, () => drawn.value < count()],
    ([, isMore]) => {
      stop();
      if (isMore) stop = whenIdle(() => pieces.value++);
    },
    { immediate: true },
  );
  onScopeDispose(() => stop());
  return drawn;
}

function whenIdle(act: () => void): () => void {
  if (!globalThis.requestIdleCallback) {
    const timer = setTimeout(act, laterMs);
    return () => clearTimeout(timer);
  }
  const asked = requestIdleCallback(act, { timeout: 2_000 });
  return () => cancelIdleCallback(asked);
}
