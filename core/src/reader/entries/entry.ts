import { z } from 'zod';
import { screwSchema } from '../../sequence/screw.ts';
import { jointTypes, mechanisms, numberRoles, tightenings, verbs } from '../../sequence/schema.ts';

/*
 * Entries: what a bench line and a narration become. `text` is the words an entry came from, `at` seconds
 * since the recording began (null where untimed), `fromContext` the fields that were not typed but taken
 * from the part in work or the last screw kind.
 */

export const seenStates = ['present', 'absent', 'left', 'damaged'] as const;
export const services = ['clean', 'reseat', 'tighten', 'oil', 'glue', 'renew', 'other'] as const;

const slug = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]*$/)
  .max(80);
/** What a line, and an entry of it, keep of the words that they came from; and how many entries a line holds. */
export const textLimit = 2_000;
export const mostEntries = 60;

const text = z.string().max(textLimit);

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
  /** How many there are in all, where fewer were undone: `3 of 4`. */
  claimed: z.int().positive().nullish(),
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
      /** A meter's word, beside the label's `nominalV`. */
      measuredV: z.number().optional(),
      watt: z.number().optional(),
      pct: z.number().optional(),
    }),
    ...common,
  }),
  z.strictObject({
    kind: z.literal('missing'),
    /** Absent: screws. `part`: the part itself was not there. */
    what: z.enum(['screws', 'part']).nullish(),
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
  /** Going back in or on. */
  z.strictObject({
    kind: z.literal('refit'),
    part: slug.nullable(),
    joint: entryJointSchema.nullish(),
    ...common,
  }),
  /** Only seen: an inventory, what stays, what is not fitted. `joint` where screws were counted, not undone. */
  z.strictObject({
    kind: z.literal('seen'),
    part: slug.nullable(),
    state: z.enum(seenStates),
    count: z.int().nonnegative().nullish(),
    joint: entryJointSchema.nullish(),
    ...common,
  }),
  z.strictObject({ kind: z.literal('serve'), part: slug.nullable(), what: z.enum(services), ...common }),
  /** Moves over to the new part. */
  z.strictObject({ kind: z.literal('move'), part: slug, to: slug, ...common }),
  /** Replaced only together. */
  z.strictObject({ kind: z.literal('whole'), part: slug, with: slug, ...common }),
  z.strictObject({ kind: z.literal('caution'), part: slug.nullish(), ...common }),
  z.strictObject({
    kind: z.literal('check'),
    part: slug.nullish(),
    outcome: z.enum(['good', 'bad']).nullish(),
    ...common,
  }),
  z.strictObject({ kind: z.literal('note'), part: slug.nullish(), ...common }),
]);
export type Entry = z.infer<typeof entrySchema>;
export type EntryKind = Entry['kind'];
export type EntryOf<K extends EntryKind> = Extract<Entry, { kind: K }>;

/** An entry as the log takes it; what the schema refuses, a figure out of all bounds, is kept as a note of its words. */
export function asKept(entry: Entry): Entry {
  if (entrySchema.safeParse(entry).success) return entry;
  const { text, at } = entry;
  return { kind: 'note', text: text.slice(0, textLimit), at, confidence: 0.5 };
}
