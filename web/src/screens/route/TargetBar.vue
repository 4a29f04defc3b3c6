<script setup lang="ts">
import type { Part, Sequence } from '@bemtor/core';
import { computed } from 'vue';
import KeyHint from '../../kit/KeyHint.vue';
import { findableTargets, type FoundTarget } from './targets.ts';
import TileButton from '../../kit/TileButton.vue';

/** Where to: the usual targets with a key each, those chosen, and a field that finds the rest by any name. */
const props = defineProps<{
  sequence: Sequence;
  offered: readonly Part[];
  targets: readonly string[];
  nameOf: (target: string) => string;
}>();
defineEmits<{ toggle: [target: string] }>();

const chosen = computed(() =>
  props.targets.filter((target) => !props.offered.some((part) => part.id === target)),
);
const found = computed(() => findableTargets(props.sequence, props.targets));
const matches = (_title: string, query: string, item?: { raw: FoundTarget }): boolean =>
  item?.raw.names.toLowerCase().includes(query.toLowerCase()) ?? false;
</script>

<template>
  <div class="targets">
    <h1 class="label">Targets</h1>
    <TileButton
      v-for="(part, i) in offered"
      :key="part.id"
      class="target"
      :class="{ on: targets.includes(part.id) }"
      :aria-pressed="targets.includes(part.id)"
      @click="$emit('toggle', part.id)"
    >
      <KeyHint :name="String(i + 1)" /> {{ part.name }}
    </TileButton>
    <TileButton
      v-for="target in chosen"
      :key="target"
      class="target on"
      aria-pressed="true"
      @click="$emit('toggle', target)"
    >
      {{ nameOf(target) }} ×
    </TileButton>
    <!-- A choice makes the field anew: it lets go of the focus, and the keys of the screen work again. -->
    <v-autocomplete
      :key="targets.join()"
      class="other"
      :items="found"
      :custom-filter="matches"
      label="other part"
      :model-value="null"
      @update:model-value="(target: string | null) => target && $emit('toggle', target)"
    />
  </div>
</template>

<style scoped>
.targets {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-bottom: 14px;
}
.targets .label {
  color: var(--on-mat);
  margin-right: 4px;
}
.target {
  padding: 0 14px 0 10px;
  border: 1px dashed var(--mat-line);
  border-radius: var(--radius);
  color: var(--soft-on-mat);
}
.target.on {
  border: 1.5px solid var(--copper-mat);
  color: var(--on-mat);
  font-weight: 500;
}
.other {
  flex: 1 0 150px;
  max-width: 220px;
}
</style>
