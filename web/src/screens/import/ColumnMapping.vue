<script setup lang="ts">
import type { CsvField, CsvMapping } from '@bemtor/core';

/** Which column of a table holds what; asked once for tables of one kind. */
const props = defineProps<{ columns: readonly string[]; mapping: CsvMapping }>();
const emit = defineEmits<{ change: [mapping: CsvMapping] }>();

const asked: readonly (readonly [field: CsvField, label: string])[] = [
  ['title', 'What is done'],
  ['part', 'Part'],
  ['count', 'How many'],
  ['screw', 'Kind of screw'],
  ['tool', 'Tool'],
  ['place', 'Where'],
  ['detail', 'More words'],
  ['cautions', 'Cautions'],
];
function choose(field: CsvField, column: string | null): void {
  const { [field]: _old, ...others } = props.mapping;
  emit('change', column === null ? others : { ...others, [field]: column });
}
</script>

<template>
  <div class="mapping" role="group" aria-label="Columns">
    <v-select
      v-for="[field, label] in asked"
      :key="field"
      :model-value="mapping[field] ?? null"
      :label="label"
      :items="columns"
      clearable
      density="compact"
      hide-details
      :data-testid="`map-${field}`"
      @update:model-value="choose(field, $event)"
    />
  </div>
</template>

<style scoped>
.mapping {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 10px;
}
</style>
