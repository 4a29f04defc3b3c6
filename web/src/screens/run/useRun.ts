import {
  arrivalOf,
  explainLeftovers,
  foldLines,
  nextAct,
  standingEntries,
  stepCount,
  workedSeconds,
  type Arrival,
  type CountKind,
  type Entry,
  type InHand,
  type JobEventBody,
  type LedgerRow,
  type RecordBody,
  type StreamItem,
} from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { read } from '../../api/client.ts';
import { useStepPictures } from '../../pictures/useStepPictures.ts';
import { useClock } from '../../composables/useClock.ts';
import { useJob } from '../../stores/job.ts';
import { useUnit, type Published } from '../../stores/unit.ts';
import {
  backwardAct,
  counted,
  countedNew,
  forwardAct,
  lostAct,
  missingAct,
  setCountAct,
  settleAct,
  skippedAct,
  strippedAct,
  type Act,
  type RunAt,
} from './runActs.ts';
import { useDiffering } from './useDiffering.ts';

/** A job at the bench: where it stands, and everything that a key can do to it. */
export function useRun(unitId: string) {
  const store = useUnit();
  const { unit, fault } = storeToRefs(store);
  const now = useClock();
  /** The revision that the job follows, which need not be the latest any more. */
  const followed = shallowRef<Published | null>(null);
  const document = computed(() => followed.value?.document ?? null);
  const job = useJob(document);
  const { view } = job;
  const photos = useStepPictures();
  /** Photos under the outline of the model. */
  const grounds = computed(() => store.model?.grounds ?? []);
  const holdRunning = ref(false);
  /** What intake or the unit's recording say was missing; it is offered, not taken over silently. */
  const arrival = shallowRef<Arrival>({ hint: null, parts: [] });
  const ready = ref(false);

  onMounted(async () => {
    await store.load(unitId);
    await job.openFor(unitId, unit.value?.job?.id ?? null);
    const revision = unit.value?.job?.revision ?? unit.value?.model.revision;
    if (job.stream.streamId.value && revision) {
      // A model may have become another's spelling since; the job goes on with what it follows.
      const code = encodeURIComponent(unit.value?.job?.modelCode ?? unit.value?.model.code ?? '');
      followed.value = (await read<Published>(`/models/${code}/revisions/${revision}`)).value;
    }
    ready.value = true;
    if (unit.value) void photos.load(unit.value.job?.modelCode ?? unit.value.model.code);
    const marks = unit.value?.intake.marks ?? [];
    arrival.value = arrivalOf(marks, []);
    if (unit.value?.recording) arrival.value = arrivalOf(marks, await recorded(unit.value.recording.id));
  });

  /** What the unit's recording says. */
  async function recorded(recordingId: string): Promise<Entry[]> {
    const { value } = await read<{ items: StreamItem<RecordBody>[] }>(`/recordings/${recordingId}`);
    return standingEntries(foldLines(value.items));
  }

  const step = computed(() => view.value?.progress.step ?? null);
  /** Photos of the step on screen: of this job, then of the model's recordings and of jobs before. */
  const picturesHere = computed(() => {
    const own = view.value?.state.pictures.flatMap((one) => (one.step === step.value?.id ? one.picture : []));
    return [...new Set([...(own ?? []), ...photos.of(step.value?.action?.id)])];
  });
  /** Where its screws are seen in photos. */
  const tiesHere = computed(() => photos.tiesOf(step.value?.action?.id));
  const count = computed(() => (step.value && view.value ? stepCount(step.value, view.value.state) : null));
  const row = computed(
    () => view.value?.ledger.rows.find((candidate) => candidate.joint === step.value?.joint?.id) ?? null,
  );
  const seconds = computed(() => (view.value ? workedSeconds(view.value.state, now.value.toISOString()) : 0));
  const paused = computed(() => view.value?.state.pausedSince != null);
  const choice = computed(() => {
    const act = view.value ? nextAct(step.value, view.value.state, holdRunning.value) : null;
    return act?.kind === 'choose' ? act : null;
  });

  let last: Promise<unknown> = Promise.resolve();
  /** One act after the other, however fast keys are pressed: each sees what the one before it has done. */
  function inTurn<A extends unknown[]>(act: (...args: A) => Promise<unknown>): (...args: A) => Promise<void> {
    return (...args) => {
      const done = last.then(() => act(...args)).then(() => undefined);
      last = done.catch(() => undefined);
      return done;
    };
  }
  async function append(...bodies: JobEventBody[]): Promise<void> {
    for (const body of bodies) await job.stream.append(body);
  }
  const at = (): RunAt | null => view.value && { view: view.value, holdRunning: holdRunning.value };
  const differing = useDiffering(document, at, { events: () => job.stream.items.value, append });
  const { told } = differing;

  /** Does what an act comes to. */
  async function carryOut(act: Act): Promise<void> {
    if (act.kind === 'log') await append(...act.events);
    else if (act.kind === 'ask') told.value = { words: act.words };
    else if (act.kind === 'settle') await differing.thatIsAll(act.count);
    else if (act.kind === 'differ') await differing.differ(act.found);
  }
  /** An act of the bench, by where the job stands when its turn comes. */
  const acting = <A extends unknown[]>(what: (at: RunAt, ...args: A) => Act) =>
    inTurn(async (...args: A) => {
      const now = at();
      if (now) await carryOut(what(now, ...args));
    });
  const forward = acting((now, all: boolean = false) => {
    const act = forwardAct(now, all);
    if (act.kind !== 'nothing') told.value = null;
    return act;
  });

  const skip = acting(({ view: { progress } }, reason: string) => skippedAct(progress.step, reason));
  const close = (remark: string | null) => job.stream.append({ kind: 'closed', remark });
  const reopen = (reason: string) => job.stream.append({ kind: 'reopened', reason });
  const swapped = (part: string, number: string) =>
    job.stream.append({ kind: 'swapped', part, number: number || null });
  const pause = (reason: string) => job.stream.append({ kind: 'paused', reason });
  const resume = () => job.stream.append({ kind: 'resumed' });
  /** Words and pictures belong to the step that was on screen when they were begun. */
  const note = (about: string | null, text: string) => job.stream.append({ kind: 'note', step: about, text });
  const picture = (about: string | null, id: string) =>
    job.stream.append({ kind: 'picture', step: about, picture: id });
  const putBack = (id: string) => job.stream.append({ kind: 'undone', step: id });
  const leftovers = (inHand: readonly InHand[]) =>
    view.value ? explainLeftovers(view.value.sequence, view.value.ledger, inHand) : null;

  return {
    unit,
    fault,
    ready,
    job,
    document,
    view,
    step,
    count,
    row,
    seconds,
    paused,
    choice,
    picturesHere,
    tiesHere,
    grounds,
    holdRunning,
    arrival,
    told,
    forward,
    backward: acting(backwardAct),
    setCount: acting(setCountAct),
    missing: acting((_now, row: LedgerRow | null, by: number) => missingAct(row, by)),
    setGroup: (joint: string, what: CountKind, total: number, reason?: string) =>
      append(counted(joint, what, total, reason)),
    countNew: (joint: string, total: number, words: string) => append(countedNew(joint, total, words)),
    stripped: acting(strippedAct),
    lost: acting(lostAct),
    settle: acting(settleAct),
    differ: inTurn(differing.differ),
    putPoints: inTurn(differing.putPoints),
    agree: inTurn(differing.agree),
    turnRound: inTurn(differing.turnRound),
    skip,
    close: inTurn(close),
    reopen: inTurn(reopen),
    swapped,
    pause: inTurn(pause),
    resume: inTurn(resume),
    note,
    picture,
    putBack: inTurn(putBack),
    leftovers,
  };
}
export type Run = ReturnType<typeof useRun>;
