import type { Sequence } from './schema.ts';

export interface PartDepth {
  readonly part: string;
  readonly name: string;
  /** The longest chain of parts that have to come off before this one; alternatives count the shortest. */
  readonly depth: number;
}

/** The parts that can be taken off, outermost first, then in document order. A circle counts as depth 0. */
export function partDepths(sequence: Sequence): PartDepth[] {
  const actions = new Map<string, Sequence['actions'][number]>(
    sequence.actions.map((action) => [action.id, action]),
  );
  const needs = new Map<string, Sequence['needs']>();
  for (const need of sequence.needs) needs.set(need.action, [...(needs.get(need.action) ?? []), need]);
  const known = new Map<string, number>();
  const depthOf = (id: string): number => {
    const before = known.get(id);
    if (before !== undefined) return before;
    known.set(id, 0); // a circle ends here
    const below = (other: string): number => depthOf(other) + (actions.get(other)?.verb === 'lift' ? 1 : 0);
    const depths = (needs.get(id) ?? []).map((need) =>
      Math.min(...need.anyOf.filter((other) => actions.has(other)).map(below)),
    );
    const depth = Math.max(0, ...depths.filter(Number.isFinite));
    known.set(id, depth);
    return depth;
  };
  return sequence.actions
    .filter((action) => action.verb === 'lift')
    .map((action) => ({
      part: action.part as string,
      name: sequence.parts.find((part) => part.id === action.part)?.name ?? action.part,
      depth: depthOf(action.id),
    }))
    .sort((a, b) => a.depth - b.depth);
}
