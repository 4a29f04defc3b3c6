import {
  backAct,
  arrivalOf,
  explainLeftovers,
  foldLines,
  nextAct,
  restRequest,
  standingEntries,
  stepCount,
  viewJob,
  workedSeconds,
  type Arrival,
  type Difference,
  type DifferedBody,
  type Entry,
  type InHand,
  type LedgerRow,
  type MatPoint,
  type RecordBody,
  type RunStep,
  type StreamItem,
} from '@bemtor/core';
import { storeToRefs } from 'pinia';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { read } from '../../api/client.ts';
import { useStepPictures } from '../../pictures/useStepPictures.ts';
import { useClock } from '../../composables/useClock.ts';
import { useJob } from '../../stores/job.ts';
import { useUnit, type Published } from '../../stores/unit.ts';
import { planInWorker } from '../../workers/planner.ts';

/** More screws than any group has: the bound where nobody has counted yet. */
const most = 200;

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
  /** What was just done and can be taken back with one key, or why something could not be done. */
  const told = ref<{ readonly words: string; readonly undo?: () => Promise<void> } | null>(null);

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

  async function forward(all = false): Promise<void> {
    if (!view.value || paused.value) return;
    // The close has its own key: the one key that led there may be pressed once too often.
    if (view.value.progress.phase === 'close') return;
    const act = nextAct(step.value, view.value.state, holdRunning.value, all);
    const current = step.value;
    if (!current) return;
    told.value = null;
    if (act.kind === 'count') {
      await job.count(act.joint, act.what, act.total);
      if (act.finish) await job.finish(current);
    } else if (act.kind === 'settle') {
      await thatIsAll(current, act.count);
    } else if (act.kind === 'number') {
      told.value = { words: 'Nobody has counted these yet. Type how many came out, then Enter.' };
    } else if (act.kind === 'finish') await job.finish(current);
  }

  /** Those out are all: the step is done, and the sequence gets its number. */
  async function thatIsAll(current: RunStep, inAll: number): Promise<void> {
    if (!(await differ({ what: 'count', count: inAll }))) return;
    const takeBack = told.value?.undo;
    await job.finish(current);
    told.value = {
      words: `${inAll} in all: taken down for the sequence.`,
      undo: async () => {
        await job.reopen(current);
        await takeBack?.();
      },
    };
  }

  async function backward(): Promise<void> {
    if (!view.value || paused.value) return;
    const act = backAct(view.value.progress, view.value.state);
    if (act.kind === 'uncount') await job.count(act.joint, act.what, act.total);
    else if (act.kind === 'reopen') await job.reopen(act.step);
  }

  /** Sets the count of the step: "four are out". More than expected is a difference, not a count. */
  async function setCount(total: number): Promise<void> {
    const current = step.value;
    const known = count.value;
    if (!current?.joint || !known || paused.value) return;
    if (total > known.of && !(known.uncounted && known.what === 'out')) {
      if (known.what === 'out') await differ({ what: 'count', count: total + known.counts.missing });
      return;
    }
    await job.count(current.joint.id, known.what === 'out' ? 'out' : 'back', Math.max(0, total));
  }

  async function missing(target: LedgerRow | null, by: number): Promise<void> {
    if (!target) return;
    const total = target.counts.missing + by;
    if (total < 0 || total + target.counts.out > (target.expected ?? most)) return;
    await job.count(target.joint, 'missing', total);
  }

  async function stripped(): Promise<void> {
    if (row.value && row.value.counts.stripped < (row.value.expected ?? most))
      await job.count(row.value.joint, 'stripped', row.value.counts.stripped + 1);
  }

  /** A screw of this step that came out and is gone. */
  async function lost(): Promise<void> {
    if (row.value && step.value?.phase === 'back' && row.value.inTray > 0 && row.value.openBack > 0)
      await job.count(row.value.joint, 'lost', row.value.counts.lost + 1);
  }

  /** Screws that the tray cannot supply: new ones, or left out with the reason. */
  async function settle(what: 'new' | 'omitted', words: string): Promise<void> {
    const act = choice.value;
    const current = step.value;
    if (!act || !current || !row.value) return;
    const total = row.value.counts[what] + act.short;
    const why = row.value.counts.lost > 0 ? 'lost' : 'missing on arrival';
    await (what === 'new'
      ? job.countNew(act.joint, total, words)
      : job.count(act.joint, 'omitted', total, words || why));
    await job.finish(current);
  }

  /** Something here is not as the sequence says: kept as evidence, and the rest planned again from here. */
  async function differ(found: NonNullable<DifferedBody['found']>): Promise<boolean> {
    const action = step.value?.action;
    if (!action || step.value?.phase !== 'down' || !document.value || !view.value || paused.value)
      return false;
    const what = found.what;
    const body: DifferedBody = { kind: 'differed', action: action.id, what, found };
    const ahead = { id: 'ahead', at: new Date().toISOString(), body };
    const next = viewJob(document.value, [...job.stream.items.value, ahead]);
    const request = restRequest(next);
    const planned = request && request.targets.length > 0 ? await planInWorker(next.sequence, request) : null;
    if (planned && !planned.ok) {
      told.value = { words: `Not taken down: ${planned.fault.what}` };
      return false;
    }
    const before = view.value.state.route.filter((id) => !view.value?.state.done.has(`down:${id}`));
    await job.stream.append(body);
    await job.stream.append({ kind: 'replanned', steps: [...(planned?.value.steps ?? [])], because: what });
    told.value = {
      words: 'Taken down as evidence; the rest is planned again.',
      undo: async () => {
        await job.stream.append({ ...body, found: null });
        await job.stream.append({ kind: 'replanned', steps: before, because: 'taken back' });
        told.value = null;
      },
    };
    return true;
  }

  /** Where the screws of this step are, of which the sequence did not know it: evidence, and the route stays. */
  async function putPoints(points: MatPoint[]): Promise<void> {
    const action = step.value?.action;
    if (!action || points.length === 0) return;
    const body = { kind: 'differed', action: action.id, what: 'points' } as const;
    await job.stream.append({ ...body, found: { what: 'points', points } });
    told.value = {
      words: `${points.length === 1 ? 'The point is' : `${points.length} points are`} put in, as evidence for the sequence.`,
      undo: async () => {
        await job.stream.append({ ...body, found: null });
        told.value = null;
      },
    };
  }

  /** Takes a difference back, and plans the rest again as the sequence has it. */
  async function agree(difference: Difference): Promise<void> {
    if (!document.value) return;
    const body: DifferedBody = {
      kind: 'differed',
      action: difference.action,
      what: difference.what,
      found: null,
    };
    const ahead = { id: 'ahead', at: new Date().toISOString(), body };
    const next = viewJob(document.value, [...job.stream.items.value, ahead]);
    await job.stream.append(body);
    const request = next.progress.phase === 'down' ? restRequest(next) : null;
    const planned = request ? await planInWorker(next.sequence, request) : null;
    if (planned?.ok)
      await job.stream.append({ kind: 'replanned', steps: [...planned.value.steps], because: 'taken back' });
  }

  /** The way back begins here, with what is off now. */
  async function turnRound(): Promise<void> {
    if (!view.value || view.value.progress.phase !== 'down') return;
    const before = view.value.state.route.filter((id) => !view.value?.state.done.has(`down:${id}`));
    await job.stream.append({ kind: 'replanned', steps: [], because: 'turned round' });
    told.value = {
      words: 'Turned round: from here it goes back up.',
      undo: async () => {
        await job.stream.append({ kind: 'replanned', steps: before, because: 'on again' });
        told.value = null;
      },
    };
  }

  async function skip(reason: string): Promise<void> {
    if (step.value) await job.stream.append({ kind: 'skipped', step: step.value.id, reason });
  }
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
    forward: inTurn(forward),
    backward: inTurn(backward),
    setCount: inTurn(setCount),
    missing: inTurn(missing),
    stripped: inTurn(stripped),
    lost: inTurn(lost),
    settle: inTurn(settle),
    differ: inTurn(differ),
    putPoints: inTurn(putPoints),
    agree: inTurn(agree),
    turnRound: inTurn(turnRound),
    skip: inTurn(skip),
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
