<script setup lang="ts">
/** A page over the page, with a name: Escape closes it. */
const open = defineModel<boolean>({ required: true });
defineProps<{ title: string }>();
defineEmits<{ closed: [] }>();
</script>

<template>
  <v-dialog v-model="open" fullscreen :aria-label="title" @after-leave="$emit('closed')"><slot /></v-dialog>
</template>
