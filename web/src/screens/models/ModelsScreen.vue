<script setup lang="ts">
import { forms, type ModelSummary } from '@bemtor/core';
import { computed, onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import EmptyState from '../../components/EmptyState.vue';
import KeyHint from '../../components/KeyHint.vue';
import TellBar from '../../components/TellBar.vue';
import { useKeys } from '../../composables/useKeys.ts';
import { useTold } from '../../composables/useTold.ts';
import NewModelDialog from './NewModelDialog.vue';
import { useModels } from './useModels.ts';

/** All models of the shop, to be found by name, code, form and what is known of them. */
const router = useRouter();
const { told, tell } = useTold();
const { models, loaded, load, make } = useModels(tell);
onMounted(load);

const states = [
  { value: 'in-use', title: 'in use' },
  { value: 'no-sequence', title: 'without a sequence' },
  { value: 'unmeasured', title: 'not measured' },
  { value: 'retired', title: 'retired' },
  { value: 'spellings', title: 'other spellings' },
  { value: 'all', title: 'all' },
] as const;
type State = (typeof states)[number]['value'];
const isIn: Readonly<Record<State, (model: ModelSummary) => boolean>> = {
  'in-use': ({ retired, mergedInto }) => !retired && mergedInto === null,
  'no-sequence': ({ revision, mergedInto }) => revision === null && mergedInto === null,
  unmeasured: ({ outlineMm, mergedInto }) => !outlineMm && mergedInto === null,
  retired: ({ retired }) => retired,
  spellings: ({ mergedInto }) => mergedInto !== null,
  all: () => true,
};
const text = ref('');
const form = ref<(typeof forms)[number] | null>(null);
const state = ref<State>('in-use');
const found = computed(() => {
  const words = (text.value ?? '').trim().toLowerCase().split(/\s+/);
  return models.value.filter(
    (model) =>
      isIn[state.value](model) &&
      (!form.value || model.form === form.value) &&
      words.every((word) => `${model.maker} ${model.name} ${model.code}`.toLowerCase().includes(word)),
  );
});
const at = ref(0);
watch(found, () => (at.value = 0));
const pathOf = ({ code }: ModelSummary): string => `/models/${encodeURIComponent(code)}`;
const knownOf = ({ revision, outlineMm, retired, mergedInto, options }: ModelSummary): string =>
  [
    mergedInto && `another spelling of ${mergedInto}`,
    retired && 'retired',
    revision === null ? 'no sequence yet' : `revision ${revision}`,
    outlineMm ? `${outlineMm.width} × ${outlineMm.depth} mm` : 'not measured',
    options && options.length > 0 && options.map(({ label }) => label.toLowerCase()).join(', '),
  ]
    .filter(Boolean)
    .join(' · ');

const making = ref(false);
const field = ref<{ focus: () => void } | null>(null);
function step(by: number): void {
  at.value = Math.max(0, Math.min(found.value.length - 1, at.value + by));
  document.querySelectorAll('[data-testid^="model-"]')[at.value]?.scrollIntoView({ block: 'nearest' });
}
function open(): void {
  const model = found.value[at.value];
  if (model) void router.push(pathOf(model));
}
useKeys(() => ({
  ArrowDown: () => step(1),
  ArrowUp: () => step(-1),
  Enter: open,
  n: () => (making.value = true),
  i: () => void router.push('/import'),
  '/': () => field.value?.focus(),
}));
function onFieldKey(event: KeyboardEvent): void {
  const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (by === undefined && event.key !== 'Enter') return;
  event.preventDefault();
  if (by === undefined) open();
  else step(by);
}
</script>

<template>
  <section class="card models" aria-label="Models">
    <header>
      <h1>Models</h1>
      <v-btn class="act-button into" variant="text" to="/import"
        ><KeyHint name="I" />&nbsp;bring a guide in</v-btn
      >
      <v-btn class="act-button primary" variant="text" data-testid="new-model" @click="making = true"
        ><KeyHint name="N" />&nbsp;new model</v-btn
      >
    </header>
    <TellBar :told="told" />
    <div class="filters">
      <v-text-field
        ref="field"
        v-model="text"
        label="Maker, name or code"
        clearable
        data-testid="find-model"
        @keydown="onFieldKey"
      />
      <v-select v-model="form" label="Form" :items="forms" clearable density="comfortable" />
      <v-select v-model="state" label="Which" :items="states" density="comfortable" data-testid="which" />
    </div>
    <EmptyState
      v-if="loaded && models.length === 0"
      title="No model is known yet"
      text="The first unit brings one, or it is made here: with its names, its options and its measures."
      ><v-btn class="act-button primary" variant="text" @click="making = true"
        >Make the first</v-btn
      ></EmptyState
    >
    <v-virtual-scroll v-else class="list" :items="found" :item-height="64">
      <template #default="{ item, index }">
        <router-link
          :to="pathOf(item)"
          class="model"
          :class="{ here: index === at }"
          :data-testid="`model-${item.code}`"
        >
          <strong class="mono">{{ item.code }}</strong>
          <span class="name">{{ item.maker }} {{ item.name }}</span>
          <span>{{ item.form }}</span>
          <small>{{ knownOf(item) }}</small>
        </router-link>
      </template>
    </v-virtual-scroll>
    <p v-if="loaded && models.length > 0 && found.length === 0" class="soft">
      No model is called so. Look among all, or make it.
    </p>
    <NewModelDialog
      v-if="making"
      v-model="making"
      :make="make"
      @made="router.push(`/models/${encodeURIComponent($event)}`)"
    />
  </section>
</template>

<style scoped>
.models {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
  gap: 14px;
  padding: 24px 28px 0;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
h1 {
  font: 600 38px/1.1 var(--label);
}
.into {
  margin-left: auto;
  margin-right: 12px;
}
.filters {
  display: grid;
  grid-template-columns: 2fr 1fr 1fr;
  gap: 12px;
}
.list {
  flex: 1;
  min-height: 0;
}
.model {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr) 110px minmax(0, 1.3fr);
  gap: 14px;
  align-items: center;
  height: 64px;
  padding: 0 12px;
  border-left: 5px solid transparent;
  border-bottom: 1px solid var(--card-line);
  text-decoration: none;
}
.here {
  background: var(--card-raised);
  border-left-color: var(--copper);
}
.name {
  font: 600 20px/1.2 var(--label);
}
small,
.soft {
  font-size: 15px;
  color: var(--ink-soft);
}
.model strong,
.model small {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
@media (max-width: 900px) {
  .filters {
    grid-template-columns: 1fr 1fr;
  }
  .filters > :first-child {
    grid-column: 1 / -1;
  }
  .model {
    grid-template-columns: 120px minmax(0, 1fr) minmax(0, 1fr);
  }
  .model > :nth-child(3) {
    display: none;
  }
}
</style>
