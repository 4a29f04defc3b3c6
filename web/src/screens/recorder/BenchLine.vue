<script setup lang="ts">
import { entryChips, type Reading } from '@bemtor/core';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import KeyHint from '../../components/KeyHint.vue';
import { markLine } from './markLine.ts';

/**
 * The bench line with its live reading above it. Words that were not understood are yellow behind the word,
 * both in the line and in the reading; what was taken from context is dashed.
 */
const props = defineProps<{
  reading: Reading;
  completion: string | null;
  correcting: boolean;
  placeholder: string;
}>();
const text = defineModel<string>({ required: true });
const emit = defineEmits<{ keep: []; complete: []; key: [event: KeyboardEvent] }>();

const field = ref<HTMLTextAreaElement | null>(null);
const pieces = computed(() => markLine(text.value, props.reading.spans));
const focus = () => field.value?.focus();
defineExpose({ focus });
onMounted(focus);

watch(text, async () => {
  await nextTick();
  if (!field.value) return;
  field.value.style.height = 'auto';
  field.value.style.height = `${field.value.scrollHeight}px`;
});

function onKey(event: KeyboardEvent): void {
  if (event.isComposing) return;
  emit('key', event);
  if (event.defaultPrevented) return;
  if (event.key === 'Enter' && !event.shiftKey) {
    event.preventDefault();
    emit('keep');
  } else if (event.key === 'Tab' && !event.shiftKey && props.completion) {
    event.preventDefault();
    emit('complete');
  }
}
</script>

<template>
  <div class="line-area">
    <div class="reading" aria-live="polite" data-testid="reading">
      <div v-for="(entry, i) in reading.entries" :key="i" class="entry">
        <span
          v-for="(chip, j) in entryChips(entry)"
          :key="j"
          class="chip"
          :class="{ taken: chip.taken, note: entry.kind === 'note' }"
        >
          <small>{{ chip.label }}</small>{{ chip.value }}
        </span>
      </div>
      <span
        v-for="(word, i) in reading.unread"
        :key="`u${i}`"
        class="chip unread"
        title="Not understood; it is kept with the line"
        >{{ word }}</span
      >
    </div>
    <div class="field" :class="{ correcting }">
      <div class="written">
        <div class="mirror" aria-hidden="true">
          <span v-for="(piece, i) in pieces" :key="i" :class="{ unknown: piece.unknown }">{{
            piece.text
          }}</span>
        </div>
        <textarea
          ref="field"
          v-model="text"
          rows="1"
          maxlength="2000"
          spellcheck="false"
          autocapitalize="off"
          autocomplete="off"
          aria-label="Bench line"
          data-testid="bench-line"
          :placeholder="placeholder"
          @keydown="onKey"
        />
      </div>
      <div class="keys">
        <button v-if="completion" type="button" tabindex="-1" @click="$emit('complete')">
          <KeyHint name="Tab" /> {{ completion }}
        </button>
        <button type="button" tabindex="-1" :disabled="reading.entries.length === 0" @click="$emit('keep')">
          <KeyHint name="Enter" /> {{ correcting ? 'correct' : 'keep' }}
        </button>
      </div>
    </div>
  </div>
</template>

<style scoped>
.line-area {
  padding: 10px 22px 20px;
}
.reading {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  min-height: 40px;
  align-items: center;
  margin-bottom: 8px;
}
.entry {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding-right: 10px;
}
.chip {
  display: inline-flex;
  align-items: baseline;
  gap: 8px;
  min-height: 34px;
  padding: 5px 10px;
  border: 1.5px solid var(--ink);
  border-radius: 5px;
  font-size: 16px;
  font-weight: 500;
}
.chip small {
  font: 600 13px/1 var(--label);
  color: var(--ink-soft);
}
.chip.taken {
  border-style: dashed;
  color: var(--ink-soft);
}
.chip.note {
  border-style: dotted;
}
.chip.unread {
  background: var(--caution);
  color: var(--on-caution);
  border-color: var(--caution);
}
.field {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: end;
  gap: 14px;
  background: var(--card-raised);
  border: 2px solid var(--ink);
  border-radius: var(--radius);
  padding: 12px 14px;
}
.field:focus-within {
  border-color: var(--copper);
}
.field.correcting {
  border-style: dashed;
}
.mirror,
textarea {
  font: 400 20px/1.35 var(--mono);
  letter-spacing: 0;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.written {
  display: grid;
}
.mirror,
textarea {
  grid-area: 1 / 1;
}
.mirror {
  color: transparent;
  pointer-events: none;
}
.mirror .unknown {
  background: var(--caution);
  border-radius: 3px;
}
:root[data-theme='dark'] .mirror .unknown {
  background: #7a6212;
}
textarea {
  position: relative;
  width: 100%;
  display: block;
  border: 0;
  outline: 0;
  background: none;
  resize: none;
  padding: 0;
  margin: 0;
  max-height: 140px;
  caret-color: var(--copper);
}
textarea::placeholder {
  color: var(--ink-soft);
}
.keys {
  display: flex;
  gap: 14px;
  color: var(--ink-soft);
  font-size: 14px;
}
.keys button {
  white-space: nowrap;
  min-height: 28px;
}
.keys button:disabled {
  opacity: 0.5;
}
</style>
