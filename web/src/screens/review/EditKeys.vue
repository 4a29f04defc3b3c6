<script setup lang="ts">
import KeyHint from '../../components/KeyHint.vue';
import { asks, type Ask } from './editing.ts';

/** What can be done to the act at hand, each by its key or a finger. */
defineProps<{ offered: readonly Ask[]; marked: number; edits: number }>();
defineEmits<{ ask: [ask: Ask]; move: [by: -1 | 1]; remove: []; mark: []; undo: [] }>();

const short: Readonly<Record<Ask, string>> = {
  count: 'count',
  screw: 'kind',
  where: 'place',
  words: 'words',
  tool: 'tool',
  insert: 'new act',
  pin: 'waits for',
  split: 'own part',
  name: 'name',
  join: 'same part',
};
</script>

<template>
  <div class="keys" role="toolbar" aria-label="Edit the act at hand" data-testid="edit-keys">
    <v-btn v-for="ask in offered" :key="ask" variant="text" @click="$emit('ask', ask)">
      <KeyHint :name="asks[ask].key.toUpperCase()" />&nbsp;{{ short[ask]
      }}{{ ask === 'split' && marked > 0 ? ` (${marked})` : '' }}
    </v-btn>
    <v-btn variant="text" @click="$emit('mark')"><KeyHint name="M" />&nbsp;mark</v-btn>
    <v-btn variant="text" @click="$emit('move', -1)"><KeyHint name="Shift ↑" />&nbsp;earlier</v-btn>
    <v-btn variant="text" @click="$emit('move', 1)"><KeyHint name="Shift ↓" />&nbsp;later</v-btn>
    <v-btn variant="text" @click="$emit('remove')"><KeyHint name="Del" />&nbsp;take out</v-btn>
    <v-btn v-if="edits > 0" variant="text" data-testid="undo-edit" @click="$emit('undo')"
      ><KeyHint name="U" />&nbsp;undo ({{ edits }})</v-btn
    >
  </div>
</template>

<style scoped>
.keys {
  display: flex;
  flex-wrap: wrap;
  padding: 4px 20px;
  border-top: 1px solid var(--card-line);
}
.keys :deep(.v-btn) {
  min-height: var(--touch);
  text-transform: none;
  letter-spacing: 0;
  font-size: 15px;
  padding: 0 9px;
  color: var(--ink-soft);
}
</style>
