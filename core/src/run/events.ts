import { z } from 'zod';
import { matPointSchema } from '../record/log.ts';
import { screwSchema } from '../sequence/screw.ts';
import { schoolsSchema } from '../shop/schools.ts';

/*
 * A job is an append-only log of events. Counts are told as totals ("six out so far"), steps as done or
 * undone, and the latest word counts: so two people who press the same key at once say the same thing
 * twice, and nothing is doubled. Corrections are new events.
 */

const id = z.string().min(1).max(120);

/** What is counted per joint: see the laws in ledger.ts. */
export const countKinds = ['out', 'missing', 'back', 'new', 'omitted', 'stripped', 'lost'] as const;
export type CountKind = (typeof countKinds)[number];

/**
 * This unit is not as the sequence says: evidence against the sequence, and the ground on which the rest is
 * planned again. `found` null takes it back; of two words on the same act and matter the later counts.
 */
const foundSchema = z.discriminatedUnion('what', [
  z.strictObject({ what: z.literal('count'), count: z.int().min(1).max(200) }),
  z.strictObject({ what: z.literal('screw'), screw: screwSchema }),
  /** Where the screws are, of which the sequence does not know it. */
  z.strictObject({ what: z.literal('points'), points: z.array(matPointSchema).min(1).max(200) }),
  z.strictObject({ what: z.literal('absent') }),
  /** `by`: the part that is in the way; null where nobody knows yet. */
  z.strictObject({ what: z.literal('blocked'), by: id.nullable() }),
]);

const differedSchema = z.strictObject({
  kind: z.literal('differed'),
  action: id,
  found: foundSchema.nullable(),
  /** What is taken back, where `found` is null. */
  what: z.enum(['count', 'screw', 'points', 'absent', 'blocked']),
});
export type DifferedBody = z.infer<typeof differedSchema>;
export type Difference = NonNullable<DifferedBody['found']> & { readonly action: string };
/** What was found, and of which act. */
export const differenceSchema = z.intersection(
  z.object({ action: id }),
  z.looseObject({ what: z.enum(['count', 'screw', 'points', 'absent', 'blocked']) }),
);

/** What a job is for; where nobody said, something is replaced. */
export const purposes = ['replace', 'clean', 'inspect', 'reseat', 'reset', 'upgrade'] as const;
export type Purpose = (typeof purposes)[number];
/** What a job does to its targets, as a person says it. */
export const purposeWords: Readonly<Record<Purpose, string>> = {
  replace: 'replace',
  clean: 'clean',
  inspect: 'look at',
  reseat: 'reseat',
  reset: 'reset',
  upgrade: 'upgrade',
};

export const jobEventBodySchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('started'),
    targets: z.array(id).min(1),
    /** Parts that come out as the shop works, and are not exchanged. */
    also: z.array(id).optional(),
    purpose: z.enum(purposes).optional(),
    configuration: z.record(z.string(), z.string()),
    steps: z.array(id).min(1).max(1000),
    plannedSeconds: z.number().nonnegative(),
    /** How the shop works, as it stood when the job began. */
    schools: schoolsSchema.optional(),
  }),
  z.strictObject({
    kind: z.literal('counted'),
    joint: id,
    what: z.enum(countKinds),
    total: z.int().min(0).max(200),
    reason: z.string().max(200).optional(),
    /** What a new screw is, where it is not of the kind that came out. */
    with: z.string().max(120).optional(),
  }),
  differedSchema,
  z.strictObject({
    kind: z.literal('replanned'),
    /** What is still to be done on the way down, in order; empty: turn round here. */
    steps: z.array(id).max(1000),
    because: z.string().max(300),
  }),
  z.strictObject({ kind: z.literal('skipped'), step: id, reason: z.string().min(1).max(300) }),
  z.strictObject({
    kind: z.literal('picture'),
    step: id.nullable(),
    picture: z.uuid(),
    removed: z.boolean().optional(),
  }),
  z.strictObject({ kind: z.literal('done'), step: id }),
  z.strictObject({ kind: z.literal('undone'), step: id }),
  z.strictObject({ kind: z.literal('swapped'), part: id, number: z.string().max(60).nullable() }),
  z.strictObject({ kind: z.literal('note'), step: id.nullable(), text: z.string().min(1).max(2000) }),
  z.strictObject({ kind: z.literal('paused'), reason: z.string().max(200) }),
  z.strictObject({ kind: z.literal('resumed') }),
  z.strictObject({ kind: z.literal('closed'), remark: z.string().max(500).nullable() }),
  /** Closed too early, or something was found afterwards: it goes on where it stood. */
  z.strictObject({ kind: z.literal('reopened'), reason: z.string().min(1).max(300) }),
]);
export type JobEventBody = z.infer<typeof jobEventBodySchema>;
export type StartedBody = Extract<JobEventBody, { kind: 'started' }>;

export interface JobEvent {
  readonly id: string;
  /** The clock of the device that acted, ISO 8601. */
  readonly at: string;
  readonly body: JobEventBody;
}
