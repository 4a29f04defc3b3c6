<script setup lang="ts">
import CommandButton from '../../kit/CommandButton.vue';
import type { Command } from '../../kit/commands.ts';

/** What can be done to the step at hand, each by its key or a finger. */
defineProps<{ commands: readonly Command[] }>();
const isDrawn = ({ id }: Command): boolean => !['next', 'previous', 'free'].includes(id);
</script>

<template>
  <div class="keys" role="toolbar" aria-label="Edit the step at hand" data-testid="edit-keys">
    <CommandButton
      v-for="command in commands.filter(isDrawn)"
      :key="command.id"
      quiet
      :command="command"
      :data-testid="`edit-${command.id}`"
    />
  </div>
</template>

<style scoped>
.keys {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  padding: 4px 24px;
  border-top: 1px solid var(--card-line);
  color: var(--ink-soft);
}
</style>
