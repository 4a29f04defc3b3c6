import {
  defaultSchools,
  toldBetween,
  withTold,
  type Kept,
  type Schools,
  type ShopEvent,
  type ShopWord,
} from '@bemtor/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, type ShallowRef } from 'vue';
import { Away, read } from '../api/client.ts';
import { askShop, onShopKept, saidHere } from '../api/shopLog.ts';
import { rememberTechnician, technicianHere } from '../api/technician.ts';

/** What the shop has set for itself: its own words, how it works, and who works at this device. */
export const useShop = defineStore('shop', () => {
  const keptWords = shallowRef<Kept<ShopWord[]>>({ value: [], revision: 0 });
  const keptSchools = shallowRef<Kept<Schools>>({ value: defaultSchools, revision: 0 });
  /** As they stand, with what was said here and waits. */
  const words = computed(() =>
    saidHere().reduce<readonly ShopWord[]>(
      (known, { body }) => (body.kind === 'word-told' ? withWord(known, body) : known),
      keptWords.value.value,
    ),
  );
  const schools = computed(() =>
    saidHere().reduce<Schools>(
      (known, { body }) => (body.kind === 'schools-told' ? withTold(known, body) : known),
      keptSchools.value.value,
    ),
  );
  onShopKept(({ kind }, stands) => {
    if (kind === 'word-told') keptWords.value = stands as Kept<ShopWord[]>;
    if (kind === 'schools-told') keptSchools.value = stands as Kept<Schools>;
  });
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

  /** Says how the shop works; answers in words why that was refused, and then shows what stands. */
  async function tell(event: ShopEvent): Promise<string | null> {
    const outcome = await askShop(event);
    if (outcome.state !== 'refused') return null;
    const { problem } = outcome;
    await load();
    return problem.code === 'setting-conflict'
      ? 'Somebody else changed this in the meantime. Theirs is shown now; make your change again.'
      : problem.detail;
  }

  const meaningOf = (word: string): string | null =>
    words.value.find((known) => known.word.toLowerCase() === word.toLowerCase())?.means ?? null;
  /** A word means what was said of it last. */
  const teachWord = ({ word, means }: ShopWord) =>
    tell({ kind: 'word-told', word, means, was: meaningOf(word) });
  const forgetWord = ({ word }: ShopWord) =>
    tell({ kind: 'word-told', word, means: null, was: meaningOf(word) });
  async function changeSchools(answer: Partial<Schools>): Promise<string | null> {
    const told = toldBetween(schools.value, { ...schools.value, ...answer });
    return told ? tell({ kind: 'schools-told', ...told }) : null;
  }

  return { words, schools, technician, sayTechnician, load, teachWord, forgetWord, changeSchools };
});

function withWord(
  known: readonly ShopWord[],
  { word, means }: { readonly word: string; readonly means: string | null },
): readonly ShopWord[] {
  const others = known.filter((one) => one.word.toLowerCase() !== word.toLowerCase());
  return means === null ? others : [...others, { word, means }];
}
