const key = 'bemtor.technician';

/** Who works at this device, as they said in Shop; null where nobody did. Events carry the name. */
export const technicianHere = (): string => globalThis.localStorage?.getItem(key) ?? '';

export function rememberTechnician(name: string): void {
  localStorage.setItem(key, name.trim());
}
