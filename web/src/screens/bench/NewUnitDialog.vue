<script setup lang="ts">
import { forms, type Form, type ModelSummary } from '@bemtor/core';
import { v7 as uuidv7 } from 'uuid';
import { computed, ref, shallowRef, watch } from 'vue';
import { read } from '../../api/client.ts';
import { askShop, saidHere, type Outcome } from '../../api/shopLog.ts';
import { modelHere } from '../../api/unitsHere.ts';
import ActButton from '../../kit/ActButton.vue';
import AskDialog from '../../kit/AskDialog.vue';
import { shopFields } from '../../kit/shopFields.ts';
import TextField from '../../kit/TextField.vue';

/** A unit arrives: its ticket number and its model, known or new; everything else is asked at intake. */
const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ arrived: [id: string] }>();

const label = ref('');
const code = ref<string | null>(null);
const fresh = ref({ maker: '', name: '', code: '', form: 'notebook' as Form });
const models = shallowRef<readonly ModelSummary[]>([]);
const fault = ref<string | null>(null);
const busy = ref(false);
let id = uuidv7();

watch(open, async (now) => {
  if (!now) return;
  id = uuidv7();
  label.value = '';
  code.value = fault.value = null;
  try {
    const known = (await read<{ models: ModelSummary[] }>('/models')).value.models;
    models.value = [...known, ...madeHere(known)].filter((model) => !model.retired && !model.mergedInto);
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error);
  }
});
/** Models that were made at this device and that the server has not heard of. */
const madeHere = (known: readonly ModelSummary[]): ModelSummary[] =>
  saidHere().flatMap(({ body }) =>
    body.kind === 'model-made' && !known.some((model) => model.code === body.code)
      ? (modelHere(null, body.code) ?? [])
      : [],
  );
const isNew = computed(() => code.value === 'new');
const choices = computed(() => [
  ...models.value.map((model) => ({
    value: model.code,
    title: `${model.maker} ${model.name}, ${model.code}${model.revision === null ? ', not recorded' : ''}`,
  })),
  { value: 'new', title: 'new to the shop …' },
]);
/** What is still missing before it can be taken down. */
const why = computed(() => {
  if (label.value.trim() === '') return 'Still needed: the ticket';
  if (code.value === null) return 'Still needed: the model';
  const empty = isNew.value && Object.entries(fresh.value).find(([, value]) => value.trim() === '');
  return empty ? `Still needed: the ${empty[0]} of the model` : null;
});

async function arrive(): Promise<void> {
  if (why.value || busy.value) return;
  busy.value = true;
  fault.value = null;
  try {
    const { form, ...names } = fresh.value;
    const [maker, name, made] = [names.maker.trim(), names.name.trim(), names.code.trim()];
    if (isNew.value) await accepted(askShop({ kind: 'model-made', code: made, maker, name, form }));
    const model = isNew.value ? made : (code.value ?? '');
    await accepted(askShop({ kind: 'unit-arrived', unit: id, label: label.value.trim(), model }));
    open.value = false;
    emit('arrived', id);
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error);
  } finally {
    busy.value = false;
  }
}
/** What is refused is put right here, and said anew; what the server has not heard of waits on this device. */
async function accepted(telling: Promise<Outcome>): Promise<void> {
  const outcome = await telling;
  if (outcome.state === 'refused') throw new Error(outcome.problem.detail);
}
</script>

<template>
  <AskDialog v-model="open" title="A unit arrives" :width="620" data-testid="new-unit" @submit="arrive">
    <TextField v-model="label" v-bind="shopFields.label" placeholder="SK-0416" />
    <v-autocomplete
      v-model="code"
      label="Model"
      :items="choices"
      auto-select-first
      data-testid="new-unit-model"
      @update:model-value="fault = null"
    />
    <div v-if="isNew" class="fresh">
      <TextField v-model="fresh.maker" v-bind="shopFields.maker" />
      <TextField v-model="fresh.name" v-bind="shopFields.name" />
      <TextField v-model="fresh.code" mono v-bind="shopFields.code" />
      <v-select v-model="fresh.form" label="Form" :items="[...forms]" />
    </div>
    <p v-if="fault" class="stop" role="alert">{{ fault }}</p>
    <template #acts>
      <ActButton primary type="submit" :unless="busy ? 'It is being taken down' : why">To intake</ActButton>
      <ActButton @click="open = false">Cancel</ActButton>
    </template>
  </AskDialog>
</template>

<style scoped>
.fresh {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
</style>
