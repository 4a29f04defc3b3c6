<script setup lang="ts">
import { forms, type ModelSummary } from '@bemtor/core';
import { computed, onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import EmptyState from '../../kit/EmptyState.vue';
import TellBar from '../../kit/TellBar.vue';
import { useTold } from '../../kit/useTold.ts';
import NewModelDialog from './NewModelDialog.vue';
import { useModels } from './useModels.ts';
import CommandButton from '../../kit/CommandButton.vue';
import { useCommands } from '../../kit/useCommands.ts';
import { useCursor } from '../../kit/useCursor.ts';

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
const cursor = useCursor(
  () => found.value.length,
  (one) => document.querySelectorAll('[data-testid^="model-"]')[one],
);
const { at } = cursor;
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
function open(): void {
  const model = found.value[at.value];
  if (model) void router.push(pathOf(model));
}
const { command } = useCommands(() => [
  ...cursor.arrows('model'),
  { id: 'open', keys: ['Enter'], words: 'open the model', when: found.value.length > 0, run: open },
  { id: 'import', keys: ['i'], words: 'bring a guide in', run: () => router.push('/import') },
  { id: 'new', keys: ['n'], words: 'new model', run: () => (making.value = true) },
  { id: 'find', keys: ['/'], words: 'find a model', run: () => field.value?.focus() },
]);
function onFieldKey(event: KeyboardEvent): void {
  const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (by === undefined && event.key !== 'Enter') return;
  event.preventDefault();
  if (by === undefined) open();
  else cursor.move(by);
}
</script>

<template>
  <section class="card models" aria-label="Models">
    <header>
      <h1>Models</h1>
      <CommandButton class="into" :command="command('import')" />
      <CommandButton primary :command="command('new')" data-testid="new-model" />
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
      <v-select v-model="form" label="Form" :items="forms" clearable />
      <v-select v-model="state" label="Which" :items="states" data-testid="which" />
    </div>
    <EmptyState
      v-if="loaded && models.length === 0"
      title="No model is known yet"
      text="The first unit brings one, or it is made here: with its names, its options and its measures."
      ><CommandButton primary :command="command('new')"
    /></EmptyState>
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
          <small :title="knownOf(item)">{{ knownOf(item) }}</small>
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
@media (max-width: 620px) {
  .models {
    padding: 14px 16px 0;
  }
  header {
    flex-wrap: wrap;
    gap: 8px;
  }
  .model {
    grid-template-columns: 90px minmax(0, 1fr);
    gap: 10px;
  }
  .model > :nth-child(4) {
    display: none;
  }
}
@media (max-height: 520px) {
  .models {
    gap: 6px;
    padding-top: 6px;
  }
  h1 {
    font-size: 24px;
  }
  .filters {
    grid-template-columns: 2fr 1fr 1fr;
  }
  .filters > :first-child {
    grid-column: auto;
  }
}
</style>
