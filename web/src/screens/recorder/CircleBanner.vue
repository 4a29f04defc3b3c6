<script setup lang="ts">
import {
  applyEdits,
  deriveSequence,
  shortestCycle,
  type Edit,
  type KeptLine,
  type Model,
} from '@bemtor/core';
import { computed, onBeforeUnmount, onMounted } from 'vue';
import KeyHint from '../../components/KeyHint.vue';

/** A circle of needs is told as soon as the line that closes it is kept, with the one key that opens it again. */
const props = defineProps<{
  lines: readonly KeptLine[];
  edits: readonly Edit[];
  model: Model | null;
}>();
const emit = defineEmits<{ mend: [edit: Edit] }>();

const circle = computed(() => {
  if (!props.model || props.lines.length < 2) return null;
  const derived = deriveSequence([{ id: 'here', lines: props.lines }], props.model);
  if (!derived.ok) return null;
  const { sequence, evidence } = derived.value;
  const found = shortestCycle(applyEdits(sequence, props.edits).sequence);
  if (!found) return null;
  const texts = new Map(props.lines.map(({ id, text }) => [id, text]));
  const ids = found.needs.flatMap(
    (need) =>
      evidence[
        sequence.needs.findIndex(({ action, anyOf }) => action === need.action && anyOf[0] === need.anyOf[0])
      ] ?? [],
  );
  return { ...found, texts: [...new Set(ids)].map((id) => texts.get(id) ?? id) };
});
function mend(): void {
  const need = circle.value?.weakest;
  const before = need?.anyOf[0];
  if (need && before) emit('mend', { what: 'free', action: need.action, before });
}
/** A function key: letters belong to the line that is being typed. */
function onKey(event: KeyboardEvent): void {
  if (event.key !== 'F8' || !circle.value) return;
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
      ><KeyHint name="F8" />&nbsp;mend: no longer {{ circle.weakestWords }}</v-btn
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
