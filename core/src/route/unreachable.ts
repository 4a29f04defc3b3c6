import type { Sequence } from '../sequence/schema.ts';

/**
 * The parts that no order takes off, whatever the configuration: their lift waits, through however many others, for
 * itself. An act is within reach once each of its needs has an alternative that is. O(acts · needs).
 */
export function unreachableParts({ actions, needs }: Sequence): string[] {
  const waits = new Map<string, (readonly string[])[]>();
  for (const need of needs) waits.set(need.action, [...(waits.get(need.action) ?? []), need.anyOf]);
  const reached = new Set<string>();
  for (let grew = true; grew;) {
    grew = false;
    for (const { id } of actions) {
      if (reached.has(id)) continue;
      if (!(waits.get(id) ?? []).every((anyOf) => anyOf.some((other) => reached.has(other)))) continue;
      reached.add(id);
      grew = true;
    }
  }
  return actions.filter(({ id, verb }) => verb === 'lift' && !reached.has(id)).map(({ part }) => part);
}
