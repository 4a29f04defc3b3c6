import { z } from 'zod';
import { editSchema } from '../edit/edit.ts';
import { groundSchema } from '../mat/ground.ts';
import { handBackSheetSchema } from '../run/handBack.ts';
import { differenceSchema } from '../run/events.ts';
import { optionSchema, sequenceSchema, verbs } from '../sequence/schema.ts';
import {
  auditSchema,
  devicesSchema,
  pairingSchema,
  peopleSchema,
  sessionStateSchema,
} from '../accounts/messages.ts';
import { healthSchema } from './health.ts';
import { copiesStateSchema, copyingSchema } from '../shop/copies.ts';
import { forgettingSchema } from '../shop/forgetting.ts';
import { schoolsSchema } from '../shop/schools.ts';
import { shopWordsSchema } from '../reader/entries/shopWords.ts';
import { wantStates } from '../shop/events.ts';
import { toldSchema } from '../shop/told.ts';
import { intakeSchema } from '../triage/intake.ts';
import { searchKinds } from './search.ts';

/*
 * What the server answers, by the path that is asked. The server's tests hold its answers against these, and a client
 * reads by them, also what it kept of an answer. What a later version says more is let through.
 */

const text = z.string();
const textOrNull = text.nullable();
const count = z.number();

const outline = z.looseObject({ width: count, depth: count, height: count.nullish() });
const modelSummary = z.looseObject({
  code: text,
  maker: text,
  name: text,
  form: text,
  revision: count.nullable(),
  retired: z.boolean(),
  mergedInto: textOrNull,
  outlineMm: outline.nullish(),
  options: z.array(optionSchema).optional(),
  picture: text.nullish(),
  grounds: z.array(groundSchema).optional(),
});

const jobSummary = z.looseObject({
  id: text,
  unitId: text,
  unitLabel: text,
  modelName: text,
  modelCode: text,
  revision: count,
  targets: z.array(text),
  phase: text,
  at: count,
  of: count,
  nextTitle: textOrNull,
  startedAt: textOrNull,
  closedAt: textOrNull,
  workedSeconds: count,
  clipped: z.boolean(),
  plannedSeconds: count,
  screwsOut: count,
  missing: count,
  balanced: z.boolean(),
  open: z.array(text),
  remark: textOrNull,
  pausedSince: textOrNull,
  pauseReason: textOrNull,
  differences: count,
  technicians: z.array(text),
});
const loggedJob = jobSummary.extend({ report: z.looseObject({}) });

const unitSummary = z.looseObject({
  id: text,
  label: text,
  serial: text,
  complaint: text,
  place: text,
  arrivedAt: text,
  configuration: z.record(text, text),
  intake: intakeSchema,
  revision: count,
  leftAt: textOrNull,
  withdrawn: z.boolean(),
  model: modelSummary,
  recording: z.looseObject({ id: text, lines: count, lastAt: textOrNull }).nullable(),
  job: jobSummary.nullable(),
});

const revisionLine = z.looseObject({
  number: count,
  note: text,
  publishedAt: text,
  by: textOrNull,
  withdrawn: z.boolean(),
});
/** Of an item its place; its body was read by its own schema when it was taken, and is folded as it is. */
const items = z.array(z.looseObject({ id: text, seq: count, at: text, body: z.looseObject({ kind: text }) }));
const page = { next: textOrNull.optional() };
const units = z.looseObject({ units: z.array(unitSummary), ...page });
const modelIs = { code: text, maker: text, name: text, form: text, outlineMm: outline.nullish() };

const answers: readonly (readonly [path: RegExp, schema: z.ZodType])[] = [
  [/^\/units$/, units],
  [/^\/units\/[^/]+$/, unitSummary],
  [/^\/units\/[^/]+\/earlier$/, units],
  [/^\/units\/[^/]+\/hand-back$/, handBackSheetSchema],
  [
    /^\/units\/[^/]+\/changes$/,
    z.looseObject({
      changes: z.array(z.looseObject({ id: text, at: text, by: textOrNull, ...toldSchema.shape })),
    }),
  ],
  [/^\/models$/, z.looseObject({ models: z.array(modelSummary) })],
  [
    /^\/models\/[^/]+$/,
    z.looseObject({
      model: z.looseObject(modelIs),
      options: z.array(optionSchema),
      grounds: z.array(groundSchema).optional(),
      revisions: z.array(revisionLine),
    }),
  ],
  [/^\/models\/[^/]+\/revisions\/\d+$/, revisionLine.extend({ document: sequenceSchema })],
  [
    /^\/models\/[^/]+\/evidence$/,
    z.looseObject({
      evidence: z.array(z.looseObject({ job: text, unit: text, at: text, difference: differenceSchema })),
      settled: z.array(z.looseObject({ id: text, recording: text, edit: editSchema })),
    }),
  ],
  [
    /^\/models\/[^/]+\/pictures$/,
    z.looseObject({
      pictures: z.record(text, z.array(text)),
      ties: z
        .record(text, z.array(z.looseObject({ n: count, picture: text, x: count, y: count })))
        .optional(),
    }),
  ],
  [
    /^\/models\/[^/]+\/recordings$/,
    z.looseObject({
      recordings: z.array(
        z.looseObject({ id: text, unitId: text, unitLabel: text, startedAt: text, lines: count }),
      ),
      ...page,
    }),
  ],
  [/^\/models\/[^/]+\/jobs$/, z.looseObject({ jobs: z.array(loggedJob), ...page })],
  [/^\/jobs$/, z.looseObject({ jobs: z.array(loggedJob), ...page })],
  [/^\/(?:recordings|jobs)\/[0-9a-f-]{36}$/i, z.looseObject({ items, last: count.optional() })],
  [
    /^\/parts$/,
    z.looseObject({
      hits: z.array(
        z.looseObject({ number: text, score: count, parts: z.array(text), models: z.array(text) }),
      ),
    }),
  ],
  [
    /^\/parts\/wants$/,
    z.looseObject({
      wants: z.array(
        z.looseObject({
          id: text,
          number: text,
          partName: text,
          unitId: textOrNull,
          unitLabel: textOrNull,
          quantity: count,
          state: z.enum(wantStates),
          madeAt: text,
        }),
      ),
    }),
  ],
  [
    /^\/parts\/[^/]+$/,
    z.looseObject({
      number: text,
      sightings: z.array(z.looseObject({ number: text, model: text })),
      alternatives: z.array(z.looseObject({ number: text, reasons: z.array(text) })),
      conflicts: z.array(text),
      stock: z.looseObject({ onHand: count, ordered: count, reserved: count }),
    }),
  ],
  [
    /^\/search$/,
    z.looseObject({
      hits: z.array(z.looseObject({ kind: z.enum(searchKinds), title: text, detail: text })),
    }),
  ],
  [
    /^\/shop\/technicians$/,
    z.looseObject({ technicians: z.array(z.looseObject({ name: text, also: z.array(text) })) }),
  ],
  [/^\/settings\/words$/, z.looseObject({ value: shopWordsSchema, revision: count })],
  [/^\/settings\/schools$/, z.looseObject({ value: schoolsSchema, revision: count })],
  [/^\/settings\/copying$/, z.looseObject({ value: copyingSchema, revision: count })],
  [/^\/settings\/forgetting$/, z.looseObject({ value: forgettingSchema, revision: count })],
  [/^\/copies$/, copiesStateSchema],
  [/^\/health$/, healthSchema],
  [/^\/session$/, sessionStateSchema],
  [/^\/people$/, peopleSchema],
  [/^\/devices$/, devicesSchema],
  [/^\/audit$/, auditSchema],
  [
    /^\/jobs\/times$/,
    z.looseObject({
      sums: z.partialRecord(z.enum(verbs), z.looseObject({ n: count, sum: count, sumOfSquares: count })),
    }),
  ],
  [
    /^\/unreadable$/,
    z.looseObject({ rows: z.array(z.looseObject({ what: text, id: text, of: text, why: text })) }),
  ],
  [
    /^\/papers\/[^/]+$/,
    z.looseObject({ state: z.enum(['making', 'ready', 'refused']), done: count, of: count }),
  ],
];

/** What is answered to what is sent. */
const acknowledgements: readonly (readonly [path: RegExp, schema: z.ZodType])[] = [
  [/^\/shop\/events$/, z.looseObject({ stands: z.unknown() })],
  [/^\/(?:recordings|jobs)$/, z.looseObject({ id: text.optional() })],
  [
    /^\/(?:recordings|jobs)\/[^/]+\/(?:entries|events)$/,
    z.looseObject({ acknowledged: z.array(z.looseObject({ id: text, seq: count })) }),
  ],
  [
    /^\/jobs\/[^/]+\/presence$/,
    z.looseObject({ others: z.array(z.looseObject({ by: text, step: textOrNull })) }),
  ],
  [/^\/papers$/, z.looseObject({ id: text })],
  [/^\/session(?:\/(?:end|owner|device|secret))?$/, sessionStateSchema],
  [/^\/people(?:\/[^/]+)?$/, peopleSchema],
  [/^\/devices\/codes$/, pairingSchema],
  [/^\/devices\/[^/]+\/revoke$/, devicesSchema],
  [/^\/copies$/, copiesStateSchema],
];

type Method = 'GET' | 'POST';

/** The schema of what a path answers, whatever stands behind its `?`. */
const schemaOf = (path: string, method: Method): z.ZodType | undefined => {
  const [plain = ''] = path.split('?');
  return (method === 'GET' ? answers : acknowledgements).find(([pattern]) => pattern.test(plain))?.[1];
};

/**
 * Reads an answer by the path that was asked, without what is behind `?`; a path that the table does not know is taken
 * as it is. The fault says where the answer is not as expected.
 */
export function readAnswer(
  path: string,
  value: unknown,
  method: Method = 'GET',
): { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly where: string } {
  const schema = schemaOf(path, method);
  if (!schema) return { ok: true, value };
  const read = schema.safeParse(value);
  if (read.success) return { ok: true, value: read.data };
  const [issue] = read.error.issues;
  return { ok: false, where: issue ? `${issue.path.join('.')}: ${issue.message}` : path };
}

/** Does the table know the path? */
export const isKnownAnswer = (path: string, method: Method = 'GET'): boolean =>
  schemaOf(path, method) !== undefined;
