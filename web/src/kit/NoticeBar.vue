<script setup lang="ts">
import { computed } from 'vue';
import { heldBecause } from './useCommands.ts';

/** Why what was just tried cannot be done: said at the foot, and gone again by itself. */
const open = computed({
  get: () => heldBecause.value !== '',
  set: (now) => now || (heldBecause.value = ''),
});
</script>

<template>
  <v-snackbar v-model="open" class="notice" :timeout="4000" location="bottom" data-testid="notice">{{
    heldBecause
  }}</v-snackbar>
</template>

<style scoped>
.notice :deep(.v-snackbar__wrapper) {
  background: var(--card-raised);
  color: var(--ink);
  border: 2px solid var(--copper);
  border-radius: var(--radius);
  box-shadow: none;
}
.notice :deep(.v-snackbar__content) {
  font: 500 18px/1.3 var(--text);
}
</style>
