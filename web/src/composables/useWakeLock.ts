import { useWakeLock as useLock } from '@vueuse/core';
import { onMounted } from 'vue';

/** Keeps the screen awake while this is shown, where the browser can; asked again after a tab switch. */
export function useWakeLock(): void {
  const { isSupported, request } = useLock();
  // A device that saves its battery refuses: the screen then sleeps as it would.
  onMounted(() => isSupported.value && void request('screen').catch(() => undefined));
}
