<script setup lang="ts">
import type { Sequence } from '@bemtor/core';
import { computed, nextTick, ref, watch } from 'vue';
import Draggable from 'vuedraggable';
import ActGlyph from '../../glyphs/ActGlyph.vue';
import PictureStrip from '../../pictures/PictureStrip.vue';
import ScrewGlyph from '../../glyphs/ScrewGlyph.vue';
import type { ReviewNeed, ReviewRow } from './reviewRows.ts';
import ActButton from '../../kit/ActButton.vue';
import CursorRow from '../../kit/CursorRow.vue';

/** The acts in order, each with what it waits for; the one at hand is edited by keys, or dragged to its place. */
const props = defineProps<{
  rows: readonly ReviewRow[];
  sequence: Sequence;
  /** The act at hand, by its id; null where the list is only read. */
  at: string | null;
  marked: ReadonlySet<string>;
  /** What changed against the revision that stands, by act. */
  changed: ReadonlyMap<string, readonly string[]>;
}>();
const emit = defineEmits<{
  choose: [action: string];
  mark: [action: string];
  move: [action: string, to: number];
  free: [action: string, need: ReviewNeed];
}>();

const jointOf = computed(() => new Map(props.sequence.joints.map((joint) => [joint.id as string, joint])));

/** A device of hundreds of acts shows its first; the others come by a key, or where one of them is at hand. */
const piece = 80;
const more = ref(0);
const shown = computed(() => {
  const chosen = props.rows.findIndex(({ action }) => action.id === props.at);
  return props.rows.slice(0, Math.max(piece + more.value, chosen + piece / 2));
});

function dropped(event: { moved?: { element: ReviewRow; newIndex: number } }): void {
  if (event.moved) emit('move', event.moved.element.action.id, event.moved.newIndex);
}
watch(
  () => props.at,
  async (id) => {
    await nextTick();
    if (id) document.getElementById(`row-${id}`)?.scrollIntoView({ block: 'nearest' });
  },
);
</script>

<template>
  <Draggable
    :model-value="[...shown]"
    tag="ol"
    class="rows"
    :item-key="(row: ReviewRow) => row.action.id"
    handle=".handle"
    :disabled="at === null"
    @change="dropped"
  >
    <template #item="{ element: row, index: i }: { element: ReviewRow; index: number }">
      <CursorRow
        :id="`row-${row.action.id}`"
        data-testid="review-row"
        :data-action="row.action.id"
        :here="row.action.id === at"
        :class="{ marked: marked.has(row.action.id) }"
        @choose="$emit('choose', row.action.id)"
      >
        <span class="n handle" :title="at === null ? '' : 'Drag to another place'">{{ i + 1 }}</span>
        <span class="glyph">
          <ScrewGlyph
            v-if="jointOf.get(row.action.joint ?? '')?.type === 'screws'"
            :drive="jointOf.get(row.action.joint ?? '')?.screw?.drive"
            :size="24"
          />
          <ActGlyph
            v-else
            :verb="row.action.verb"
            :mechanism="jointOf.get(row.action.joint ?? '')?.mechanism ?? null"
            :size="26"
          />
        </span>
        <div>
          <strong>{{ row.words }}</strong>
          <ul>
            <li v-if="row.needs.length === 0" class="free">can come first</li>
            <li
              v-for="(need, j) in row.needs"
              :key="j"
              class="need"
              :class="need.basis"
              :title="need.evidence.length > 0 ? `Rests on: ${need.evidence.join(' / ')}` : need.ground"
            >
              <b>{{ need.basis }}</b> after {{ need.first }}
              <ActButton
                v-if="row.action.id === at && need.before && j < 9"
                quiet
                :key-name="String(j + 1)"
                :aria-label="`Take out: after ${need.first}`"
                data-testid="take-out"
                @click="$emit('free', row.action.id, need)"
                >take out</ActButton
              >
            </li>
            <li v-for="words in changed.get(row.action.id) ?? []" :key="words" class="change">{{ words }}</li>
          </ul>
          <PictureStrip :pictures="row.pictures" :about="() => `Photo: ${row.words}`" />
        </div>
      </CursorRow>
    </template>
    <template #footer>
      <li v-if="shown.length < rows.length" class="more">
        <ActButton quiet data-testid="more-rows" @click="more += piece"
          >{{ rows.length - shown.length }} more steps</ActButton
        >
      </li>
    </template>
  </Draggable>
</template>

<style scoped>
.rows {
  overflow-y: auto;
  padding: 0 28px 24px;
}
.rows > li {
  display: grid;
  grid-template-columns: 34px 34px 1fr;
  padding: 9px 0 10px 6px;
  border-bottom: 1px solid var(--card-line);
  border-left: 4px solid transparent;
}
.here {
  border-left-color: var(--copper) !important;
  background: var(--card-raised);
}
.marked .n {
  color: var(--copper);
  text-decoration: underline;
}
.n {
  font: 600 18px/1.4 var(--label);
  color: var(--ink-soft);
}
.handle {
  cursor: grab;
  touch-action: none;
}
.glyph {
  color: var(--ink-soft);
}
strong {
  font-weight: 600;
  font-size: 17px;
}
.rows ul {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 18px;
  margin-top: 1px;
  font-size: 15px;
  color: var(--ink-soft);
}
.need b {
  font: 600 14px/1 var(--label);
  color: var(--ink);
  border: 1.5px solid var(--ink-soft);
  border-radius: 4px;
  padding: 0 6px;
  margin-right: 4px;
}
.need.assumed b {
  border-style: dashed;
  color: var(--ink-soft);
}
.free {
  font-style: italic;
}
.change {
  flex-basis: 100%;
  color: var(--copper);
}
</style>
