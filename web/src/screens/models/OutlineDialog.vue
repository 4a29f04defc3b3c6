<script setup lang="ts">
import type { Outline } from '@bemtor/core';
import { ref } from 'vue';
import AskDialog from '../../kit/AskDialog.vue';
import OutlineFields from './OutlineFields.vue';
import ActButton from '../../kit/ActButton.vue';

/** The measures of a model, kept or taken out. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{ outline: Outline | null; name: string }>();
const emit = defineEmits<{ keep: [outline: Outline | null] }>();
const measured = ref<Outline | null>(props.outline);
const valid = ref(true);
function keep(): void {
  if (!valid.value) return;
  emit('keep', measured.value);
  open.value = false;
}
</script>

<template>
  <AskDialog v-model="open" :title="`How large is the ${name}?`" @submit="keep">
    <p>Closed, as it lies on the bench. Points on the mat and the mat on paper follow it.</p>
    <OutlineFields v-model="measured" @valid="valid = $event" />
    <template #acts>
      <ActButton primary type="submit" :disabled="!valid" data-testid="keep-outline">{{
        measured ? 'Keep it' : outline ? 'Take the measures out' : 'Width and depth are missing'
      }}</ActButton>
      <ActButton @click="open = false">Cancel</ActButton>
    </template>
  </AskDialog>
</template>
