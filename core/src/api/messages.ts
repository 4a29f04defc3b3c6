import type { Edit } from '../edit/edit.ts';
import { z } from 'zod';
import { recordBodySchema } from '../record/log.ts';
import { jobEventBodySchema } from '../run/events.ts';
import type { Alternative, Sighting } from '../parts/fitsInstead.ts';
import type { JobReport } from '../run/jobReport.ts';
import type { Told } from '../shop/told.ts';
import { shopEventSchema, type wantStates } from '../shop/events.ts';
import type { Ground } from '../mat/ground.ts';
import type { Model, Option } from '../sequence/schema.ts';
import type { Intake } from '../triage/intake.ts';
import { idSchema, revisionNumberSchema } from './ids.ts';

/* Requests and answers of the HTTP interface, shared by the server and its clients. */

/** A clock that was never set, or an offset that no place has, is no time that can be kept. */
const [earliest, latest] = [Date.UTC(1970, 0, 1), Date.UTC(2200, 0, 1)];
const isoTime = z.iso
  .datetime({ offset: true })
  .refine((text) => Date.parse(text) >= earliest && Date.parse(text) < latest, {
    error: 'a time between 1970 and 2200 is expected',
  })
  .transform((text) => new Date(text).toISOString());

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
export const appendShopEventSchema = z.strictObject({ ...streamItem, body: shopEventSchema });

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
  /** The latest published revision that stands, null where none does. */
  readonly revision: number | null;
  readonly retired: boolean;
  /** The model of which it is another spelling. */
  readonly mergedInto: string | null;
  /** These where models are listed, and not where one is named beside a unit. */
  readonly outlineMm?: Model['outlineMm'];
  readonly options?: readonly Option[] | undefined;
  readonly picture?: string | null | undefined;
  readonly grounds?: readonly Ground[] | undefined;
}

/** A revision of a model's sequence, without its document. */
export interface RevisionLine {
  readonly number: number;
  readonly note: string;
  readonly publishedAt: string;
  readonly by: string | null;
  /** It was taken back: jobs that follow it go on with it, and no new one does. */
  readonly withdrawn: boolean;
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

/** Something that was said of a unit after it arrived, the fields by path. */
export interface UnitChange extends Told {
  readonly id: string;
  readonly at: string;
  readonly by: string | null;
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

/** A recording of a model, for a review to take in. */
export interface RecordingSummary {
  readonly id: string;
  readonly unitId: string;
  readonly unitLabel: string;
  readonly startedAt: string;
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

/** Somebody who works or worked here: the name that stands, and those that stand for it. */
export interface Technician {
  readonly name: string;
  readonly also: readonly string[];
}

/** Something to be bought, for a unit or for the shelf. */
export interface Want {
  readonly id: string;
  readonly number: string;
  readonly partName: string;
  readonly unitId: string | null;
  readonly unitLabel: string | null;
  readonly quantity: number;
  readonly state: (typeof wantStates)[number];
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
  /** The id under which the server’s log has it. */
  readonly request?: string;
  /** In a revision conflict: the number that stands. */
  readonly current?: number | null;
  /** What stands, where the request was to change something else. */
  readonly stands?: unknown;
}
