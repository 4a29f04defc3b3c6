import { computed, nextTick, ref } from 'vue';
import type { Command } from './commands.ts';

/**
 * Which entry of a list the keys are about. It stays inside the list as that grows and shrinks, and what it comes to
 * is scrolled into view.
 */
export function useCursor(count: () => number, elementOf?: (at: number) => Element | null | undefined) {
  const wanted = ref(0);
  const at = computed({
    get: () => Math.max(0, Math.min(count() - 1, wanted.value)),
    set: (to) => (wanted.value = Math.max(0, Math.min(count() - 1, to))),
  });
  function move(by: number): void {
    at.value += by;
    void nextTick(() => elementOf?.(at.value)?.scrollIntoView({ block: 'nearest' }));
  }
  /** The two arrows, for a table of commands. */
  const arrows = (of: string): Command[] => [
    { id: 'next', keys: ['ArrowDown'], words: `next ${of}`, when: count() > 1, run: () => move(1) },
    { id: 'previous', keys: ['ArrowUp'], words: `previous ${of}`, when: count() > 1, run: () => move(-1) },
  ];
  return { at, move, arrows };
}
