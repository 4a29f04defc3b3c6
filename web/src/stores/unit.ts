import type { Model, Option, Sequence, UnitSummary } from '@bemtor/core';
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import { read, Refused } from '../api/client.ts';

export interface Published {
  readonly number: number;
  readonly document: Sequence;
  readonly note: string;
  readonly publishedAt: string;
}

/** The unit that the bench screens are about, its model, and the sequence that stands for it. */
export const useUnit = defineStore('unit', () => {
  const unit = shallowRef<UnitSummary | null>(null);
  const model = shallowRef<{ model: Model; options: Option[] } | null>(null);
  const published = shallowRef<Published | null>(null);
  const fault = ref<string | null>(null);
  const fresh = ref(true);

  async function load(unitId: string): Promise<void> {
    if (unit.value?.id !== unitId) unit.value = model.value = published.value = null;
    fault.value = null;
    try {
      const summary = await read<UnitSummary>(`/units/${unitId}`);
      fresh.value = summary.fresh;
      const code = encodeURIComponent(summary.value.model.code);
      const [known, latest] = await Promise.all([
        read<{ model: Model; options: Option[] }>(`/models/${code}`),
        loadPublished(code, summary.value.model.revision),
      ]);
      model.value = known.value;
      published.value = latest;
      unit.value = summary.value;
    } catch (error) {
      fault.value = error instanceof Error ? error.message : String(error);
    }
  }

  async function loadPublished(code: string, revision: number | null): Promise<Published | null> {
    if (revision === null) return null;
    try {
      return (await read<Published>(`/models/${code}/revisions/${revision}`)).value;
    } catch (error) {
      if (error instanceof Refused && error.problem.code === 'revision-unknown') return null;
      throw error;
    }
  }

  return { unit, model, published, fault, fresh, load };
});
