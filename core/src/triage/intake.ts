import { z } from 'zod';

/** What can be seen on arrival, each a thing to tap on the outline. */
export const markKinds = [
  'missing-screw',
  'missing-foot',
  'broken-seal',
  'dent',
  'crack',
  'bulge',
  'liquid',
  'corrosion',
] as const;
export type MarkKind = (typeof markKinds)[number];

export const markWords: Readonly<Record<MarkKind, string>> = {
  'missing-screw': 'Screw missing',
  'missing-foot': 'Foot missing',
  'broken-seal': 'Seal broken',
  dent: 'Dent',
  crack: 'Crack',
  bulge: 'Bulge',
  liquid: 'Liquid',
  corrosion: 'Corrosion',
};

export const symptoms = [
  { id: 'dies-on-battery', words: 'Dies within minutes on battery' },
  { id: 'charge-drops', words: 'Charge drops fast' },
  { id: 'not-charging', words: 'Does not charge' },
  { id: 'swollen', words: 'Case bulges, touchpad or lid lifted' },
  { id: 'hot-battery', words: 'Battery hot, or a sweet smell' },
  { id: 'no-start', words: 'Does not start' },
  { id: 'wrong-clock', words: 'Wrong date or time' },
  { id: 'start-message', words: 'Stops at a start-up message' },
  { id: 'dead-keys', words: 'Dead or sticking keys' },
  { id: 'wrong-legends', words: 'Wrong key legends' },
  { id: 'noise', words: 'Fan noise' },
  { id: 'hot', words: 'Gets hot, slows down' },
  { id: 'no-picture', words: 'No picture, or it flickers' },
  { id: 'loose-lid', words: 'Lid loose' },
  { id: 'storage-missing', words: 'Drive not found' },
  { id: 'memory-missing', words: 'Memory too small' },
  { id: 'no-wireless', words: 'Wireless weak or gone' },
  { id: 'liquid-inside', words: 'Liquid inside' },
  { id: 'smoke', words: 'Smoke or burnt smell' },
  { id: 'supply-open', words: 'Mains supply damaged or open' },
] as const;
export type SymptomId = (typeof symptoms)[number]['id'];

export const afterwards = ['nothing', 'drop', 'liquid', 'peripheral', 'earlier-work', 'storage'] as const;
export const afterWords: Readonly<Record<(typeof afterwards)[number], string>> = {
  nothing: 'nothing that is known',
  drop: 'a drop',
  liquid: 'a spill',
  peripheral: 'something was plugged in',
  'earlier-work': 'earlier work',
  storage: 'a long time unused',
};

/** Measurements, each with the unit in its name; null or absent where nobody measured. */
const measure = (least: number, most: number) => z.number().min(least).max(most).nullish();
export const measuresSchema = z.strictObject({
  batteryMinutes: measure(0, 3_000),
  fullWh: measure(0, 500),
  designWh: measure(1, 500),
  cycles: measure(0, 10_000),
  batteryYears: measure(0, 40),
  packMm: measure(0.5, 60),
  packNominalMm: measure(0.5, 60),
  coinV: measure(0, 4),
  coinYears: measure(0, 40),
  loadC: measure(0, 130),
  roomC: measure(-20, 60),
});
export type Measures = z.infer<typeof measuresSchema>;

export const intakeSchema = z.strictObject({
  marks: z
    .array(
      z.strictObject({
        kind: z.enum(markKinds),
        face: z.enum(['top', 'bottom']),
        /** Shares of the outline's width and depth, from the left and the far edge of the side that is seen. */
        x: z.number().min(0).max(1),
        y: z.number().min(0).max(1),
        note: z.string().max(200).default(''),
      }),
    )
    .max(100)
    .default([]),
  symptoms: z
    .array(z.enum(symptoms.map(({ id }) => id) as [SymptomId, ...SymptomId[]]))
    .max(30)
    .default([]),
  after: z.enum(afterwards).default('nothing'),
  powered: z.boolean().default(false),
  measures: measuresSchema.default({}),
  notes: z.string().max(2000).default(''),
});
export type Intake = z.infer<typeof intakeSchema>;

export const emptyIntake: Intake = Object.freeze(intakeSchema.parse({}));
