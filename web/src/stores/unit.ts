import type {
  Ground,
  Model,
  ModelSummary,
  Option,
  RevisionLine,
  Sequence,
  UnitFacts,
  UnitSummary,
} from '@bemtor/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { Away, read, Refused } from '../api/client.ts';
import { askShop, onShopKept, saidHere, sendShop, shopKnown } from '../api/shopLog.ts';
import { modelHere, unitHere, unitOfAnswer, unitTold } from '../api/unitsHere.ts';

export interface Published extends RevisionLine {
  readonly document: Sequence;
}

interface KnownModel {
  readonly model: Model;
  readonly options: Option[];
  /** Photos under the outline of its sides. */
  readonly grounds?: readonly Ground[];
}

/** The unit that the bench screens are about, its model, and the sequence that stands for it. */
export const useUnit = defineStore('unit', () => {
  /** As the server has it; null where it has none, or not yet. */
  const known = shallowRef<UnitSummary | null>(null);
  const openId = ref('');
  const loaded = ref(false);
  /** As it is shown: with what was said here and waits. */
  const unit = computed<UnitSummary | null>(() =>
    loaded.value ? unitHere(known.value, openId.value) : null,
  );
  const model = shallowRef<KnownModel | null>(null);
  const published = shallowRef<Published | null>(null);
  const fault = ref<string | null>(null);
  const fresh = ref(true);
  onShopKept((body, stands) => {
    if (body.kind === 'model-told') hearOfModel(stands as ModelSummary | null);
    const told = unitOfAnswer(stands);
    if (told?.id === openId.value) known.value = told;
  });

  function hearOfModel(stands: ModelSummary | null): void {
    if (!stands || stands.code !== model.value?.model.code) return;
    const { code, maker, name, form, outlineMm, options, grounds } = stands;
    const facts = { code, maker, name, form: form as Model['form'], outlineMm: outlineMm ?? null };
    model.value = { model: facts, options: [...(options ?? [])], grounds: grounds ?? [] };
  }

  /** The reading that was begun last: what an earlier one finds after it is older, and is not shown. */
  let latest: Promise<void> = Promise.resolve();
  let readings = 0;

  /** Reads the unit, then its model and sequence; `onRead` may read on from the unit itself meanwhile. */
  const load = (unitId: string, onRead: (unit: UnitSummary) => void = () => undefined): Promise<void> =>
    (latest = loadNow(unitId, onRead));

  async function loadNow(unitId: string, onRead: (unit: UnitSummary) => void): Promise<void> {
    const mine = ++readings;
    if (openId.value !== unitId) {
      known.value = model.value = published.value = null;
      loaded.value = false;
    }
    openId.value = unitId;
    fault.value = null;
    try {
      // What was said before this page was opened is shown too, and sent.
      await shopKnown();
      void sendShop();
      const summary = await readUnit(unitId);
      const shown = unitHere(summary, unitId);
      if (!shown) throw new Error('This unit is not known here');
      onRead(shown);
      const code = encodeURIComponent(shown.model.code);
      const [knownModel, standing] = await Promise.all([
        readModel(shown.model.code),
        loadPublished(code, shown.model.revision),
      ]);
      if (mine !== readings) return await latest;
      model.value = knownModel;
      published.value = standing;
      // An event that was taken meanwhile may have told of a later state.
      if (summary && summary.revision >= (known.value?.revision ?? 0)) known.value = summary;
      loaded.value = true;
    } catch (error) {
      if (mine !== readings) return latest;
      fault.value = error instanceof Error ? error.message : String(error);
    }
  }

  /** The unit as the server has it; null where it arrived here and the server has not heard of it. */
  async function readUnit(id: string): Promise<UnitSummary | null> {
    try {
      const { value, fresh: isFresh } = await read<UnitSummary>(`/units/${id}`);
      fresh.value = isFresh;
      return value;
    } catch (error) {
      const arrived = saidHere().some(({ body }) => body.kind === 'unit-arrived' && body.unit === id);
      if (!arrived) throw error;
      fresh.value = !(error instanceof Away);
      return null;
    }
  }

  async function readModel(code: string): Promise<KnownModel> {
    try {
      return (await read<KnownModel>(`/models/${encodeURIComponent(code)}`)).value;
    } catch (error) {
      const made = modelHere(null, code);
      if (!made) throw error;
      const { maker, name, form } = made;
      return { model: { code, maker, name, form: form as Model['form'] }, options: [] };
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
   * Changes what is known of the unit; answers in words why it was not changed, else null. Where somebody else changed
   * the same, theirs stands and is shown.
   */
  async function change(facts: Partial<UnitFacts>): Promise<string | null> {
    if (!unit.value) return 'no unit is open';
    const { id } = unit.value;
    const told = unitTold(unit.value, facts);
    const outcome = told && (await askShop({ kind: 'unit-told', unit: id, ...told }));
    if (outcome?.state !== 'refused') return null;
    const { problem } = outcome;
    if (problem.code !== 'unit-conflict') return problem.detail;
    await load(id);
    return 'Somebody else changed this in the meantime. Theirs is shown now; make your change again.';
  }

  return { unit, model, published, fault, fresh, load, change };
});
