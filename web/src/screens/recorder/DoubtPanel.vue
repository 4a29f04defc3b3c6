<script setup lang="ts">
import { entryWords, type Doubt, type Entry } from '@bemtor/core';
import { computed, nextTick, ref, watch } from 'vue';
import ActButton from '../../kit/ActButton.vue';

/**
 * Why a reading is in doubt. It stands beside the reading while the line is typed; the first Enter brings the
 * focus here, and one key answers.
 */
const props = defineProps<{ doubts: readonly Doubt[]; asking: boolean }>();
const emit = defineEmits<{ read: []; note: []; leave: []; answer: [entries: readonly Entry[]] }>();

const panel = ref<HTMLElement | null>(null);
watch(
  () => props.asking,
  async (asking) => {
    await nextTick();
    if (asking) panel.value?.focus();
  },
);
const mostKeys = 9;
const answers = computed(() => props.doubts.flatMap((doubt) => doubt.answers).slice(0, mostKeys));

function onKey(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey || event.target !== panel.value) return;
  const answer = answers.value[Number(event.key) - 1];
  if (answer) emit('answer', answer.entries);
  else if (event.key === 'Enter') emit('read');
  else if (event.key.toLowerCase() === 'n') emit('note');
  else if (event.key === 'Escape') emit('leave');
  else return;
  event.preventDefault();
  event.stopPropagation();
}
</script>

<template>
  <div
    ref="panel"
    class="doubts"
    :class="{ asking }"
    tabindex="-1"
    role="group"
    aria-label="In doubt"
    data-testid="doubts"
    @keydown="onKey"
  >
    <p v-for="doubt in doubts" :key="doubt.why" class="why">
      <span class="mark" aria-hidden="true">?</span> {{ doubt.why }}
    </p>
    <div v-if="asking" class="answers">
      <ActButton key-name="Enter" data-testid="doubt-read" @click="$emit('read')">as it is read</ActButton>
      <ActButton
        v-for="(answer, i) in answers"
        :key="i"
        :key-name="`${i + 1}`"
        :title="answer.entries.map((entry) => entryWords(entry)).join('; ')"
        :data-testid="`doubt-answer-${i + 1}`"
        @click="$emit('answer', answer.entries)"
      >
        {{ answer.words }}
      </ActButton>
      <ActButton key-name="N" data-testid="doubt-note" @click="$emit('note')">only a note</ActButton>
      <ActButton key-name="Esc" data-testid="doubt-leave" @click="$emit('leave')">write it again</ActButton>
    </div>
  </div>
</template>

<style scoped>
.doubts {
  margin: -2px 0 8px;
  padding: 2px 0 2px 12px;
  border-left: 4px solid var(--copper);
  outline: 0;
}
.doubts.asking {
  padding: 10px 12px;
  border: 2px solid var(--copper);
  border-left-width: 6px;
  border-radius: var(--radius);
  background: var(--card-raised);
}
.why {
  display: flex;
  align-items: baseline;
  gap: 8px;
  font-size: 17px;
  font-weight: 500;
}
.mark {
  font: 600 19px/1 var(--label);
  color: var(--copper-ink);
}
.answers {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 10px;
}
</style>
