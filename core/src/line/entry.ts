import { z } from 'zod';
import { screwSchema } from '../sequence/screw.ts';
import { jointTypes, mechanisms, numberRoles, tightenings, verbs } from '../sequence/schema.ts';

/*
 * Entries: what a bench line and a narration become. `text` is the words an entry came from, `at` seconds
 * since the recording began (null where untimed), `fromContext` the fields that were not typed but taken
 * from the part in work or the last screw kind.
 */

const slug = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]*$/)
  .max(80);
const text = z.string().max(2000);

const common = {
  text,
  at: z.number().nonnegative().nullable(),
  confidence: z.number().min(0).max(1),
  fromContext: z.array(z.enum(['part', 'screw', 'count'])).optional(),
};

export const entryJointSchema = z.strictObject({
  type: z.enum(jointTypes),
  count: z.int().positive().nullish(),
  screw: screwSchema.nullish(),
  mechanism: z.enum(mechanisms).nullish(),
  hiddenBy: slug.nullish(),
  tighten: z.enum(tightenings).nullish(),
  where: z.string().max(120).nullish(),
  leads: z.array(z.string().max(40)).nullish(),
});
export type EntryJoint = z.infer<typeof entryJointSchema>;

export const entrySchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('undo'),
    joint: entryJointSchema,
    part: slug.nullable(),
    verb: z.enum(verbs),
    tool: z.string().max(40).nullable(),
    ...common,
  }),
  z.strictObject({ kind: z.literal('lift'), part: slug, ...common }),
  z.strictObject({ kind: z.literal('turn'), face: z.enum(['top', 'bottom']), ...common }),
  z.strictObject({
    kind: z.literal('hold'),
    seconds: z.number().positive().max(86_400),
    what: z.string().max(80),
    ...common,
  }),
  z.strictObject({ kind: z.literal('blocked'), part: slug, by: slug, ...common }),
  z.strictObject({ kind: z.literal('requires'), part: slug, parts: z.array(slug).min(1), ...common }),
  z.strictObject({ kind: z.literal('covers'), part: slug, parts: z.array(slug).min(1), ...common }),
  z.strictObject({
    kind: z.literal('number'),
    part: slug.nullable(),
    number: z.string().max(60),
    role: z.enum(numberRoles),
    ...common,
  }),
  z.strictObject({
    kind: z.literal('measure'),
    part: slug.nullable(),
    values: z.strictObject({
      nominalV: z.number().optional(),
      capacityMAh: z.number().optional(),
      energyWh: z.number().optional(),
      mm: z.number().optional(),
      g: z.number().optional(),
      c: z.number().optional(),
    }),
    ...common,
  }),
  z.strictObject({
    kind: z.literal('missing'),
    count: z.int().positive(),
    part: slug.nullable(),
    screw: screwSchema.nullable(),
    ...common,
  }),
  z.strictObject({
    kind: z.literal('stripped'),
    count: z.int().positive(),
    part: slug.nullable(),
    ...common,
  }),
  z.strictObject({ kind: z.literal('caution'), ...common }),
  z.strictObject({ kind: z.literal('check'), ...common }),
  z.strictObject({ kind: z.literal('note'), ...common }),
]);
export type Entry = z.infer<typeof entrySchema>;
export type EntryKind = Entry['kind'];
export type EntryOf<K extends EntryKind> = Extract<Entry, { kind: K }>;
