import { z } from 'zod';
import { screwSchema } from './screw.ts';

/** `bemtor.sequence/1`: how one model comes apart. Lengths mm, times s, V, mAh, Wh. */
export const sequenceFormat = 'bemtor.sequence/1';

const slug = z
  .string()
  .max(80)
  .regex(/^[a-z0-9][a-z0-9-]*$/, 'a short slug: lower-case letters, digits and dashes');

export const partIdSchema = slug.brand<'PartId'>();
export const jointIdSchema = slug.brand<'JointId'>();
export const actionIdSchema = slug.brand<'ActionId'>();
export type PartId = z.infer<typeof partIdSchema>;
export type JointId = z.infer<typeof jointIdSchema>;
export type ActionId = z.infer<typeof actionIdSchema>;

export const forms = ['notebook', 'convertible', 'tablet', 'handheld', 'all-in-one', 'desktop'] as const;
export const jointTypes = [
  'screws',
  'connector',
  'standoffs',
  'clips',
  'adhesive',
  'stretch-tape',
  'tape',
  'rivets',
  'latch',
  'pegs',
  'slide',
  'foot',
  'solder',
  'routing',
] as const;
export const mechanisms = [
  'plug',
  'flip-lock',
  'slide-lock',
  'press-on',
  'coax',
  'slide-cover',
  'pull-tab',
  'lever',
  'drive-ribbon',
] as const;
export const verbs = [
  'unscrew',
  'loosen',
  'unplug',
  'unlock',
  'peel',
  'pry',
  'slide',
  'unclip',
  'lift',
  'hold',
  'wait',
  'turn',
  'clean',
  'check',
] as const;
export const bases = ['holds', 'covers', 'power', 'blocked', 'stated', 'assumed', 'pinned'] as const;
export const faces = ['top', 'bottom', 'either'] as const;
export const numberRoles = ['fitted', 'replacement', 'alternate', 'label'] as const;
export const tightenings = ['any', 'numbered', 'cross'] as const;
export const checkPlaces = ['before-opening', 'before-closing', 'after-closing'] as const;

export type Form = (typeof forms)[number];
export type JointType = (typeof jointTypes)[number];
export type Mechanism = (typeof mechanisms)[number];
export type Verb = (typeof verbs)[number];
export type Basis = (typeof bases)[number];
export type Face = (typeof faces)[number];
export type NumberRole = (typeof numberRoles)[number];

/** Limits an item to configurations; absent means always. */
const whenSchema = z.record(z.string(), z.array(z.string()).min(1)).nullish();
export type When = z.infer<typeof whenSchema>;

const batterySchema = z.strictObject({
  nominalV: z.number().positive().nullish(),
  capacityMAh: z.number().positive().nullish(),
  energyWh: z.number().positive().nullish(),
});

const modelSchema = z.strictObject({
  maker: z.string().min(1).max(80),
  name: z.string().min(1).max(80),
  code: z.string().min(1).max(40),
  form: z.enum(forms),
  outlineMm: z
    .strictObject({
      width: z.number().positive(),
      depth: z.number().positive(),
      height: z.number().positive().nullish(),
    })
    .nullish(),
});
export type Model = z.infer<typeof modelSchema>;

export const optionSchema = z.strictObject({
  key: z.string().min(1).max(40),
  label: z.string().min(1).max(80),
  values: z.array(z.string().min(1).max(60)).min(1),
});
export type Option = z.infer<typeof optionSchema>;

/** Where a part lies, as the side named is seen: mm from the left and from the far edge. */
export const regionSchema = z.strictObject({
  face: z.enum(['top', 'bottom']),
  x: z.number().min(-50).max(2000),
  y: z.number().min(-50).max(2000),
  width: z.number().positive().max(2000),
  depth: z.number().positive().max(2000),
});
export type Region = z.infer<typeof regionSchema>;

const partSchema = z.strictObject({
  id: partIdSchema,
  name: z.string().min(1).max(80),
  kind: z.string().min(1).max(40),
  numbers: z
    .array(z.strictObject({ number: z.string().min(1).max(60), role: z.enum(numberRoles), when: whenSchema }))
    .default([]),
  reuse: z.enum(['reusable', 'single-use']).default('reusable'),
  movesTo: z.array(partIdSchema).default([]),
  /** Replaced only together with these. */
  comesWith: z.array(partIdSchema).nullish(),
  battery: batterySchema.nullish(),
  region: regionSchema.nullish(),
  when: whenSchema,
});
export type Part = z.infer<typeof partSchema>;

const pointSchema = z.strictObject({
  n: z.int().positive(),
  x: z.number(),
  y: z.number(),
  face: z.enum(['top', 'bottom']),
});

const jointSchema = z.strictObject({
  id: jointIdSchema,
  type: z.enum(jointTypes),
  holds: z.array(partIdSchema).min(1),
  joins: z.array(partIdSchema).nullish(),
  count: z.int().positive().max(200).nullish(),
  screw: screwSchema.nullish(),
  mechanism: z.enum(mechanisms).nullish(),
  hiddenBy: partIdSchema.nullish(),
  throughCase: z.boolean().nullish(),
  tighten: z.enum(tightenings).nullish(),
  points: z.array(pointSchema).default([]),
  where: z.string().max(120).nullish(),
  when: whenSchema,
});
export type Joint = z.infer<typeof jointSchema>;

const actionSchema = z.strictObject({
  id: actionIdSchema,
  verb: z.enum(verbs),
  joint: jointIdSchema.nullish(),
  part: partIdSchema,
  tool: z.string().min(1).max(40).nullish(),
  face: z.enum(faces),
  seconds: z.number().nonnegative().max(86_400),
  cautions: z.array(z.string().max(300)).default([]),
  note: z.string().max(600).default(''),
  when: whenSchema,
});
export type Action = z.infer<typeof actionSchema>;

const needSchema = z.strictObject({
  action: actionIdSchema,
  anyOf: z.array(actionIdSchema).min(1),
  basis: z.enum(bases),
  when: whenSchema,
});
export type Need = z.infer<typeof needSchema>;

const checkSchema = z.strictObject({
  at: z.enum(checkPlaces),
  text: z.string().min(1).max(300),
  when: whenSchema,
});
export type Check = z.infer<typeof checkSchema>;

export const sequenceSchema = z.strictObject({
  format: z.literal(sequenceFormat),
  model: modelSchema,
  options: z.array(optionSchema).default([]),
  parts: z.array(partSchema),
  joints: z.array(jointSchema),
  actions: z.array(actionSchema),
  needs: z.array(needSchema),
  checks: z.array(checkSchema).default([]),
  /** In which order parts were seen to go back in, where anybody has shown it. */
  backOrder: z.array(partIdSchema).nullish(),
});
export type Sequence = z.infer<typeof sequenceSchema>;
