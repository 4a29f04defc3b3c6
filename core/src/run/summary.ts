import { partNameOf } from '../line/partName.ts';
import { configure } from '../sequence/configuration.ts';
import { indexSequence, targetName } from '../sequence/describe.ts';
import type { Sequence } from '../sequence/schema.ts';
import type { JobEvent } from './events.ts';
import { foldJob, workedSeconds, type JobState } from './foldJob.ts';
import { jobLedger, type Ledger } from './ledger.ts';
import { progressOf, type Progress } from './progress.ts';
import { runSteps, type RunStep } from './wayBack.ts';

/** A job with all that follows from its log. */
export interface JobView {
  readonly state: JobState;
  readonly steps: readonly RunStep[];
  readonly progress: Progress;
  readonly ledger: Ledger;
  /** The sequence as it is in this unit's configuration. */
  readonly sequence: Sequence;
}

/** Computes a job from the revision it follows and its events. Nothing of this is stored. */
export function viewJob(document: Sequence, events: readonly JobEvent[]): JobView {
  const state = foldJob(events);
  const sequence = configure(document, state.started?.configuration ?? {});
  const steps = state.started ? runSteps(sequence, state.started) : [];
  const names = new Map<string, string>(sequence.parts.map((part) => [part.id, part.name]));
  const ledger = jobLedger(steps, state, (part) => names.get(part) ?? partNameOf(part));
  return { state, steps, progress: progressOf(steps, state), ledger, sequence };
}

/** What the Bench and the Logbook say of a job. */
export function summarizeJob(view: JobView, now: string) {
  const { state, steps, progress, ledger } = view;
  const sum = (what: 'out' | 'missing') => ledger.rows.reduce((total, row) => total + row.counts[what], 0);
  const index = indexSequence(view.sequence);
  return {
    targets: (state.started?.targets ?? []).map((target) => targetName(index, target)),
    phase: progress.phase,
    at: progress.at,
    of: steps.length,
    nextTitle: progress.step?.title ?? null,
    startedAt: state.startedAt,
    closedAt: state.closedAt,
    workedSeconds: Math.round(workedSeconds(state, now)),
    plannedSeconds: state.started?.plannedSeconds ?? 0,
    screwsOut: sum('out'),
    missing: sum('missing'),
    balanced: ledger.balanced,
    open: ledger.open,
    remark: state.remark,
  };
}
