import type { JobState } from './foldJob.ts';
import { stepCount, type Progress } from './progress.ts';
import { arrivalStepId, type RunStep } from './runStep.ts';

/** What one press of the one key means now. Whoever asks carries it out; nothing here acts by itself. */
export type NextAct =
  | {
      readonly kind: 'count';
      readonly joint: string;
      readonly what: 'out' | 'back';
      readonly total: number;
      readonly finish: boolean;
    }
  | { readonly kind: 'finish' }
  /** The tray is empty and screws are short: fit new or leave out, which the one key cannot choose. */
  | { readonly kind: 'choose'; readonly joint: string; readonly short: number }
  /** Nobody knew how many screws there are: those that came out are all. */
  | { readonly kind: 'settle'; readonly joint: string; readonly count: number }
  /** Nobody knows how many there are, and none came out yet: a number has to be said. */
  | { readonly kind: 'number'; readonly joint: string }
  | { readonly kind: 'wait' }
  | { readonly kind: 'none' };

/** `all`: take every screw of the step that is left at once; where nobody knows how many, those out are all. */
export function nextAct(step: RunStep | null, state: JobState, holdRunning: boolean, all = false): NextAct {
  if (!step) return { kind: 'none' };
  if (holdRunning) return { kind: 'wait' };
  const count = stepCount(step, state);
  if (!count || !step.joint || count.complete) return { kind: 'finish' };
  if (count.uncounted && count.what === 'out') {
    const joint = step.joint.id;
    if (!all) return { kind: 'count', joint, what: 'out', total: count.through + 1, finish: false };
    const known = count.through + count.counts.missing;
    return known > 0 ? { kind: 'settle', joint, count: known } : { kind: 'number', joint };
  }
  if (count.through < count.of) {
    const total = all ? count.of : count.through + 1;
    const what = count.what === 'out' ? 'out' : 'back';
    // The last screw finishes the step; where the tray was short the choice comes first.
    return {
      kind: 'count',
      joint: step.joint.id,
      what,
      total,
      finish: total === count.of && count.short === 0,
    };
  }
  if (count.short > 0) return { kind: 'choose', joint: step.joint.id, short: count.short };
  return { kind: 'finish' };
}

export type BackAct =
  | {
      readonly kind: 'uncount';
      readonly joint: string;
      readonly what: 'out' | 'back';
      readonly total: number;
    }
  | { readonly kind: 'reopen'; readonly step: RunStep }
  | { readonly kind: 'none' };

/** What Backspace means: one screw fewer, or the step before open again. */
export function backAct({ step, previous }: Progress, state: JobState): BackAct {
  const count = step ? stepCount(step, state) : null;
  if (step?.joint && count && count.through > 0) {
    return {
      kind: 'uncount',
      joint: step.joint.id,
      what: count.what === 'out' ? 'out' : 'back',
      total: count.through - 1,
    };
  }
  return previous ? { kind: 'reopen', step: previous } : { kind: 'none' };
}

/** `Step 10 of 18, down`: where in which part of the job. */
export function placeWords(steps: readonly RunStep[], step: RunStep): string {
  const group = (of: RunStep): string => (of.phase === 'after' ? 'back' : of.phase);
  const alike = steps.filter((other) => group(other) === group(step));
  const words = { down: 'down', swap: 'at the bottom', back: 'back up' }[group(step)] ?? '';
  if (step.id === arrivalStepId) return 'Before the first screw';
  if (step.phase === 'after') return 'Closed: last tests';
  return `Step ${alike.indexOf(step) + 1} of ${alike.length}, ${words}`;
}
