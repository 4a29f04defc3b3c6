import { takenBack, type ModelSummary, type Told } from '@bemtor/core';
import { computed, onScopeDispose, shallowRef } from 'vue';
import { read } from '../../api/client.ts';
import { askShop, onShopKept, saidHere } from '../../api/shopLog.ts';
import { modelHere } from '../../api/unitsHere.ts';
import type { Tell } from '../../kit/useTold.ts';
import { modelChange, sayOfModel, type ModelTold } from './tellModel.ts';

/** The models of the shop: what is known of each, which of them are one, and which nobody brings any more. */
export function useModels(tell: Tell) {
  /** As the server has them. */
  const known = shallowRef<readonly ModelSummary[]>([]);
  const loaded = shallowRef(false);
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
      loaded.value = true;
    } catch (error) {
      tell(error instanceof Error ? error.message : String(error));
    }
  }

  /** Says something of a model; one key takes it back for ten minutes. */
  async function say(model: ModelSummary, what: Told, words: string, reason = ''): Promise<void> {
    tell(words, () => say(model, takenBack(what), `${model.code} is as it was.`));
    try {
      const why = await sayOfModel(model.code, what, reason);
      if (why === null) return;
      tell(why);
      await load();
    } catch (error) {
      tell(`${model.code} was not changed: ${error instanceof Error ? error.message : String(error)}.`);
    }
  }

  /** Answers in words why it was not made, else null. */
  async function make(model: Pick<ModelSummary, 'code' | 'maker' | 'name' | 'form'>): Promise<string | null> {
    if (models.value.some(({ code }) => code === model.code)) return `${model.code} is known already.`;
    const body = { kind: 'model-made', ...model, form: model.form as never } as const;
    const outcome = await askShop(body);
    return outcome.state === 'refused' ? outcome.problem.detail : null;
  }

  async function correct(model: ModelSummary, next: ModelTold): Promise<void> {
    const what = modelChange(model, next);
    if (what) await say(model, what, wordsOf(model, next));
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

  return { models, loaded, load, make, correct, retire, merge };
}

function wordsOf({ code, maker, name }: ModelSummary, next: ModelTold): string {
  if (next.name !== undefined || next.maker !== undefined)
    return `${code} is the ${next.maker ?? maker} ${next.name ?? name}.`;
  if ('outlineMm' in next) return next.outlineMm ? `${code} is measured.` : `${code} has no measures now.`;
  if ('picture' in next) return next.picture ? `${code} has a photo.` : `${code} has no photo now.`;
  if ('grounds' in next) return `The photo under the outline of ${code} is changed.`;
  return `The options of ${code} are changed.`;
}

const byName = (a: ModelSummary, b: ModelSummary): number =>
  `${a.maker} ${a.name} ${a.code}` < `${b.maker} ${b.name} ${b.code}` ? -1 : 1;
