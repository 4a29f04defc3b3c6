import { z } from 'zod';

/** Something that this device keeps under a name, whatever is reloaded. */
export interface KeptHere<T> {
  /** What was kept last; null where nothing is, or what another version or half a crash left does not fit. */
  read(): T | null;
  /** Keeps it; null forgets it. A private window or a full device keeps nothing. */
  write(value: T | null): void;
}

export const keptHere = <T>(key: string, schema: z.ZodType<T>): KeptHere<T> => ({
  read: () => {
    try {
      return schema.safeParse(JSON.parse(localStorage.getItem(key) ?? 'null')).data ?? null;
    } catch {
      return null;
    }
  },
  write: (value) => {
    try {
      if (value === null) localStorage.removeItem(key);
      else localStorage.setItem(key, JSON.stringify(value));
    } catch {
      // What is kept here is a help; all that counts goes through the queue.
    }
  },
});

const names = z.array(z.string());

/** What has to come out of a unit, as it was chosen last. */
export const targetsHere = (unitId: string): KeptHere<string[]> =>
  keptHere(`bemtor.targets.${unitId}`, names);

/** The recordings of a model that a lead took in as witnesses. */
export const witnessesHere = (unitId: string): KeptHere<string[]> =>
  keptHere(`bemtor.witnesses.${unitId}`, names);

const typingKey = 'bemtor.typing.';
const typedLine = z.object({ id: z.string(), text: z.string() });
/** A line that was entered; its id is that of the item that keeps it. */
export type TypedLine = z.infer<typeof typedLine>;

/** Lines that were entered and are not in this device's store yet. */
export const typingHere = (unitId: string): KeptHere<TypedLine[]> =>
  keptHere(`${typingKey}${unitId}`, z.array(typedLine));

/** All such lines, by unit: each waits until the unit's recorder is opened. */
export const typedUnits = (): { unitId: string; lines: TypedLine[] }[] =>
  Object.keys(localStorage).flatMap((key) => {
    const unitId = key.startsWith(typingKey) ? key.slice(typingKey.length) : '';
    const lines = unitId ? (typingHere(unitId).read() ?? []) : [];
    return lines.length > 0 ? { unitId, lines } : [];
  });
