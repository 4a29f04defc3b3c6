<script setup lang="ts">
import type { Entry, Reading, ShopWord } from '@bemtor/core';
import { computed, nextTick, onMounted, ref, watch } from 'vue';
import KeyHint from '../../kit/KeyHint.vue';
import DoubtPanel from './DoubtPanel.vue';
import { markLine } from './markLine.ts';
import ReadingChips from './ReadingChips.vue';
import TeachPanel from './TeachPanel.vue';
import TileButton from '../../kit/TileButton.vue';
import ActButton from '../../kit/ActButton.vue';
import MarkedField from '../../kit/MarkedField.vue';

/**
 * The bench line with its live reading above it. Words that were not understood are yellow behind the word,
 * both in the line and in the reading; what was taken from context is dashed.
 */
const props = defineProps<{
  reading: Reading;
  completion: string | null;
  /** For each word not understood, the nearest words known. */
  nearest: ReadonlyMap<string, readonly string[]>;
  /** A line that the last act makes likely, offered while nothing is typed. */
  offer: { line: string; words: string } | null;
  correcting: boolean;
  /** The line is in doubt and was entered: it waits for an answer. */
  asking: boolean;
  /** Why the last word could not be taught. */
  teachFault: string | null;
  placeholder: string;
}>();
const text = defineModel<string>({ required: true });
const emit = defineEmits<{
  keep: [];
  answer: [entries: readonly Entry[]];
  note: [];
  ask: [asking: boolean];
  teach: [word: ShopWord];
  complete: [];
  take: [];
  exchange: [word: string, by: string];
  key: [event: KeyboardEvent];
}>();

const field = ref<InstanceType<typeof MarkedField> | null>(null);
const pieces = computed(() => markLine(text.value, props.reading.spans));
const focus = () => field.value?.focus();
/** The word that is being taught. */
const taught = ref<string | null>(null);
/** A figure left over is no word to be taught. */
const firstUnread = computed(() => props.reading.unread.find((word) => /\p{L}/u.test(word)) ?? null);
watch(
  () => props.reading.unread,
  (unread) => {
    if (taught.value !== null && !unread.includes(taught.value)) endTeaching();
  },
);
function endTeaching(): void {
  taught.value = null;
  void nextTick(focus);
}
function leaveDoubt(): void {
  emit('ask', false);
  void nextTick(focus);
}
defineExpose({ focus, endTeaching });
onMounted(focus);

function onKey(event: KeyboardEvent): void {
  if (event.isComposing) return;
  emit('key', event);
  if (event.defaultPrevented) return;
  if (event.key === 'Enter' && !event.shiftKey) {
    event.preventDefault();
    emit('keep');
  } else if (event.key === 'F2' && firstUnread.value !== null) {
    event.preventDefault();
    taught.value = firstUnread.value;
  } else if (event.key === 'Tab' && !event.shiftKey && (props.completion || props.offer)) {
    event.preventDefault();
    if (props.completion) emit('complete');
    else emit('take');
  }
}
</script>

<template>
  <div class="line-area">
    <div class="reading" aria-live="polite" data-testid="reading">
      <TileButton v-if="offer && text === ''" class="chip offer" @click="$emit('take')">
        <KeyHint name="Tab" /> {{ offer.words }}
      </TileButton>
      <span v-if="reading.amends" class="chip amends">{{
        reading.amends === 'strike' ? 'strikes the last line' : 'puts the last step right'
      }}</span>
      <ReadingChips :entries="reading.entries" />
      <template v-for="(word, i) in reading.unread" :key="`u${i}`">
        <TileButton
          class="chip unread"
          title="Not understood; it is saved with the line. Teach it."
          :aria-label="`Teach the word ${word}`"
          :disabled="!/\p{L}/u.test(word)"
          :data-testid="`unread-${i}`"
          @click="taught = word"
        >
          {{ word }} <KeyHint v-if="word === firstUnread" name="F2" />
        </TileButton>
        <TileButton
          v-for="near in nearest.get(word) ?? []"
          :key="near"
          class="chip near"
          :aria-label="`Take ${near} for ${word}`"
          @click="$emit('exchange', word, near)"
        >
          {{ near }}?
        </TileButton>
      </template>
    </div>
    <TeachPanel
      v-if="taught !== null"
      :key="taught"
      :word="taught"
      :fault="teachFault"
      @teach="$emit('teach', $event)"
      @leave="endTeaching"
    />
    <DoubtPanel
      v-if="reading.doubts.length > 0 && text !== ''"
      :doubts="reading.doubts"
      :asking="asking"
      @read="$emit('answer', reading.entries)"
      @answer="$emit('answer', $event)"
      @note="$emit('note')"
      @leave="leaveDoubt"
    />
    <div class="field" :class="{ correcting }">
      <MarkedField
        ref="field"
        v-model="text"
        label="Bench line"
        data-testid="bench-line"
        :pieces="pieces"
        :placeholder="placeholder"
        @keydown="onKey"
      />
      <div class="keys">
        <ActButton v-if="completion" quiet key-name="Tab" tabindex="-1" @click="$emit('complete')">{{
          completion
        }}</ActButton>
        <ActButton
          quiet
          key-name="Enter"
          tabindex="-1"
          :disabled="reading.entries.length === 0"
          @click="$emit('keep')"
          >{{ correcting ? 'correct' : 'keep' }}</ActButton
        >
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
.reading :deep(.chip) {
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
.reading :deep(.chip small) {
  font: 600 13px/1 var(--label);
  color: var(--ink-soft);
}
.reading :deep(.chip.taken) {
  border-style: dashed;
  color: var(--ink-soft);
}
.reading :deep(.chip.note) {
  border-style: dotted;
}
.reading .chip.offer,
.reading .chip.near {
  border-style: dotted;
  color: var(--copper-ink);
  min-height: 40px;
}
.reading .chip.amends {
  border-color: var(--copper);
  color: var(--copper-ink);
}
.reading .chip.unread {
  min-height: 40px;
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
.keys {
  display: flex;
  gap: 14px;
  color: var(--ink-soft);
  margin-block: -10px;
}
@media (max-width: 620px), (max-height: 520px) {
  .line-area {
    padding: 4px 12px 10px;
  }
  .reading {
    max-height: 84px;
    overflow-y: auto;
    margin-bottom: 4px;
  }
  .field {
    padding: 8px 10px;
  }
}
@media (max-height: 520px) {
  .reading {
    flex-wrap: nowrap;
    overflow-x: auto;
  }
}
</style>
