<script setup lang="ts">
import type { Option } from '@bemtor/core';
import { computed, ref } from 'vue';
import AskDialog from '../../kit/AskDialog.vue';
import ActButton from '../../kit/ActButton.vue';

/** In what units of one model differ: each option with its values, such as Keyboard: plain, backlit. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{ options: readonly Option[] }>();
const emit = defineEmits<{ keep: [options: Option[]] }>();

interface Row {
  /** Of an option that is known: steps refer to it, so it stays when the words change. */
  readonly key: string | null;
  label: string;
  values: string[];
}
const rows = ref<Row[]>(props.options.map(({ key, label, values }) => ({ key, label, values: [...values] })));
const most = 20;
const slug = (label: string): string =>
  label
    .trim()
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 40);
const made = computed<Option[]>(() =>
  rows.value
    .filter(({ label, values }) => label.trim() !== '' || values.length > 0)
    .map(({ key, label, values }) => ({
      key: key ?? slug(label),
      label: label.trim(),
      values: values.map((value) => value.trim()).filter(Boolean),
    })),
);
const fault = computed(() => {
  const bare = made.value.find(({ label, key }) => label === '' || key === '');
  if (bare) return 'An option has no name.';
  const empty = made.value.find(({ values }) => values.length === 0);
  if (empty) return `${empty.label} has no values: name at least one and press Enter.`;
  const keys = made.value.map(({ key }) => key);
  const twice = made.value.find(({ key }, i) => keys.indexOf(key) !== i);
  return twice ? `${twice.label} is there twice.` : null;
});
function keep(): void {
  if (fault.value) return;
  emit('keep', made.value);
  open.value = false;
}
</script>

<template>
  <AskDialog v-model="open" title="Options" @submit="keep">
    <p class="soft">
      What units of this model may have or not. Steps can be for one value only; a unit whose value is not
      known yet is asked for it.
    </p>
    <div v-for="(row, i) in rows" :key="i" class="row">
      <v-text-field
        v-model="row.label"
        label="Option"
        maxlength="80"
        hide-details
        :data-testid="`option-${i}`"
      />
      <v-combobox
        v-model="row.values"
        label="Values, each with Enter"
        multiple
        chips
        closable-chips
        hide-details
        :data-testid="`option-values-${i}`"
      />
      <ActButton :aria-label="`Take out ${row.label || 'this option'}`" @click="rows.splice(i, 1)"
        >take out</ActButton
      >
    </div>
    <ActButton
      class="add"
      :disabled="rows.length >= most"
      data-testid="add-option"
      @click="rows.push({ key: null, label: '', values: [] })"
      >Another option</ActButton
    >
    <p v-if="fault" role="status">{{ fault }}</p>
    <template #acts>
      <ActButton primary type="submit" :disabled="fault !== null" data-testid="keep-options"
        >Keep them</ActButton
      >
      <ActButton @click="open = false">Cancel</ActButton>
    </template>
  </AskDialog>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 1fr 1.6fr auto;
  gap: 10px;
  align-items: start;
}
.soft {
  color: var(--ink-soft);
}
.add {
  justify-self: start;
}
</style>
