<script setup lang="ts">
import { crosswiseOrder, usualOutline, type MatGroup, type MatPoint, type Outline } from '@bemtor/core';
import { computed, ref } from 'vue';

/** The outline of the device with every screw point by letter, in millimetres. */
const props = defineProps<{
  outline: Outline | null | undefined;
  face: 'top' | 'bottom';
  groups: readonly MatGroup[];
  current: MatGroup | null;
  selected: number | null;
  /** Draws the order of the current group: as numbered, or crosswise. */
  order: 'numbered' | 'cross' | null;
}>();
const emit = defineEmits<{ tap: [place: { x: number; y: number }]; select: [n: number] }>();

const sheet = ref<SVGSVGElement | null>(null);
const size = computed(() => props.outline ?? usualOutline);
const others = computed(() => props.groups.filter((group) => group !== props.current));
const here = (points: readonly MatPoint[]) => points.filter((point) => point.face === props.face);
const ordered = computed(() => {
  const points = here(props.current?.points ?? []);
  if (!props.order) return [];
  const by = props.order === 'cross' ? crosswiseOrder(points) : points.map((_, i) => i);
  return by.flatMap((i) => points[i] ?? []);
});
const path = computed(() => ordered.value.map(({ x, y }) => `${x},${y}`).join(' '));

function onTap(event: MouseEvent): void {
  const svg = sheet.value;
  const matrix = svg?.getScreenCTM()?.inverse();
  if (!matrix) return;
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
  emit('tap', { x, y });
}
</script>

<template>
  <svg
    ref="sheet"
    class="sheet"
    :viewBox="`-4 -4 ${size.width + 8} ${size.depth + 8}`"
    role="application"
    :aria-label="`Outline, ${face} side`"
    data-testid="mat-sheet"
    @click="onTap"
  >
    <rect class="case" x="0" y="0" :width="size.width" :height="size.depth" rx="8" />
    <path class="grid" :d="`M${size.width / 2} 0v${size.depth}M0 ${size.depth / 2}h${size.width}`" />
    <text class="side" :x="size.width / 2" :y="size.depth / 2 - 4" text-anchor="middle">
      far edge above · {{ face }} up
    </text>
    <g
      v-for="group in others"
      :key="`${group.line}/${group.entry}`"
      class="other"
      :class="{ elsewhere: group.part !== current?.part }"
    >
      <g v-for="point in here(group.points)" :key="point.n">
        <circle :cx="point.x" :cy="point.y" r="4.4" />
        <text :x="point.x" :y="point.y + 1.7" text-anchor="middle">{{ group.letter }}</text>
      </g>
    </g>
    <polyline v-if="path" class="order" :points="path" />
    <g v-if="current" class="current">
      <g
        v-for="point in here(current.points)"
        :key="point.n"
        :class="{ selected: point.n === selected }"
        data-testid="mat-point"
        @click.stop="$emit('select', point.n)"
      >
        <circle :cx="point.x" :cy="point.y" r="6" />
        <text :x="point.x" :y="point.y + 2" text-anchor="middle">
          {{ order ? ordered.indexOf(point) + 1 : current.letter }}
        </text>
      </g>
    </g>
  </svg>
</template>

<style scoped>
.sheet {
  width: 100%;
  max-height: 100%;
  touch-action: manipulation;
  cursor: crosshair;
}
.case {
  fill: var(--card-raised);
  stroke: var(--ink);
  stroke-width: 1;
}
.grid {
  stroke: var(--card-line);
  stroke-width: 0.5;
  stroke-dasharray: 2 2;
}
text {
  font: 600 5.4px/1 var(--label);
  fill: var(--ink);
  pointer-events: none;
}
.side {
  font-size: 5px;
  fill: var(--ink-soft);
}
circle {
  fill: var(--card);
  stroke: var(--ink-soft);
  stroke-width: 0.8;
}
.other text {
  font-size: 4.6px;
  fill: var(--ink-soft);
}
.other.elsewhere {
  opacity: 0.4;
}
.current circle {
  stroke: var(--copper);
  stroke-width: 1.4;
  cursor: pointer;
}
.current .selected circle {
  fill: var(--copper);
}
.current .selected text {
  fill: var(--card-raised);
}
.order {
  fill: none;
  stroke: var(--copper);
  stroke-width: 0.7;
  stroke-dasharray: 3 2;
}
</style>
