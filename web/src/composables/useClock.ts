import { onScopeDispose, ref } from 'vue';

/** The time now, refreshed every second while it is looked at. */
export function useClock() {
  const now = ref(new Date());
  const timer = setInterval(() => (now.value = new Date()), 1_000);
  onScopeDispose(() => clearInterval(timer));
  return now;
}
