<script setup lang="ts">
import { driveNames, headRing, headShape, headSquare, type Drive } from '@bemtor/core';
import { computed } from 'vue';

/** A screw head seen from above: the outline of its recess. The shape, not the colour, tells the drive. */
const props = withDefaults(defineProps<{ drive?: Drive | null; size?: number; title?: string }>(), {
  drive: null,
  size: 28,
  title: '',
});

const shape = computed(() => headShape(props.drive));
const label = computed(() => props.title || (props.drive ? `${driveNames[props.drive]} screw` : 'screw'));
</script>

<template>
  <svg
    :width="size"
    :height="size"
    :viewBox="`0 0 ${headSquare} ${headSquare}`"
    role="img"
    :aria-label="label"
  >
    <circle
      :cx="headRing.cx"
      :cy="headRing.cy"
      :r="headRing.r"
      fill="none"
      stroke="currentColor"
      :stroke-width="headRing.width"
    />
    <path
      v-if="shape.stroke"
      :d="shape.stroke.path"
      stroke="currentColor"
      :stroke-width="shape.stroke.width"
    />
    <circle v-for="(circle, i) in shape.circles" :key="i" v-bind="circle" fill="currentColor" />
    <polygon v-if="shape.polygon" :points="shape.polygon" fill="currentColor" />
  </svg>
</template>
