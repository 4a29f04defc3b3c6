<script setup lang="ts">
import { computed } from 'vue';
import ActButton from './ActButton.vue';
import { keyName, type Command } from './commands.ts';
import { give } from './useCommands.ts';

/** A command under the finger, with its key on it; not there while it means nothing. */
const { command } = defineProps<{ command: Command }>();
const cap = computed(() => command.drawn ?? (command.keys[0] === undefined ? '' : keyName(command.keys[0])));
</script>

<template>
  <ActButton
    v-if="command.when !== false"
    :key-name="cap"
    :unless="command.unless ?? null"
    :title="command.more"
    @click="give(command)"
    ><slot>{{ command.words }}</slot></ActButton
  >
</template>
