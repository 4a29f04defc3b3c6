import { z } from 'zod';
import { groundSchema } from '../mat/ground.ts';
import { idSchema, largestInteger, revisionNumberSchema } from '../api/ids.ts';
import { shopWordSchema } from '../reader/entries/shopWords.ts';
import { forms, optionSchema, sequenceSchema } from '../sequence/schema.ts';
import { intakeSchema } from '../triage/intake.ts';
import { toldSchema } from './told.ts';

/*
 * The log of the shop: all that is said and is neither a line of a recording nor an act of a job. Units come, are told
 * of and go; models, words and ways of working are set; parts are wanted and counted; sequences are published. Nothing
 * is erased: what is taken back is another event.
 */

const label = z.string().trim().min(1).max(40);
const code = z.string().trim().min(1).max(40);
const technician = z.string().trim().min(1).max(80);
const reason = z.string().max(500).default('');
const few = z.int().min(0).max(99_999);
const modelNames = {
  maker: z.string().trim().min(1).max(80),
  name: z.string().trim().min(1).max(80),
  form: z.enum(forms),
};

/** What is known of a unit; an option that is not known yet is absent. */
export const unitFactsSchema = z.strictObject({
  /** What the shop calls it: the number on its ticket. */
  label,
  model: code,
  serial: z.string().max(80),
  configuration: z.record(z.string().max(40), z.string().max(60)),
  complaint: z.string().max(2000),
  place: z.string().max(80),
  intake: intakeSchema,
  /** Handed back: no longer on the bench. */
  left: z.boolean(),
  /** Made by mistake: it is in no list. */
  withdrawn: z.boolean(),
});
export type UnitFacts = z.infer<typeof unitFactsSchema>;

/** No device that is carried to a bench is larger. */
const millimetres = z.number().positive().max(2_000);
export const outlineSchema = z.strictObject({
  width: millimetres,
  depth: millimetres,
  height: millimetres.nullish(),
});
/** Where all three are taken back, there is no outline, rather than one of no size. */
const isEmpty = (value: unknown): boolean =>
  typeof value === 'object' && value !== null && Object.keys(value).length === 0;

/** Options of a model, each with a key and values of its own. */
const optionsSchema = z
  .array(optionSchema)
  .max(20)
  .refine((options) => new Set(options.map(({ key }) => key)).size === options.length, {
    error: 'each option has a key of its own',
  })
  .refine((options) => options.every(({ values }) => new Set(values).size === values.length), {
    error: 'each value of an option is named once',
  });

/** What is known of a model beside its code. */
export const modelFactsSchema = z.strictObject({
  ...modelNames,
  outlineMm: z.preprocess((value) => (isEmpty(value) ? undefined : value), outlineSchema.optional()),
  options: optionsSchema,
  /** Its photo. */
  picture: idSchema.optional(),
  /** Photos under its outline, at most one of each side. */
  grounds: z
    .array(groundSchema)
    .max(2)
    .refine((grounds) => new Set(grounds.map(({ face }) => face)).size === grounds.length, {
      error: 'each side has one photo',
    }),
  /** Nobody brings one any more: it is not offered for new units. */
  retired: z.boolean(),
  /** It is another spelling of this one, whose sequences hold for its units. */
  mergedInto: code.optional(),
});
export type ModelFacts = z.infer<typeof modelFactsSchema>;

export const wantStates = ['wanted', 'ordered', 'met', 'dropped'] as const;

export const shopEventSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('unit-arrived'), unit: idSchema, label, model: code }),
  z.strictObject({ kind: z.literal('unit-told'), unit: idSchema, ...toldSchema.shape }),
  z.strictObject({ kind: z.literal('model-made'), code, ...modelNames }),
  z.strictObject({ kind: z.literal('model-told'), model: code, ...toldSchema.shape, reason }),
  z.strictObject({
    kind: z.literal('revision-published'),
    model: code,
    /** The revision that stood when it was written; 0: none. */
    follows: z.int().min(0).max(largestInteger),
    document: sequenceSchema,
    note: reason,
    /** Parts that no order reaches and that the lead leaves so, each with the reason. */
    unreachable: z
      .array(z.strictObject({ part: z.string().max(80), reason: z.string().min(1).max(200) }))
      .default([]),
  }),
  /** A revision is taken back, or stands again. Jobs that follow it go on with it. */
  z.strictObject({
    kind: z.literal('revision-told'),
    model: code,
    number: revisionNumberSchema,
    withdrawn: z.boolean(),
    reason,
  }),
  /** A photo that came with a guide shows an act of the model, or does not any more. */
  z.strictObject({
    kind: z.literal('act-pictured'),
    model: code,
    act: z.string().min(1).max(200),
    picture: idSchema,
    removed: z.boolean().default(false),
  }),
  z.strictObject({ kind: z.literal('schools-told'), ...toldSchema.shape }),
  /** What is its owner's own is forgotten for good; the ledger and the times stay. */
  z.strictObject({ kind: z.literal('unit-forgotten'), unit: idSchema }),
  /** When units that were handed back are forgotten by themselves. */
  z.strictObject({ kind: z.literal('forgetting-told'), ...toldSchema.shape }),
  /** When everything is copied. */
  z.strictObject({ kind: z.literal('copying-told'), ...toldSchema.shape }),
  /** What a word of the shop means; null: it is no word of the shop any more. */
  z.strictObject({
    kind: z.literal('word-told'),
    word: shopWordSchema.shape.word,
    means: shopWordSchema.shape.means.nullable(),
    was: shopWordSchema.shape.means.nullable(),
  }),
  z.strictObject({
    kind: z.literal('want-added'),
    id: idSchema,
    number: z.string().trim().min(1).max(60),
    partName: z.string().max(80).default(''),
    unitId: idSchema.nullable().default(null),
    quantity: z.int().min(1).max(999).default(1),
  }),
  z.strictObject({ kind: z.literal('want-told'), want: idSchema, state: z.enum(wantStates) }),
  z.strictObject({
    kind: z.literal('stock-counted'),
    number: z.string().trim().min(1).max(60),
    onHand: few,
    ordered: few,
  }),
  /** Somebody's name was wrong, or two names are one person's: what stands under the first is the second's. */
  z.strictObject({ kind: z.literal('technician-renamed'), from: technician, to: technician }),
]);
export type ShopEvent = z.infer<typeof shopEventSchema>;
export type ShopEventOf<K extends ShopEvent['kind']> = Extract<ShopEvent, { kind: K }>;

/** What an event is about: what is said of one thing is kept and sent in its order. */
export function subjectOf(event: ShopEvent): string {
  switch (event.kind) {
    case 'unit-arrived':
    case 'unit-told':
    case 'unit-forgotten':
      return `unit/${event.unit}`;
    case 'model-made':
      return `model/${event.code}`;
    case 'model-told':
    case 'revision-published':
    case 'revision-told':
    case 'act-pictured':
      return `model/${event.model}`;
    case 'want-added':
      return `want/${event.id}`;
    case 'want-told':
      return `want/${event.want}`;
    case 'stock-counted':
      return `part/${event.number}`;
    case 'schools-told':
      return 'schools';
    case 'copying-told':
      return 'copying';
    case 'forgetting-told':
      return 'forgetting';
    case 'word-told':
      return `word/${event.word}`;
    case 'technician-renamed':
      return `technician/${event.from}`;
  }
}

/** Who a name stands for, after all corrections; the last of a name holds, and a ring ends where it began. */
export function standingName(renamed: ReadonlyMap<string, string>, name: string): string {
  const passed = new Set<string>();
  let at = name;
  for (
    let next = renamed.get(at);
    next !== undefined && next !== at && !passed.has(next);
    next = renamed.get(at)
  ) {
    passed.add(at);
    at = next;
  }
  return at;
}
