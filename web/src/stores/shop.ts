import type { Kept, ShopWord } from '@bemtor/core';
import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import { Away, read, Refused, send } from '../api/client.ts';

/** What the shop has set for itself: so far, its own words. */
export const useShop = defineStore('shop', () => {
  const kept = shallowRef<Kept<ShopWord[]>>({ value: [], revision: 0 });
  const words = computed(() => kept.value.value);

  async function load(): Promise<void> {
    try {
      kept.value = (await read<Kept<ShopWord[]>>('/settings/words')).value;
    } catch (error) {
      // Without the server, and nothing seen before: the words of the trade are enough to go on.
      if (!(error instanceof Away)) throw error;
    }
  }

  /**
   * Changes the words; the answer says in words why they were not changed. Where somebody else changed them
   * first, theirs are shown.
   */
  async function change(next: ShopWord[]): Promise<string | null> {
    const { revision } = kept.value;
    const condition: Record<string, string> =
      revision === 0 ? { 'If-None-Match': '*' } : { 'If-Match': `"${revision}"` };
    try {
      kept.value = await send<Kept<ShopWord[]>>('/settings/words', next, condition, 'PUT');
      return null;
    } catch (error) {
      if (error instanceof Refused && error.problem.code === 'setting-conflict') {
        kept.value = error.problem.stands as Kept<ShopWord[]>;
        return 'Somebody else changed the words in the meantime. Theirs are shown now; make your change again.';
      }
      return error instanceof Error ? error.message : String(error);
    }
  }

  return { words, load, change };
});
