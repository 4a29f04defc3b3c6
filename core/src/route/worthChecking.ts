import { configure } from '../sequence/configuration.ts';
import type { Need, Sequence } from '../sequence/schema.ts';
import { planRoute } from './planRoute.ts';
import type { RouteRequest } from './request.ts';

/** An assumed constraint, and what it costs as long as nobody has checked it. */
export interface Assumption {
  /** Its place in `sequence.needs`. */
  readonly place: number;
  readonly need: Need;
  /** Seconds that the best route would save without it; over several requests the sum. */
  readonly saving: number;
}

/**
 * For each assumed constraint, what the best route to the targets would save without it; the dearest
 * first, those that save nothing left out. One plan per assumption on the route.
 */
export function worthChecking(sequence: Sequence, request: RouteRequest): Assumption[] {
  const planned = planRoute(sequence, request);
  if (!planned.ok) return [];
  const steps = new Set(planned.value.steps);
  return sequence.needs
    .flatMap((need, place) => {
      // A constraint between acts that the route does not have cannot make it longer.
      if (need.basis !== 'assumed' || !steps.has(need.action) || !need.anyOf.some((id) => steps.has(id)))
        return [];
      const without = planRoute(applyWhatIf(sequence, { dropped: [place] }), request);
      const saving = without.ok ? planned.value.cost.total - without.value.cost.total : 0;
      return saving > 1e-6 ? [{ place, need, saving }] : [];
    })
    .sort((a, b) => b.saving - a.saving || a.place - b.place);
}

/** The same over every part that can be taken off, each as a target of its own: savings added up. */
export function worthCheckingOverall(
  sequence: Sequence,
  request: Omit<RouteRequest, 'targets'>,
  progress: (share: number) => void = () => undefined,
): Assumption[] {
  const parts = configure(sequence, request.configuration ?? {})
    .actions.filter((action) => action.verb === 'lift')
    .map((action) => action.part);
  const sums = new Map<number, Assumption>();
  parts.forEach((part, i) => {
    for (const found of worthChecking(sequence, { ...request, targets: [part] })) {
      sums.set(found.place, { ...found, saving: found.saving + (sums.get(found.place)?.saving ?? 0) });
    }
    progress((i + 1) / parts.length);
  });
  return [...sums.values()].sort((a, b) => b.saving - a.saving || a.place - b.place);
}

/** Changes to try out; nothing is decided by them. */
export interface WhatIf {
  /** Places in `sequence.needs` of constraints that are left out. */
  readonly dropped?: readonly number[];
  /** Constraints that are added: this action only after that one. */
  readonly pinned?: readonly { readonly action: Need['action']; readonly before: Need['action'] }[];
}

export function applyWhatIf(sequence: Sequence, { dropped = [], pinned = [] }: WhatIf): Sequence {
  const left = new Set(dropped);
  return {
    ...sequence,
    needs: [
      ...sequence.needs.filter((_, place) => !left.has(place)),
      ...pinned.map(({ action, before }): Need => ({ action, anyOf: [before], basis: 'pinned' })),
    ],
  };
}
