<script setup lang="ts">
import { ref, watch } from 'vue';
import ActButton from '../../kit/ActButton.vue';
import AskDialog from '../../kit/AskDialog.vue';
import TextField from '../../kit/TextField.vue';

/** Asks for a few words: a note, or the reason why a step is left out. Typed or dictated, kept with Enter. */
const open = defineModel<boolean>({ required: true });
withDefaults(defineProps<{ question: string; keepWords: string; leaveWords: string; most?: number }>(), {
  most: 300,
});
const emit = defineEmits<{ keep: [text: string] }>();
const text = ref('');
watch(open, (now) => now && (text.value = ''));
function keep(): void {
  if (!text.value.trim()) return;
  emit('keep', text.value.trim());
  open.value = false;
}
</script>

<template>
  <AskDialog v-model="open" :title="question" :width="620" data-testid="words" @submit="keep">
    <TextField v-model="text" label="In a few words" :maxlength="most" />
    <template #acts>
      <ActButton primary type="submit" :disabled="!text.trim()">{{ keepWords }}</ActButton>
      <ActButton @click="open = false">{{ leaveWords }}</ActButton>
    </template>
  </AskDialog>
</template>
