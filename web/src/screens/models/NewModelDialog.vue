<script setup lang="ts">
import { forms } from '@bemtor/core';
import { computed, ref } from 'vue';
import AskDialog from '../../kit/AskDialog.vue';
import ActButton from '../../kit/ActButton.vue';
import { shopFields } from '../../kit/shopFields.ts';

/** A model that is new to the shop: its names and form; the rest is told on its page. */
const open = defineModel<boolean>({ required: true });
interface NewModel {
  readonly code: string;
  readonly maker: string;
  readonly name: string;
  readonly form: (typeof forms)[number];
}
const props = defineProps<{ make: (model: NewModel) => Promise<string | null> }>();
const emit = defineEmits<{ made: [code: string] }>();

const maker = ref('');
const name = ref('');
const code = ref('');
const form = ref<(typeof forms)[number]>(forms[0]);
const fault = ref<string | null>(null);
const isWhole = computed(() => [maker, name, code].every(({ value }) => value.trim() !== ''));
async function keep(): Promise<void> {
  if (!isWhole.value) return;
  const model = {
    ...{ maker: maker.value.trim(), name: name.value.trim(), code: code.value.trim() },
    form: form.value,
  };
  fault.value = await props.make(model);
  if (fault.value !== null) return;
  open.value = false;
  emit('made', model.code);
}
</script>

<template>
  <AskDialog v-model="open" title="A new model" @submit="keep">
    <v-text-field v-model="maker" v-bind="shopFields.maker" data-testid="model-maker" />
    <v-text-field v-model="name" v-bind="shopFields.name" data-testid="model-name" />
    <v-text-field
      v-model="code"
      v-bind="shopFields.code"
      label="Code, as it stands on the label"
      data-testid="model-code"
    />
    <v-select v-model="form" label="Form" :items="forms" />
    <p v-if="fault" class="stop" role="alert">{{ fault }}</p>
    <template #acts>
      <ActButton primary type="submit" :disabled="!isWhole">{{
        isWhole ? `Make ${code.trim()}` : 'Make it: maker, name and code are needed'
      }}</ActButton>
      <ActButton @click="open = false">Cancel</ActButton>
    </template>
  </AskDialog>
</template>
