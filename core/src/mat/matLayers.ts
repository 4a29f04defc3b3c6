import { openingOf } from '../derive/hardware.ts';
import { lowerName } from '../reader/entries/partName.ts';
import type { Sequence } from '../sequence/schema.ts';

/** How deep in the device something lies: how many covers are off before it is seen, and under which it lies then. */
export interface MatLayer {
  readonly depth: number;
  /** `outside`, `under the base cover`. */
  readonly name: string;
}

export const outside: MatLayer = Object.freeze({ depth: 0, name: 'outside' });

export const layerUnder = (depth: number, cover: string): MatLayer => ({
  depth,
  name: `under the ${lowerName(cover)}`,
});

/**
 * The layer of each act: the covers, parts that open the device wide, that surely come off before it. Of alternatives
 * the first counts. A circle of needs ends where it closes. O(actions + needs).
 */
export function layersOfActions(sequence: Sequence): Map<string, MatLayer> {
  const { form } = sequence.model;
  const actions = new Map<string, Sequence['actions'][number]>(sequence.actions.map((one) => [one.id, one]));
  const order = new Map<string, number>(sequence.actions.map(({ id }, i) => [id, i]));
  const needs = new Map<string, string[]>();
  for (const { action, anyOf } of sequence.needs) {
    const first = anyOf.find((id) => actions.has(id));
    if (first) needs.set(action, [...(needs.get(action) ?? []), first]);
  }
  const known = new Map<string, ReadonlySet<string>>();
  const coversBefore = (id: string): ReadonlySet<string> => {
    const before = known.get(id);
    if (before) return before;
    known.set(id, new Set());
    const covers = new Set<string>();
    for (const earlier of needs.get(id) ?? []) {
      const act = actions.get(earlier);
      if (act?.verb === 'lift' && openingOf(act.part, form) === 'wide') covers.add(earlier);
      for (const cover of coversBefore(earlier)) covers.add(cover);
    }
    known.set(id, covers);
    return covers;
  };
  const nameOf = (part: string): string => sequence.parts.find(({ id }) => id === part)?.name ?? part;
  return new Map(
    sequence.actions.map(({ id }): [string, MatLayer] => {
      const covers = [...coversBefore(id)].sort((a, b) => (order.get(a) ?? 0) - (order.get(b) ?? 0));
      const last = actions.get(covers.at(-1) ?? '');
      return [id, last ? layerUnder(covers.length, nameOf(last.part)) : outside];
    }),
  );
}
