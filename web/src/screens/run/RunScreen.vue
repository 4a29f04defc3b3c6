<script setup lang="ts">
import {
  arrivalStepId,
  backAct,
  foldLines,
  lowerName,
  nextAct,
  partNameOf,
  standingEntries,
  stepCount,
  workedSeconds,
  writeLine,
  type LedgerRow,
  type RecordBody,
  type StreamItem,
} from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import { read } from '../../api/client.ts';
import EmptyState from '../../components/EmptyState.vue';
import ServerState from '../../components/ServerState.vue';
import { useClock } from '../../composables/useClock.ts';
import { useKeys } from '../../composables/useKeys.ts';
import { useWakeLock } from '../../composables/useWakeLock.ts';
import { useJob } from '../../stores/job.ts';
import { useUnit, type Published } from '../../stores/unit.ts';
import CloseJob from './CloseJob.vue';
import ClosedJob from './ClosedJob.vue';
import LedgerFoot from './LedgerFoot.vue';
import NoteDialog from './NoteDialog.vue';
import RunKeys from './RunKeys.vue';
import RunMap from './RunMap.vue';
import RunStepCard from './RunStepCard.vue';

const props = defineProps<{ unitId: string }>();
const router = useRouter();
const store = useUnit();
const { unit, fault } = storeToRefs(store);
const now = useClock();
useWakeLock();

/** The revision that the job follows, which need not be the latest any more. */
const followed = shallowRef<Published | null>(null);
const document = computed(() => followed.value?.document ?? null);
const job = useJob(document);
const { view } = job;
const holdRunning = ref(false);
const arrivalAt = ref(0);
const arrivalHint = ref<string | null>(null);
const noteOpen = ref(false);
const keysOpen = ref(false);
const ready = ref(false);

onMounted(async () => {
  await store.load(props.unitId);
  await job.openFor(props.unitId, unit.value?.job?.id ?? null);
  const revision = unit.value?.job?.revision ?? unit.value?.model.revision;
  if (job.stream.streamId.value && revision) {
    followed.value = (
      await read<Published>(
        `/models/${encodeURIComponent(unit.value?.model.code ?? '')}/revisions/${revision}`,
      )
    ).value;
  }
  ready.value = true;
  if (unit.value?.recording) await readHint(unit.value.recording.id);
});

/** What the unit's recording says was missing; it is offered, not taken over silently. */
async function readHint(recordingId: string): Promise<void> {
  const { value } = await read<{ items: StreamItem<RecordBody>[] }>(`/recordings/${recordingId}`);
  const missing = standingEntries(foldLines(value.items)).filter((entry) => entry.kind === 'missing');
  arrivalHint.value = missing.length > 0 ? missing.map((entry) => writeLine(entry)).join('; ') : null;
}

const step = computed(() => view.value?.progress.step ?? null);
const count = computed(() => (step.value && view.value ? stepCount(step.value, view.value.state) : null));
const names = computed(
  () => new Map<string, string>(view.value?.sequence.parts.map((part) => [part.id, part.name])),
);
const row = computed(
  () => view.value?.ledger.rows.find((candidate) => candidate.joint === step.value?.joint?.id) ?? null,
);
const outside = computed(() => {
  const rows = view.value?.ledger.rows ?? [];
  const through = rows.filter(
    (candidate) => view.value?.sequence.joints.find((joint) => joint.id === candidate.joint)?.throughCase,
  );
  return through.length > 0 ? through : rows;
});
const up = computed(() => view.value?.progress.phase === 'back' || view.value?.progress.phase === 'close');
const seconds = computed(() => (view.value ? workedSeconds(view.value.state, now.value.toISOString()) : 0));
const paused = computed(() => view.value?.state.pausedSince != null);
const choice = computed(() => {
  const act = view.value ? nextAct(step.value, view.value.state, holdRunning.value) : null;
  return act?.kind === 'choose' ? act : null;
});

async function forward(all = false): Promise<void> {
  if (!view.value || paused.value) return;
  if (view.value.progress.phase === 'close') {
    if (view.value.ledger.balanced) await close(null);
    return;
  }
  const act = nextAct(step.value, view.value.state, holdRunning.value, all);
  const current = step.value;
  if (!current) return;
  if (act.kind === 'count') {
    await job.count(act.joint, act.what, act.total);
    if (act.finish) await job.finish(current);
  } else if (act.kind === 'finish') await job.finish(current);
}

async function backward(): Promise<void> {
  if (!view.value || paused.value) return;
  const act = backAct(view.value.progress, view.value.state);
  if (act.kind === 'uncount') await job.count(act.joint, act.what, act.total);
  else if (act.kind === 'reopen') await job.reopen(act.step);
}

const setMissing = (target: LedgerRow, total: number) => job.count(target.joint, 'missing', total);

/** M: at arrival of the group chosen; in a step on the way down of this group. */
async function missing(by: number): Promise<void> {
  const atArrival = step.value?.id === arrivalStepId;
  const target = atArrival ? outside.value[arrivalAt.value] : step.value?.phase === 'down' ? row.value : null;
  if (!target) return;
  const total = target.counts.missing + by;
  if (total < 0 || total + target.counts.out > target.expected) return;
  await setMissing(target, total);
}

async function stripped(): Promise<void> {
  if (row.value && row.value.counts.stripped < row.value.expected)
    await job.count(row.value.joint, 'stripped', row.value.counts.stripped + 1);
}

/** Screws that the tray cannot supply: new ones, or left out with the reason. */
async function settle(what: 'new' | 'omitted'): Promise<void> {
  const act = choice.value;
  const current = step.value;
  if (!act || !current || !row.value) return;
  await job.count(
    act.joint,
    what,
    row.value.counts[what] + act.short,
    what === 'omitted' ? 'missing on arrival' : undefined,
  );
  await job.finish(current);
}

async function close(remark: string | null): Promise<void> {
  await job.stream.append({ kind: 'closed', remark });
}
const swapped = (part: string, number: string) =>
  job.stream.append({ kind: 'swapped', part, number: number || null });
const pause = () =>
  job.stream.append(paused.value ? { kind: 'resumed' } : { kind: 'paused', reason: 'set aside' });
async function keepNote(text: string): Promise<void> {
  noteOpen.value = false;
  await job.stream.append({ kind: 'note', step: step.value?.id ?? null, text });
}

useKeys(() => ({
  ' ': () => void forward(),
  PageDown: () => void forward(),
  Enter: () => void forward(true),
  Backspace: () => void backward(),
  PageUp: () => void backward(),
  m: () => void missing(1),
  '-': () => void missing(-1),
  '+': () => void missing(1),
  s: () => void stripped(),
  n: () => (noteOpen.value = true),
  '?': () => (keysOpen.value = true),
  ArrowDown: () => (arrivalAt.value = Math.min(outside.value.length - 1, arrivalAt.value + 1)),
  ArrowUp: () => (arrivalAt.value = Math.max(0, arrivalAt.value - 1)),
  ...(choice.value ? { f: () => void settle('new'), o: () => void settle('omitted') } : {}),
}));
</script>

<template>
  <EmptyState v-if="fault" title="This unit cannot be read" :text="fault"
    ><router-link class="act-button" to="/">To the bench</router-link></EmptyState
  >
  <EmptyState
    v-else-if="ready && (!view || view.progress.phase === 'not-started')"
    title="No job on this unit"
    text="Choose what has to come out; the run starts from the route."
  >
    <router-link class="act-button primary" :to="`/unit/${unitId}/route`">Route</router-link>
  </EmptyState>
  <div
    v-else-if="view"
    class="run"
    :data-phase="view.progress.phase"
    :data-step="step?.id ?? ''"
    :data-holding="holdRunning"
  >
    <section class="card main">
      <ServerState class="away" :away="job.stream.away.value" :waiting="job.waiting.value" />
      <ClosedJob
        v-if="view.progress.phase === 'closed'"
        :view="view"
        :seconds="seconds"
        @logbook="router.push('/logbook')"
      />
      <CloseJob
        v-else-if="view.progress.phase === 'close'"
        :ledger="view.ledger"
        :names="names"
        @close="close"
        @back="backward"
      />
      <template v-else-if="step">
        <RunStepCard
          :key="step.id"
          :step="step"
          :steps="view.steps"
          :count="count"
          :letter="row?.letter ?? ''"
          :names="names"
          :arrival="{ rows: outside, at: arrivalAt, hint: arrivalHint }"
          :fitted="step.part ? (view.state.swapped.get(step.part.id) ?? '') : ''"
          :choice="choice?.short ?? 0"
          :paused="paused"
          @hold="holdRunning = $event"
          @choose="arrivalAt = $event"
          @missing="setMissing"
          @settle="settle"
          @fitted="swapped"
          @resume="pause"
        />
        <RunKeys
          :step="step"
          :counting="count !== null && !count.complete"
          :paused="paused"
          @forward="forward()"
          @all="forward(true)"
          @back="backward"
          @missing="missing(1)"
          @stripped="stripped"
          @note="noteOpen = true"
          @pause="pause"
          @keys="keysOpen = true"
        />
      </template>
    </section>
    <RunMap class="map" :view="view" :seconds="seconds" />
    <LedgerFoot
      v-if="view.ledger.cells.length > 0"
      class="ledger"
      :ledger="view.ledger"
      :step="step"
      :names="names"
      :up="up || view.progress.phase === 'closed'"
    />
    <NoteDialog v-model="noteOpen" @keep="keepNote" />
    <v-dialog v-model="keysOpen" max-width="520">
      <div class="card keys-dialog">
        <h2>Keys</h2>
        <dl>
          <template
            v-for="[key, words] in [
              ['Space / PgDn', 'next: one screw, one step'],
              ['Enter', 'all screws of this step'],
              ['Backspace / PgUp', 'back: one screw, one step'],
              ['M · −', 'one missing on arrival, one fewer'],
              ['S', 'one stripped'],
              ['N', 'note'],
              ['F · O', 'way back, tray empty: fit new, or leave out'],
              ['?', 'these keys'],
            ]"
            :key="key"
          >
            <dt class="mono">{{ key }}</dt>
            <dd>{{ words }}</dd>
          </template>
        </dl>
        <button class="act-button" autofocus @click="keysOpen = false">Close</button>
      </div>
    </v-dialog>
    <p class="visually-hidden" role="status">
      {{ step ? lowerName(step.title) : partNameOf(view.progress.phase) }}
    </p>
  </div>
</template>

<style scoped>
.run {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 318px;
  grid-template-rows: minmax(0, 1fr) auto;
}
.main {
  display: flex;
  flex-direction: column;
  min-height: 0;
  overflow-y: auto;
}
.ledger {
  grid-column: 1 / -1;
}
.away {
  margin: 14px 44px 0;
}
.keys-dialog {
  padding: 24px 28px;
  border-radius: 9px;
}
.keys-dialog h2 {
  font: 600 28px/1 var(--label);
  margin-bottom: 14px;
}
dl {
  display: grid;
  grid-template-columns: 190px 1fr;
  gap: 9px;
  margin-bottom: 20px;
}
dt {
  font-size: 14px;
}
@media (max-width: 900px) {
  .run {
    grid-template-columns: 1fr;
    grid-template-rows: minmax(0, 1fr) auto auto;
  }
}
</style>
