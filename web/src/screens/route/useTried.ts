import type { Sequence } from '@bemtor/core';
import { computed, ref, type Ref } from 'vue';
import type { Pin } from './usePlan.ts';

/** What is only tried out: needs left out, by their places in the document, and needs added. */
export interface Tried {
  readonly dropped: readonly number[];
  readonly pinned: readonly Pin[];
}
export const nothingTried: Tried = { dropped: [], pinned: [] };

/** Leaves needs out, or takes them back in where all of them were out. */
export function withDropped(tried: Tried, places: readonly number[]): Tried {
  const isOut = places.every((place) => tried.dropped.includes(place));
  return {
    ...tried,
    dropped: isOut
      ? tried.dropped.filter((place) => !places.includes(place))
      : [...new Set([...tried.dropped, ...places])],
  };
}

/** An act waits for another too; as it is where the document lacks one of them, or it waits already. */
export function withPinned(tried: Tried, document: Sequence, action: string, before: string): Tried {
  const [a, b] = [action, before].map((id) => document.actions.find((one) => one.id === id)?.id);
  const isThere = tried.pinned.some((pin) => pin.action === a && pin.before === b);
  return a && b && a !== b && !isThere
    ? { ...tried, pinned: [...tried.pinned, { action: a, before: b }] }
    : tried;
}

/** `2 left out, 1 added`. */
export const triedWords = ({ dropped, pinned }: Tried): string =>
  [dropped.length > 0 && `${dropped.length} left out`, pinned.length > 0 && `${pinned.length} added`]
    .filter(Boolean)
    .join(', ');

/** What is tried out on a route. */
export function useTried(document: Ref<Sequence | null>) {
  const tried = ref<Tried>(nothingTried);
  return {
    tried,
    words: computed(() => triedWords(tried.value)),
    drop: (places: readonly number[]) => (tried.value = withDropped(tried.value, places)),
    pin: (action: string | null, before: string) => {
      if (document.value && action) tried.value = withPinned(tried.value, document.value, action, before);
    },
    asItStands: () => (tried.value = nothingTried),
  };
}
