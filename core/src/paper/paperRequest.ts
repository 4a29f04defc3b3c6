import { z } from 'zod';
import { composeGuide, type Guide } from '../guide/guide.ts';
import { success, type Result } from '../result.ts';
import { purposes } from '../run/events.ts';
import { handBackSheetSchema } from '../run/handBack.ts';
import { readConfiguration } from '../sequence/configuration.ts';
import { readSequence } from '../sequence/readSequence.ts';
import { screwSchema } from '../sequence/screw.ts';
import { schoolsSchema } from '../shop/schools.ts';

export const daySchema = z.iso.date();
const words = (most: number) => z.string().max(most);
/** No device that is carried to a bench is larger. */
const millimetres = z.number().positive().max(2_000);

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
  z.strictObject({
    kind: z.literal('mat'),
    size: z.enum(['A4', 'A3', 'Letter']),
    /** At its true size on as many sheets as that needs, or on one. */
    fit: z.enum(['true-size', 'one-sheet']),
    day: daySchema,
    title: words(200),
    side: z.enum(['top', 'bottom']),
    outline: z.strictObject({ width: millimetres, depth: millimetres }),
    /** Parts by their place, as this side shows them. */
    regions: z
      .array(
        z.strictObject({
          name: words(200),
          ...{ x: z.number(), y: z.number(), width: millimetres, depth: millimetres },
        }),
      )
      .max(500)
      .readonly()
      .optional(),
    groups: z
      .array(
        z.strictObject({
          letter: words(4),
          part: words(200),
          screw: screwSchema,
          count: z.int().min(0).max(100_000),
          points: z
            .array(z.strictObject({ x: z.number(), y: z.number() }))
            .max(2_000)
            .readonly(),
        }),
      )
      .max(2_000)
      .readonly(),
  }),
  z.strictObject({
    kind: z.literal('hand-back'),
    size: z.enum(['A4', 'Letter']),
    type: z.enum(['normal', 'large']),
    day: daySchema,
    sheet: handBackSheetSchema,
  }),
  z.strictObject({
    kind: z.literal('labels'),
    size: z.enum(['A4', 'Letter']),
    code: z.enum(['code128', 'qrcode']),
    day: daySchema,
    labels: z
      .array(
        z.strictObject({
          /** What a scanner types: what both kinds of code can hold. */
          text: z
            .string()
            .regex(/^[\x20-\x7e]{1,60}$/, 'one to sixty plain letters, figures and signs are expected'),
          words: words(200),
          /** A label of a kind of screws shows its head. */
          screw: screwSchema.optional(),
        }),
      )
      .min(1)
      .max(1_000)
      .readonly(),
  }),
]);
export type PaperRequest = z.infer<typeof paperRequestSchema>;
export type PaperRequestOf<K extends PaperRequest['kind']> = Extract<PaperRequest, { kind: K }>;

/** The guide that a request is for; its sequence is read as any from outside. */
export function guideOfRequest({ sequence, guide }: PaperRequestOf<'guide'>): Result<Guide> {
  const read = readSequence(sequence);
  if (!read.ok) return read;
  const configuration = readConfiguration(read.value, guide.configuration);
  if (!configuration.ok) return configuration;
  return success(composeGuide(read.value, { ...guide, configuration: configuration.value }));
}
