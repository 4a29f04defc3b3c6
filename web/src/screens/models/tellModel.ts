import { toldBetween, type ModelSummary, type Told } from '@bemtor/core';
import { problemWords } from '../../api/client.ts';
import { askShop } from '../../api/shopLog.ts';

/** What of a model is told of by field. */
export type ModelTold = Partial<
  Pick<ModelSummary, 'maker' | 'name' | 'form' | 'outlineMm' | 'options' | 'picture' | 'grounds'>
>;

/** What is to be said so that a model, as it is shown, becomes another; null where nothing changes. */
export function modelChange(model: ModelSummary, next: ModelTold): Told | null {
  const keys = Object.keys(next) as (keyof ModelTold)[];
  return toldBetween(Object.fromEntries(keys.map((key) => [key, model[key]])), next);
}

/** Says something of a model; answers in words why it was refused, else null. */
export async function sayOfModel(code: string, what: Told, reason = ''): Promise<string | null> {
  const outcome = await askShop({ kind: 'model-told', model: code, ...what, reason });
  if (outcome.state !== 'refused') return null;
  return outcome.problem.code === 'model-conflict'
    ? `Somebody changed ${code} in the meantime; it is shown as it stands now.`
    : problemWords(outcome.problem);
}
