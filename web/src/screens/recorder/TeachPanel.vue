<script setup lang="ts">
import type { ShopWord } from '@bemtor/core';
import { computed, nextTick, onMounted, ref } from 'vue';
import ActButton from '../../kit/ActButton.vue';
import TextField from '../../kit/TextField.vue';

/** Teaches a word that was not understood: it becomes a word of the shop, and the line is read again. */
const props = defineProps<{ word: string; fault: string | null }>();
const emit = defineEmits<{ teach: [word: ShopWord]; leave: [] }>();

/** `asks`: what it stands for has to be written. */
const choices = [
  { key: 'p', label: 'a part', asks: null },
  { key: 't', label: 'a tool', asks: null },
  { key: 's', label: 'a kind of screw', asks: 'e.g. PH0 M2x5' },
  { key: 'f', label: 'says nothing', asks: null },
  { key: 'w', label: 'the same as …', asks: 'a word that is known, e.g. display cable' },
] as const;
type Choice = (typeof choices)[number];

const panel = ref<HTMLElement | null>(null);
const field = ref<{ $el: HTMLElement } | null>(null);
const input = () => field.value?.$el.querySelector('input') ?? null;
const asked = ref<Choice | null>(null);
const means = ref('');
const longest = 60;
const word = computed(() => props.word.trim().toLowerCase().slice(0, longest));
onMounted(() => panel.value?.focus());

const standsFor: Readonly<Record<'p' | 't' | 'f', () => string>> = {
  p: () => word.value,
  t: () => 'tool',
  f: () => 'filler',
};
async function choose(choice: Choice): Promise<void> {
  if (choice.key === 's' || choice.key === 'w') {
    asked.value = choice;
    await nextTick();
    input()?.focus();
  } else emit('teach', { word: word.value, means: standsFor[choice.key]() });
}
function finish(): void {
  if (means.value.trim() !== '') emit('teach', { word: word.value, means: means.value.trim().toLowerCase() });
}
function onKey(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  const choice =
    event.target === input() ? undefined : choices.find(({ key }) => key === event.key.toLowerCase());
  if (event.key === 'Escape') emit('leave');
  else if (choice) void choose(choice);
  else return;
  event.preventDefault();
  event.stopPropagation();
}
</script>

<template>
  <div
    ref="panel"
    class="teach"
    tabindex="-1"
    role="group"
    :aria-label="`Teach the word ${word}`"
    data-testid="teach"
    @keydown="onKey"
  >
    <p>
      <span class="word">{{ word }}</span> is …
    </p>
    <div class="choices">
      <ActButton
        v-for="choice in choices"
        :key="choice.key"
        :key-name="choice.key.toUpperCase()"
        :aria-pressed="asked === choice"
        :data-testid="`teach-${choice.key}`"
        @click="choose(choice)"
      >
        {{ choice.label }}
      </ActButton>
      <ActButton key-name="Esc" data-testid="teach-leave" @click="$emit('leave')">cancel</ActButton>
    </div>
    <v-form v-if="asked" class="means" @submit.prevent="finish">
      <TextField
        ref="field"
        v-model="means"
        class="means-field"
        mono
        :maxlength="longest"
        :label="`What ${word} stands for`"
        :placeholder="asked.asks ?? ''"
        data-testid="teach-means"
      />
      <ActButton key-name="Enter" type="submit" :disabled="means.trim() === ''">teach it</ActButton>
    </v-form>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
  </div>
</template>

<style scoped>
.teach {
  margin-bottom: 10px;
  padding: 10px 12px;
  border: 2px solid var(--caution);
  border-left-width: 6px;
  border-radius: var(--radius);
  background: var(--card-raised);
  outline: 0;
}
.teach p {
  font-size: 17px;
}
.word {
  padding: 2px 7px;
  border-radius: 3px;
  background: var(--caution);
  color: var(--on-caution);
  font-weight: 600;
}
.choices,
.means {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 10px;
}
.means-field {
  flex: 1 1 220px;
}
.fault {
  margin-top: 8px;
}
</style>
