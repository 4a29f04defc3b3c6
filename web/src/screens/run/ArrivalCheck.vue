<script setup lang="ts">
import { lowerName, screwWords, type LedgerRow } from '@bemtor/core';
import KeyHint from '../../kit/KeyHint.vue';
import ScrewGlyph from '../../glyphs/ScrewGlyph.vue';
import ActButton from '../../kit/ActButton.vue';
import CursorRow from '../../kit/CursorRow.vue';

/** What was missing on arrival, per group of outside screws. */
defineProps<{
  rows: readonly LedgerRow[];
  at: number;
  names: ReadonlyMap<string, string>;
  hint: string | null;
}>();
defineEmits<{ choose: [index: number]; set: [row: LedgerRow, total: number] }>();
</script>

<template>
  <div class="arrival">
    <p v-if="hint" class="hint" data-testid="arrival-hint">The recording of this unit says: {{ hint }}.</p>
    <ul>
      <CursorRow v-for="(row, i) in rows" :key="row.joint" :here="i === at" @choose="$emit('choose', i)">
        <ScrewGlyph :drive="row.screw.drive" :size="34" />
        <span class="words">
          <strong
            >{{ names.get(row.part) }}<template v-if="row.where">, {{ row.where }}</template></strong
          >
          <small>{{ row.expected ?? '?' }} × {{ screwWords(row.screw) }}, cell {{ row.letter }}</small>
        </span>
        <ActButton
          square
          :aria-label="`One fewer missing of ${lowerName(names.get(row.part) ?? '')}`"
          :disabled="row.counts.missing === 0"
          @click="$emit('set', row, row.counts.missing - 1)"
        >
          −
        </ActButton>
        <span
          class="figure"
          :class="{ none: row.counts.missing === 0 }"
          :aria-label="`${row.counts.missing} missing`"
          >{{ row.counts.missing }}</span
        >
        <ActButton
          square
          :aria-label="`One more missing of ${lowerName(names.get(row.part) ?? '')}`"
          :disabled="row.counts.missing >= (row.expected ?? 200)"
          @click="$emit('set', row, row.counts.missing + 1)"
        >
          +
        </ActButton>
      </CursorRow>
    </ul>
    <p class="keys">
      <KeyHint name="↑" /> <KeyHint name="↓" /> choose <span /> <KeyHint name="M" /> one missing <span />
      <KeyHint name="−" /> one fewer
    </p>
  </div>
</template>

<style scoped>
.arrival {
  max-width: 820px;
}
.hint {
  border-left: 4px solid var(--copper);
  background: var(--card-raised);
  padding: 10px 14px;
  font-size: 20px;
  margin-bottom: 10px;
}
li {
  display: flex;
  align-items: center;
  gap: 16px;
  min-height: 66px;
  padding: 4px 12px;
  border-bottom: 1px solid var(--card-line);
  border-left: 4px solid transparent;
}
li.here {
  border-left-color: var(--copper);
  background: var(--card-raised);
}
.words {
  flex: 1;
  font-size: 22px;
  line-height: 1.2;
}
.words small {
  display: block;
  font-size: 17px;
  color: var(--ink-soft);
}
.figure {
  width: 42px;
  text-align: center;
}
.none {
  color: var(--ghost);
}
.keys {
  margin-top: 12px;
  color: var(--ink-soft);
}
.keys span {
  margin-right: 16px;
}
</style>
