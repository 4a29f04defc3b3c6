import { takenBack, toldBetween, type ModelSummary, type Told } from '@bemtor/core';
import { computed, onScopeDispose, shallowRef } from 'vue';
import { read } from '../../api/client.ts';
import { askShop, onShopKept, saidHere } from '../../api/shopLog.ts';
import { modelHere } from '../../api/unitsHere.ts';
import type { Tell } from '../../composables/useTold.ts';

/** What can be put right of a model. */
export type ModelNames = Pick<ModelSummary, 'maker' | 'name' | 'form'>;

/** The models of the shop: their names, which of them are one, and which nobody brings any more. */
export function useModels(tell: Tell) {
  /** As the server has them. */
  const known = shallowRef<readonly ModelSummary[]>([]);
  const models = computed(() => {
    const codes = saidHere().flatMap(({ body }) => (body.kind === 'model-made' ? body.code : []));
    const all = new Set([...known.value.map(({ code }) => code), ...codes]);
    return [...all].flatMap(
      (code) => modelHere(known.value.find((model) => model.code === code) ?? null, code) ?? [],
    );
  });
  onScopeDispose(
    onShopKept(({ kind }, stands) => {
      if ((kind !== 'model-made' && kind !== 'model-told') || stands === null) return;
      const model = stands as ModelSummary;
      known.value = [...known.value.filter(({ code }) => code !== model.code), model].sort(byName);
    }),
  );

  async function load(): Promise<void> {
    try {
      known.value = (await read<{ models: ModelSummary[] }>('/models')).value.models;
    } catch (error) {
      tell(error instanceof Error ? error.message : String(error));
    }
  }

  /** Says something of a model; one key takes it back for ten minutes. */
  async function say(model: ModelSummary, what: Told, words: string, reason = ''): Promise<void> {
    tell(words, () => say(model, takenBack(what), `${model.code} is as it was.`));
    try {
      const outcome = await askShop({ kind: 'model-told', model: model.code, ...what, reason });
      if (outcome.state !== 'refused') return;
      const { code, detail, right } = outcome.problem;
      tell(
        code === 'model-conflict'
          ? `Somebody changed ${model.code} in the meantime; it is shown as it stands now.`
          : [detail, right].filter(Boolean).join('; '),
      );
      await load();
    } catch (error) {
      tell(`${model.code} was not changed: ${error instanceof Error ? error.message : String(error)}.`);
    }
  }

  async function correct(model: ModelSummary, names: ModelNames): Promise<void> {
    const { maker, name, form } = model;
    const what = toldBetween({ maker, name, form }, names);
    if (what) await say(model, what, `${model.code} is the ${names.maker} ${names.name}.`);
  }
  const retire = (model: ModelSummary, reason: string) =>
    say(
      model,
      { set: { retired: !model.retired }, was: { retired: model.retired } },
      model.retired ? `${model.code} is offered again.` : `${model.code} is retired.`,
      reason,
    );
  /** `into` null: it is a model of its own again. */
  const merge = (model: ModelSummary, into: string | null, reason: string) =>
    say(
      model,
      { set: { mergedInto: into }, was: { mergedInto: model.mergedInto } },
      into === null
        ? `${model.code} is a model of its own.`
        : `${model.code} is another spelling of ${into}.`,
      reason,
    );

  return { models, load, correct, retire, merge };
}

const byName = (a: ModelSummary, b: ModelSummary): number =>
  `${a.maker} ${a.name} ${a.code}` < `${b.maker} ${b.name} ${b.code}` ? -1 : 1;
