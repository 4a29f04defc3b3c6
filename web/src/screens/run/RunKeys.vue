<script setup lang="ts">
import { computed, ref } from 'vue';
import ActButton from '../../kit/ActButton.vue';
import CommandBar from '../../kit/CommandBar.vue';
import CommandButton from '../../kit/CommandButton.vue';
import type { Command } from '../../kit/commands.ts';
import { footOf } from './runCommands.ts';

/** The keys of the step: the one that leads on, large; by touch they are the same acts. The rarer ones unfold. */
const props = defineProps<{ commands: readonly Command[] }>();
const forward = computed(() => props.commands.find(({ id, when }) => id === 'forward' && when !== false));
const foot = computed(() => footOf(props.commands));
const unfolded = ref(false);
</script>

<template>
  <div class="keys">
    <CommandButton v-if="forward" class="next" primary :command="forward" />
    <CommandBar :commands="foot.atHand" />
    <ActButton quiet :aria-expanded="unfolded" data-testid="more-keys" @click="unfolded = !unfolded">{{
      unfolded ? 'less' : 'more …'
    }}</ActButton>
    <CommandBar v-if="unfolded" class="more" :commands="foot.more" />
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
  gap: 0 16px;
  padding: 8px 44px 10px;
  background: var(--card);
}
.more {
  flex-basis: 100%;
  border-top: 1px solid var(--card-line);
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
@media (max-width: 620px), (max-height: 520px) {
  .keys {
    gap: 0 8px;
    padding: 4px 16px;
  }
  .next {
    flex: 1 0 auto;
    min-height: var(--touch);
  }
  .keys :deep(.bar) {
    flex-wrap: nowrap;
    overflow-x: auto;
    flex: 1 1 0;
    min-width: 0;
  }
  .keys :deep(.bar > *) {
    flex: none;
  }
  .more {
    flex: 1 0 100% !important;
  }
}
@media (max-width: 480px) {
  .next {
    flex: 1 0 100%;
    min-height: 64px;
  }
}
</style>
