import {
  modelWith,
  toldBetween,
  unitFacts,
  unitWith,
  type ModelSummary,
  type Told,
  type UnitFacts,
  type UnitSummary,
} from '@bemtor/core';
import { writeSnapshot } from './local.ts';
import { onShopKept, saidHere } from './shopLog.ts';

/* Units and models as this device knows them: as the server has them, with what was said here and waits. */

/** A model of this code; null where nobody made one. */
export const modelHere = (known: ModelSummary | null, code: string): ModelSummary | null =>
  modelWith(known, code, saidHere());

/** A unit of this id, or null where neither the server nor this device knows one. */
export const unitHere = (
  known: UnitSummary | null,
  id: string,
  models: readonly ModelSummary[] = [],
): UnitSummary | null =>
  unitWith(known, id, saidHere(), (code) =>
    modelHere(models.find((model) => model.code === code) ?? null, code),
  );

/** Units with those that arrived here and wait, and without those that were handed back or withdrawn meanwhile. */
export function benchHere(
  known: readonly UnitSummary[],
  models: readonly ModelSummary[] = [],
): UnitSummary[] {
  const ids = new Set(known.map(({ id }) => id));
  const arrived = saidHere().flatMap(({ body }) =>
    body.kind === 'unit-arrived' && !ids.has(body.unit) ? [body.unit] : [],
  );
  return [
    ...known.map((unit) => unitHere(unit, unit.id, models) ?? unit),
    ...arrived.flatMap((id) => unitHere(null, id, models) ?? []),
  ].filter(({ leftAt, withdrawn }) => leftAt === null && !withdrawn);
}

/** What is to be said so that a unit, as it is shown here, has these facts; null where nothing changes. */
export function unitTold(unit: UnitSummary, facts: Partial<UnitFacts>): Told | null {
  const before = unitFacts(unit);
  return toldBetween(before, { ...before, ...facts });
}

/** The unit that an event's answer is about; null where it is about none. */
export const unitOfAnswer = (stands: unknown): UnitSummary | null =>
  stands !== null && typeof stands === 'object' && 'arrivedAt' in stands ? (stands as UnitSummary) : null;

// What the server said last is what a page that is opened without it shows.
onShopKept((_body, stands) => {
  const unit = unitOfAnswer(stands);
  if (unit) void writeSnapshot(`/units/${unit.id}`, unit);
});
