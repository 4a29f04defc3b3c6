<script setup lang="ts">
import { computed } from 'vue';
import { unitOf, type Field, type Typed } from './instrument.ts';
import TextField from '../../kit/TextField.vue';

/** The fields of an instrument; two columns where an old part stands against a new one. */
const props = defineProps<{
  fields: readonly Field[];
  typed: Typed;
  faults: Readonly<Record<string, string>>;
}>();
const emit = defineEmits<{ set: [key: string, value: string] }>();

const sides = computed(() => {
  const sided = props.fields.some(({ key }) => key.startsWith('old.'));
  if (!sided) return [{ title: '', fields: props.fields }];
  return [
    { title: 'The old one', fields: props.fields.filter(({ key }) => key.startsWith('old.')) },
    { title: 'The one offered', fields: props.fields.filter(({ key }) => key.startsWith('new.')) },
  ];
});
</script>

<template>
  <div class="sides" :class="{ two: sides.length === 2 }">
    <fieldset v-for="side in sides" :key="side.title">
      <legend v-if="side.title">{{ side.title }}</legend>
      <template v-for="field in side.fields" :key="field.key">
        <v-textarea
          v-if="field.kind === 'paste'"
          class="mono paste"
          rows="4"
          spellcheck="false"
          :model-value="typed[field.key] ?? ''"
          :label="field.label"
          :placeholder="field.hint"
          :data-testid="`field-${field.key}`"
          @update:model-value="emit('set', field.key, $event)"
        />
        <v-select
          v-else-if="field.kind === 'choice'"
          :model-value="typed[field.key] ?? null"
          :label="field.label"
          :items="field.choices?.map(({ value, words }) => ({ value, title: words })) ?? []"
          :data-testid="`field-${field.key}`"
          @update:model-value="emit('set', field.key, $event ?? '')"
        />
        <v-checkbox
          v-else-if="field.kind === 'flag'"
          :model-value="typed[field.key] === 'yes'"
          :label="field.label"
          color="primary"
          hide-details
          :data-testid="`field-${field.key}`"
          @update:model-value="emit('set', field.key, $event ? 'yes' : '')"
        />
        <TextField
          v-else
          class="value"
          mono
          :model-value="typed[field.key] ?? ''"
          :label="field.label"
          :unit="unitOf(field.kind)"
          :placeholder="field.hint ?? ''"
          :fault="faults[field.key]"
          :data-testid="`field-${field.key}`"
          @update:model-value="emit('set', field.key, $event)"
        />
      </template>
    </fieldset>
  </div>
</template>

<style scoped>
.sides.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 26px;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 12px;
}
legend {
  font: 600 22px/1 var(--label);
  margin-bottom: 8px;
}
.value :deep(input) {
  font-size: 20px;
}
.paste :deep(textarea) {
  font-size: 13px;
}
@media (max-width: 640px) {
  .sides.two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
