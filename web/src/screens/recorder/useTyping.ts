import { typingHere } from '../../composables/keptHere.ts';

/**
 * Lines that were entered and are not in this device's store yet: the unit is still being read, or the tab was closed in
 * that very moment. They are noted at once and kept by the next visit.
 */
export function useTyping(unitId: string) {
  const kept = typingHere(unitId);
  const read = (): string[] => kept.read() ?? [];
  const write = (lines: string[]): void => kept.write(lines.length > 0 ? lines : null);

  /** Notes a line for as long as an act takes to keep it. */
  async function whileKept(line: string, keep: () => Promise<void>): Promise<void> {
    write([...read(), line]);
    await keep();
    const left = read();
    left.splice(left.indexOf(line), 1);
    write(left);
  }

  /** What an earlier visit left behind, in order; from here on it is up to the caller. */
  function takeLeft(): string[] {
    const left = read();
    write([]);
    return left;
  }

  return { whileKept, takeLeft };
}
