<script setup lang="ts">
import type { WherePoint } from '@bemtor/core';
import { computed } from 'vue';
import { wholePicture } from '../pictures/pictures.ts';
import type { StepTie } from '../pictures/useStepPictures.ts';

/** The device's own photo instead of its outline, with the same marks where points are tied to it. */
const { points, ties } = defineProps<{ points: readonly WherePoint[]; ties: readonly StepTie[] }>();

/** The photo in which most of them are seen. */
const picture = computed(() => {
  const counts = new Map<string, number>();
  for (const tie of ties) counts.set(tie.picture, (counts.get(tie.picture) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
});
const marks = computed(() =>
  points.flatMap((point) => {
    const tie = ties.find(({ n, picture: of }) => n === point.n && of === picture.value);
    return tie ? [{ ...tie, turn: point.turn, state: point.state }] : [];
  }),
);
const words = computed(
  () => `Photo of this step: ${marks.value.map(({ turn, state }) => `${turn} ${state}`).join(', ')}`,
);
</script>

<template>
  <figure v-if="picture" class="photo" role="img" :aria-label="words" data-testid="where-photo">
    <div>
      <img :src="wholePicture(picture)" alt="" />
      <span
        v-for="mark in marks"
        :key="mark.n"
        class="mark"
        :class="mark.state"
        :style="{ left: `${mark.x * 100}%`, top: `${mark.y * 100}%` }"
        >{{ mark.turn }}</span
      >
    </div>
  </figure>
</template>

<style scoped>
.photo {
  display: grid;
  place-items: center;
  min-width: 0;
  min-height: 0;
}
div {
  position: relative;
  max-height: 100%;
}
img {
  display: block;
  max-width: 100%;
  max-height: 52vh;
  border-radius: var(--radius);
}
.mark {
  position: absolute;
  width: 32px;
  height: 32px;
  display: grid;
  place-items: center;
  transform: translate(-50%, -50%);
  border: 2px solid var(--ink);
  border-radius: 16px;
  background: var(--card-raised);
  font: 600 18px/1 var(--label);
  color: var(--ink);
}
.done {
  background: var(--ink);
  color: var(--card);
}
.next {
  border: 3px solid var(--copper);
  box-shadow:
    0 0 0 4px var(--card-raised),
    0 0 0 7px var(--copper);
}
</style>
