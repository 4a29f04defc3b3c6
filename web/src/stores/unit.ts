import type { Model, Option, Sequence, UnitFacts, UnitSummary } from '@bemtor/core';
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import { Away, read, Refused } from '../api/client.ts';
import { changeUnit } from '../api/units.ts';

export interface Published {
  readonly number: number;
  readonly document: Sequence;
  readonly note: string;
  readonly publishedAt: string;
}

/** Why a change was not taken: the server is away, somebody else was first, or it will not have it. */
export interface NotChanged {
  readonly why: 'away' | 'conflict' | 'refused';
  readonly words: string;
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

  /**
   * Changes what is known of the unit; the answer says why it was not changed. Where somebody else changed it first,
   * theirs stands and is shown.
   */
  async function change(facts: Partial<UnitFacts>): Promise<NotChanged | null> {
    const known = unit.value;
    if (!known) return { why: 'refused', words: 'no unit is open' };
    try {
      unit.value = await changeUnit(known, facts);
      return null;
    } catch (error) {
      if (error instanceof Refused && error.problem.code === 'unit-conflict') {
        await load(known.id);
        return {
          why: 'conflict',
          words:
            'Somebody else changed this unit in the meantime. Theirs is shown now; make your change again.',
        };
      }
      if (error instanceof Away)
        return {
          why: 'away',
          words: 'The server does not answer: nothing was changed. Try again in a moment.',
        };
      return { why: 'refused', words: error instanceof Error ? error.message : String(error) };
    }
  }

  return { unit, model, published, fault, fresh, load, change };
});
