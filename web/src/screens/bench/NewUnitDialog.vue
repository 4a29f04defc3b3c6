<script setup lang="ts">
import { forms, type Form, type ModelSummary } from '@bemtor/core';
import { v7 as uuidv7 } from 'uuid';
import { computed, ref, shallowRef, watch } from 'vue';
import { read } from '../../api/client.ts';
import { askShop, saidHere, type Outcome } from '../../api/shopLog.ts';
import { modelHere } from '../../api/unitsHere.ts';

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
const complete = computed(
  () =>
    label.value.trim() !== '' &&
    (isNew.value ? Object.values(fresh.value).every((value) => value.trim() !== '') : code.value !== null),
);

async function arrive(): Promise<void> {
  if (!complete.value || busy.value) return;
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
  <v-dialog v-model="open" max-width="620">
    <form class="card arrives" data-testid="new-unit" @submit.prevent="arrive">
      <h2>A unit arrives</h2>
      <label>Ticket <input v-model="label" autofocus maxlength="40" placeholder="SK-0416" /></label>
      <label
        >Model
        <select v-model="code">
          <option :value="null" disabled>choose</option>
          <option v-for="model in models" :key="model.code" :value="model.code">
            {{ model.maker }} {{ model.name }}, {{ model.code
            }}{{ model.revision === null ? ', not recorded' : '' }}
          </option>
          <option value="new">new to the shop …</option>
        </select>
      </label>
      <div v-if="isNew" class="fresh">
        <label>Maker <input v-model="fresh.maker" maxlength="80" /></label>
        <label>Name <input v-model="fresh.name" maxlength="80" /></label>
        <label>Code on the label <input v-model="fresh.code" class="mono" maxlength="40" /></label>
        <label
          >Form
          <select v-model="fresh.form">
            <option v-for="form in forms" :key="form" :value="form">{{ form }}</option>
          </select>
        </label>
      </div>
      <p v-if="fault" class="stop" role="alert">{{ fault }}</p>
      <div class="acts">
        <button class="act-button primary" type="submit" :disabled="!complete || busy">To intake</button>
        <button class="act-button" type="button" @click="open = false">Leave it</button>
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
.arrives {
  padding: 24px 28px;
  border-radius: 9px;
  display: grid;
  gap: 14px;
}
h2 {
  font: 600 30px/1 var(--label);
}
label {
  display: grid;
  gap: 4px;
  font: 600 16px/1.2 var(--label);
}
input,
select {
  min-height: var(--touch);
  padding: 0 12px;
  border: 1.5px solid var(--ink-soft);
  border-radius: var(--radius);
  background: var(--card-raised);
  color: var(--ink);
  font: 400 18px/1.2 var(--text);
}
.fresh {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
.acts {
  display: flex;
  gap: 12px;
}
</style>
