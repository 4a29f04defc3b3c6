import type { Sequence } from './schema.ts';

/**
 * For each act the acts that may have to come before it: all that its needs name, and theirs in turn. Of
 * alternatives every one counts, so that a rule that asks "is it somewhere before?" raises no false alarm.
 * O(acts · needs) at worst, each answer kept.
 */
export function precedence(sequence: Sequence): (action: string) => ReadonlySet<string> {
  const direct = new Map<string, string[]>();
  for (const need of sequence.needs)
    direct.set(need.action, [...(direct.get(need.action) ?? []), ...need.anyOf]);
  const known = new Map<string, Set<string>>();
  return (action) => {
    const kept = known.get(action);
    if (kept) return kept;
    const before = new Set<string>();
    const work = [...(direct.get(action) ?? [])];
    for (let at = work.pop(); at !== undefined; at = work.pop()) {
      if (before.has(at)) continue;
      before.add(at);
      work.push(...(direct.get(at) ?? []));
    }
    known.set(action, before);
    return before;
  };
}
