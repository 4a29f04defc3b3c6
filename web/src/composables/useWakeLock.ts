import { onBeforeUnmount, onMounted } from 'vue';

/** Keeps the screen awake while this is shown, where the browser can; asked again after a tab switch. */
export function useWakeLock(): void {
  let lock: WakeLockSentinel | null = null;
  const ask = async (): Promise<void> => {
    if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
    lock = await navigator.wakeLock.request('screen').catch(() => null);
  };
  const onVisible = () => void ask();
  onMounted(() => {
    void ask();
    document.addEventListener('visibilitychange', onVisible);
  });
  onBeforeUnmount(() => {
    document.removeEventListener('visibilitychange', onVisible);
    void lock?.release();
  });
}
