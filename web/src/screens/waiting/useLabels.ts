import type { UnitSummary } from '@bemtor/core';
import { onMounted, shallowRef } from 'vue';
import { read } from '../../api/client.ts';
import { unitHere } from '../../api/unitsHere.ts';

/** The tickets of units, as far as this device has seen them. */
export function useLabels() {
  const units = shallowRef<readonly UnitSummary[]>([]);
  onMounted(async () => {
    try {
      units.value = (await read<{ units: UnitSummary[] }>('/units')).value.units;
    } catch {
      // What waits is shown all the same, by less good names.
      units.value = [];
    }
  });
  const labelOf = (id: string): string =>
    unitHere(units.value.find((unit) => unit.id === id) ?? null, id)?.label ?? 'a unit';
  return { labelOf };
}
