import { z } from 'zod';

/** Whether everything is copied each night, and at which hour of the machine's clock. */
export const copyingSchema = z.strictObject({
  nightly: z.boolean().default(true),
  hour: z.int().min(0).max(23).default(2),
});
export type Copying = z.infer<typeof copyingSchema>;

export const defaultCopying: Copying = Object.freeze(copyingSchema.parse({}));

export const copyKinds = ['nightly', 'asked', 'before-reset'] as const;

/** A copy that is kept, and whether it was restored once to see that it can be. */
export const keptCopySchema = z.looseObject({
  name: z.string(),
  kind: z.enum(copyKinds),
  at: z.iso.datetime(),
  bytes: z.number(),
  /** What it brought when it was tried; null: it has not been. */
  checked: z.looseObject({ at: z.iso.datetime(), rows: z.number(), sha256: z.string() }).nullable(),
});
export type KeptCopy = z.infer<typeof keptCopySchema>;

/** How it stands with the copies of a workshop. */
export const copiesStateSchema = z.looseObject({
  /** Where they are kept; null: this server was not told where. */
  folder: z.string().nullable(),
  copies: z.array(keptCopySchema),
  /** What is being done now, and how much of it is done, 0 … 1. */
  running: z.looseObject({ doing: z.string(), share: z.number() }).nullable(),
  /** Why the last one was not made; null: it was. */
  failed: z.looseObject({ at: z.iso.datetime(), why: z.string() }).nullable(),
});
export type CopiesState = z.infer<typeof copiesStateSchema>;
