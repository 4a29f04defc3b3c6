import { purposes, type Purpose } from '@bemtor/core';
import { ref } from 'vue';

const keyOf = (unitId: string): string => `bemtor.purpose.${unitId}`;

/** Remembers what the next job on a unit is for: intake says it, Route shows it and may change it. */
export function rememberPurpose(unitId: string, purpose: Purpose): void {
  localStorage.setItem(keyOf(unitId), purpose);
}

export function usePurpose(unitId: string) {
  const kept = localStorage.getItem(keyOf(unitId));
  const purpose = ref<Purpose>(purposes.find((one) => one === kept) ?? 'replace');
  function choose(next: Purpose): void {
    purpose.value = next;
    rememberPurpose(unitId, next);
  }
  return { purpose, choose };
}
