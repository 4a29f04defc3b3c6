<script setup lang="ts">
import {
  commonParts,
  partNameOf,
  screwKind,
  screwWords,
  type KnownPart,
  type Screw,
  type TrayCell,
} from '@bemtor/core';
import { computed, ref } from 'vue';
import ScrewGlyph from '../../../glyphs/ScrewGlyph.vue';
import {
  actLine,
  counts,
  drives,
  lengths,
  paletteActs,
  screwLine,
  screwOfSize,
  threads,
  type PaletteAct,
  type PaletteState,
} from './paletteLine.ts';
import TileButton from '../../../kit/TileButton.vue';
import ActButton from '../../../kit/ActButton.vue';

/**
 * Recording by touch: the part in work stays, so that an act is one tap more, and screws are a kind and a
 * count. What is tapped is written as a bench line, and goes in as if typed.
 */
const props = defineProps<{
  known: readonly KnownPart[];
  cells: readonly TrayCell[];
  /** The part in work and those named before, newest first. */
  named: readonly string[];
}>();
const emit = defineEmits<{ keep: [line: string] }>();

const part = ref<string | null>(props.named[0] ?? null);
const screw = ref<Screw>(props.cells[props.cells.length - 1]?.screw ?? {});
const captive = ref(false);
const choosing = ref<'part' | 'under' | 'kind' | null>(null);
const under = ref<string | null>(null);
const search = ref('');

const nameOf = (id: string): string => props.known.find((known) => known.id === id)?.name ?? partNameOf(id);
const state = computed<PaletteState>(() => ({
  part: part.value,
  partName: part.value ? nameOf(part.value) : '',
  under: under.value ? nameOf(under.value) : null,
}));
/** This device's own parts first, then those that devices have. */
const parts = computed(() => {
  const ids = [...new Set([...props.named, ...props.known.map(({ id }) => id), ...commonParts])];
  const wanted = search.value.trim().toLowerCase();
  return wanted ? ids.filter((id) => nameOf(id).toLowerCase().includes(wanted)) : ids;
});
const nearParts = computed(() => parts.value.slice(0, 5));
const kinds = computed(() => props.cells.map(({ letter, screw: kind }) => ({ letter, screw: kind })));
const chosenKind = computed<Screw>(() => ({ ...screw.value, ...(captive.value ? { captive: true } : {}) }));
const kindWords = computed(() => screwWords(chosenKind.value) || 'kind not said');

function choosePart(id: string): void {
  if (choosing.value === 'under') under.value = id;
  else part.value = id;
  choosing.value = null;
  search.value = '';
}
function chooseKind(kind: Screw): void {
  const { captive: stays, ...rest } = kind;
  screw.value = rest;
  captive.value = stays === true;
}
function keepCount(count: number): void {
  emit('keep', screwLine(count, chosenKind.value, state.value));
  under.value = null;
}
function keepAct(act: PaletteAct): void {
  emit('keep', actLine(act, state.value));
}
const is = (kind: Screw): boolean => screwKind(kind) === screwKind(chosenKind.value);
</script>

<template>
  <div class="palette" data-testid="palette">
    <template v-if="choosing === 'part' || choosing === 'under'">
      <div class="row head">
        <v-text-field
          v-model="search"
          class="find"
          :label="choosing === 'under' ? 'Hidden by which part?' : 'Which part?'"
          placeholder="or type its name"
          data-testid="palette-find"
        />
        <ActButton @click="choosing = null">Back</ActButton>
      </div>
      <div class="row many">
        <TileButton v-for="id in parts" :key="id" :data-testid="`palette-part-${id}`" @click="choosePart(id)">
          {{ nameOf(id) }}
        </TileButton>
      </div>
    </template>
    <template v-else-if="choosing === 'kind'">
      <div class="row head">
        <strong>Kind of screw: {{ kindWords }}</strong
        ><ActButton @click="choosing = null">Done</ActButton>
      </div>
      <div class="row">
        <TileButton
          v-for="size in drives"
          :key="size"
          :aria-pressed="screw.size === size"
          @click="screw = { ...screw, ...screwOfSize(size) }"
        >
          {{ size }}
        </TileButton>
      </div>
      <div class="row">
        <TileButton
          v-for="thread in threads"
          :key="thread"
          :aria-pressed="screw.thread === thread"
          @click="screw = { ...screw, thread }"
        >
          {{ thread }}
        </TileButton>
      </div>
      <div class="row">
        <TileButton
          v-for="length in lengths"
          :key="length"
          :aria-pressed="screw.lengthMm === length"
          @click="screw = { ...screw, lengthMm: length }"
        >
          × {{ length }}
        </TileButton>
      </div>
    </template>
    <template v-else>
      <div class="row" aria-label="Part in work" role="group">
        <TileButton
          v-for="id in nearParts"
          :key="id"
          :aria-pressed="part === id"
          :data-testid="`palette-part-${id}`"
          @click="part = id"
        >
          {{ nameOf(id) }}
        </TileButton>
        <TileButton class="more" data-testid="palette-parts" @click="choosing = 'part'"
          >more parts</TileButton
        >
      </div>
      <div class="row" aria-label="Screws: kind" role="group">
        <TileButton
          v-for="kind in kinds"
          :key="kind.letter"
          :aria-pressed="is(kind.screw)"
          @click="chooseKind(kind.screw)"
        >
          <ScrewGlyph :drive="kind.screw.drive" :size="22" /> <b>{{ kind.letter }}</b>
          {{ screwWords(kind.screw) }}
        </TileButton>
        <TileButton class="more" data-testid="palette-kind" @click="choosing = 'kind'">
          {{ kinds.some((kind) => is(kind.screw)) ? 'another kind' : kindWords }}
        </TileButton>
        <TileButton :aria-pressed="captive" @click="captive = !captive">captive</TileButton>
        <TileButton
          :aria-pressed="under !== null"
          data-testid="palette-under"
          @click="under ? (under = null) : (choosing = 'under')"
        >
          {{ state.under ? `under ${state.under}` : 'hidden by…' }}
        </TileButton>
      </div>
      <div class="row counts" aria-label="Screws: how many come out" role="group">
        <TileButton
          v-for="count in counts"
          :key="count"
          class="count"
          :disabled="!part"
          :aria-label="`${count} screws out`"
          :data-testid="`palette-count-${count}`"
          @click="keepCount(count)"
        >
          {{ count }}
        </TileButton>
      </div>
      <div class="row" aria-label="Acts" role="group">
        <TileButton
          v-for="act in paletteActs"
          :key="act.key"
          :disabled="!act.free && !part"
          :data-testid="`palette-${act.key}`"
          @click="keepAct(act)"
        >
          {{ act.label }}
        </TileButton>
      </div>
    </template>
  </div>
</template>

<style scoped>
.palette {
  display: grid;
  gap: 8px;
  padding: 10px 22px 18px;
  max-height: 60vh;
  overflow-y: auto;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.row.counts {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(var(--touch), 1fr));
  gap: 6px;
}
.row.head {
  align-items: center;
  justify-content: space-between;
}
.row > .tile {
  justify-content: center;
  padding: 0 13px;
  border: 1.5px solid var(--card-line);
  background: var(--card-raised);
  font-size: 16px;
}
.row > .tile[aria-pressed='true'] {
  border-color: var(--copper);
  box-shadow: inset 0 0 0 1px var(--copper);
}
.row > .more {
  border-style: dashed;
}
.row > .count {
  font: 600 24px/1 var(--label);
  padding: 0;
}
.find {
  max-width: 420px;
}
</style>
