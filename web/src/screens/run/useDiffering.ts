import {
  restRequest,
  viewJob,
  type Difference,
  type DifferedBody,
  type JobEvent,
  type JobEventBody,
  type JobView,
  type MatPoint,
  type Sequence,
} from '@bemtor/core';
import { shallowRef, type Ref } from 'vue';
import { planInWorker } from '../../workers/planner.ts';
import {
  differed,
  differingAct,
  pointsFound,
  replanned,
  stepsAhead,
  takenBack,
  type Found,
  type RunAt,
} from './runActs.ts';

/** What was just done and can be taken back with one key, or why something could not be done. */
export interface RunTold {
  readonly words: string;
  readonly undo?: () => Promise<void>;
}

/** What a run finds to differ from the sequence: kept as evidence, and the rest planned again from here. */
export function useDiffering(
  document: Ref<Sequence | null>,
  at: () => RunAt | null,
  log: { readonly events: () => readonly JobEvent[]; append: (...bodies: JobEventBody[]) => Promise<void> },
) {
  const told = shallowRef<RunTold | null>(null);

  function tell(words: string, undo: () => Promise<void>): void {
    told.value = {
      words,
      undo: async () => {
        await undo();
        told.value = null;
      },
    };
  }

  /** The job as it would stand after a word on a difference, and the rest of the way from there; null: none is left. */
  async function planAgain(sequence: Sequence, body: DifferedBody) {
    const ahead = { id: 'ahead', at: new Date().toISOString(), body };
    const next = viewJob(sequence, [...log.events(), ahead]);
    const request = restRequest(next);
    if (!request || request.targets.length === 0) return { next, planned: null };
    return { next, planned: await planInWorker(next.sequence, request) };
  }

  async function differ(found: Found, then: readonly JobEventBody[] = []): Promise<boolean> {
    const now = at();
    const action = now && differingAct(now);
    if (!action || !document.value) return false;
    const body = differed(action, found);
    const { planned } = await planAgain(document.value, body);
    if (planned && !planned.ok) {
      told.value = { words: `Not taken down: ${planned.fault.what}` };
      return false;
    }
    const before = stepsAhead(now.view);
    await log.append(body, replanned(planned?.value.steps ?? [], found.what), ...then);
    tell('Taken down as evidence; the rest is planned again.', () =>
      log.append(takenBack(body), replanned(before, 'taken back')),
    );
    return true;
  }

  /** Those out are all: the step is done, and the sequence gets its number. */
  async function thatIsAll(count: number): Promise<void> {
    const step = at()?.view.progress.step;
    if (!step || !(await differ({ what: 'count', count }, [{ kind: 'done', step: step.id }]))) return;
    const takeBack = told.value?.undo;
    tell(`${count} in all: taken down for the sequence.`, async () => {
      await log.append({ kind: 'undone', step: step.id });
      await takeBack?.();
    });
  }

  async function putPoints(points: MatPoint[]): Promise<void> {
    const now = at();
    const body = now && pointsFound(now, points);
    if (!body) return;
    await log.append(body);
    tell(
      `${points.length === 1 ? 'The point is' : `${points.length} points are`} put in, as evidence for the sequence.`,
      () => log.append(takenBack(body)),
    );
  }

  /** Takes a difference back, and plans the rest again as the sequence has it. */
  async function agree(difference: Difference): Promise<void> {
    if (!document.value) return;
    const body = takenBack(difference);
    const { next, planned } = await planAgain(document.value, body);
    const isDown = next.progress.phase === 'down';
    await log.append(body, ...(isDown && planned?.ok ? [replanned(planned.value.steps, 'taken back')] : []));
  }

  /** The way back begins here, with what is off now. */
  async function turnRound(): Promise<void> {
    const view: JobView | undefined = at()?.view;
    if (view?.progress.phase !== 'down') return;
    const before = stepsAhead(view);
    await log.append(replanned([], 'turned round'));
    tell('Turned round: from here it goes back up.', () => log.append(replanned(before, 'on again')));
  }

  return { told, differ, thatIsAll, putPoints, agree, turnRound };
}
