<script setup lang="ts">
import CommandButton from './CommandButton.vue';
import type { Command } from './commands.ts';
import KeyHint from './KeyHint.vue';

/** The keys of a screen at its foot, each a button too. */
defineProps<{
  commands: readonly Command[];
  /** What the arrows choose here: `a unit`. */
  arrows?: string;
}>();
const own = (command: Command): boolean => !command.keys.some((key) => key.startsWith('Arrow'));
</script>

<template>
  <div class="bar">
    <span v-if="arrows"><KeyHint name="↑" /> <KeyHint name="↓" /> {{ arrows }}</span>
    <CommandButton v-for="command in commands.filter(own)" :key="command.id" quiet :command="command" />
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 16px;
  color: var(--soft-on-mat);
}
.card .bar {
  color: var(--ink-soft);
}
</style>
