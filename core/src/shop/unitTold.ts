import type { ModelSummary, UnitSummary } from '../api/messages.ts';
import { emptyIntake } from '../triage/intake.ts';
import type { ShopEvent, UnitFacts } from './events.ts';
import { withTold } from './told.ts';

/** What the shop's log tells of a unit, and nothing that follows from other logs. */
export const unitFacts = (unit: UnitSummary): UnitFacts => ({
  label: unit.label,
  model: unit.model.code,
  serial: unit.serial,
  configuration: { ...unit.configuration },
  complaint: unit.complaint,
  place: unit.place,
  intake: unit.intake,
  left: unit.leftAt !== null,
  withdrawn: unit.withdrawn,
});

/** An event of the shop with when it was said. */
export interface Said {
  readonly at: string;
  readonly body: ShopEvent;
}

/** A model of which only its code is known here. */
const unseenModel = (code: string): ModelSummary => ({
  ...{ code, maker: '', name: code, form: 'notebook' },
  ...{ revision: null, retired: false, mergedInto: null },
});

/** A model as it stands with what was said of it since; null where nothing made it. */
export function modelWith(
  known: ModelSummary | null,
  code: string,
  said: readonly Said[],
): ModelSummary | null {
  let model = known;
  for (const { body } of said)
    if (body.kind === 'model-made' && body.code === code)
      model ??= { ...unseenModel(code), maker: body.maker, name: body.name, form: body.form };
    else if (body.kind === 'model-told' && body.model === code && model) {
      const { maker, name, form, retired, mergedInto, outlineMm, options, picture, grounds } = model;
      const facts = withTold(
        { maker, name, form, retired, mergedInto, outlineMm, options, picture, grounds },
        body,
      );
      model = { ...model, ...facts, mergedInto: facts.mergedInto ?? null };
    }
  return model;
}

/**
 * A unit as it stands with what was said of it since, in order; null where it is not known and nothing says that it
 * arrived. `modelOf` knows the models by their codes.
 */
export function unitWith(
  known: UnitSummary | null,
  id: string,
  said: readonly Said[],
  modelOf: (code: string) => ModelSummary | null,
): UnitSummary | null {
  let unit = known;
  for (const { at, body } of said)
    if (body.kind === 'unit-arrived' && body.unit === id)
      unit ??= {
        ...{ id, label: body.label, serial: '', complaint: '', place: '', arrivedAt: at, configuration: {} },
        ...{ intake: emptyIntake, revision: 0, leftAt: null, withdrawn: false },
        model: modelOf(body.model) ?? unseenModel(body.model),
        ...{ recording: null, job: null },
      };
    else if (body.kind === 'unit-told' && body.unit === id && unit) {
      const { left, model, ...facts } = withTold(unitFacts(unit), body);
      unit = {
        ...unit,
        ...facts,
        leftAt: left ? (unit.leftAt ?? at) : null,
        model: model === unit.model.code ? unit.model : (modelOf(model) ?? unseenModel(model)),
      };
    }
  return unit;
}
