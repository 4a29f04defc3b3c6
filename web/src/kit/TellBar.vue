<script setup lang="ts">
import CommandButton from './CommandButton.vue';
import { useCommands } from './useCommands.ts';
import type { Told } from './useTold.ts';

/** What was just done, and the key that takes it back while it can: one on a screen. */
const { told, keys = ['u'] } = defineProps<{ told: Told | null; keys?: string[] }>();
const { command } = useCommands(() => [
  { id: 'undo', keys, words: 'undo', when: told?.undo !== undefined, run: () => told?.undo?.() },
]);
</script>

<template>
  <p v-if="told" class="told" role="status" data-testid="told">
    {{ told.words }} <CommandButton :command="command('undo')" />
  </p>
</template>

<style scoped>
.told {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 14px;
  border-left: 4px solid var(--ring);
  padding-left: 12px;
}
</style>
