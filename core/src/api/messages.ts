import type { Edit } from '../edit/edit.ts';
import { z } from 'zod';
import { recordBodySchema } from '../record/log.ts';
import { jobEventBodySchema } from '../run/events.ts';
import type { Alternative, Sighting } from '../parts/fitsInstead.ts';
import type { JobReport } from '../run/jobReport.ts';
import { forms, sequenceSchema } from '../sequence/schema.ts';
import { intakeSchema, type Intake } from '../triage/intake.ts';

/* Requests and answers of the HTTP interface, shared by the server and its clients. */

/** An id in one spelling: two that differ in case are the same. */
export const idSchema = z.uuid().transform((id) => id.toLowerCase());

/** A clock that was never set, or an offset that no place has, is no time that can be kept. */
const [earliest, latest] = [Date.UTC(1970, 0, 1), Date.UTC(2200, 0, 1)];
const isoTime = z.iso
  .datetime({ offset: true })
  .refine((text) => Date.parse(text) >= earliest && Date.parse(text) < latest, {
    error: 'a time between 1970 and 2200 is expected',
  })
  .transform((text) => new Date(text).toISOString());

/** The database counts no further. */
export const largestInteger = 2_147_483_647;
export const revisionNumberSchema = z.int().positive().max(largestInteger);

const streamItem = { id: idSchema, at: isoTime, by: z.string().max(80).nullish() };

export const appendRecordsSchema = z.strictObject({
  items: z
    .array(z.strictObject({ ...streamItem, body: recordBodySchema }))
    .min(1)
    .max(500),
});
export const appendEventsSchema = z.strictObject({
  items: z
    .array(z.strictObject({ ...streamItem, body: jobEventBodySchema }))
    .min(1)
    .max(500),
});

export const openRecordingSchema = z.strictObject({ id: idSchema, unitId: idSchema });
/** A bench that has a job open: who is there, and at which step. */
const benchThere = { by: z.string().max(80), step: z.string().max(200).nullable() };
export const presenceSchema = z.strictObject({ device: idSchema, ...benchThere });
export interface BenchThere {
  readonly by: string;
  readonly step: string | null;
}

export const openJobSchema = z.strictObject({
  id: idSchema,
  unitId: idSchema,
  revision: revisionNumberSchema,
});
const configurationSchema = z.record(z.string().max(40), z.string().max(60));

export const openUnitSchema = z.strictObject({
  id: idSchema,
  /** What the shop calls it: the number on its ticket. */
  label: z.string().trim().min(1).max(40),
  model: z.string().min(1).max(40),
});
/** What is known of a unit; an option that is not known yet is absent. */
export const unitFactsSchema = z.strictObject({
  serial: z.string().max(80),
  configuration: configurationSchema,
  complaint: z.string().max(2000),
  place: z.string().max(80),
  intake: intakeSchema,
  /** Handed back: no longer on the bench. */
  left: z.boolean().default(false),
  /** Made by mistake: it is in no list. */
  withdrawn: z.boolean().default(false),
  /** Its ticket and its model, where they are corrected; absent: as they are. */
  label: z.string().trim().min(1).max(40).optional(),
  model: z.string().min(1).max(40).optional(),
  /** Who said so, where they did. */
  by: z.string().max(80).optional(),
});
export type UnitFacts = z.infer<typeof unitFactsSchema>;

export const openModelSchema = z.strictObject({
  maker: z.string().trim().min(1).max(80),
  name: z.string().trim().min(1).max(80),
  code: z.string().trim().min(1).max(40),
  form: z.enum(forms),
});

export const publishRevisionSchema = z.strictObject({
  document: sequenceSchema,
  note: z.string().max(500).default(''),
  /** Parts that no order reaches and that the lead leaves so, each with the reason. */
  unreachable: z
    .array(z.strictObject({ part: z.string().max(80), reason: z.string().min(1).max(200) }))
    .optional(),
});

/** What was settled about the order at some unit of a model, with the recording whose log holds it. */
export interface SettledEdit {
  readonly id: string;
  readonly recording: string;
  readonly edit: Edit;
}

/** Something stored that this version cannot read: set apart, never changed. */
export interface UnreadableRow {
  readonly what: 'intake of a unit' | 'line of a recording' | 'event of a job' | 'revision' | 'setting';
  readonly id: string;
  /** What it belongs to. */
  readonly of: string;
  readonly why: string;
}

/** Something that changes by revisions, as it stands. */
export interface Kept<T> {
  readonly value: T;
  readonly revision: number;
}

/** What the database says of an item that it holds: its place in the stream. */
export interface Acknowledged {
  readonly id: string;
  readonly seq: number;
}

export interface StreamItem<Body> {
  readonly id: string;
  readonly seq: number;
  readonly at: string;
  readonly by: string | null;
  readonly body: Body;
}

export interface ModelSummary {
  readonly code: string;
  readonly maker: string;
  readonly name: string;
  readonly form: string;
  /** The latest published revision, null where none is. */
  readonly revision: number | null;
}

export interface UnitSummary {
  readonly id: string;
  readonly label: string;
  readonly serial: string;
  readonly complaint: string;
  readonly place: string;
  readonly arrivedAt: string;
  readonly configuration: Readonly<Record<string, string>>;
  readonly intake: Intake;
  /** Grows by one with each change of what is known of the unit. */
  readonly revision: number;
  readonly leftAt: string | null;
  readonly withdrawn: boolean;
  readonly model: ModelSummary;
  readonly recording: { readonly id: string; readonly lines: number; readonly lastAt: string | null } | null;
  /** The latest job, closed or not. */
  readonly job: JobSummary | null;
}

/** What was known of a unit before it was changed. */
export interface UnitChange {
  readonly revision: number;
  readonly at: string;
  readonly by: string | null;
  readonly facts: {
    readonly label: string;
    readonly model: string;
    readonly serial: string;
    readonly place: string;
    readonly left: boolean;
    readonly withdrawn: boolean;
  };
}

export interface JobSummary {
  readonly id: string;
  readonly unitId: string;
  readonly unitLabel: string;
  readonly modelName: string;
  readonly modelCode: string;
  readonly revision: number;
  readonly targets: readonly string[];
  readonly phase: string;
  /** Steps done, of how many. */
  readonly at: number;
  readonly of: number;
  readonly nextTitle: string | null;
  readonly startedAt: string | null;
  readonly closedAt: string | null;
  readonly workedSeconds: number;
  /** Something was left out of it: a silence that nobody works through, or a clock that ran back. */
  readonly clipped: boolean;
  readonly plannedSeconds: number;
  readonly screwsOut: number;
  readonly missing: number;
  readonly balanced: boolean;
  /** What does not balance, in words. */
  readonly open: readonly string[];
  readonly remark: string | null;
  readonly pausedSince: string | null;
  readonly pauseReason: string | null;
  /** How many things in this unit were not as the sequence says. */
  readonly differences: number;
  /** Who worked on it, as far as they said. */
  readonly technicians: readonly string[];
}

/** A job in the logbook, with what it teaches. */
export interface LoggedJob extends JobSummary {
  readonly report: JobReport;
}

export const addWantSchema = z.strictObject({
  id: idSchema,
  number: z.string().trim().min(1).max(60),
  partName: z.string().max(80).default(''),
  unitId: idSchema.nullable().default(null),
  quantity: z.int().min(1).max(999).default(1),
});
export const changeWantSchema = z.strictObject({ state: z.enum(['wanted', 'ordered', 'met', 'dropped']) });
const few = z.int().min(0).max(99_999);
export const setStockSchema = z.strictObject({ onHand: few, ordered: few });

/** A recording of a model, for a review to take in. */
export interface RecordingSummary {
  readonly id: string;
  readonly unitId: string;
  readonly unitLabel: string;
  readonly lines: number;
}

/** A number that a search found, with where it was seen. */
export interface PartHit {
  readonly number: string;
  /** 1 the same; below that the beginning is, or it is alike. */
  readonly score: number;
  readonly parts: readonly string[];
  readonly models: readonly string[];
}

export interface Stock {
  readonly number: string;
  readonly onHand: number;
  readonly ordered: number;
  /** Wanted for units on the bench. */
  readonly reserved: number;
}

export interface PartDetail {
  readonly number: string;
  readonly sightings: readonly Sighting[];
  readonly alternatives: readonly Alternative[];
  readonly conflicts: readonly string[];
  readonly stock: Stock;
}

/** Something to be bought, for a unit or for the shelf. */
export interface Want {
  readonly id: string;
  readonly number: string;
  readonly partName: string;
  readonly unitId: string | null;
  readonly unitLabel: string | null;
  readonly quantity: number;
  readonly state: 'wanted' | 'ordered' | 'met' | 'dropped';
  readonly madeAt: string;
}

/** RFC 9457 problem details, with the place of the fault and what would be right. */
export interface Problem {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  readonly code: string;
  readonly where?: string;
  readonly right?: string;
  /** In a revision conflict: the number that stands. */
  readonly current?: number | null;
  /** What stands, where the request was to change something else. */
  readonly stands?: unknown;
}
