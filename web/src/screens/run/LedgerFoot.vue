<script setup lang="ts">
import { lowerName, screwKind, sharedCells, type Ledger, type RunStep } from '@bemtor/core';
import { computed, nextTick, ref, watch } from 'vue';
import TrayCellCard from '../../components/TrayCellCard.vue';

/** The ledger at the foot: a cell for each kind, out of how many on the way down, back of how many on the way up. */
const props = defineProps<{
  ledger: Ledger;
  step: RunStep | null;
  names: ReadonlyMap<string, string>;
  up: boolean;
}>();

const cells = computed(() =>
  props.ledger.cells.map((cell) => {
    const rows = props.ledger.rows.filter((row) => row.letter === cell.letter);
    const sum = (pick: (row: (typeof rows)[number]) => number) =>
      rows.reduce((total, row) => total + pick(row), 0);
    const missing = sum((row) => row.counts.missing);
    const fresh = sum((row) => row.counts.new);
    const whole = rows.some((row) => row.expected === null) ? '?' : sum((row) => row.expected ?? 0);
    const figure = props.up
      ? `${sum((row) => row.counts.back + row.counts.new)} / ${whole}`
      : `${sum((row) => row.counts.out)} / ${whole}`;
    const parts = cell.parts.map((part) => lowerName(props.names.get(part) ?? part)).join(', ');
    const note = [parts, missing > 0 && `${missing} missing on arrival`, fresh > 0 && `${fresh} new`]
      .filter(Boolean)
      .join(', ');
    return { cell, figure, note };
  }),
);
/** Said only where fewer cells would do than there are kinds. */
const fewest = computed(() => {
  const cells = sharedCells(props.ledger.cells);
  const loose = props.ledger.cells.filter((cell) => !cell.screw.captive).length;
  return cells.length < loose
    ? `A small tray: ${cells.length === 1 ? 'one cell is' : `${cells.length} cells are`} enough, ${cells.map((letters) => letters.join(' + ')).join(', ')}. Look-alikes lie apart.`
    : '';
});
const nowKind = computed(() => (props.step?.joint?.screw ? screwKind(props.step.joint.screw) : null));

const cellsShown = ref<HTMLElement | null>(null);
/** The strip keeps the cell in use in view. */
watch(
  () => nowKind.value,
  () =>
    void nextTick(() =>
      cellsShown.value?.querySelector('.now')?.scrollIntoView({ block: 'nearest', inline: 'nearest' }),
    ),
);
</script>

<template>
  <div ref="cellsShown" class="foot" role="group" aria-label="Screw ledger" tabindex="0">
    <TrayCellCard
      v-for="{ cell, figure, note } in cells"
      :key="cell.letter"
      class="cell"
      :cell="cell"
      :figure="figure"
      :note="note"
      :now="cell.kind === nowKind"
    />
    <p v-if="fewest" class="fewest">{{ fewest }}</p>
  </div>
</template>

<style scoped>
.foot {
  display: flex;
  gap: 9px;
  padding: 12px 20px;
  border-top: 1px solid var(--mat-line);
  overflow-x: auto;
}
.fewest {
  flex: 0 0 190px;
  align-self: center;
  font-size: 14px;
  line-height: 1.3;
  color: var(--soft-on-mat);
}
.cell {
  flex: 0 0 168px;
}
@media (max-width: 620px), (max-height: 520px) {
  .foot {
    flex-wrap: wrap;
    padding-inline: 0;
  }
}
</style>
