<script setup lang="ts">
/**
 * A whole row, cell or chip that can be pressed: it lays out what stands in it as the place that uses it says, and is
 * a button in everything else.
 */
</script>

<template>
  <v-btn class="tile" variant="text"><slot /></v-btn>
</template>

<style scoped>
/* Of no weight: the place that uses it lays it out. */
:where(.tile) {
  display: inline-flex;
  gap: 8px;
  justify-content: flex-start;
  height: auto;
  min-width: 0;
  min-height: var(--touch);
  padding: 4px 12px;
  flex-shrink: 1;
  border-radius: var(--radius);
  font: inherit;
  letter-spacing: 0;
  text-indent: 0;
  text-align: start;
}
.tile :deep(> .v-btn__content) {
  display: contents;
  white-space: normal;
}
.tile::after {
  display: none;
}
.tile:disabled {
  opacity: 0.5;
}
</style>
