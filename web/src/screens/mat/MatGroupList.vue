<script setup lang="ts">
import { partNameOf, screwWords, type MatGroup } from '@bemtor/core';
import TileButton from '../../kit/TileButton.vue';

/** The groups of screws with their letters, and how many of each are placed. */
defineProps<{ groups: readonly MatGroup[]; current: MatGroup | null }>();
defineEmits<{ choose: [group: MatGroup] }>();
</script>

<template>
  <aside class="list" aria-label="Groups of screws">
    <h2 class="label">Screws, by group</h2>
    <TileButton
      v-for="group in groups"
      :key="`${group.line}/${group.entry}`"
      class="group"
      :class="{ here: group === current }"
      :aria-pressed="group === current"
      data-testid="mat-group"
      @click="$emit('choose', group)"
    >
      <span class="letter">{{ group.letter }}</span>
      <span class="what"
        >{{ group.part ? partNameOf(group.part) : 'What comes off next' }}
        <small class="mono">{{ screwWords(group.screw) }}</small><small>{{ group.layer.name }}</small></span
      >
      <span class="placed" :class="{ all: group.points.length === group.count }"
        >{{ group.points.length }}/{{ group.count }}</span
      >
    </TileButton>
  </aside>
</template>

<style scoped>
.list {
  display: grid;
  gap: 8px;
  align-content: start;
}
.group {
  display: grid;
  grid-template-columns: 30px minmax(0, 1fr) auto;
  align-items: center;
  gap: 10px;
  min-height: 56px;
  padding: 6px 12px;
  text-align: left;
  background: var(--mat-raised);
  border: 2px solid transparent;
  border-radius: var(--radius);
}
.group.here {
  border-color: var(--copper-mat);
}
.letter {
  font: 600 26px/1 var(--label);
  color: var(--copper-mat);
}
.what {
  font-size: 16px;
  line-height: 1.2;
}
.what small {
  display: block;
  font-size: 13px;
  color: var(--soft-on-mat);
}
.placed {
  font: 600 18px/1 var(--label);
  color: var(--soft-on-mat);
}
.placed.all {
  color: var(--on-mat);
}
@media (max-width: 1000px) {
  .list {
    grid-auto-flow: column;
    grid-auto-columns: minmax(210px, auto);
    overflow-x: auto;
  }
  h2 {
    display: none;
  }
}
</style>
