<script setup lang="ts">
import AskDialog from './AskDialog.vue';
import ActButton from './ActButton.vue';
import { keysOf } from './commands.ts';
import { commandsHere } from './useCommands.ts';

/** Every key of what is on screen now. */
const open = defineModel<boolean>({ required: true });
</script>

<template>
  <AskDialog v-model="open" title="Keys of this screen" :width="680" data-testid="key-sheet">
    <dl>
      <template v-for="command in commandsHere" :key="command.id + command.keys.join()">
        <dt v-if="command.keys.length > 0" class="mono">{{ keysOf(command) }}</dt>
        <dd v-if="command.keys.length > 0">
          {{ command.more ?? command.words
          }}<small v-if="command.unless"> (not now: {{ command.unless }})</small>
        </dd>
      </template>
      <dt class="mono">Ctrl K</dt>
      <dd>find a command, unit, model, part or job</dd>
      <dt class="mono">?</dt>
      <dd>this sheet</dd>
    </dl>
    <template #acts><ActButton key-name="Esc" autofocus @click="open = false">Close</ActButton></template>
  </AskDialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: minmax(110px, auto) 1fr;
  gap: 7px 20px;
}
dt {
  font-size: 14px;
}
small {
  color: var(--ink-soft);
}
</style>
