<script setup lang="ts">
import { lowerName, partNameOf, screwWords, threadWords, type TrayCell } from '@bemtor/core';
import { computed } from 'vue';
import ScrewGlyph from '../glyphs/ScrewGlyph.vue';

/** One cell of the tray: the recess drawn, the count large, the letter where a label would be. */
const props = withDefaults(
  defineProps<{
    cell: TrayCell;
    now?: boolean;
    figure?: string | null;
    note?: string | null;
    names?: ReadonlyMap<string, string> | null;
  }>(),
  { now: false, figure: null, note: null, names: null },
);
const captive = computed(() => props.cell.screw.captive === true);
const kind = computed(() =>
  [props.cell.screw.size, threadWords(props.cell.screw), props.figure && captive.value && 'captive']
    .filter(Boolean)
    .join(' '),
);
const parts = computed(
  () =>
    props.note ??
    props.cell.parts.map((part) => lowerName(props.names?.get(part) ?? partNameOf(part))).join(', '),
);
</script>

<template>
  <div
    class="cell"
    :class="{ now }"
    :aria-label="`Cell ${cell.letter}: ${cell.count} × ${screwWords(cell.screw)}`"
    role="group"
    :data-testid="`cell-${cell.letter}`"
  >
    <div class="top">
      <ScrewGlyph :drive="cell.screw.drive" :size="27" />
      <span class="count">{{ figure ?? cell.count - (cell.back ?? 0) }}</span>
      <span v-if="!figure" class="unit">{{
        captive ? 'captive' : cell.back ? `of ${cell.count}` : 'out'
      }}</span>
      <span class="letter">{{ cell.letter }}</span>
    </div>
    <p class="kind mono">{{ kind }}</p>
    <p class="parts">{{ parts }}</p>
  </div>
</template>

<style scoped>
.cell {
  background: var(--mat-raised);
  border: 2px solid transparent;
  border-radius: var(--radius);
  padding: 9px 11px 9px 10px;
  min-width: 0;
}
.cell.now {
  border-color: var(--copper-mat);
}
.top {
  display: flex;
  align-items: baseline;
  gap: 7px;
}
.top svg {
  align-self: center;
  flex: none;
}
.count {
  font: 600 32px/1 var(--label);
  white-space: nowrap;
}
.unit {
  font: 500 15px/1 var(--label);
  color: var(--soft-on-mat);
}
.letter {
  margin-left: auto;
  font: 600 26px/1 var(--label);
  color: var(--copper-mat);
}
.kind {
  margin-top: 6px;
  font-size: 13px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.parts {
  margin-top: 2px;
  font-size: 13px;
  line-height: 1.25;
  color: var(--soft-on-mat);
}
</style>
