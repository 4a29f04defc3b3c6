<script setup lang="ts">
import type { TighteningDrawing } from '@bemtor/core';
import { computed } from 'vue';

/** In which order the screws of a group are turned, to be read from afar: done, next, still to come. */
const props = defineProps<{ drawing: TighteningDrawing; through: number }>();

const inTurn = computed(() => [...props.drawing.screws].sort((a, b) => a.turn - b.turn));
const path = computed(() => inTurn.value.map(({ x, y }) => `${x},${y}`).join(' '));
const radius = computed(() => (props.drawing.screws.length > 8 ? 7 : 9));
const stateOf = (turn: number): string =>
  turn <= props.through ? 'through' : turn === props.through + 1 ? 'next' : 'ahead';
</script>

<template>
  <figure class="order" data-testid="tightening">
    <svg viewBox="0 0 100 100" role="img" :aria-label="`Order of ${drawing.screws.length} screws`">
      <polyline :points="path" />
      <g v-for="{ x, y, turn } in inTurn" :key="turn" :class="stateOf(turn)">
        <circle :cx="x" :cy="y" :r="radius" />
        <text :x="x" :y="y" dy="0.35em">{{ turn }}</text>
      </g>
    </svg>
    <figcaption v-if="!drawing.isPlaced">The pattern only</figcaption>
  </figure>
</template>

<style scoped>
.order {
  flex: 0 0 auto;
  margin-left: auto;
  text-align: center;
}
svg {
  width: 172px;
  height: 172px;
  background: var(--card-raised);
  border-radius: var(--radius);
}
polyline {
  fill: none;
  stroke: var(--ghost);
  stroke-width: 0.8;
  stroke-dasharray: 2 2;
}
circle {
  fill: var(--card);
  stroke: var(--ink-soft);
  stroke-width: 1.4;
}
text {
  font: 600 10px/1 var(--label);
  text-anchor: middle;
  fill: var(--ink);
}
.through circle {
  fill: var(--ink-soft);
  stroke: var(--ink-soft);
}
.through text {
  fill: var(--card);
}
.next circle {
  stroke: var(--copper);
  stroke-width: 2.6;
}
figcaption {
  font-size: 15px;
  color: var(--ink-soft);
}
@media (max-width: 900px) {
  svg {
    width: 140px;
    height: 140px;
  }
}
</style>
