import { lowerName, type Edit, type MatGroup, type Outline, type Part } from '@bemtor/core';
import { computed, ref, type Ref } from 'vue';
import type { Tell } from '../../kit/useTold.ts';
import { drawn, namesOf, regionsNow, regionsSeen } from './matRegions.ts';

/** Where parts lie: shown for the layer that is looked at, and drawn by hand, a record each, with the way back. */
export function useRegions(given: {
  readonly parts: Ref<readonly Part[]>;
  readonly edits: Ref<readonly { readonly edit: Edit }[]>;
  readonly groups: Ref<readonly MatGroup[]>;
  readonly inLayer: Ref<readonly MatGroup[] | null>;
  readonly now: Ref<string | null>;
  readonly face: Ref<'top' | 'bottom'>;
  readonly outline: Ref<Outline>;
  readonly edit: (edits: readonly Edit[]) => Promise<void>;
  readonly unedit: () => Promise<void>;
  readonly tell: Tell;
}) {
  const { parts, groups, face, outline, tell } = given;
  /** The part whose place is being drawn, and the one that was. */
  const drawing = ref<string | null>(null);
  const lastDrawn = ref<string | null>(null);
  const nameOf = computed(() => namesOf(parts.value));
  const nameHere = (part: string): string => lowerName(nameOf.value(part));
  const shown = computed(() =>
    regionsSeen(
      regionsNow(
        parts.value,
        given.edits.value.map(({ edit }) => edit),
      ),
      {
        ...{ nameOf: nameOf.value, face: face.value, outline: outline.value },
        now: lastDrawn.value ?? given.now.value,
        among: given.inLayer.value && new Set(given.inLayer.value.flatMap(({ part }) => part ?? [])),
      },
    ),
  );
  const choices = computed(() =>
    [
      ...new Set([
        ...parts.value.map(({ id }) => id as string),
        ...groups.value.flatMap(({ part }) => part ?? []),
      ]),
    ].map((value) => ({ value, title: nameOf.value(value) })),
  );
  function toggle(): void {
    drawing.value = drawing.value ? null : (given.now.value ?? choices.value[0]?.value ?? null);
  }
  async function draw(box: { x: number; y: number; width: number; depth: number }): Promise<void> {
    const part = drawing.value;
    if (!part) return;
    [drawing.value, lastDrawn.value] = [null, part];
    await given.edit([{ what: 'region', part, region: drawn(box, face.value) }]);
    tell(`The ${nameHere(part)} is drawn.`, async () => {
      await given.unedit();
      tell(`The ${nameHere(part)} is as it was.`);
    });
  }
  return { drawing, shown, choices, toggle, draw, nameHere };
}
