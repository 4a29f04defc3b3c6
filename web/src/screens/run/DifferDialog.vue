<script setup lang="ts">
import {
  emptyContext,
  lowerName,
  readLine,
  screwWords,
  type DifferedBody,
  type Ledger,
  type RunStep,
  type Sequence,
} from '@bemtor/core';
import { computed, ref, watch } from 'vue';
import ScrewGlyph from '../../glyphs/ScrewGlyph.vue';
import ActButton from '../../kit/ActButton.vue';
import AskDialog from '../../kit/AskDialog.vue';
import TextField from '../../kit/TextField.vue';

/** What is in the way, or what kind of screw is here: chosen by one key, or typed. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{
  ask: 'blocked' | 'screw';
  step: RunStep;
  sequence: Sequence;
  ledger: Ledger;
  /** Parts that are off already are not in the way. */
  off: ReadonlySet<string>;
}>();
const emit = defineEmits<{ found: [found: NonNullable<DifferedBody['found']>] }>();

const typed = ref('');
watch(open, () => (typed.value = ''));

const parts = computed(() => {
  const own = props.step.action?.part;
  return props.sequence.actions
    .filter((action) => action.verb === 'lift' && action.part !== own && !props.off.has(action.part))
    .map(({ part }) => ({ id: part, name: props.sequence.parts.find(({ id }) => id === part)?.name ?? part }))
    .filter(({ name }) => name.toLowerCase().includes(typed.value.trim().toLowerCase()));
});
const keyed = computed(() => parts.value.slice(0, 9));
const kinds = computed(() => {
  const now = props.step.joint?.screw ?? {};
  return props.ledger.cells.filter((cell) => screwWords(cell.screw) !== screwWords(now));
});
const read = computed(() => {
  const entry = readLine(`1 ${typed.value}`, { ...emptyContext([]), at: 0 }).entries[0];
  const screw = entry?.kind === 'undo' ? entry.joint.screw : null;
  return screw && Object.keys(screw).length > 0 ? screw : null;
});

function blocked(by: string | null): void {
  emit('found', { what: 'blocked', by });
  open.value = false;
}
function screw(kind: NonNullable<typeof read.value>): void {
  emit('found', { what: 'screw', screw: kind });
  open.value = false;
}
function onKey(event: KeyboardEvent): void {
  if (event.key === 'Enter') {
    event.preventDefault();
    if (props.ask === 'screw' && read.value) screw(read.value);
    if (props.ask === 'blocked' && typed.value.trim() && parts.value[0]) blocked(parts.value[0].id);
    return;
  }
  if (typed.value !== '') return;
  const part = props.ask === 'blocked' ? keyed.value[Number(event.key) - 1] : undefined;
  const cell =
    props.ask === 'screw' && event.key.length === 1
      ? kinds.value.find(({ letter }) => letter === event.key.toUpperCase() && event.shiftKey)
      : undefined;
  if (!part && !cell && !(props.ask === 'blocked' && event.key === '0')) return;
  event.preventDefault();
  if (part) blocked(part.id);
  else if (cell) screw(cell.screw);
  else blocked(null);
}
</script>

<template>
  <AskDialog
    v-model="open"
    :title="ask === 'blocked' ? 'What is in the way?' : 'What kind is here?'"
    :width="720"
    data-testid="differ"
    @keydown="onKey"
  >
    <p class="soft">
      {{
        ask === 'blocked'
          ? `“${step.title}” waits until it is off; the rest is planned again.`
          : `The sequence says ${screwWords(step.joint?.screw)}.`
      }}
    </p>
    <TextField
      v-model="typed"
      :label="ask === 'blocked' ? 'Part in the way' : 'Kind of screw'"
      :placeholder="ask === 'blocked' ? 'name, or a number below' : 'e.g. PH0 M2x6'"
    />
    <div v-if="ask === 'blocked'" class="ways">
      <ActButton
        v-for="(part, i) in keyed"
        :key="part.id"
        :key-name="String(i + 1)"
        @click="blocked(part.id)"
        >{{ lowerName(part.name) }}</ActButton
      >
      <ActButton key-name="0" @click="blocked(null)">not known yet</ActButton>
    </div>
    <div v-else class="ways">
      <ActButton v-for="cell in kinds" :key="cell.letter" @click="screw(cell.screw)">
        <ScrewGlyph :drive="cell.screw.drive" :size="22" /> as {{ cell.letter }}, {{ screwWords(cell.screw) }}
      </ActButton>
      <ActButton v-if="read" primary key-name="Enter" @click="screw(read)">{{ screwWords(read) }}</ActButton>
    </div>
    <template #acts><ActButton quiet key-name="Esc" @click="open = false">Cancel</ActButton></template>
  </AskDialog>
</template>

<style scoped>
.soft {
  color: var(--ink-soft);
  font-size: 18px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
</style>
