import type { MatGroup, MatPoint } from '@bemtor/core';
import { computed, onScopeDispose, shallowRef, type Ref } from 'vue';

export const keyOf = (group: Pick<MatGroup, 'line' | 'entry'>): string => `${group.line}/${group.entry}`;

/** Points of groups that are about to be kept, and those before them, the latest last. */
export interface PointsHeld {
  readonly moved: ReadonlyMap<string, readonly MatPoint[]>;
  readonly past: readonly { readonly key: string; readonly points: readonly MatPoint[] }[];
}
export const nothingHeld: PointsHeld = { moved: new Map(), past: [] };

/** More steps back than this nobody takes. */
const mostBack = 100;

/** Points of a group are changed: numbered anew, no more than there are screws. */
export function withPoints(held: PointsHeld, group: MatGroup, points: readonly MatPoint[]): PointsHeld {
  const key = keyOf(group);
  const numbered = points.slice(0, group.count).map((point, i) => ({ ...point, n: i + 1 }));
  return {
    moved: new Map(held.moved).set(key, numbered),
    past: [...held.past, { key, points: group.points }].slice(-mostBack),
  };
}

/** One change back; null where there is none. */
export function stepBack(held: PointsHeld): PointsHeld | null {
  const last = held.past.at(-1);
  if (!last) return null;
  return { moved: new Map(held.moved).set(last.key, last.points), past: held.past.slice(0, -1) };
}

/** One record for a run of key presses. */
const quietMs = 500;

/** Points as they are moved, kept a moment after they lie still, with the way back. */
export function useMatPoints(
  recorded: Ref<readonly MatGroup[]>,
  keep: (group: MatGroup, points: readonly MatPoint[]) => Promise<unknown>,
) {
  const held = shallowRef(nothingHeld);
  const groups = computed(() =>
    recorded.value.map((group) => ({ ...group, points: held.value.moved.get(keyOf(group)) ?? group.points })),
  );
  let timer: ReturnType<typeof setTimeout> | undefined;
  function take(next: PointsHeld): void {
    held.value = next;
    clearTimeout(timer);
    timer = setTimeout(() => void keepMoved(), quietMs);
  }
  async function keepMoved(): Promise<void> {
    clearTimeout(timer);
    const { moved } = held.value;
    for (const group of recorded.value) {
      const points = moved.get(keyOf(group));
      if (points) await keep(group, points);
    }
    if (held.value.moved === moved) held.value = { ...held.value, moved: new Map() };
  }
  onScopeDispose(() => void keepMoved());

  const change = (group: MatGroup, points: readonly MatPoint[]): void =>
    take(withPoints(held.value, group, points));
  const canUndo = computed(() => held.value.past.length > 0);
  function undo(): void {
    const before = stepBack(held.value);
    if (before) take(before);
  }
  return { groups, change, undo, canUndo };
}
