<script setup lang="ts">
import type { Configuration, Option, PartDepth } from '@bemtor/core';
import { computed } from 'vue';
import { usualAssumed, type Assumed } from './usePlan.ts';
import ActButton from '../../kit/ActButton.vue';
import ChoiceRow from '../../kit/ChoiceRow.vue';
import TextField from '../../kit/TextField.vue';

/** What the plan takes for granted: the unit's options, what handling costs, how the unit lies there now. */
const props = defineProps<{
  options: readonly Option[];
  configuration: Configuration;
  assumed: Assumed;
  tools: readonly string[];
  parts: readonly PartDepth[];
}>();
const emit = defineEmits<{ set: [key: string, value: string]; assume: [assumed: Assumed] }>();

const weights = [
  { key: 'toolChange', label: 'Tool change' },
  { key: 'flip', label: 'Turning over' },
  { key: 'resume', label: 'Coming back to a part' },
] as const;
const usual = computed(() => JSON.stringify(props.assumed) === JSON.stringify(usualAssumed));

function setWeight(key: (typeof weights)[number]['key'], text: string): void {
  const value = Number(text);
  if (text !== '' && Number.isFinite(value) && value >= 0 && value <= 600)
    emit('assume', { ...props.assumed, weights: { ...props.assumed.weights, [key]: value } });
}
const toggleOff = (part: string) =>
  emit('assume', {
    ...props.assumed,
    off: props.assumed.off.includes(part)
      ? props.assumed.off.filter((other) => other !== part)
      : [...props.assumed.off, part],
  });
</script>

<template>
  <details class="assumed" data-testid="assumptions">
    <summary><span class="label">Assumptions</span> {{ usual ? 'as usual' : 'changed' }}</summary>
    <v-select
      v-for="option in options"
      :key="option.key"
      :model-value="configuration[option.key] ?? null"
      :label="option.label"
      placeholder="not known yet"
      :items="[...option.values]"
      :data-testid="`option-${option.key}`"
      @update:model-value="$emit('set', option.key, $event ?? '')"
    />
    <TextField
      v-for="{ key, label } in weights"
      :key="key"
      type="number"
      min="0"
      max="600"
      :label="label"
      unit="s"
      :model-value="String(assumed.weights[key])"
      @update:model-value="setWeight(key, $event)"
    />
    <v-select
      label="Side up at the start"
      :items="['top', 'bottom']"
      :model-value="assumed.startFace"
      @update:model-value="$emit('assume', { ...assumed, startFace: $event === 'bottom' ? 'bottom' : 'top' })"
    />
    <v-select
      label="Tool in hand"
      :items="[{ value: null, title: 'none' }, ...tools.map((value) => ({ value, title: value }))]"
      :model-value="assumed.toolInHand ?? null"
      @update:model-value="$emit('assume', { ...assumed, toolInHand: $event })"
    />
    <ChoiceRow
      label="Off already"
      :choices="parts.map(({ part, name }) => ({ value: part, words: name }))"
      :chosen="assumed.off"
      @choose="toggleOff"
    />
    <ActButton v-if="!usual" quiet @click="$emit('assume', usualAssumed)">as usual again</ActButton>
  </details>
</template>

<style scoped>
summary {
  min-height: 40px;
  display: flex;
  align-items: center;
  gap: 10px;
  cursor: pointer;
  border-bottom: 1px solid var(--ink);
  margin-bottom: 7px;
  color: var(--ink-soft);
}
summary::before {
  content: '+';
  font: 600 20px/1 var(--label);
  color: var(--ink);
}
[open] summary::before {
  content: '−';
}
.assumed[open] {
  display: grid;
  gap: 14px;
}
</style>
