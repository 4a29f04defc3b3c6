<script setup lang="ts">
import type { ImportLine } from '@bemtor/core';
import { computed, ref } from 'vue';
import ActButton from '../../kit/ActButton.vue';
import CommandBar from '../../kit/CommandBar.vue';
import { useCommands } from '../../kit/useCommands.ts';
import { useCursor } from '../../kit/useCursor.ts';

/** Line by line: what it says, what was understood; each can be put right or left out before anything is kept. */
const props = defineProps<{
  lines: readonly ImportLine[];
  /** Left out by hand. */
  left: ReadonlySet<string>;
  wordsOf: (line: ImportLine) => readonly string[];
}>();
const emit = defineEmits<{ mend: [at: string, text: string]; leave: [at: string, isLeft: boolean] }>();

const cursor = useCursor(
  () => props.lines.length,
  () => document.querySelector('[data-testid=import-line].here'),
);
const { at } = cursor;
const editing = ref<string | null>(null);
const text = ref('');
const current = computed(() => props.lines[at.value] ?? null);
const isOpen = (line: ImportLine): boolean => line.problem !== null && !props.left.has(line.at);
const go = (place: number): void => cursor.move(place - at.value);
function nextProblem(): void {
  const later = props.lines.findIndex((line, i) => i > at.value && isOpen(line));
  const place = later >= 0 ? later : props.lines.findIndex(isOpen);
  if (place >= 0) go(place);
}
function edit(line: ImportLine | null): void {
  if (!line) return;
  editing.value = line.at;
  text.value = line.text;
}
function keep(): void {
  if (editing.value !== null && text.value.trim() !== '') emit('mend', editing.value, text.value.trim());
  editing.value = null;
}
const leave = (line: ImportLine | null): void => {
  if (line) emit('leave', line.at, !props.left.has(line.at));
};
const { commands } = useCommands(() => [
  ...cursor.arrows('line'),
  { id: 'problem', keys: ['n'], words: 'next to look at', run: nextProblem },
  { id: 'mend', keys: ['e', 'Enter'], words: 'put right', run: () => edit(current.value) },
  {
    id: 'leave',
    keys: ['x'],
    words: current.value && props.left.has(current.value.at) ? 'take in again' : 'leave out',
    run: () => leave(current.value),
  },
]);
</script>

<template>
  <CommandBar :commands="commands" arrows="choose" />
  <ol class="lines" aria-label="What was understood">
    <li
      v-for="(line, i) in lines"
      :key="line.at"
      class="line"
      :class="{ here: i === at, open: isOpen(line), left: left.has(line.at) }"
      data-testid="import-line"
    >
      <span class="mono at">{{ line.at }}</span>
      <v-text-field
        v-if="editing === line.at"
        v-model="text"
        autofocus
        label="As a bench line"
        density="compact"
        hide-details
        data-testid="mend-line"
        @keydown.enter.prevent="keep"
        @keydown.esc.stop="editing = null"
      />
      <div v-else class="said">
        <strong>{{ line.text }}</strong>
        <p v-if="line.problem" class="problem">{{ line.problem }}</p>
        <p class="soft">{{ wordsOf(line).join(' · ') }}</p>
      </div>
      <span class="acts">
        <ActButton quiet :aria-label="`Put ${line.at} right`" @click="(go(i), edit(line))"
          >put right</ActButton
        >
        <ActButton
          quiet
          :aria-label="left.has(line.at) ? `Take ${line.at} in` : `Leave ${line.at} out`"
          @click="(go(i), leave(line))"
          >{{ left.has(line.at) ? 'take in' : 'leave out' }}</ActButton
        >
      </span>
    </li>
  </ol>
</template>

<style scoped>
.lines {
  border-top: 1px solid var(--card-line);
}
.line {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr) auto;
  gap: 14px;
  align-items: center;
  padding: 8px 8px 8px 10px;
  border-bottom: 1px solid var(--card-line);
  border-left: 5px solid transparent;
  content-visibility: auto;
  contain-intrinsic-height: auto 62px;
}
.here {
  background: var(--card-raised);
  border-left-color: var(--copper);
}
.at {
  color: var(--ink-soft);
  font-size: 15px;
}
.said strong {
  font-weight: 500;
  font-size: 18px;
}
.left .said {
  text-decoration: line-through;
  opacity: 0.6;
}
.problem {
  font-weight: 600;
}
.problem::before {
  content: '! ';
}
.soft {
  font-size: 15px;
  color: var(--ink-soft);
}
.acts {
  display: flex;
  gap: 10px;
}
@media (max-width: 600px) {
  .line {
    grid-template-columns: 64px minmax(0, 1fr);
  }
  .acts {
    grid-column: 2;
  }
}
</style>
