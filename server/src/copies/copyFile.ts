import type { CopiesState } from '@bemtor/core';
import { z } from 'zod';

/** What stands first in a copy: what made it, and what is to be expected. */
export const manifestSchema = z.strictObject({
  format: z.literal('bemtor-copy'),
  version: z.literal(1),
  madeAt: z.iso.datetime(),
  /** The steps of the schema that it was made with. */
  migrations: z.array(z.string()).min(1),
  /** About how many bytes its tables hold, for telling how far the reading of it is. */
  tableBytes: z.number(),
});
export type Manifest = z.infer<typeof manifestSchema>;

const tableSumSchema = z.strictObject({
  table: z.string(),
  rows: z.int().min(0),
  bytes: z.int().min(0),
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
});
/** A table in figures: how many rows, and the hash of their bytes in the order of its key. */
export type TableSum = z.infer<typeof tableSumSchema>;

/** What stands last: a file without it is torn. */
export const sumsSchema = z.array(tableSumSchema);

export const manifestName = 'manifest.json';
export const sumsName = 'sums.json';
const pieceName = /^table\/([a-z_]+)\/\d{6}\.copy$/;
export const nameOfPiece = (table: string, number: number): string =>
  `table/${table}/${String(number).padStart(6, '0')}.copy`;
export const tableOfPiece = (name: string): string | null => pieceName.exec(name)?.[1] ?? null;

/** How far a copy has come. */
export type CopyProgress = NonNullable<CopiesState['running']>;
export type OnProgress = (progress: CopyProgress) => void;

/** A file that is no copy, or not a whole one, or of a later version: what is wrong, in words. */
export class CopyFault extends Error {}
