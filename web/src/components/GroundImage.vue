<script setup lang="ts">
import { fitGround, type Ground } from '@bemtor/core';
import { computed } from 'vue';
import { wholePicture } from '../pictures/pictures.ts';

/** The photo under an outline, turned and scaled so that its two known places lie right; in the drawing's mm. */
const { ground } = defineProps<{ ground: Ground }>();
const matrix = computed(() => {
  const fit = fitGround(ground);
  return fit && `matrix(${fit.a} ${fit.b} ${-fit.b} ${fit.a} ${fit.e} ${fit.f})`;
});
</script>

<template>
  <image
    v-if="matrix"
    :href="wholePicture(ground.picture)"
    width="1"
    :height="1 / ground.aspect"
    :transform="matrix"
    preserveAspectRatio="none"
  />
</template>
