<script setup lang="ts">
import {
  arrivalStepId,
  differenceWords,
  indexSequence,
  lowerName,
  matGroupsOfSequence,
  tighteningDrawing,
  partNameOf,
  type LedgerRow,
} from '@bemtor/core';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import EmptyState from '../../components/EmptyState.vue';
import KeyHint from '../../components/KeyHint.vue';
import ServerState from '../../components/ServerState.vue';
import StreamTrouble from '../../components/StreamTrouble.vue';
import { saveFile } from '../../composables/saveFile.ts';
import { useKeys, type KeyMap } from '../../composables/useKeys.ts';
import { useWakeLock } from '../../composables/useWakeLock.ts';
import PictureDialog from '../../pictures/PictureDialog.vue';
import CloseJob from './CloseJob.vue';
import OtherBenches from './OtherBenches.vue';
import { usePresence } from './usePresence.ts';
import ClosedJob from './ClosedJob.vue';
import DifferDialog from './DifferDialog.vue';
import KeysDialog from './KeysDialog.vue';
import LedgerFoot from './LedgerFoot.vue';
import PauseDialog from './PauseDialog.vue';
import RunKeys, { type RunKey } from './RunKeys.vue';
import RunMap from './RunMap.vue';
import RunStepCard from './RunStepCard.vue';
import { useRun } from './useRun.ts';
import WordsDialog from './WordsDialog.vue';
import { useTypedNumber } from './useTypedNumber.ts';

const props = defineProps<{ unitId: string }>();
const router = useRouter();
useWakeLock();
const run = useRun(props.unitId);
const { unit, fault, ready, job, document, view, step, count, row, seconds, paused, choice, told } = run;
const others = usePresence(
  job.stream.streamId,
  computed(() => step.value?.id ?? null),
);

const arrivalAt = ref(0);
const card = ref<InstanceType<typeof RunStepCard> | null>(null);
/** The one dialog that is open. */
const dialog = ref<'note' | 'keys' | 'picture' | 'pause' | 'skip' | 'blocked' | 'screw' | null>(null);
const shows = (name: NonNullable<typeof dialog.value>) =>
  computed({ get: () => dialog.value === name, set: (open) => (dialog.value = open ? name : null) });
/** The step that was on screen when a note or a picture was begun: another bench may go on meanwhile. */
const about = ref<{ readonly id: string | null; readonly title: string }>({ id: null, title: 'this job' });
function begin(what: 'note' | 'picture'): void {
  about.value = { id: step.value?.id ?? null, title: step.value?.title ?? 'this job' };
  dialog.value = what;
}
const noteOpen = shows('note');
const keysOpen = shows('keys');
const pictureOpen = shows('picture');
const pauseOpen = shows('pause');
const skipOpen = shows('skip');
const differOpen = computed({
  get: () => dialog.value === 'blocked' || dialog.value === 'screw',
  set: (open) => open || (dialog.value = null),
});
const differAsk = computed(() => (dialog.value === 'screw' ? 'screw' : 'blocked'));

const names = computed(
  () => new Map<string, string>(view.value?.sequence.parts.map((part) => [part.id, part.name])),
);
const outside = computed(() => {
  const rows = view.value?.ledger.rows ?? [];
  const through = rows.filter(
    (candidate) => view.value?.sequence.joints.find((joint) => joint.id === candidate.joint)?.throughCase,
  );
  return through.length > 0 ? through : rows;
});
const off = computed(
  () =>
    new Set(
      view.value?.steps.flatMap((one) =>
        one.action?.verb === 'lift' && one.phase === 'down' && view.value?.state.done.has(one.id)
          ? one.action.part
          : [],
      ),
    ),
);
const up = computed(() => ['back', 'close', 'closed'].includes(view.value?.progress.phase ?? ''));
const differences = computed(() =>
  document.value && view.value
    ? view.value.state.differences.map((difference) => ({
        difference,
        words: differenceWords(indexSequence(document.value!), difference),
      }))
    : [],
);

const scene = computed(() => ({
  outline: view.value?.sequence.model.outlineMm,
  face: (step.value?.action?.face === 'bottom' ? 'bottom' : 'top') as 'top' | 'bottom',
  groups: view.value ? matGroupsOfSequence(view.value.sequence) : [],
  off: off.value.size,
}));

const drawing = computed(() =>
  step.value && view.value ? tighteningDrawing(indexSequence(view.value.sequence), step.value) : null,
);
const atArrival = computed(() => step.value?.id === arrivalStepId);
const down = computed(() => step.value?.phase === 'down');
const target = (): LedgerRow | null => {
  if (atArrival.value) return outside.value[arrivalAt.value] ?? null;
  return down.value ? row.value : null;
};

/** + and −: at arrival of what is missing, in a step of what is counted. */
const byOne = (by: number): void =>
  void (atArrival.value || !count.value ? run.missing(target(), by) : run.setCount(count.value.through + by));
const typeDigit = useTypedNumber((value) => {
  if (count.value) void run.setCount(value);
});

/** "No more here": what is out, and what was missing, is all that this unit has. */
function fewer(): void {
  const known = count.value;
  if (!known || known.what !== 'out' || known.through === 0 || known.complete) return;
  void run.differ({ what: 'count', count: known.through + known.counts.missing });
}

const acts: Readonly<Record<RunKey, () => void>> = {
  forward: () => void run.forward(),
  all: () => void run.forward(true),
  back: () => void run.backward(),
  missing: () => void run.missing(target(), 1),
  stripped: () => void run.stripped(),
  lost: () => void run.lost(),
  fewer,
  kind: () => step.value?.joint && down.value && (dialog.value = 'screw'),
  absent: () => void run.differ({ what: 'absent' }),
  blocked: () => down.value && step.value?.action && (dialog.value = 'blocked'),
  skip: () => step.value && !down.value && (dialog.value = 'skip'),
  turn: () => void run.turnRound(),
  note: () => begin('note'),
  picture: () => begin('picture'),
  pause: () => (paused.value ? void run.resume() : (dialog.value = 'pause')),
  keys: () => (dialog.value = 'keys'),
};

/** Space goes forward, whatever was clicked before: a button that a finger or mouse pressed keeps no focus. */
function letGo(event: MouseEvent): void {
  const { activeElement } = window.document;
  if (event.detail > 0 && activeElement instanceof HTMLButtonElement) activeElement.blur();
}

/** Keys that always mean something, and those of a step; at the close the table has its own. */
useKeys(() => ({
  ' ': acts.forward,
  PageDown: acts.forward,
  // At the close the ledger answers to it.
  ...(view.value?.progress.phase === 'close' ? {} : { Enter: acts.all }),
  Backspace: acts.back,
  PageUp: acts.back,
  n: acts.note,
  p: acts.picture,
  w: acts.pause,
  '?': acts.keys,
  ...(told.value?.undo ? { u: () => void told.value?.undo?.() } : {}),
  ...(step.value ? stepKeys() : {}),
}));
const stepKeys = (): KeyMap => ({
  m: acts.missing,
  '-': () => byOne(-1),
  '+': () => byOne(1),
  s: acts.stripped,
  l: acts.lost,
  d: acts.fewer,
  k: acts.kind,
  x: acts.absent,
  b: acts.blocked,
  t: acts.turn,
  j: acts.skip,
  h: () => card.value?.pressHold(),
  ArrowDown: () => (arrivalAt.value = Math.min(outside.value.length - 1, arrivalAt.value + 1)),
  ArrowUp: () => (arrivalAt.value = Math.max(0, arrivalAt.value - 1)),
  ...Object.fromEntries([...'0123456789'].map((digit) => [digit, () => typeDigit(digit)])),
  ...(choice.value ? { f: () => void run.settle('new', ''), o: () => void run.settle('omitted', '') } : {}),
});
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
    :data-holding="run.holdRunning.value"
    @click="letGo"
  >
    <section class="card main">
      <StreamTrouble
        class="away"
        :trouble="job.stream.trouble.value"
        :unsafe="job.stream.unsafe.value"
        what="job"
        :count="job.stream.items.value.length"
        @restart="job.restart(unit?.model.revision ?? 1)"
        @save="saveFile(`${unit?.label ?? 'job'}.json`, JSON.stringify(job.stream.items.value, null, 2))"
        @drop="job.drop"
      />
      <ServerState class="away" :away="job.stream.away.value" :waiting="job.waiting.value" />
      <OtherBenches :others="others" :steps="view.steps" :here="step?.id ?? null" />
      <p v-if="told" class="told" role="status" data-testid="told">
        {{ told.words }}
        <button v-if="told.undo" class="act-button" @click="told.undo"><KeyHint name="U" /> undo</button>
      </p>
      <ClosedJob
        v-if="view.progress.phase === 'closed'"
        :unit="{ id: unitId, label: unit?.label ?? '' }"
        :view="view"
        :seconds="seconds"
        :names="names"
        :absent="run.arrival.value.parts"
        @logbook="router.push('/logbook')"
        @reopen="run.reopen"
      />
      <CloseJob
        v-else-if="view.progress.phase === 'close'"
        :view="view"
        :names="names"
        :absent="run.arrival.value.parts"
        :explain="run.leftovers"
        @close="run.close"
        @back="run.backward"
        @put-back="run.putBack"
        @count="job.count"
        @renew="job.countNew"
      />
      <template v-else-if="step">
        <RunStepCard
          ref="card"
          :key="step.id"
          :step="step"
          :steps="view.steps"
          :count="count"
          :row="row"
          :drawing="drawing"
          :keep="view.state.started?.schools?.keep ?? 'cell'"
          :tape-row="view.ledger.rows.findIndex((one) => one.joint === row?.joint) + 1"
          :names="names"
          :arrival="{ rows: outside, at: arrivalAt, hint: run.arrival.value.hint }"
          :fitted="step.part ? (view.state.swapped.get(step.part.id) ?? '') : ''"
          :pictures="run.picturesHere.value"
          :choice="choice?.short ?? 0"
          :pause-reason="view.state.pauseReason"
          @hold="run.holdRunning.value = $event"
          @choose="arrivalAt = $event"
          @missing="(one, total) => job.count(one.joint, 'missing', total)"
          @settle="run.settle"
          @fitted="run.swapped"
          @resume="run.resume"
        />
        <RunKeys
          :step="step"
          :counting="count !== null && !count.complete"
          :uncounted="count?.uncounted === true && count.what === 'out'"
          :countable="count !== null"
          :paused="paused"
          @act="acts[$event]()"
        />
      </template>
    </section>
    <RunMap class="map" :view="view" :seconds="seconds" :differences="differences" @agree="run.agree" />
    <LedgerFoot
      v-if="view.ledger.cells.length > 0"
      class="ledger"
      :ledger="view.ledger"
      :step="step"
      :names="names"
      :up="up"
    />
    <WordsDialog
      v-model="noteOpen"
      :question="`Note on “${about.title}”`"
      keep-words="Keep"
      leave-words="Leave it"
      :most="2000"
      @keep="run.note(about.id, $event)"
    />
    <PictureDialog
      v-model="pictureOpen"
      :about="about.title"
      :scene="scene"
      @kept="run.picture(about.id, $event)"
    />
    <PauseDialog v-model="pauseOpen" @pause="run.pause" />
    <WordsDialog
      v-model="skipOpen"
      :question="`Why is “${step?.title}” left out?`"
      keep-words="Leave it out"
      leave-words="Do it after all"
      @keep="run.skip"
    />
    <DifferDialog
      v-if="step"
      v-model="differOpen"
      :ask="differAsk"
      :step="step"
      :sequence="view.sequence"
      :ledger="view.ledger"
      :off="off"
      @found="run.differ"
    />
    <KeysDialog v-model="keysOpen" />
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
.told {
  display: flex;
  align-items: center;
  gap: 14px;
  margin: 14px 44px 0;
  padding: 8px 14px;
  border-left: 4px solid var(--copper);
  background: var(--card-raised);
  font-size: 18px;
}
.away {
  margin: 14px 44px 0;
}
@media (max-width: 900px) {
  .told {
    margin-inline: 24px;
  }
  .run {
    grid-template-columns: 1fr;
    grid-template-rows: minmax(0, 1fr) auto auto;
  }
}
</style>
