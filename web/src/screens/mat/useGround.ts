import { toldBetween, type Ground } from '@bemtor/core';
import { computed, type Ref } from 'vue';
import type { Tell } from '../../kit/useTold.ts';
import { sayOfModel } from '../models/tellModel.ts';

/** The photos of a model's sides with another under one of them, or none. */
export const withGround = (
  grounds: readonly Ground[],
  face: Ground['face'],
  next: Ground | null,
): Ground[] => [...grounds.filter((one) => one.face !== face), ...(next ? [next] : [])];

/** The photo under the outline of the side that is up; one key takes a change back. */
export function useGround(
  model: Ref<{ readonly model: { readonly code: string }; readonly grounds?: readonly Ground[] } | null>,
  face: Ref<Ground['face']>,
  tell: Tell,
) {
  const grounds = computed(() => model.value?.grounds ?? []);
  const ground = computed(() => grounds.value.find((one) => one.face === face.value) ?? null);

  async function say(from: readonly Ground[], to: readonly Ground[]): Promise<string | null> {
    const what = toldBetween({ grounds: from }, { grounds: to });
    return what && sayOfModel(model.value?.model.code ?? '', what);
  }
  async function lay(next: Ground | null): Promise<void> {
    const before = grounds.value;
    const after = withGround(before, face.value, next);
    const why = await say(before, after);
    if (why) return tell(why);
    tell(next ? 'The photo lies under the outline.' : 'The photo is taken away.', async () => {
      tell((await say(after, before)) ?? 'It is as it was.');
    });
  }
  return { ground, lay };
}
