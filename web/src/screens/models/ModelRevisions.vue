<script setup lang="ts">
import { diffSequences, indexSequence, jointWords, stepWords, type RevisionLine } from '@bemtor/core';
import { computed, shallowRef, watch } from 'vue';
import { dayAndTime } from '../../composables/format.ts';
import type { Published } from '../../stores/unit.ts';
import ChangeList from '../review/ChangeList.vue';

/** The revisions of a model: who published each, when and why, its steps, and in what it differs from another. */
const props = defineProps<{
  revisions: readonly RevisionLine[];
  read: (number: number) => Promise<Published>;
  /** The one to be shown first, from the address. */
  first: number | null;
}>();

const open = shallowRef<Published | null>(null);
const other = shallowRef<Published | null>(null);
const fault = shallowRef<string | null>(null);

async function show(number: number): Promise<void> {
  try {
    fault.value = null;
    open.value = await props.read(number);
    const before = props.revisions.find((one) => one.number < number && !one.withdrawn);
    other.value = before ? await props.read(before.number) : null;
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error);
  }
}
async function compareWith(number: number | null): Promise<void> {
  other.value = number === null ? null : await props.read(number);
}
watch(
  () => props.revisions,
  (all) => {
    const wanted = all.find(({ number }) => number === props.first) ?? all.find((one) => !one.withdrawn);
    if (wanted && !open.value) void show(wanted.number);
  },
  { immediate: true },
);
const others = computed(() =>
  props.revisions
    .filter(({ number }) => number !== open.value?.number)
    .map(({ number, publishedAt }) => ({
      value: number,
      title: `revision ${number}, ${dayAndTime(publishedAt)}`,
    })),
);
const changes = computed(() => {
  if (!open.value || !other.value) return null;
  const [before, after] = [open.value, other.value].sort((a, b) => a.number - b.number);
  return before && after ? diffSequences(before.document, after.document) : null;
});
const steps = computed(() => {
  const document = open.value?.document;
  if (!document) return [];
  const index = indexSequence(document);
  return document.actions.map((action) => {
    const joint = action.joint ? index.joint.get(action.joint) : undefined;
    return {
      id: action.id,
      words: stepWords(index, action.id),
      detail: [action.tool, joint && jointWords(joint)].filter(Boolean).join(' · '),
    };
  });
});
</script>

<template>
  <div class="revisions">
    <v-list class="list" role="list" aria-label="Revisions">
      <v-list-item
        v-for="one in revisions"
        :key="one.number"
        :active="open?.number === one.number"
        :data-testid="`revision-${one.number}`"
        @click="show(one.number)"
      >
        <v-list-item-title
          ><s v-if="one.withdrawn">Revision {{ one.number }}</s
          ><template v-else>Revision {{ one.number }}</template></v-list-item-title
        >
        <p class="soft">
          {{
            [dayAndTime(one.publishedAt), one.by, one.withdrawn && 'taken back'].filter(Boolean).join(', ')
          }}
        </p>
        <p v-if="one.note" class="why">{{ one.note }}</p>
      </v-list-item>
    </v-list>
    <p v-if="fault" class="stop" role="alert">{{ fault }}</p>
    <section v-if="open" class="read" :aria-label="`Revision ${open.number}`">
      <v-select
        :model-value="other?.number ?? null"
        label="Differs from"
        :items="others"
        clearable
        density="comfortable"
        data-testid="compare-revision"
        @update:model-value="compareWith($event)"
      />
      <template v-if="changes">
        <h2>{{ changes.length }} {{ changes.length === 1 ? 'difference' : 'differences' }}</h2>
        <ChangeList :changes="changes" />
      </template>
      <h2>Revision {{ open.number }}, {{ steps.length }} steps</h2>
      <ol class="steps">
        <li v-for="step in steps" :key="step.id">
          {{ step.words }} <small v-if="step.detail">{{ step.detail }}</small>
        </li>
      </ol>
    </section>
  </div>
</template>

<style scoped>
.revisions {
  display: grid;
  grid-template-columns: 290px minmax(0, 1fr);
  gap: 24px;
}
.list {
  background: transparent;
}
.list :deep(.v-list-item) {
  border-bottom: 1px solid var(--card-line);
  border-left: 5px solid transparent;
  padding-block: 8px;
}
.list :deep(.v-list-item--active) {
  border-left-color: var(--copper);
}
.list :deep(.v-list-item-title) {
  font: 600 19px/1.2 var(--label);
}
.soft,
small {
  font-size: 15px;
  color: var(--ink-soft);
}
.why {
  font-size: 16px;
}
.read {
  display: grid;
  gap: 12px;
  align-content: start;
  padding-top: 6px;
}
h2 {
  font: 600 22px/1.2 var(--label);
}
.steps {
  padding-left: 2em;
}
.steps li {
  padding: 3px 0;
  list-style: decimal;
}
@media (max-width: 900px) {
  .revisions {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
