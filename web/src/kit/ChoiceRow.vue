<script setup lang="ts" generic="T extends string | number | null">
import KeyHint from './KeyHint.vue';
import TileButton from './TileButton.vue';

/** A few answers side by side, of which one holds, or several: each a button that is pressed in. */
defineProps<{
  label: string;
  /** The key that goes on to the next of them. */
  keyName?: string;
  choices: readonly {
    readonly value: T;
    readonly words: string;
    readonly detail?: string;
    readonly testid?: string;
  }[];
  chosen: T | readonly T[] | undefined;
}>();
defineEmits<{ choose: [value: T] }>();
const isIn = (value: T, chosen: T | readonly T[] | undefined): boolean =>
  Array.isArray(chosen) ? chosen.includes(value) : value === chosen;
</script>

<template>
  <fieldset class="choices">
    <legend><KeyHint v-if="keyName" :name="keyName" /> {{ label }}</legend>
    <TileButton
      v-for="{ value, words, detail, testid } in choices"
      :key="value ?? ''"
      class="choice"
      :class="{ unknown: value === null }"
      :aria-pressed="isIn(value, chosen)"
      :data-testid="testid"
      @click="$emit('choose', value)"
      ><span
        >{{ words }}<small v-if="detail">{{ detail }}</small></span
      ></TileButton
    >
  </fieldset>
</template>

<style scoped>
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 7px;
  min-width: 0;
  margin: 0;
  padding: 0;
  border: 0;
}
legend {
  margin-bottom: 5px;
  font: 600 16px/1.2 var(--label);
  color: var(--ink-soft);
}
.mat-bound legend {
  color: var(--soft-on-mat);
}
.choice {
  min-width: var(--touch);
  border: 1.5px solid var(--card-line);
  font-size: 16px;
}
.mat-bound .choice {
  min-width: var(--touch);
  border-color: var(--mat-line);
}
.choice[aria-pressed='true'] {
  border: 2px solid var(--ring);
  font-weight: 600;
}
.choice:has(small) {
  max-width: 300px;
}
small {
  display: block;
  font-weight: 400;
  color: var(--ink-soft);
}
.unknown {
  border-style: dashed;
  color: var(--ink-soft);
}
</style>
