import { z } from 'zod';

/**
 * How full the disk of a workshop is. `low`: somebody has to make room; `full`: photos are not taken any more, so that
 * lines and acts, which are a thousandth of their size, still are.
 */
export const diskSchema = z.looseObject({
  level: z.enum(['room', 'low', 'full']),
  /** How much of it is used, 0 … 1. */
  used: z.number(),
  freeBytes: z.number(),
});
export type Disk = z.infer<typeof diskSchema>;

/** How the server is; `disk` is null where it keeps nothing on one of its own. */
export const healthSchema = z.looseObject({ status: z.string(), disk: diskSchema.nullable() });
export type Health = z.infer<typeof healthSchema>;
