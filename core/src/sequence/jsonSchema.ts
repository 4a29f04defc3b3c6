import { z } from 'zod';
import { sequenceFormat, sequenceSchema } from './schema.ts';

/** Where the schema of the format is served, and what it calls itself. */
export const sequenceSchemaPath = '/schema/bemtor.sequence-1.json';

/**
 * `bemtor.sequence/1` as JSON Schema, draft 2020-12, from the schema that reads it: what a document may leave out may be
 * left out. That ids name what is there cannot be said in it; reading says so.
 */
export const sequenceJsonSchema = (): Record<string, unknown> => ({
  $id: sequenceSchemaPath,
  title: sequenceFormat,
  ...z.toJSONSchema(sequenceSchema, { io: 'input' }),
});
