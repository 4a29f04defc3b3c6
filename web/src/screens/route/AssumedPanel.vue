<script setup lang="ts">
import type { Configuration, Option, PartDepth } from '@bemtor/core';
import { computed } from 'vue';
import { usualAssumed, type Assumed } from './usePlan.ts';

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
const valueOf = (event: Event): string => (event.target as HTMLInputElement | HTMLSelectElement).value;
</script>

<template>
  <details class="assumed" data-testid="assumptions">
    <summary><span class="label">Assumptions</span> {{ usual ? 'as usual' : 'changed' }}</summary>
    <label v-for="option in options" :key="option.key">
      {{ option.label }}
      <select :value="configuration[option.key] ?? ''" @change="$emit('set', option.key, valueOf($event))">
        <option value="" disabled>not known yet</option>
        <option v-for="value in option.values" :key="value" :value="value">{{ value }}</option>
      </select>
    </label>
    <label v-for="{ key, label } in weights" :key="key">
      {{ label }}
      <span
        ><input
          type="number"
          min="0"
          max="600"
          step="1"
          :value="assumed.weights[key]"
          @change="setWeight(key, valueOf($event))"
        />
        s</span
      >
    </label>
    <label>
      Side up at the start
      <select
        :value="assumed.startFace"
        @change="$emit('assume', { ...assumed, startFace: valueOf($event) === 'bottom' ? 'bottom' : 'top' })"
      >
        <option value="top">top</option>
        <option value="bottom">bottom</option>
      </select>
    </label>
    <label>
      Tool in hand
      <select
        :value="assumed.toolInHand ?? ''"
        @change="$emit('assume', { ...assumed, toolInHand: valueOf($event) || null })"
      >
        <option value="">none</option>
        <option v-for="tool in tools" :key="tool" :value="tool">{{ tool }}</option>
      </select>
    </label>
    <fieldset>
      <legend>Off already</legend>
      <button
        v-for="{ part, name } in parts"
        :key="part"
        type="button"
        :aria-pressed="assumed.off.includes(part)"
        :class="{ on: assumed.off.includes(part) }"
        @click="toggleOff(part)"
      >
        {{ name }}
      </button>
    </fieldset>
    <button v-if="!usual" type="button" class="reset" @click="$emit('assume', usualAssumed)">
      As usual again
    </button>
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
label {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 44px;
}
select,
input {
  min-height: 36px;
  min-width: 110px;
  padding: 0 8px;
  border: 1px solid var(--ink-soft);
  border-radius: 5px;
  background: var(--card-raised);
}
input {
  min-width: 76px;
  width: 76px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 6px 0 0;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
legend {
  padding: 0 0 6px;
}
fieldset button {
  min-height: 36px;
  padding: 0 10px;
  border: 1px dashed var(--ink-soft);
  border-radius: 5px;
  font-size: 14px;
}
fieldset .on {
  border: 1.5px solid var(--copper);
  text-decoration: line-through;
}
.reset {
  min-height: 44px;
  text-decoration: underline;
}
</style>
