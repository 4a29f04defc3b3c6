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
import KeyHint from '../../components/KeyHint.vue';
import ScrewGlyph from '../../glyphs/ScrewGlyph.vue';

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
  <v-dialog v-model="open" max-width="720">
    <section class="card differ" data-testid="differ" @keydown="onKey">
      <h2>{{ ask === 'blocked' ? 'What is in the way?' : 'What kind is here?' }}</h2>
      <p class="soft">
        {{
          ask === 'blocked'
            ? `“${step.title}” waits until it is off; the rest is planned again.`
            : `The sequence says ${screwWords(step.joint?.screw)}.`
        }}
      </p>
      <input
        v-model="typed"
        autofocus
        :aria-label="ask === 'blocked' ? 'Part in the way' : 'Kind of screw'"
        :placeholder="ask === 'blocked' ? 'name, or a number below' : 'e.g. PH0 M2x6'"
      />
      <template v-if="ask === 'blocked'">
        <div class="ways">
          <button v-for="(part, i) in keyed" :key="part.id" class="act-button" @click="blocked(part.id)">
            <KeyHint :name="String(i + 1)" /> {{ lowerName(part.name) }}
          </button>
          <button class="act-button" @click="blocked(null)"><KeyHint name="0" /> not known yet</button>
        </div>
      </template>
      <div v-else class="ways">
        <button v-for="cell in kinds" :key="cell.letter" class="act-button" @click="screw(cell.screw)">
          <ScrewGlyph :drive="cell.screw.drive" :size="22" /> as {{ cell.letter }},
          {{ screwWords(cell.screw) }}
        </button>
        <button v-if="read" class="act-button primary" @click="screw(read)">
          <KeyHint name="Enter" /> {{ screwWords(read) }}
        </button>
      </div>
      <button class="act-button leave" @click="open = false"><KeyHint name="Esc" /> leave it</button>
    </section>
  </v-dialog>
</template>

<style scoped>
.differ {
  padding: 24px 28px;
  border-radius: 9px;
  display: grid;
  gap: 14px;
}
h2 {
  font: 600 32px/1.1 var(--label);
}
.soft {
  color: var(--ink-soft);
  font-size: 18px;
}
input {
  min-height: 54px;
  padding: 0 14px;
  font-size: 20px;
  border: 1.5px solid var(--ink-soft);
  border-radius: var(--radius);
  background: var(--card-raised);
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.leave {
  justify-self: start;
}
</style>
