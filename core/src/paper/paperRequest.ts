import { z } from 'zod';
import { composeGuide, type Guide } from '../guide/guide.ts';
import { success, type Result } from '../result.ts';
import { purposes } from '../run/events.ts';
import { readConfiguration } from '../sequence/configuration.ts';
import { readSequence } from '../sequence/readSequence.ts';
import { schoolsSchema } from '../shop/schools.ts';

export const daySchema = z.iso.date();
const words = (most: number) => z.string().max(most);

const guideRequestSchema = z.strictObject({
  targets: z.array(words(200)).max(100).readonly(),
  steps: z.array(words(200)).max(10_000).readonly(),
  purpose: z.enum(purposes).optional(),
  configuration: z.record(z.string(), z.string()),
  schools: schoolsSchema.optional(),
  revision: z
    .strictObject({ number: z.int().positive(), day: daySchema, isAhead: z.boolean().optional() })
    .nullish(),
  unit: z.strictObject({ label: words(200), serial: words(200) }).nullish(),
  link: z.url().max(500).nullish(),
  pictures: z.record(z.string(), z.array(z.uuid()).max(20).readonly()).optional(),
});

/** What is to be put on paper, and on which. */
export const paperRequestSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('guide'),
    size: z.enum(['A4', 'Letter']),
    type: z.enum(['normal', 'large']),
    /** Named where the guide follows no revision. */
    day: daySchema,
    sequence: z.unknown(),
    guide: guideRequestSchema,
  }),
]);
export type PaperRequest = z.infer<typeof paperRequestSchema>;

/** The guide that a request is for; its sequence is read as any from outside. */
export function guideOfRequest({ sequence, guide }: PaperRequest): Result<Guide> {
  const read = readSequence(sequence);
  if (!read.ok) return read;
  const configuration = readConfiguration(read.value, guide.configuration);
  if (!configuration.ok) return configuration;
  return success(composeGuide(read.value, { ...guide, configuration: configuration.value }));
}
