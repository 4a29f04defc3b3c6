import type { UnitFacts, UnitSummary } from '@bemtor/core';
import { send } from './client.ts';
import { technicianHere } from './technician.ts';

/**
 * Says something of a unit as it is known here; all else stays as it is. Refused where somebody else changed it in the
 * meantime (`unit-conflict`).
 */
export function changeUnit(unit: UnitSummary, facts: Partial<UnitFacts>): Promise<UnitSummary> {
  const { id, serial, configuration, complaint, place, intake, leftAt, withdrawn, revision } = unit;
  const by = technicianHere();
  const body: UnitFacts = {
    ...{ serial, configuration, complaint, place, intake, left: leftAt !== null, withdrawn },
    ...(by ? { by } : {}),
    ...facts,
  };
  return send<UnitSummary>(`/units/${id}`, body, { 'If-Match': `"${revision}"` }, 'PUT');
}
