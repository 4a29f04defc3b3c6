import {
  configure,
  planRoute,
  runSteps,
  type CountKind,
  type JobEvent,
  type JobEventBody,
  type RunStep,
  type Sequence,
} from '@bemtor/core';
import { z } from 'zod';

const screws = z.strictObject({ joint: z.string(), count: z.int().positive() }).optional();

/** A job of the past in short; the events are made from it. */
export const pastJobSchema = z.strictObject({
  label: z.string(),
  model: z.string(),
  serial: z.string(),
  configuration: z.record(z.string(), z.string()),
  targets: z.array(z.string()),
  daysAgo: z.number(),
  technician: z.string(),
  /** Seconds per second of the plan. */
  pace: z.number().positive(),
  complaint: z.string(),
  missing: screws,
  stripped: screws,
  lost: screws,
});
export type PastJob = z.infer<typeof pastJobSchema>;

/** A spread around 1 that repeats: 0.72 … 1.4, the same for every load of the demo. */
const spread = (n: number): number => Math.exp(Math.sin(n * 12.9898) * 0.33);

/**
 * The log of a finished job, as the one key would have written it: every step of the route and the way back,
 * with times around the plan, and the screws that were missing, stripped or lost; new ones take their place.
 */
export function playJob(document: Sequence, job: PastJob, startedAt: Date): Omit<JobEvent, 'id'>[] {
  const { targets, configuration } = job;
  const planned = planRoute(document, { targets, configuration });
  if (!planned.ok) throw new Error(`demo/history.json, ${job.label}: ${planned.fault.what}`);
  const route = [...planned.value.steps];
  const steps = runSteps(configure(document, configuration), { steps: route, targets });
  const plannedSeconds = Math.round(steps.reduce((sum, step) => sum + step.seconds, 0));
  const events: Omit<JobEvent, 'id'>[] = [];
  let seconds = 0;
  const say = (body: JobEventBody): void => {
    events.push({ at: new Date(startedAt.getTime() + seconds * 1000).toISOString(), body });
  };
  say({ kind: 'started', targets, configuration, steps: route, plannedSeconds });
  steps.forEach((step, n) => {
    const pace = step.holdSeconds === null ? job.pace * spread(n + job.daysAgo) : 1;
    seconds += Math.max(1, Math.round(step.seconds * pace));
    for (const body of countsOf(step, job)) say(body);
    if (step.part) say({ kind: 'swapped', part: step.part.id, number: step.part.numbers[0]?.number ?? null });
    say({ kind: 'done', step: step.id });
  });
  say({ kind: 'closed', remark: null });
  return events;
}

/** What is counted in a step. */
function countsOf({ joint, phase }: RunStep, { missing, stripped, lost }: PastJob): JobEventBody[] {
  if (!joint) return [];
  const of = (screws: PastJob['missing']): number => (screws?.joint === joint.id ? screws.count : 0);
  const out = (joint.count ?? 0) - of(missing);
  const counted = (what: CountKind, total: number): JobEventBody[] =>
    total > 0 ? [{ kind: 'counted', joint: joint.id, what, total }] : [];
  return phase === 'down'
    ? [...counted('missing', of(missing)), ...counted('out', out), ...counted('stripped', of(stripped))]
    : [
        ...counted('lost', of(lost)),
        ...counted('back', out - of(lost)),
        ...counted('new', of(missing) + of(lost)),
      ];
}
