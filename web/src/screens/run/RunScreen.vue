<script setup lang="ts">
import {
  arrivalStepId,
  differenceWords,
  indexSequence,
  lowerName,
  matGroupsOfSequence,
  tighteningDrawing,
  usualOutline,
  whereOf,
  partNameOf,
  type LedgerRow,
} from '@bemtor/core';
import { useEventListener } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import EmptyState from '../../kit/EmptyState.vue';
import ServerState from '../../components/ServerState.vue';
import StreamTrouble from '../../components/StreamTrouble.vue';
import { saveFile } from '../../composables/saveFile.ts';
import TellBar from '../../kit/TellBar.vue';
import { useCommands } from '../../kit/useCommands.ts';
import { useWakeLock } from '../../composables/useWakeLock.ts';
import PictureDialog from '../../pictures/PictureDialog.vue';
import CloseJob from './CloseJob.vue';
import OtherBenches from './OtherBenches.vue';
import { usePresence } from './usePresence.ts';
import ClosedJob from './ClosedJob.vue';
import DifferDialog from './DifferDialog.vue';
import LedgerFoot from './LedgerFoot.vue';
import PauseDialog from './PauseDialog.vue';
import { runCommands } from './runCommands.ts';
import RunKeys from './RunKeys.vue';
import RunMap from './RunMap.vue';
import RunStepCard from './RunStepCard.vue';
import { useRun } from './useRun.ts';
import WordsDialog from './WordsDialog.vue';
import { useTypedNumber } from './useTypedNumber.ts';
import ActButton from '../../kit/ActButton.vue';
import { usePutPoints } from './usePutPoints.ts';
import { useReadAloud } from './useReadAloud.ts';
import SidePanel from '../../kit/SidePanel.vue';

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
const dialog = ref<'note' | 'picture' | 'pause' | 'skip' | 'blocked' | 'screw' | null>(null);
const shows = (name: NonNullable<typeof dialog.value>) =>
  computed({ get: () => dialog.value === name, set: (open) => (dialog.value = open ? name : null) });
/** The step that was on screen when a note or a picture was begun: another bench may go on meanwhile. */
const about = ref<{ readonly id: string | null; readonly title: string }>({ id: null, title: 'this job' });
function begin(what: 'note' | 'picture'): void {
  about.value = { id: step.value?.id ?? null, title: step.value?.title ?? 'this job' };
  dialog.value = what;
}
const noteOpen = shows('note');
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
  groups: groups.value,
  off: off.value.size,
}));

const index = computed(() => (view.value ? indexSequence(view.value.sequence) : null));
const drawing = computed(() =>
  step.value && index.value ? tighteningDrawing(index.value, step.value) : null,
);
const groups = computed(() =>
  view.value ? matGroupsOfSequence(view.value.sequence, view.value.letters) : [],
);
const where = computed(() =>
  view.value && index.value && step.value
    ? whereOf(view.value.sequence, index.value, step.value, groups.value, count.value?.through ?? 0)
    : null,
);
const ground = computed(() => run.grounds.value.find(({ face }) => face === where.value?.face) ?? null);
const putting = usePutPoints({
  outline: computed(() => where.value?.outline ?? usualOutline),
  face: computed(() => where.value?.face ?? 'top'),
  most: computed(() => step.value?.joint?.count ?? 200),
  keep: run.putPoints,
});
watch(() => step.value?.id, putting.leave);
const showsPhoto = ref(false);
const aloud = useReadAloud(step);
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

const held = computed(() => {
  if (run.holdRunning.value) return 'Keep holding; H twice where it was held already';
  return choice.value ? 'The tray is short: fit new screws, or leave them out' : null;
});
const table = useCommands(() =>
  runCommands(
    {
      step: step.value,
      counting: count.value !== null && !count.value.complete,
      uncounted: count.value?.uncounted === true && count.value.what === 'out',
      countable: count.value !== null,
      paused: paused.value,
      held: held.value,
      short: choice.value !== null,
      closing: view.value?.progress.phase === 'close',
      arriving: atArrival.value,
      placeable: down.value && count.value !== null && where.value?.points.length === 0,
      putIn: putting.points.value?.length ?? null,
      photo: run.tiesHere.value.length > 0,
      readsAloud: aloud.wanted.value,
      voice: aloud.isSupported.value,
    },
    {
      forward: (all) => run.forward(all),
      back: run.backward,
      digit: typeDigit,
      byOne,
      choose: (by) =>
        (arrivalAt.value = Math.max(0, Math.min(outside.value.length - 1, arrivalAt.value + by))),
      count: (what) => (what === 'missing' ? run.missing(target(), 1) : run[what]()),
      settle: (what) => run.settle(what, ''),
      fewer,
      ask,
      absent: () => run.differ({ what: 'absent' }),
      turn: run.turnRound,
      hold: () => card.value?.pressHold(),
      resume: run.resume,
      place: (what) => putting[what](),
      photo: () => (showsPhoto.value = !showsPhoto.value),
      readAloud: aloud.toggle,
    },
  ),
);
/** The one key goes on, whatever was pressed before: a button that a finger or mouse pressed keeps no focus. */
function letGo(event: MouseEvent): void {
  const { activeElement } = window.document;
  if (event.detail > 0 && activeElement instanceof HTMLButtonElement) activeElement.blur();
}
useEventListener('click', letGo);
function ask(what: 'screw' | 'blocked' | 'skip' | 'note' | 'picture' | 'pause'): void {
  if (what === 'note' || what === 'picture') begin(what);
  else dialog.value = what;
}
</script>

<template>
  <EmptyState v-if="fault" title="This unit cannot be read" :text="fault"
    ><ActButton to="/">To the bench</ActButton></EmptyState
  >
  <EmptyState
    v-else-if="ready && (!view || view.progress.phase === 'not-started')"
    title="No job on this unit"
    text="Choose what has to come out; the run starts from the route."
  >
    <ActButton primary :to="`/unit/${unitId}/route`">Route</ActButton>
  </EmptyState>
  <div
    v-else-if="view"
    class="run"
    :data-phase="view.progress.phase"
    :data-step="step?.id ?? ''"
    :data-holding="run.holdRunning.value"
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
      <TellBar class="told" :told="told" />
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
        @count="run.setGroup"
        @renew="run.countNew"
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
          :where="where"
          :ground="ground"
          :put-in="putting.points.value"
          :ties="showsPhoto ? run.tiesHere.value : []"
          :keep="view.state.started?.schools?.keep ?? 'cell'"
          :tape-row="view.ledger.rows.findIndex((one) => one.joint === row?.joint) + 1"
          :names="names"
          :arrival="{ rows: outside, at: arrivalAt, hint: run.arrival.value.hint }"
          :fitted="step.part ? (view.state.swapped.get(step.part.id) ?? '') : ''"
          :pictures="run.picturesHere.value"
          :choice="choice?.short ?? 0"
          :pause-reason="view.state.pauseReason"
          @tap="putting.tap"
          @hold="run.holdRunning.value = $event"
          @choose="arrivalAt = $event"
          @missing="(one, total) => run.setGroup(one.joint, 'missing', total)"
          @settle="run.settle"
          @fitted="run.swapped"
          @resume="run.resume"
        />
        <RunKeys :commands="table.commands.value" />
      </template>
    </section>
    <div class="beside">
      <SidePanel name="Where you are">
        <RunMap :view="view" :seconds="seconds" :differences="differences" @agree="run.agree" />
      </SidePanel>
    </div>
    <div v-if="view.ledger.cells.length > 0" class="ledger">
      <SidePanel name="Tray">
        <LedgerFoot :ledger="view.ledger" :step="step" :names="names" :up="up" />
      </SidePanel>
    </div>
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
  min-width: 0;
}
.beside {
  display: grid;
  min-height: 0;
  overflow-y: auto;
}
.told,
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
@media (max-width: 620px), (max-height: 520px) {
  .run {
    grid-template-columns: auto 1fr;
    grid-template-rows: minmax(0, 1fr) auto;
  }
  .main {
    grid-column: 1 / -1;
  }
  .ledger {
    grid-column: auto;
  }
}
</style>
