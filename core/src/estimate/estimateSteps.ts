import type { JobEvent } from '../run/events.ts';
import type { RunStep } from '../run/runStep.ts';
import { sumQuantiles } from './quantiles.ts';
import { learnTime, type TimedAct, type TimeModel } from './timeModel.ts';

export interface Estimate {
  /** Half of such jobs take less. */
  readonly middleSeconds: number;
  /** Four of five take less. */
  readonly mostSeconds: number;
}

/** Steps that are no act of the sequence are timed like checks. */
const verbOf = (step: RunStep) => step.action?.verb ?? 'check';

/** A hold or a wait lasts as long as it lasts; everything else is spread. */
const fixed = (step: RunStep): boolean => step.holdSeconds !== null;

/**
 * The middle and the 80 % time of a list of steps with the shop's own times. `handlingSeconds`: tool changes
 * and turns, which the planner counts.
 */
export function estimateSteps(steps: readonly RunStep[], model: TimeModel, handlingSeconds = 0): Estimate {
  const still = handlingSeconds + steps.filter(fixed).reduce((sum, step) => sum + step.seconds, 0);
  const acts = steps.filter((step) => !fixed(step) && step.seconds > 0);
  const summands = acts.map((step) => {
    const { mu, sigma } = model[verbOf(step)] ?? learnTime();
    return { mu: Math.log(step.seconds) + mu, sigma };
  });
  const [middle = 0, most = 0] = summands.length > 0 ? sumQuantiles(summands, [0.5, 0.8]) : [];
  return { middleSeconds: still + middle, mostSeconds: still + most };
}

/** A step of a run with the time that it took, pauses left out. */
export interface TimedStep {
  readonly step: RunStep;
  readonly seconds: number;
}

/**
 * How long each step took: from the end of the step before it to its own end, less what was paused in
 * between. A step done twice counts once, by its last end; one without a step before it is not timed.
 */
export function timedSteps(steps: readonly RunStep[], events: readonly JobEvent[]): TimedStep[] {
  const byId = new Map(steps.map((step) => [step.id, step]));
  const timed = new Map<string, TimedStep>();
  let since: number | null = null;
  let pausedSince: number | null = null;
  let pausedMs = 0;
  for (const { at, body } of events) {
    const now = Date.parse(at);
    if (body.kind === 'started') since = now;
    if (body.kind === 'paused') pausedSince ??= now;
    if (body.kind === 'resumed' && pausedSince !== null) {
      pausedMs += Math.max(0, now - pausedSince);
      pausedSince = null;
    }
    if (body.kind === 'undone') timed.delete(body.step);
    if (body.kind !== 'done') continue;
    const step = byId.get(body.step);
    const seconds = since === null ? 0 : (now - since - pausedMs) / 1000;
    if (step && seconds > 0 && !timed.has(step.id)) timed.set(step.id, { step, seconds });
    since = now;
    pausedMs = 0;
  }
  return [...timed.values()];
}

/** What a run teaches about times: its steps with their defaults, holds left out. */
export const timedActs = (timed: readonly TimedStep[]): TimedAct[] =>
  timed
    .filter(({ step }) => !fixed(step) && step.seconds > 0 && step.action !== null)
    .map(({ step, seconds }) => ({ verb: verbOf(step), defaultSeconds: step.seconds, seconds }));
