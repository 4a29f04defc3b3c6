<script setup lang="ts">
import { nameInRegion, type NamedRegion } from '@bemtor/core';
import { computed } from 'vue';

/** Where a part lies, in a drawing in millimetres, with its name inside it; along it where it is narrow. */
const { region, letters } = defineProps<{
  region: NamedRegion;
  /** The height of the letters where there is room, mm. */
  letters: number;
  /** The radius of its corners, mm. */
  corner: number;
}>();
const words = computed(() => region.name.toLowerCase());
const name = computed(() => nameInRegion(region, words.value, letters));
</script>

<template>
  <g class="region">
    <rect :x="region.x" :y="region.y" :width="region.width" :height="region.depth" :rx="corner" />
    <text
      :transform="`translate(${name.x} ${name.y}) rotate(${name.isTurned ? -90 : 0})`"
      :font-size="name.size"
      text-anchor="middle"
      dy="0.35em"
    >
      {{ words }}
    </text>
  </g>
</template>

<style scoped>
text {
  font-family: var(--label);
}
</style>
