import { Ancestors } from './ancestors.ts';
import type { Sequence } from './schema.ts';

/** The acts that may have to come before one. */
export interface ActsBefore extends Iterable<string> {
  readonly has: (action: string) => boolean;
}

/**
 * For each act the acts that may have to come before it: all that its needs name, and theirs in turn. Of
 * alternatives every one counts, so that a rule that asks "is it somewhere before?" raises no false alarm.
 */
export function precedence({ actions, needs }: Sequence): (action: string) => ActsBefore {
  const place = new Map<string, number>(actions.map(({ id }, i) => [id, i]));
  const ancestors = new Ancestors(actions.length);
  const direct = actions.map((): number[] => []);
  for (const { action, anyOf } of needs)
    direct[place.get(action) ?? -1]?.push(...anyOf.flatMap((before) => place.get(before) ?? []));
  // In the order of the document, where what comes before is mostly known already.
  for (const [later, all] of direct.entries()) for (const earlier of all) ancestors.add(later, earlier);
  return (action) => {
    const later = place.get(action) ?? -1;
    return {
      has: (before) => ancestors.has(later, place.get(before) ?? -1),
      *[Symbol.iterator]() {
        for (const earlier of ancestors.before(later)) yield actions[earlier]!.id;
      },
    };
  };
}
