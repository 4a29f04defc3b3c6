<script setup lang="ts">
import { computed } from 'vue';
import CommandBar from '../../kit/CommandBar.vue';
import CommandButton from '../../kit/CommandButton.vue';
import type { Command } from '../../kit/commands.ts';
import { footOf } from './runCommands.ts';

/** The keys of the step: the one that leads on, large; by touch they are the same acts. */
const props = defineProps<{ commands: readonly Command[] }>();
const forward = computed(() => props.commands.find(({ id, when }) => id === 'forward' && when !== false));
</script>

<template>
  <div class="keys">
    <CommandButton v-if="forward" class="next" primary :command="forward" />
    <CommandBar :commands="footOf(commands)" />
  </div>
</template>

<style scoped>
.keys {
  position: sticky;
  bottom: 0;
  z-index: 1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 20px;
  padding: 8px 44px 10px;
  background: var(--card);
}
@media (max-width: 900px) {
  .keys {
    padding-inline: 24px;
  }
  .next {
    flex: 1 0 100%;
    min-height: 64px;
  }
}
</style>
