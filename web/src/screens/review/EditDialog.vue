<script setup lang="ts">
import { actionWords, indexSequence, type Action, type Edit, type Sequence } from '@bemtor/core';
import { computed, ref, watch } from 'vue';
import { answerTo, asks, standing, type Ask } from './editing.ts';
import ActButton from '../../kit/ActButton.vue';
import AskDialog from '../../kit/AskDialog.vue';

/** One thing about an act, asked for and kept by Enter; what is wrong with an answer is said below it. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  ask: Ask;
  action: Action;
  sequence: Sequence;
  /** The acts that a split is about. */
  marked: readonly string[];
}>();
const emit = defineEmits<{ edits: [edits: readonly Edit[]] }>();

const typed = ref<string | null>('');
const fault = ref('');
watch(
  open,
  (isOpen) => {
    if (!isOpen) return;
    typed.value = standing(props.sequence, props.action, props.ask);
    fault.value = '';
  },
  { immediate: true },
);
const index = computed(() => indexSequence(props.sequence));
const title = computed(() => actionWords(index.value, props.action));
const choices = computed(() =>
  props.ask === 'join'
    ? props.sequence.parts
        .filter(({ id }) => id !== props.action.part)
        .map(({ id, name }) => ({ value: id as string, title: name }))
    : props.sequence.actions
        .filter(({ id }) => id !== props.action.id)
        .map((action) => ({ value: action.id as string, title: actionWords(index.value, action) })),
);

function keep(): void {
  const answer = answerTo(props.sequence, props.action, props.ask, typed.value ?? '', props.marked);
  if (!answer.ok) {
    fault.value = answer.fault;
    return;
  }
  emit('edits', answer.edits);
  open.value = false;
}
</script>

<template>
  <AskDialog v-model="open" :title="asks[ask].label" data-testid="edit-dialog" @submit="keep">
    <p class="soft">{{ title }}</p>
    <v-autocomplete
      v-if="ask === 'pin' || ask === 'join'"
      v-model="typed"
      :items="choices"
      :label="asks[ask].hint"
      :error-messages="fault"
      :hide-details="false"
      auto-select-first
    />
    <v-text-field
      v-else
      v-model="typed"
      :aria-label="asks[ask].label"
      :hint="asks[ask].hint"
      :error-messages="fault"
      :hide-details="false"
      persistent-hint
    />
    <template #acts>
      <ActButton primary key-name="Enter" type="submit">Keep</ActButton>
      <ActButton key-name="Esc" @click="open = false">Cancel</ActButton>
    </template>
  </AskDialog>
</template>

<style scoped>
.soft {
  color: var(--ink-soft);
}
</style>
