import { z } from 'zod';

/** An id in one spelling: two that differ in case are the same. */
export const idSchema = z.uuid().transform((id) => id.toLowerCase());

/** The database counts no further. */
export const largestInteger = 2_147_483_647;
export const revisionNumberSchema = z.int().positive().max(largestInteger);
