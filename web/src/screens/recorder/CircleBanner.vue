<script setup lang="ts">
import type { Derivation, Edit, KeptLine, Model, StandingEdit } from '@bemtor/core';
import { computed } from 'vue';
import { useLatest } from '../../composables/useLatest.ts';
import { circleInWorker } from '../../workers/planner.ts';
import CommandButton from '../../kit/CommandButton.vue';
import { useCommands } from '../../kit/useCommands.ts';

/** A circle of needs is told as soon as the line that closes it is kept, with the one key that opens it again. */
const props = defineProps<{
  lines: readonly KeptLine[];
  edits: readonly StandingEdit[];
  model: Model | null;
}>();
const emit = defineEmits<{ mend: [edit: Edit] }>();

const { answer: found } = useLatest<Pick<typeof props, 'lines' | 'edits' | 'model'>, Derivation['cycle']>(
  () => ({ lines: props.lines, edits: props.edits, model: props.model }),
  ({ lines, edits, model }) =>
    model && lines.length > 1
      ? circleInWorker(
          lines,
          edits.map(({ edit }) => edit),
          model,
        )
      : null,
  null,
);
const circle = computed(() => {
  if (!found.value) return null;
  const texts = new Map(props.lines.map(({ id, text }) => [id, text]));
  return { ...found.value, texts: found.value.lines.map((id) => texts.get(id) ?? id) };
});
function mend(): void {
  const need = circle.value?.weakest;
  const before = need?.anyOf[0];
  if (need && before) emit('mend', { what: 'free', action: need.action, before });
}
const { command } = useCommands(() => [
  {
    id: 'mend',
    keys: ['F10'],
    words: `mend: no longer ${circle.value?.weakestWords ?? ''}`,
    when: circle.value !== null,
    run: mend,
  },
]);
</script>

<template>
  <div v-if="circle" class="stop circle" role="alert" data-testid="circle">
    <p>
      A circle: {{ circle.words }} From the lines: {{ circle.texts.map((text) => `“${text}”`).join(', ') }}.
    </p>
    <CommandButton class="mend" :command="command('mend')" data-testid="mend" />
  </div>
</template>

<style scoped>
.circle {
  display: grid;
  gap: 8px;
  margin: 0 24px 8px;
}
.mend {
  justify-self: start;
}
</style>
