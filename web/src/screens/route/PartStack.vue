<script setup lang="ts">
import type { PartDepth } from '@bemtor/core';
import { computed } from 'vue';
import TileButton from '../../kit/TileButton.vue';

/** Every part that can come off, as a stack: outermost first, a row a depth. Pointing at one makes it a target. */
const props = defineProps<{ parts: readonly PartDepth[]; targets: readonly string[] }>();
defineEmits<{ toggle: [part: string] }>();

const rows = computed(() => {
  const deepest = Math.max(0, ...props.parts.map(({ depth }) => depth));
  return Array.from({ length: deepest + 1 }, (_, depth) =>
    props.parts.filter((part) => part.depth === depth),
  ).filter((row) => row.length > 0);
});
</script>

<template>
  <ol class="stack" aria-label="Parts, outermost first">
    <li v-for="(row, i) in rows" :key="i">
      <TileButton
        v-for="{ part, name } in row"
        :key="part"
        :class="{ on: targets.includes(part) }"
        :aria-pressed="targets.includes(part)"
        @click="$emit('toggle', part)"
      >
        {{ name }}
      </TileButton>
    </li>
  </ol>
</template>

<style scoped>
.stack {
  display: grid;
  gap: 4px;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
  padding: 6px 8px;
  border-left: 5px solid var(--mat-line);
  background: var(--mat-raised);
}
li > * {
  padding: 0 12px;
  border: 1px dashed var(--mat-line);
  border-radius: 5px;
  font-size: 15px;
}
li > .on {
  border: 1.5px solid var(--copper-mat);
}
</style>
