import { onScopeDispose, shallowRef } from 'vue';

/** How long a slip is taken back by one key; afterwards where the thing itself is shown. */
const undoMs = 600_000;

export interface Told {
  readonly words: string;
  readonly undo?: () => Promise<void>;
}

export type Tell = (words: string, undo?: () => Promise<void>) => void;

/** What was just done, with the way back while there is one. */
export function useTold() {
  const told = shallowRef<Told | null>(null);
  let forget: ReturnType<typeof setTimeout> | undefined;
  onScopeDispose(() => clearTimeout(forget));

  const tell: Tell = (words, undo) => {
    clearTimeout(forget);
    told.value = { words, ...(undo ? { undo } : {}) };
    if (undo) forget = setTimeout(() => (told.value = { words }), undoMs);
  };
  return { told, tell };
}
