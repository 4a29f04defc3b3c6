<script setup lang="ts">
import type { Derivation, Edit, KeptLine, Model, StandingEdit } from '@bemtor/core';
import { computed, onBeforeUnmount, onMounted } from 'vue';
import KeyHint from '../../components/KeyHint.vue';
import { useLatest } from '../../composables/useLatest.ts';
import { circleInWorker } from '../../workers/planner.ts';

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
/** A function key: letters belong to the line that is being typed. */
function onKey(event: KeyboardEvent): void {
  if (event.key !== 'F10' || !circle.value) return;
  event.preventDefault();
  mend();
}
onMounted(() => window.addEventListener('keydown', onKey));
onBeforeUnmount(() => window.removeEventListener('keydown', onKey));
</script>

<template>
  <div v-if="circle" class="stop circle" role="alert" data-testid="circle">
    <p>
      A circle: {{ circle.words }} From the lines: {{ circle.texts.map((text) => `“${text}”`).join(', ') }}.
    </p>
    <v-btn variant="outlined" size="large" data-testid="mend" @click="mend"
      ><KeyHint name="F10" />&nbsp;mend: no longer {{ circle.weakestWords }}</v-btn
    >
  </div>
</template>

<style scoped>
.circle {
  display: grid;
  gap: 8px;
  margin: 0 24px 8px;
}
.circle :deep(.v-btn) {
  text-transform: none;
  letter-spacing: 0;
  white-space: normal;
  height: auto;
  min-height: var(--touch);
  justify-self: start;
}
</style>
