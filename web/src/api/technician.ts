/*
 * Who works at this device: asked once a day, never in the way of the work. Acts carry the name; before anybody
 * said one today, that of the last day stands.
 */
const nameKey = 'bemtor.technician';
const dayKey = 'bemtor.technician.day';
const knownKey = 'bemtor.technicians';
/** So many fit on keys. */
const mostKnown = 9;

const kept = (key: string): string => globalThis.localStorage?.getItem(key) ?? '';
const today = (): string => new Date().toLocaleDateString('sv');

/** Who works at this device, as they said; empty where nobody did. Events carry the name. */
export const technicianHere = (): string => kept(nameKey);

/** Did somebody say so today? */
export const saidToday = (): boolean => kept(dayKey) === today();

/** Names that were given at this device, the last first. */
export const techniciansKnown = (): string[] => kept(knownKey).split('\n').filter(Boolean);

export function rememberTechnician(said: string): void {
  const name = said.trim();
  localStorage.setItem(nameKey, name);
  localStorage.setItem(dayKey, today());
  if (name === '') return;
  const names = [name, ...techniciansKnown().filter((known) => known !== name)];
  localStorage.setItem(knownKey, names.slice(0, mostKnown).join('\n'));
}
