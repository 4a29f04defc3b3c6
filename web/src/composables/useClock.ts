import { useNow } from '@vueuse/core';

/** The time now, refreshed every second while it is looked at. */
export const useClock = () => useNow({ interval: 1_000 });
