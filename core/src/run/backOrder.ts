import type { Action, Sequence } from '../sequence/schema.ts';

/**
 * The mirrored acts, put into the order in which parts were seen to go back in, as far as no need forbids it: what
 * an act needed on the way down is made again only after that act. A part's own acts keep their order. Where nobody
 * has shown the way back, the mirror stands. O(parts · acts · needs).
 */
export function asSeenGoingBack(
  { backOrder, needs }: Pick<Sequence, 'backOrder' | 'needs'>,
  mirrored: readonly Action[],
): Action[] {
  const here = new Set(mirrored.map(({ id }) => id));
  /** For each act those that go back before it: they waited for it on the way down. */
  const earlier = new Map<string, Set<string>>();
  for (const { action, anyOf } of needs)
    for (const before of anyOf)
      if (here.has(before) && here.has(action))
        earlier.set(before, (earlier.get(before) ?? new Set<string>()).add(action));
  const seen = (backOrder ?? []).filter((part) => mirrored.some((action) => action.part === part));
  return seen
    .slice(1)
    .reduceRight((acts, part, i) => before(acts, seen[i] ?? part, part, earlier), [...mirrored]);
}

/** Moves the acts of one part up before the first act of another, where nothing in between has to come earlier. */
function before(
  acts: readonly Action[],
  part: string,
  other: string,
  earlier: ReadonlyMap<string, ReadonlySet<string>>,
): Action[] {
  const to = acts.findIndex((action) => action.part === other);
  const last = acts.findLastIndex((action) => action.part === part);
  if (to < 0 || last < to) return [...acts];
  const moved = acts.slice(to, last + 1).filter((action) => action.part === part);
  const passed = acts.slice(to, last + 1).filter((action) => action.part !== part);
  const isHeld = moved.some(({ id }) => passed.some((action) => earlier.get(id)?.has(action.id)));
  return isHeld ? [...acts] : [...acts.slice(0, to), ...moved, ...passed, ...acts.slice(last + 1)];
}
