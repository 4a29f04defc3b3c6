import type { Basis } from '../sequence/schema.ts';
import type { Act } from './replayRecording.ts';

/** A constraint with the lines that it rests on. */
export interface DerivedNeed {
  readonly action: string;
  readonly before: string;
  readonly basis: Basis;
  readonly lines: readonly string[];
}

/** How a need stands to the order seen: it gives way to it, wins unless that closes a circle, or wins in any case. */
export type Force = 'as-seen' | 'unless-circle' | 'always';

/** Needs so far, with reachability kept as a set of all that comes before each act. */
export class NeedGraph {
  readonly needs: DerivedNeed[] = [];
  private readonly place: ReadonlyMap<string, number>;
  private readonly direct = new Map<string, Set<string>>();

  constructor(acts: readonly Act[]) {
    this.place = new Map(acts.map((act, i) => [act.id, i]));
  }

  /** Adds a need; false where the recording, or what is known already, has the two the other way round. */
  add(
    action: string,
    before: string,
    basis: Basis,
    lines: readonly string[],
    force: Force = 'as-seen',
  ): boolean {
    if (action === before) return true;
    if (force === 'as-seen' && this.isSeenBefore(action, before)) return false;
    if (force !== 'always' && this.implies(before, action)) return false;
    const known = this.direct.get(action) ?? new Set<string>();
    if (!known.has(before)) {
      this.needs.push({ action, before, basis, lines });
      this.direct.set(action, known.add(before));
    }
    return true;
  }

  /** Was the first act done before the second when it was recorded? */
  isSeenBefore(first: string, second: string): boolean {
    return (this.place.get(first) ?? 0) < (this.place.get(second) ?? 0);
  }

  /** Does `before` surely come before `action` already? */
  implies(action: string, before: string): boolean {
    const seen = new Set<string>();
    const work = [action];
    for (let at = work.pop(); at !== undefined; at = work.pop()) {
      if (at === before) return true;
      if (seen.has(at)) continue;
      seen.add(at);
      work.push(...(this.direct.get(at) ?? []));
    }
    return false;
  }
}

/**
 * The acts in an order that respects the needs, as near to the order seen as that allows: an act that was told too
 * late (the screw under a foot, remembered once the cover was off) stands where it belongs. Where needs run in a
 * circle the acts in it keep the order seen.
 */
export function inOrderOf<T extends { readonly id: string }>(
  acts: readonly T[],
  needs: readonly { readonly action: string; readonly before: string }[],
): T[] {
  const waits = new Map<string, string[]>();
  for (const { action, before } of needs) waits.set(action, [...(waits.get(action) ?? []), before]);
  const byId = new Map(acts.map((act) => [act.id, act]));
  const placed = new Set<string>();
  const ordered: T[] = [];
  const place = (act: T, through: ReadonlySet<string>): void => {
    if (placed.has(act.id) || through.has(act.id)) return;
    const path = new Set(through).add(act.id);
    for (const before of waits.get(act.id) ?? []) {
      const earlier = byId.get(before);
      if (earlier) place(earlier, path);
    }
    if (placed.has(act.id)) return;
    placed.add(act.id);
    ordered.push(act);
  };
  for (const act of acts) place(act, new Set());
  return ordered;
}
