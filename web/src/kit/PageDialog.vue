<script setup lang="ts">
import { useTemplateRef } from 'vue';
import type { VDialog } from 'vuetify/components';
import { useDialogKeys } from './useDialogKeys.ts';

/** A page over the page, with a name: Escape closes it. */
const open = defineModel<boolean>({ required: true });
defineProps<{ title: string }>();
const emit = defineEmits<{ closed: []; keydown: [event: KeyboardEvent] }>();
useDialogKeys(open, useTemplateRef<VDialog>('dialog'), (event) => emit('keydown', event));
</script>

<template>
  <v-dialog ref="dialog" v-model="open" fullscreen :aria-label="title" @after-leave="$emit('closed')"
    ><slot
  /></v-dialog>
</template>
