import { sequenceSchema, type Sequence } from '../sequence/schema.ts';

/** A sequence as a file. Keys in the order of the schema: a database need not give a document back as it was written. */
export const sequenceText = (sequence: Sequence): string =>
  `${JSON.stringify(sequenceSchema.parse(sequence), null, 2)}\n`;
