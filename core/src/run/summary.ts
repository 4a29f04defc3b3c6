import { partNameOf } from '../reader/entries/partName.ts';
import { indexSequence } from '../sequence/describe.ts';
import type { Sequence } from '../sequence/schema.ts';
import { targetName } from '../route/targets.ts';
import type { JobEvent } from './events.ts';
import { foldJob, workedSeconds, type JobState } from './foldJob.ts';
import { jobLedger, type Ledger } from './ledger.ts';
import { progressOf, type Progress } from './progress.ts';
import { runSteps } from './runSteps.ts';
import type { RunStep } from './runStep.ts';
import { applySchools, defaultSchools } from '../shop/schools.ts';
import { unitSequence } from './unitSequence.ts';
import { notBack, type NotBack } from './notBack.ts';
import { configure } from '../sequence/configuration.ts';
import { kindLetters } from './tray.ts';

/** A job with all that follows from its log. */
export interface JobView {
  readonly state: JobState;
  readonly steps: readonly RunStep[];
  readonly progress: Progress;
  readonly ledger: Ledger;
  /** The sequence as it is in this unit: its configuration, and what was found to differ. */
  readonly sequence: Sequence;
  /** Brackets, shields, tape and other parts that came off and are not back. */
  readonly notBack: readonly NotBack[];
  /** The letter of each kind of screw. */
  readonly letters: ReadonlyMap<string, string>;
}

/** Computes a job from the revision it follows and its events. Nothing of this is stored. */
export function viewJob(document: Sequence, events: readonly JobEvent[]): JobView {
  const state = foldJob(events);
  const schools = state.started?.schools ?? defaultSchools;
  const sequence = applySchools(
    unitSequence(document, state.started?.configuration ?? {}, state.differences),
    schools,
  );
  // A kind that was found here and not expected comes after those of the document: no cell changes its letter.
  const { joints } = configure(document, state.started?.configuration ?? {});
  const letters = kindLetters([...joints, ...sequence.joints]);
  const steps = state.started
    ? runSteps(
        sequence,
        { steps: state.route, targets: state.started.targets, purpose: state.started.purpose },
        schools,
        letters,
      )
    : [];
  const names = new Map<string, string>(sequence.parts.map((part) => [part.id, part.name]));
  const ledger = jobLedger(steps, state, (part) => names.get(part) ?? partNameOf(part));
  return {
    state,
    steps,
    progress: progressOf(steps, state),
    ledger,
    sequence,
    letters,
    notBack: notBack(steps, state, (part) => names.get(part) ?? partNameOf(part)),
  };
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
    clipped: state.clipped,
    plannedSeconds: state.started?.plannedSeconds ?? 0,
    screwsOut: sum('out'),
    missing: sum('missing'),
    balanced: ledger.balanced,
    open: ledger.open,
    remark: state.remark,
    pausedSince: state.pausedSince,
    pauseReason: state.pauseReason,
    differences: state.differences.length,
  };
}
