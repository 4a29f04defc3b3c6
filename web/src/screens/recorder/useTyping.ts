import { v7 as uuidv7 } from 'uuid';
import { typingHere, type TypedLine } from '../../composables/keptHere.ts';

/**
 * Lines that were entered and are not in this device's store yet: the unit is still being read, or the page was left in
 * that very moment. They are noted at once and kept by the next visit, under the id that they have from the beginning:
 * what had come into the store after all is kept once.
 */
export function useTyping(unitId: string) {
  const kept = typingHere(unitId);
  const read = (): TypedLine[] => kept.read() ?? [];
  const write = (lines: TypedLine[]): void => kept.write(lines.length > 0 ? lines : null);
  // Read before anything is noted: what is entered before the unit can be read is noted in the same place.
  const leftBehind = read();

  async function keepNoted(line: TypedLine, keep: (id: string) => Promise<void>): Promise<void> {
    await keep(line.id);
    write(read().filter(({ id }) => id !== line.id));
  }

  return {
    /** Notes a line for as long as an act takes to keep it. */
    whileKept: (text: string, keep: (id: string) => Promise<void>): Promise<void> => {
      const line = { id: uuidv7(), text };
      write([...read(), line]);
      return keepNoted(line, keep);
    },
    /** Keeps what an earlier visit left behind, in its order. */
    keepLeft: (keep: (line: TypedLine) => Promise<void>): void => {
      for (const line of leftBehind) void keepNoted(line, () => keep(line));
    },
  };
}
