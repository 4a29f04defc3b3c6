import { defaultSchools, type Kept, type Schools, type ShopWord } from '@bemtor/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, type ShallowRef } from 'vue';
import { Away, read, Refused, send } from '../api/client.ts';
import { rememberTechnician, technicianHere } from '../api/technician.ts';

/** What the shop has set for itself: its own words, how it works, and who works at this device. */
export const useShop = defineStore('shop', () => {
  const keptWords = shallowRef<Kept<ShopWord[]>>({ value: [], revision: 0 });
  const keptSchools = shallowRef<Kept<Schools>>({ value: defaultSchools, revision: 0 });
  const words = computed(() => keptWords.value.value);
  const schools = computed(() => keptSchools.value.value);
  const technician = ref(technicianHere());
  function sayTechnician(name: string): void {
    rememberTechnician(name);
    technician.value = technicianHere();
  }

  async function loadOne<T>(key: string, kept: ShallowRef<Kept<T>>): Promise<void> {
    try {
      kept.value = (await read<Kept<T>>(`/settings/${key}`)).value;
    } catch (error) {
      // Without the server, and nothing seen before: what is usual in the trade is enough to go on.
      if (!(error instanceof Away)) throw error;
    }
  }
  const load = async (): Promise<void> => {
    await Promise.all([loadOne('words', keptWords), loadOne('schools', keptSchools)]);
  };

  /**
   * Changes a setting; the answer says in words why it was not changed. Where somebody else changed it first,
   * theirs is shown.
   */
  async function change<T>(key: string, kept: ShallowRef<Kept<T>>, next: T): Promise<string | null> {
    const { revision } = kept.value;
    const condition: Record<string, string> =
      revision === 0 ? { 'If-None-Match': '*' } : { 'If-Match': `"${revision}"` };
    try {
      kept.value = await send<Kept<T>>(`/settings/${key}`, next, condition, 'PUT');
      return null;
    } catch (error) {
      if (error instanceof Refused && error.problem.code === 'setting-conflict') {
        kept.value = error.problem.stands as Kept<T>;
        return 'Somebody else changed this in the meantime. Theirs is shown now; make your change again.';
      }
      return error instanceof Error ? error.message : String(error);
    }
  }
  const changeWords = (next: ShopWord[]) => change('words', keptWords, next);
  /** A word means what was said of it last. */
  const teachWord = (taught: ShopWord) =>
    changeWords([...words.value.filter(({ word }) => word !== taught.word), taught]);
  let last: Promise<unknown> = Promise.resolve();
  /** One answer after the other: the second follows the revision that the first has made. */
  function changeSchools(answer: Partial<Schools>): Promise<string | null> {
    const done = last.then(() => change('schools', keptSchools, { ...keptSchools.value.value, ...answer }));
    last = done;
    return done;
  }

  return { words, schools, technician, sayTechnician, load, changeWords, teachWord, changeSchools };
});
