<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { useTemplateRef, watch } from 'vue';
import { vFocusFirst } from './focusFirst.ts';
import type { VDialog } from 'vuetify/components';
import { useDialogKeys } from './useDialogKeys.ts';

/**
 * A dialog with a name: what it is about in its title, what it asks or shows in its words, the answers below. It puts
 * the cursor into its first field, hears its keys from its first moment, and gives the focus back to where it came from.
 */
defineOptions({ inheritAttrs: false });
const open = defineModel<boolean>({ required: true });
const { width = 600 } = defineProps<{ title: string; width?: number }>();
const emit = defineEmits<{ shown: []; submit: []; keydown: [event: KeyboardEvent] }>();
useDialogKeys(open, useTemplateRef<VDialog>('dialog'), (event) => emit('keydown', event));

let cameFrom: Element | null = null;
watch(open, (now) => now && (cameFrom = document.activeElement), { immediate: true });
function giveBack(): void {
  if (cameFrom instanceof HTMLElement && cameFrom.isConnected && document.activeElement === document.body)
    cameFrom.focus({ preventScroll: true });
  cameFrom = null;
}
/** A list that is open over the dialog hears it first. */
useEventListener(window, 'keydown', ({ key }: KeyboardEvent) => {
  if (key === 'Escape' && open.value && !document.querySelector('.v-menu.v-overlay--active'))
    open.value = false;
});
</script>

<template>
  <v-dialog
    ref="dialog"
    v-model="open"
    :max-width="width"
    :aria-label="title"
    @after-enter="$emit('shown')"
    @after-leave="giveBack"
  >
    <div v-focus-first class="card ask" v-bind="$attrs">
      <h2>{{ title }}</h2>
      <v-form class="body" @submit.prevent="$emit('submit')">
        <slot />
        <p v-if="$slots['acts']" class="acts"><slot name="acts" /></p>
      </v-form>
    </div>
  </v-dialog>
</template>

<style scoped>
.ask {
  padding: 26px 30px;
  border-radius: 9px;
  overflow-y: auto;
}
.ask,
.body {
  display: grid;
  gap: 14px;
}
h2 {
  font: 600 32px/1.1 var(--label);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}
@media (max-width: 640px) {
  .ask {
    padding: 18px;
  }
}
</style>
