import type { Sequence } from '../sequence/schema.ts';
import { fragileKinds } from '../tables/fragileKinds.ts';
import { brokenNeed, orderCost } from './orderCost.ts';
import type { RouteRequest } from './request.ts';

/**
 * Among orders of the same total, one that keeps fragile parts late: each run of acts of a fragile part is
 * moved behind what follows it, as far as no need is broken and the total stays as it is. Last runs first,
 * so that two fragile parts keep their order. O(runs · n · needs); `here` is configured.
 */
export function keepFragileLate(here: Sequence, order: readonly string[], request: RouteRequest): string[] {
  const kinds = new Map<string, string>(here.parts.map((part) => [part.id, part.kind]));
  const partOf = new Map<string, string>(here.actions.map((action) => [action.id, action.part]));
  const isFragile = (id: string): boolean => fragileKinds.has(kinds.get(partOf.get(id) ?? '') ?? '');
  if (!order.some(isFragile)) return [...order];
  const doneBefore = doneActions(here, request.alreadyDone ?? []);
  const { total } = orderCost(here, order, request);
  let best = [...order];
  for (let end = best.length - 1; end >= 0; end--) {
    const id = best[end] ?? '';
    if (!isFragile(id) || partOf.get(best[end + 1] ?? '') === partOf.get(id)) continue;
    let start = end;
    while (start > 0 && partOf.get(best[start - 1] ?? '') === partOf.get(id)) start--;
    const run = best.slice(start, end + 1);
    const rest = [...best.slice(0, start), ...best.slice(end + 1)];
    for (let at = best.length - run.length; at > start; at--) {
      const moved = [...rest.slice(0, at), ...run, ...rest.slice(at)];
      if (orderCost(here, moved, request).total > total + 1e-9 || brokenNeed(here, moved, doneBefore))
        continue;
      best = moved;
      break;
    }
  }
  return best;
}

const doneActions = (here: Sequence, ids: readonly string[]): string[] =>
  ids.map(
    (id) =>
      here.actions.find((action) => action.id === id || (action.part === id && action.verb === 'lift'))?.id ??
      id,
  );
