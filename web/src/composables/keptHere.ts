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

/** Lines that were entered and are not in this device's store yet. */
export const typingHere = (unitId: string): KeptHere<string[]> => keptHere(`bemtor.typing.${unitId}`, names);
