<script setup lang="ts">
import { entryChips, type Entry } from '@bemtor/core';

/** A reading, piece by piece; what was not typed but taken from context is dashed. */
defineProps<{ entries: readonly Entry[] }>();
</script>

<template>
  <div v-for="(entry, i) in entries" :key="i" class="entry">
    <span
      v-for="(chip, j) in entryChips(entry)"
      :key="j"
      class="chip"
      :class="{ taken: chip.taken, note: entry.kind === 'note' }"
    >
      <small>{{ chip.label }}</small>{{ chip.value }}
    </span>
  </div>
</template>

<style scoped>
.entry {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding-right: 10px;
}
</style>
