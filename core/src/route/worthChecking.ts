import { configure } from '../sequence/configuration.ts';
import type { Need, Sequence } from '../sequence/schema.ts';
import { planRoute } from './planRoute.ts';
import type { RouteRequest } from './request.ts';

/**
 * One question to check at the bench: does this part really wait for that act? The assumed constraints of
 * all acts of one part on the same earlier acts are one question, since they come from one observation and
 * leaving out only one of them would change nothing.
 */
export interface Assumption {
  /** Their places in `sequence.needs`. */
  readonly places: readonly number[];
  readonly part: string;
  readonly anyOf: Need['anyOf'];
  /** Seconds that the best route would save without them; over several requests the sum. */
  readonly saving: number;
}

/** Positions expanded per plan where many are compared: enough for a proof on a bench notebook. */
const manyPlans = 1_000;

/**
 * For each assumption, what the best route to the targets would save without it; the dearest first, those
 * that save nothing left out. One plan per assumption on the route.
 */
export function worthChecking(sequence: Sequence, asked: RouteRequest): Assumption[] {
  const request = { expansionLimit: manyPlans, ...asked };
  const planned = planRoute(sequence, request);
  if (!planned.ok) return [];
  const steps = new Set(planned.value.steps);
  return assumptionsAmong(sequence, steps)
    .flatMap((assumption): Assumption[] => {
      const without = planRoute(applyWhatIf(sequence, { dropped: assumption.places }), request);
      const saving = without.ok ? planned.value.cost.total - without.value.cost.total : 0;
      return saving > 1e-6 ? [{ ...assumption, saving }] : [];
    })
    .sort(bySaving);
}

/** The assumptions between acts of a route: others cannot make it longer. */
function assumptionsAmong(sequence: Sequence, steps: ReadonlySet<string>): Omit<Assumption, 'saving'>[] {
  const partOf = new Map<string, string>(sequence.actions.map((action) => [action.id, action.part]));
  const groups = new Map<string, { places: number[]; part: string; anyOf: Need['anyOf'] }>();
  sequence.needs.forEach((need, place) => {
    if (need.basis !== 'assumed' || !steps.has(need.action) || !need.anyOf.some((id) => steps.has(id)))
      return;
    const part = partOf.get(need.action) ?? need.action;
    const key = `${part} ${need.anyOf.join()}`;
    const group = groups.get(key) ?? { places: [], part, anyOf: need.anyOf };
    group.places.push(place);
    groups.set(key, group);
  });
  return [...groups.values()];
}

const bySaving = (a: Assumption, b: Assumption): number =>
  b.saving - a.saving || (a.places[0] ?? 0) - (b.places[0] ?? 0);

/** The same over every part that can be taken off, each as a target of its own: savings added up. */
export function worthCheckingOverall(
  sequence: Sequence,
  request: Omit<RouteRequest, 'targets'>,
  progress: (share: number) => void = () => undefined,
): Assumption[] {
  const parts = configure(sequence, request.configuration ?? {})
    .actions.filter((action) => action.verb === 'lift')
    .map((action) => action.part);
  const sums = new Map<string, Assumption>();
  parts.forEach((part, i) => {
    for (const found of worthChecking(sequence, { ...request, targets: [part] })) {
      const key = `${found.part} ${found.anyOf.join()}`;
      const known = sums.get(key);
      const places = [...new Set([...(known?.places ?? []), ...found.places])];
      sums.set(key, { ...found, places, saving: found.saving + (known?.saving ?? 0) });
    }
    progress((i + 1) / parts.length);
  });
  return [...sums.values()].sort(bySaving);
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
