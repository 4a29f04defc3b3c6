import { useMediaQuery } from '@vueuse/core';

/** A telephone, or a desk at a zoom of 200 %: too small for anything beside the work. */
export const useCramped = () => useMediaQuery('(max-width: 620px), (max-height: 520px)');
