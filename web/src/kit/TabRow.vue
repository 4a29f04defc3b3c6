<script setup lang="ts">
import KeyHint from './KeyHint.vue';
import { keyName, type Command } from './commands.ts';
import { give } from './useCommands.ts';

/** Faces of one page, of which one is shown: each a command with its key. */
const { testid = 'way' } = defineProps<{
  label: string;
  chosen: string;
  tabs: readonly Command[];
  testid?: string;
}>();
</script>

<template>
  <v-tabs
    class="tabs"
    :model-value="chosen"
    :aria-label="label"
    color="primary"
    height="48"
    show-arrows
    selected-class="chosen"
  >
    <v-tab
      v-for="tab in tabs"
      :key="tab.id"
      :value="tab.id"
      :data-testid="`${testid}-${tab.id}`"
      @click="give(tab)"
    >
      <KeyHint v-if="tab.keys[0]" :name="keyName(tab.keys[0])" /> {{ tab.words }}
    </v-tab>
  </v-tabs>
</template>

<style scoped>
.tabs :deep(.v-tab) {
  min-width: 0;
  padding: 0 14px;
  gap: 8px;
  font: 500 17px/1 var(--text);
  letter-spacing: 0;
  color: var(--ink-soft);
}
.tabs :deep(.v-btn__content) {
  gap: 8px;
}
.tabs :deep(.chosen) {
  color: var(--ink);
  font-weight: 600;
}
</style>
