import { defaultSchools, type Kept, type Schools, type ShopEvent, type ShopWord } from '@bemtor/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { Away, read } from '../api/client.ts';
import { askShop, onShopKept, saidHere } from '../api/shopLog.ts';
import { rememberTechnician, technicianHere } from '../api/technician.ts';
import { settingRefusal, toldSetting } from './toldSetting.ts';

/** What the shop has set for itself: its own words, how it works, and who works at this device. */
export const useShop = defineStore('shop', () => {
  const keptWords = shallowRef<Kept<ShopWord[]>>({ value: [], revision: 0 });
  const schools = toldSetting<Schools>('schools', defaultSchools);
  /** As they stand, with what was said here and waits. */
  const words = computed(() =>
    saidHere().reduce<readonly ShopWord[]>(
      (known, { body }) => (body.kind === 'word-told' ? withWord(known, body) : known),
      keptWords.value.value,
    ),
  );
  onShopKept(({ kind }, stands) => {
    if (kind === 'word-told') keptWords.value = stands as Kept<ShopWord[]>;
  });
  const technician = ref(technicianHere());
  function sayTechnician(name: string): void {
    rememberTechnician(name);
    technician.value = technicianHere();
  }

  async function loadWords(): Promise<void> {
    try {
      keptWords.value = (await read<Kept<ShopWord[]>>('/settings/words')).value;
    } catch (error) {
      // Without the server, and nothing seen before: what is usual in the trade is enough to go on.
      if (!(error instanceof Away)) throw error;
    }
  }
  const load = async (): Promise<void> => {
    await Promise.all([loadWords(), schools.load()]);
  };

  /** Says what a word means; answers in words why that was refused, and then shows what stands. */
  async function tell(event: ShopEvent): Promise<string | null> {
    const outcome = await askShop(event);
    if (outcome.state !== 'refused') return null;
    await load();
    return settingRefusal(outcome.problem);
  }

  const meaningOf = (word: string): string | null =>
    words.value.find((known) => known.word.toLowerCase() === word.toLowerCase())?.means ?? null;
  /** A word means what was said of it last. */
  const teachWord = ({ word, means }: ShopWord) =>
    tell({ kind: 'word-told', word, means, was: meaningOf(word) });
  const forgetWord = ({ word }: ShopWord) =>
    tell({ kind: 'word-told', word, means: null, was: meaningOf(word) });
  const changeSchools = async (answer: Partial<Schools>): Promise<string | null> => schools.change(answer);

  return {
    ...{ words, schools: schools.value, technician, sayTechnician },
    ...{ load, teachWord, forgetWord, changeSchools },
  };
});

function withWord(
  known: readonly ShopWord[],
  { word, means }: { readonly word: string; readonly means: string | null },
): readonly ShopWord[] {
  const others = known.filter((one) => one.word.toLowerCase() !== word.toLowerCase());
  return means === null ? others : [...others, { word, means }];
}
