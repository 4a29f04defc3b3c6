<script setup lang="ts">
import { computed } from 'vue';
import { unitOf, type Field, type Typed } from './instrument.ts';

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
const onInput = (key: string, event: Event): void =>
  emit('set', key, (event.target as HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement).value);
const onFlag = (key: string, event: Event): void =>
  emit('set', key, (event.target as HTMLInputElement).checked ? 'yes' : '');
</script>

<template>
  <div class="sides" :class="{ two: sides.length === 2 }">
    <fieldset v-for="side in sides" :key="side.title">
      <legend v-if="side.title">{{ side.title }}</legend>
      <label v-for="field in side.fields" :key="field.key" :class="field.kind">
        <span class="name">{{ field.label }}</span>
        <textarea
          v-if="field.kind === 'paste'"
          rows="4"
          spellcheck="false"
          class="mono"
          :value="typed[field.key] ?? ''"
          :data-testid="`field-${field.key}`"
          :placeholder="field.hint"
          @input="onInput(field.key, $event)"
        />
        <select
          v-else-if="field.kind === 'choice'"
          :value="typed[field.key] ?? ''"
          :data-testid="`field-${field.key}`"
          @change="onInput(field.key, $event)"
        >
          <option value="" disabled>choose</option>
          <option v-for="choice in field.choices" :key="choice.value" :value="choice.value">
            {{ choice.words }}
          </option>
        </select>
        <input
          v-else-if="field.kind === 'flag'"
          type="checkbox"
          :checked="typed[field.key] === 'yes'"
          :data-testid="`field-${field.key}`"
          @change="onFlag(field.key, $event)"
        />
        <span v-else class="value">
          <input
            :value="typed[field.key] ?? ''"
            :aria-invalid="faults[field.key] !== undefined"
            :data-testid="`field-${field.key}`"
            :placeholder="field.hint ?? ''"
            autocomplete="off"
            @input="onInput(field.key, $event)"
          />
          <span class="unit">{{ unitOf(field.kind) }}</span>
        </span>
        <small v-if="faults[field.key]" role="alert">{{ faults[field.key] }}</small>
      </label>
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
  gap: 2px;
}
legend {
  font: 600 22px/1 var(--label);
  margin-bottom: 8px;
}
label {
  display: grid;
  grid-template-columns: minmax(110px, 190px) 1fr;
  align-items: center;
  gap: 4px 12px;
  min-height: 54px;
  border-bottom: 1px solid var(--card-line);
}
.name {
  font: 500 18px/1.15 var(--label);
}
.value {
  display: flex;
  align-items: baseline;
  gap: 8px;
  min-width: 0;
}
input:not([type='checkbox']),
textarea,
select {
  width: 100%;
  min-height: 44px;
  padding: 4px 10px;
  border: 0;
  border-radius: var(--radius);
  background: var(--card-raised);
  box-shadow: inset 0 -1.5px 0 var(--ink-soft);
  font: 500 22px/1.2 var(--mono);
  color: var(--ink);
}
::placeholder {
  font-size: 14px;
  color: var(--ink-soft);
}
textarea {
  font-size: 13px;
}
.paste {
  grid-template-columns: 1fr;
  padding-block: 8px;
}
.unit {
  width: 46px;
  flex: none;
  color: var(--ink-soft);
}
input[type='checkbox'] {
  width: 26px;
  height: 26px;
}
input[aria-invalid='true'] {
  box-shadow: inset 0 -2.5px 0 var(--stop);
}
small {
  grid-column: 1 / -1;
  padding-bottom: 6px;
}
</style>
