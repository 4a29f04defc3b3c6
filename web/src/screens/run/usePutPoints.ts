import { tapped, type MatPoint, type Outline, type Place } from '@bemtor/core';
import { computed, ref, type Ref } from 'vue';

/** Where the screws of a step are, put in by taps during the run: evidence, as counts are. */
export function usePutPoints(given: {
  readonly outline: Ref<Outline>;
  readonly face: Ref<'top' | 'bottom'>;
  /** How many screws the step has. */
  readonly most: Ref<number>;
  readonly keep: (points: MatPoint[]) => Promise<void>;
}) {
  const points = ref<Place[] | null>(null);
  const begin = (): void => {
    points.value = [];
  };
  const leave = (): void => {
    points.value = null;
  };
  async function keep(): Promise<void> {
    const kept = points.value ?? [];
    points.value = null;
    if (kept.length === 0) return;
    await given.keep(kept.map(({ x, y }, i) => ({ n: i + 1, x, y, face: given.face.value })));
  }
  /** The last of them keeps them all. */
  async function tap(place: Place): Promise<void> {
    if (!points.value) return;
    points.value = tapped(points.value, place, given.outline.value, given.most.value);
    if (points.value.length === given.most.value) await keep();
  }
  return { points, isPutting: computed(() => points.value !== null), begin, leave, keep, tap };
}
