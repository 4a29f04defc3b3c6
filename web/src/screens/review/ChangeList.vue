<script setup lang="ts">
import { sentence, type Change } from '@bemtor/core';

/** In what two revisions differ, thing by thing. */
defineProps<{ changes: readonly Change[] }>();
const kinds: Readonly<Record<Change['kind'], string>> = {
  step: 'Step',
  count: 'Count',
  kind: 'Kind',
  place: 'Place',
  words: 'Words',
  tool: 'Tool',
  order: 'Order',
  need: 'Need',
  part: 'Part',
  check: 'Test',
};
</script>

<template>
  <p v-if="changes.length === 0" class="none">Nothing differs.</p>
  <v-list v-else class="changes" lines="two" bg-color="transparent" data-testid="changes">
    <v-list-item v-for="(change, i) in changes" :key="i" :title="sentence(change.words)" data-testid="change">
      <template #prepend
        ><span class="kind">{{ kinds[change.kind] }}</span></template
      >
    </v-list-item>
  </v-list>
</template>

<style scoped>
.changes {
  overflow-y: auto;
  padding: 0 12px 24px;
}
.changes :deep(.v-list-item-title) {
  white-space: normal;
  font-size: 17px;
}
.kind {
  width: 74px;
  font: 600 15px/1 var(--label);
  color: var(--ink-soft);
}
.none {
  padding: 24px 28px;
}
</style>
