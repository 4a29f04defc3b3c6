<script setup lang="ts">
import { driveNames, type Drive } from '@bemtor/core';
import { computed } from 'vue';

/** A screw head seen from above: the outline of its recess. The shape, not the colour, tells the drive. */
const props = withDefaults(defineProps<{ drive?: Drive | null; size?: number; title?: string }>(), {
  drive: null,
  size: 28,
  title: '',
});

const polygon = (count: number, radius: number, turn = 0): string =>
  Array.from({ length: count }, (_, i) => {
    const angle = ((i / count) * 2 - 0.5) * Math.PI + turn;
    return `${(16 + radius * Math.cos(angle)).toFixed(2)},${(16 + radius * Math.sin(angle)).toFixed(2)}`;
  }).join(' ');

/** Lobes: a circle at every corner of a polygon, over a core that joins them. */
const lobes = (count: number) =>
  Array.from({ length: count }, (_, i) => {
    const angle = ((i / count) * 2 - 0.5) * Math.PI;
    return { cx: 16 + 5.2 * Math.cos(angle), cy: 16 + 5.2 * Math.sin(angle) };
  });

const label = computed(() => props.title || (props.drive ? `${driveNames[props.drive]} screw` : 'screw'));
</script>

<template>
  <svg :width="size" :height="size" viewBox="0 0 32 32" role="img" :aria-label="label">
    <circle cx="16" cy="16" r="13.5" fill="none" stroke="currentColor" stroke-width="2.4" />
    <path v-if="drive === 'PH'" d="M16 8.5v15M8.5 16h15" stroke="currentColor" stroke-width="4.4" />
    <g v-else-if="drive === 'JIS'" stroke="currentColor" stroke-width="4.4">
      <path d="M16 8.5v15M8.5 16h15" />
      <circle cx="22.5" cy="9.5" r="1.3" fill="currentColor" stroke="none" />
    </g>
    <g v-else-if="drive === 'T' || drive === 'P'" fill="currentColor">
      <circle cx="16" cy="16" r="5.6" />
      <circle v-for="(lobe, i) in lobes(drive === 'T' ? 6 : 5)" :key="i" v-bind="lobe" r="2.9" />
    </g>
    <path v-else-if="drive === 'slot'" d="M8 16h16" stroke="currentColor" stroke-width="4.4" />
    <path
      v-else-if="drive === 'Y'"
      d="M16 16V8M16 16l7 4.2M16 16l-7 4.2"
      stroke="currentColor"
      stroke-width="4.2"
    />
    <polygon v-else-if="drive === 'hex'" :points="polygon(6, 7.6)" fill="currentColor" />
    <circle v-else cx="16" cy="16" r="2.4" fill="currentColor" />
  </svg>
</template>
