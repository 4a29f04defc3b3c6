import { Ancestors } from '../sequence/ancestors.ts';
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

/** Needs so far, with all that surely comes before each act, kept as they are added. */
export class NeedGraph {
  readonly needs: DerivedNeed[] = [];
  private readonly place: ReadonlyMap<string, number>;
  private readonly known = new Set<number>();
  private readonly ancestors: Ancestors;

  constructor(acts: readonly Act[]) {
    this.place = new Map(acts.map((act, i) => [act.id, i]));
    this.ancestors = new Ancestors(acts.length);
  }

  /** Adds a need; false where the recording, or what is known already, has the two the other way round. */
  add(
    action: string,
    before: string,
    basis: Basis,
    lines: readonly string[],
    force: Force = 'as-seen',
  ): boolean {
    const [later, earlier] = [this.placeOf(action), this.placeOf(before)];
    if (later === earlier) return true;
    if (force === 'as-seen' && later < earlier) return false;
    if (force !== 'always' && this.ancestors.has(earlier, later)) return false;
    const key = later * this.place.size + earlier;
    if (this.known.has(key)) return true;
    this.known.add(key);
    this.needs.push({ action, before, basis, lines });
    this.ancestors.add(later, earlier);
    return true;
  }

  /** Was the first act done before the second when it was recorded? */
  isSeenBefore(first: string, second: string): boolean {
    return this.placeOf(first) < this.placeOf(second);
  }

  /** Does `before` surely come before `action` already? */
  implies(action: string, before: string): boolean {
    return action === before || this.ancestors.has(this.placeOf(action), this.placeOf(before));
  }

  private placeOf(id: string): number {
    const place = this.place.get(id);
    if (place === undefined) throw new RangeError(`no act ${id}`);
    return place;
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
