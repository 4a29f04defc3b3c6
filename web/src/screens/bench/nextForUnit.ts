import type { UnitSummary } from '@bemtor/core';

export interface NextAct {
  /** What the unit waits for. */
  readonly waits: string;
  /** What the one key does. */
  readonly act: string;
  readonly screen: 'intake' | 'recorder' | 'review' | 'route' | 'run';
  /** Share of the job's steps that are done, where a job is open. */
  readonly share: number | null;
}

/** What a unit waits for, and where to go on with it. */
export function nextForUnit({ model, recording, job, complaint, intake }: UnitSummary): NextAct {
  if (!job && !recording && complaint === '' && intake.symptoms.length === 0)
    return { waits: 'Just arrived: nothing is known yet', act: 'Intake', screen: 'intake', share: null };
  if (job && job.phase !== 'closed') {
    const share = job.of > 0 ? job.at / job.of : 0;
    if (job.phase === 'close')
      return { waits: 'All steps done; the ledger waits', act: 'Close', screen: 'run', share: 1 };
    if (job.pausedSince)
      return { waits: `Set aside: ${job.pauseReason ?? ''}`, act: 'Continue', screen: 'run', share };
    if (job.phase === 'not-started')
      return { waits: 'Job opened', act: 'Start', screen: 'route', share: null };
    return {
      waits: `Step ${job.at + 1} of ${job.of}: ${job.nextTitle ?? ''}`,
      act: 'Resume',
      screen: 'run',
      share,
    };
  }
  if (model.revision === null) {
    if (recording && recording.lines > 0) {
      return {
        waits: `${recording.lines} ${recording.lines === 1 ? 'line' : 'lines'} recorded, nothing published yet`,
        act: 'Record on',
        screen: 'recorder',
        share: null,
      };
    }
    return { waits: 'New to the shop: no sequence yet', act: 'Record', screen: 'recorder', share: null };
  }
  const done = job ? 'Last job closed. ' : '';
  return {
    waits: `${done}Sequence revision ${model.revision} stands`,
    act: 'Route',
    screen: 'route',
    share: null,
  };
}
