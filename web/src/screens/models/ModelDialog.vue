<script setup lang="ts">
import { forms, type ModelSummary } from '@bemtor/core';
import { computed, ref, watch } from 'vue';
import AskDialog from '../../kit/AskDialog.vue';
import type { ModelTold } from './tellModel.ts';
import ActButton from '../../kit/ActButton.vue';
import { shopFields } from '../../kit/shopFields.ts';

/** A model put right: its names and form, whether it is another spelling of one that is known, whether it is retired. */
const open = defineModel<boolean>({ required: true });
const props = defineProps<{ model: ModelSummary; models: readonly ModelSummary[] }>();
const emit = defineEmits<{
  correct: [names: ModelTold];
  retire: [reason: string];
  merge: [into: string | null, reason: string];
}>();

const formNames: readonly string[] = forms;
const maker = ref('');
const name = ref('');
const form = ref<string>(forms[0]);
const into = ref<string | null>(null);
const reason = ref('');
watch(
  () => props.model,
  (model) => {
    [maker.value, name.value, form.value] = [model.maker, model.name, model.form];
    into.value = model.mergedInto;
    reason.value = '';
  },
  { immediate: true },
);
const others = computed(() =>
  props.models
    .filter(({ code, mergedInto }) => code !== props.model.code && mergedInto === null)
    .map(({ code, maker: by, name: title }) => ({ value: code, title: `${by} ${title}, ${code}` })),
);
const isChanged = computed(
  () =>
    maker.value.trim() !== '' &&
    name.value.trim() !== '' &&
    (maker.value.trim() !== props.model.maker ||
      name.value.trim() !== props.model.name ||
      form.value !== props.model.form),
);
function keep(): void {
  if (!isChanged.value) return;
  emit('correct', { maker: maker.value.trim(), name: name.value.trim(), form: form.value });
  open.value = false;
}
function retire(): void {
  emit('retire', reason.value.trim());
  open.value = false;
}
function merge(to: string | null): void {
  emit('merge', to, reason.value.trim());
  open.value = false;
}
</script>

<template>
  <AskDialog v-model="open" :title="`Correct ${model.code}`" @submit="keep">
    <v-text-field v-model="maker" v-bind="shopFields.maker" />
    <v-text-field v-model="name" v-bind="shopFields.name" />
    <v-select v-model="form" label="Form" :items="formNames" />
    <p class="acts">
      <ActButton primary type="submit" :disabled="!isChanged">Keep it</ActButton>
      <ActButton @click="open = false">Cancel</ActButton>
    </p>
    <h3>Is it one that is known already?</h3>
    <p class="soft">
      Its units then follow the other’s sequences, and new ones are offered only the other. Jobs go on with
      what they follow; it can be parted again.
    </p>
    <v-select
      v-model="into"
      label="Another spelling of"
      :items="others"
      :disabled="model.mergedInto !== null"
      data-testid="merge-into"
    />
    <v-text-field v-model="reason" label="Why, in a few words" maxlength="300" />
    <template #acts>
      <ActButton v-if="model.mergedInto" data-testid="part" @click="merge(null)"
        >Part {{ model.code }} from {{ model.mergedInto }}</ActButton
      >
      <ActButton v-else :disabled="into === null" data-testid="merge" @click="merge(into)">{{
        into ? `Merge ${model.code} into ${into}` : 'Merge: choose the other first'
      }}</ActButton>
      <ActButton data-testid="retire" @click="retire">{{
        model.retired ? `Offer ${model.code} again` : `Retire ${model.code}: nobody brings one any more`
      }}</ActButton>
    </template>
  </AskDialog>
</template>

<style scoped>
h3 {
  font: 600 20px/1.2 var(--label);
}
.soft {
  color: var(--ink-soft);
}
.acts {
  display: flex;
  gap: 12px;
}
</style>
