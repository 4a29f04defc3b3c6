<script setup lang="ts">
import {
  foldLines,
  standingLines,
  type Model,
  type Option,
  type RecordBody,
  type RecordingComparison,
  type RecordingSummary,
  type SeenAct,
  type StreamItem,
} from '@bemtor/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { read } from '../../api/client.ts';
import { dayAndTime, duration } from '../../composables/format.ts';
import { compareInWorker } from '../../workers/planner.ts';

/** The recordings behind a model's sequences, side by side: who and when, which acts all have, where they differ. */
const props = defineProps<{
  recordings: readonly RecordingSummary[];
  model: Model;
  options: readonly Option[];
}>();
/** More columns than these are not read side by side. */
const most = 4;
const chosen = ref<string[]>([]);
watch(
  () => props.recordings,
  (all) => (chosen.value = all.slice(0, 2).map(({ id }) => id)),
  { immediate: true },
);
const isFull = computed(() => chosen.value.length >= most);

interface Column {
  readonly summary: RecordingSummary;
  readonly by: string;
  /** From the first line to the last, seconds. */
  readonly seconds: number;
}
const columns = shallowRef<readonly Column[]>([]);
const compared = shallowRef<RecordingComparison | null>(null);
const fault = ref<string | null>(null);
const busy = ref(false);
let turn = 0;
watch(chosen, () => void compare(), { immediate: true });

async function compare(): Promise<void> {
  const mine = ++turn;
  const summaries = props.recordings.filter(({ id }) => chosen.value.includes(id));
  compared.value = null;
  fault.value = null;
  if (summaries.length === 0) return;
  busy.value = true;
  try {
    const logs = await Promise.all(summaries.map(({ id }) => logOf(id)));
    const answer = await compareInWorker(
      JSON.stringify({
        recordings: summaries.map(({ id }, i) => ({ id, lines: standingLines(foldLines(logs[i] ?? [])) })),
        model: { model: props.model, options: props.options },
      }),
    );
    if (mine !== turn) return;
    columns.value = summaries.map((summary, i) => columnOf(summary, logs[i] ?? []));
    if (answer.ok) compared.value = answer.value;
    else fault.value = `${answer.fault.where}: ${answer.fault.what}`;
  } catch (error) {
    if (mine === turn) fault.value = error instanceof Error ? error.message : String(error);
  } finally {
    if (mine === turn) busy.value = false;
  }
}
type Items = readonly StreamItem<RecordBody>[];
async function logOf(id: string): Promise<Items> {
  return (await read<{ items: Items }>(`/recordings/${id}`, { keep: false })).value.items;
}
function columnOf(summary: RecordingSummary, items: Items): Column {
  const times = items.map(({ at }) => Date.parse(at));
  return {
    summary,
    by: [...new Set(items.flatMap(({ by }) => by ?? []))].join(', ') || 'nobody said who',
    seconds: (Math.max(...times) - Math.min(...times)) / 1000,
  };
}
const sayOf = (act: SeenAct | null, isDisputed: boolean): string =>
  act === null
    ? '—'
    : [act.place, isDisputed && `${act.count ?? '?'} ${act.kind}`].filter(Boolean).join(': ');
</script>

<template>
  <p v-if="recordings.length === 0">Nobody has recorded this model yet.</p>
  <template v-else>
    <v-chip-group v-model="chosen" multiple column aria-label="Recordings to compare">
      <v-chip
        v-for="one in recordings"
        :key="one.id"
        :value="one.id"
        filter
        variant="outlined"
        size="large"
        :disabled="isFull && !chosen.includes(one.id)"
        data-testid="recording-chip"
        >{{ one.unitLabel }}, {{ dayAndTime(one.startedAt) }}</v-chip
      >
    </v-chip-group>
    <v-progress-linear v-if="busy" indeterminate color="primary" aria-label="Recordings are being compared" />
    <p v-if="fault" class="stop" role="alert">{{ fault }}</p>
    <template v-if="compared">
      <p>
        {{ compared.common }} of {{ compared.acts.length }} steps are in all of them. A number is the act’s
        place in its recording; ⇅ marks one that stands elsewhere than in the first.
      </p>
      <v-table class="table" data-testid="comparison">
        <thead>
          <tr>
            <th>Act</th>
            <th v-for="({ summary, by, seconds }, i) in columns" :key="summary.id" scope="col">
              {{ summary.unitLabel }}, {{ by }}
              <small
                >{{ summary.lines }} lines in {{ duration(seconds) }}; {{ compared.of[i]?.acts }} steps,
                {{ compared.of[i]?.alone }} only here, {{ compared.of[i]?.moved }} elsewhere</small
              >
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(act, i) in compared.acts" :key="i" :class="{ disputed: act.isDisputed }">
            <th scope="row">{{ act.words }}</th>
            <td v-for="(seen, column) in act.in" :key="column" :class="{ none: seen === null }">
              {{ sayOf(seen, act.isDisputed) }}
              <span v-if="seen?.isMoved" role="img" aria-label="elsewhere than in the first">⇅</span>
            </td>
          </tr>
        </tbody>
      </v-table>
    </template>
  </template>
</template>

<style scoped>
.table {
  background: transparent;
}
.table th {
  font: 600 16px/1.25 var(--label);
  vertical-align: top;
  padding-block: 8px;
}
small {
  display: block;
  font: 400 14px/1.3 var(--text);
  color: var(--ink-soft);
}
.disputed {
  background: var(--card-raised);
}
.disputed td {
  font-weight: 600;
  border-left: 3px solid var(--copper);
}
.none {
  color: var(--ink-soft);
}
</style>
