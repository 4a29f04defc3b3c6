import { z } from 'zod';
import { entrySchema } from '../reader/entries/entry.ts';
import { regionSchema } from '../sequence/schema.ts';
import { screwSchema } from '../sequence/screw.ts';

/*
 * What the lead changes by hand in a document, a record each in the log of the unit at which it was seen. Edits
 * name what they change by id and say how it stands afterwards, so that one that was published already changes
 * nothing when it is applied again.
 */

const slug = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]*$/)
  .max(80);
const when = z.record(z.string(), z.array(z.string()).min(1)).nullish();

export const editSchema = z.discriminatedUnion('what', [
  /** The act waits for the other; `when` limits it to configurations. */
  z.strictObject({ what: z.literal('pin'), action: slug, before: slug, when }),
  /** The act does not wait for the other: the need goes, and is not asked about again. */
  z.strictObject({ what: z.literal('free'), action: slug, before: slug }),
  z.strictObject({ what: z.literal('count'), joint: slug, count: z.int().min(1).max(200).nullable() }),
  z.strictObject({ what: z.literal('screw'), joint: slug, screw: screwSchema }),
  z.strictObject({ what: z.literal('where'), joint: slug, where: z.string().max(120).nullable() }),
  z.strictObject({ what: z.literal('words'), action: slug, note: z.string().max(600) }),
  z.strictObject({ what: z.literal('tool'), action: slug, tool: z.string().max(40).nullable() }),
  /** In the document's order the act stands right after the other; null: first. */
  z.strictObject({ what: z.literal('move'), action: slug, after: slug.nullable() }),
  /** A new act, read from a bench line, right after the other; `id` is what it is called from then on. */
  z.strictObject({ what: z.literal('insert'), id: slug, after: slug.nullable(), entry: entrySchema }),
  z.strictObject({ what: z.literal('remove'), action: slug }),
  /** Some acts of a part belong to a part of its own. */
  z.strictObject({
    what: z.literal('split'),
    actions: z.array(slug).min(1).max(60),
    into: slug,
    name: z.string().min(1).max(80),
  }),
  /** What the part is called; its id, and all that refers to it, stays. */
  z.strictObject({ what: z.literal('name'), part: slug, name: z.string().min(1).max(80) }),
  /** Where the part lies; null where nobody says any more. */
  z.strictObject({ what: z.literal('region'), part: slug, region: regionSchema.nullable() }),
  /** Two names for one part: the acts of the first belong to the second. */
  z.strictObject({ what: z.literal('join'), part: slug, into: slug }),
]);
export type Edit = z.infer<typeof editSchema>;
export type EditOf<K extends Edit['what']> = Extract<Edit, { what: K }>;
