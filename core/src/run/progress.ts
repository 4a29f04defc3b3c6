import type { CountKind } from './events.ts';
import { noCounts, type JobState, type JointCounts } from './foldJob.ts';
import type { RunStep } from './runStep.ts';

export type JobPhase = 'not-started' | 'down' | 'swap' | 'back' | 'close' | 'closed';

export interface Progress {
  readonly phase: JobPhase;
  /** Place in the list of steps; equal to its length when all are done. */
  readonly at: number;
  readonly step: RunStep | null;
  /** The last step done before this one: what "back" would undo. */
  readonly previous: RunStep | null;
}

/** Where a job stands: the first step that is not done. A reload or another device finds the same place. */
export function progressOf(steps: readonly RunStep[], state: JobState): Progress {
  const at = steps.findIndex((step) => !state.done.has(step.id) && !state.skipped.has(step.id));
  const place = at === -1 ? steps.length : at;
  const step = steps[place] ?? null;
  const previous = place > 0 ? (steps[place - 1] ?? null) : null;
  if (!state.started) return { phase: 'not-started', at: 0, step: null, previous: null };
  if (state.closedAt) return { phase: 'closed', at: place, step: null, previous };
  if (!step) return { phase: 'close', at: place, step: null, previous };
  return { phase: step.phase === 'after' ? 'back' : step.phase, at: place, step, previous };
}

/** The count of a step that is about screws: how many are through, of how many, and what one more means. */
export interface StepCount {
  readonly what: CountKind;
  readonly through: number;
  /** Screws that this step can deal with by itself: the expected ones less those accounted for otherwise. */
  readonly of: number;
  /** Nobody has said how many there are: `of` is what is through so far, and the step waits for the number. */
  readonly uncounted: boolean;
  readonly counts: JointCounts;
  /** On the way back: screws that the tray cannot supply; fit new or leave out. */
  readonly short: number;
  readonly complete: boolean;
}

export function stepCount(step: RunStep, state: JobState): StepCount | null {
  if (!step.joint) return null;
  const counts = state.counts.get(step.joint.id) ?? noCounts;
  const uncounted = step.joint.count == null;
  const expected = step.joint.count ?? counts.out + counts.missing;
  if (step.phase === 'down') {
    const of = Math.max(0, expected - counts.missing);
    return {
      what: 'out',
      through: counts.out,
      of,
      uncounted,
      counts,
      short: 0,
      complete: !uncounted && counts.out + counts.missing === expected,
    };
  }
  const inHand = Math.max(0, counts.out - counts.lost);
  const fromTray = Math.max(0, Math.min(inHand, expected - counts.new - counts.omitted));
  const complete = counts.back + counts.new + counts.omitted === expected;
  const short = Math.max(0, expected - inHand - counts.new - counts.omitted);
  return { what: 'back', through: counts.back, of: fromTray, uncounted, counts, short, complete };
}
