<script setup lang="ts">
import { actionWords, indexSequence, type Action, type Edit, type Sequence } from '@bemtor/core';
import { computed, ref, watch } from 'vue';
import KeyHint from '../../components/KeyHint.vue';
import { vFocusFirst } from '../../composables/focusFirst.ts';
import { answerTo, asks, standing, type Ask } from './editing.ts';

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
  <v-dialog v-model="open" :aria-label="asks[ask].label">
    <v-card v-focus-first class="edit" data-testid="edit-dialog">
      <v-card-title>{{ asks[ask].label }}</v-card-title>
      <v-card-subtitle>{{ title }}</v-card-subtitle>
      <v-card-text>
        <v-form @submit.prevent="keep">
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
          <div class="acts">
            <v-btn type="submit" class="act-button primary" variant="flat"
              >Keep&nbsp;<KeyHint name="Enter"
            /></v-btn>
            <v-btn class="act-button" variant="text" @click="open = false"
              >Leave it&nbsp;<KeyHint name="Esc"
            /></v-btn>
          </div>
        </v-form>
      </v-card-text>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.edit :deep(.v-card-title) {
  font: 600 28px/1.2 var(--label);
}
.acts {
  display: flex;
  gap: 12px;
  margin-top: 16px;
}
</style>
