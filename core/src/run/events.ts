import { z } from 'zod';

/*
 * A job is an append-only log of events. Counts are told as totals ("six out so far"), steps as done or
 * undone, and the latest word counts: so two people who press the same key at once say the same thing
 * twice, and nothing is doubled. Corrections are new events.
 */

const id = z.string().min(1).max(120);

/** What is counted per joint: see the laws in ledger.ts. */
export const countKinds = ['out', 'missing', 'back', 'new', 'omitted', 'stripped'] as const;
export type CountKind = (typeof countKinds)[number];

export const jobEventBodySchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('started'),
    targets: z.array(id).min(1),
    configuration: z.record(z.string(), z.string()),
    steps: z.array(id).min(1).max(1000),
    plannedSeconds: z.number().nonnegative(),
  }),
  z.strictObject({
    kind: z.literal('counted'),
    joint: id,
    what: z.enum(countKinds),
    total: z.int().min(0).max(200),
    reason: z.string().max(200).optional(),
  }),
  z.strictObject({ kind: z.literal('done'), step: id }),
  z.strictObject({ kind: z.literal('undone'), step: id }),
  z.strictObject({ kind: z.literal('swapped'), part: id, number: z.string().max(60).nullable() }),
  z.strictObject({ kind: z.literal('note'), step: id.nullable(), text: z.string().min(1).max(2000) }),
  z.strictObject({ kind: z.literal('paused'), reason: z.string().max(200) }),
  z.strictObject({ kind: z.literal('resumed') }),
  z.strictObject({ kind: z.literal('closed'), remark: z.string().max(500).nullable() }),
]);
export type JobEventBody = z.infer<typeof jobEventBodySchema>;
export type StartedBody = Extract<JobEventBody, { kind: 'started' }>;

export interface JobEvent {
  readonly id: string;
  /** The clock of the device that acted, ISO 8601. */
  readonly at: string;
  readonly body: JobEventBody;
}
