import { z } from 'zod';
import { configure, type Configuration } from '../sequence/configuration.ts';
import type { Sequence } from '../sequence/schema.ts';
import { defaultWeights, type HandlingWeights } from '../route/request.ts';

/*
 * Where good technicians differ. The shop chooses once; the choice changes the wording of the steps and, for
 * some, the route. All of it common practice, no source.
 */

export const schoolsSchema = z.strictObject({
  keep: z.enum(['cell', 'mat', 'tape']).default('cell'),
  order: z.enum(['part', 'tool']).default('part'),
  battery: z.enum(['out', 'unplugged']).default('out'),
  drain: z.enum(['hold', 'wait']).default('hold'),
  pry: z.enum(['plastic', 'thin-metal']).default('plastic'),
  driver: z.enum(['hand', 'powered']).default('hand'),
  entry: z.enum(['hinge', 'corner']).default('hinge'),
  heatsink: z.enum(['two-rounds', 'each-round']).default('two-rounds'),
});
export type Schools = z.infer<typeof schoolsSchema>;

export const defaultSchools: Schools = Object.freeze(schoolsSchema.parse({}));

/** What there is to choose: each question, its answers in words, and why the first is the default. */
export const schoolQuestions: readonly {
  readonly key: keyof Schools;
  readonly label: string;
  readonly reason: string;
  readonly answers: readonly { readonly value: string; readonly words: string }[];
}[] = [
  {
    key: 'keep',
    label: 'Keeping screws',
    reason: 'a tray can be counted',
    answers: [
      { value: 'cell', words: 'a tray cell per group' },
      { value: 'mat', words: 'in their pattern on a mat' },
      { value: 'tape', words: 'strips of tape, in order' },
    ],
  },
  {
    key: 'order',
    label: 'Order of work',
    reason: 'a part finished before the next gives fewer mix-ups',
    answers: [
      { value: 'part', words: 'part by part' },
      { value: 'tool', words: 'all that one driver reaches in one go' },
    ],
  },
  {
    key: 'battery',
    label: 'Battery, for display or board work',
    reason: 'the route passes over or under it, and a pack that is out cannot be pierced',
    answers: [
      { value: 'out', words: 'take it out' },
      { value: 'unplugged', words: 'disconnect only' },
    ],
  },
  {
    key: 'drain',
    label: 'Draining what is left',
    reason: 'holding the button empties the capacitors for sure',
    answers: [
      { value: 'hold', words: 'hold the button, everything unplugged' },
      { value: 'wait', words: 'wait a minute' },
    ],
  },
  {
    key: 'pry',
    label: 'Pry tool',
    reason: 'metal scratches and shorts',
    answers: [
      { value: 'plastic', words: 'plastic always' },
      { value: 'thin-metal', words: 'a thin metal one for feet, caps and metal seams' },
    ],
  },
  {
    key: 'driver',
    label: 'Driver',
    reason: 'a hand feels a screw that binds',
    answers: [
      { value: 'hand', words: 'by hand' },
      { value: 'powered', words: 'powered, torque limited, for cover screws' },
    ],
  },
  {
    key: 'entry',
    label: 'First entry into the case',
    reason: 'the hinge edge is the stiffest',
    answers: [
      { value: 'hinge', words: 'at the hinge edge' },
      { value: 'corner', words: 'at the corner that a captive screw lifts' },
    ],
  },
  {
    key: 'heatsink',
    label: 'Heatsink without marks',
    reason: 'two crosswise rounds keep the pressure even and end',
    answers: [
      { value: 'two-rounds', words: 'crosswise in two rounds' },
      { value: 'each-round', words: 'round by round, a little each' },
    ],
  },
];

/** Seconds to wait where the button is not held. */
const drainWaitSeconds = 60;

/** The document as this shop works it: a drained hold becomes a wait. Ids stay. */
export function applySchools(sequence: Sequence, { drain }: Schools): Sequence {
  if (drain === 'hold') return sequence;
  return {
    ...sequence,
    actions: sequence.actions.map((action) =>
      action.verb === 'hold'
        ? {
            ...action,
            verb: 'wait' as const,
            seconds: Math.max(action.seconds, drainWaitSeconds),
            note: `Everything unplugged: wait ${Math.max(action.seconds, drainWaitSeconds)} s`,
          }
        : action,
    ),
  };
}

export const schoolWeights = ({ order }: Schools): HandlingWeights =>
  order === 'tool' ? { ...defaultWeights, resume: 0 } : defaultWeights;

/** Work that goes over or under a pack; a swollen pack comes out for any work. */
const batteryOutFor: ReadonlySet<string> = new Set(['display', 'board']);

/** Targets as this shop sets them: the battery comes out for display or board work, and where it is swollen. */
export function schoolTargets(
  sequence: Sequence,
  configuration: Configuration,
  targets: readonly string[],
  schools: Schools,
  swollen = false,
): string[] {
  const here = configure(sequence, configuration);
  const kindOf = new Map<string, string>(here.parts.map((part) => [part.id, part.kind]));
  const packs = here.actions.filter(
    (action) => action.verb === 'lift' && kindOf.get(action.part) === 'battery',
  );
  const wanted =
    swollen ||
    (schools.battery === 'out' && targets.some((target) => batteryOutFor.has(kindOf.get(target) ?? '')));
  const added = wanted ? packs.map((action) => action.part as string) : [];
  return [...new Set([...targets, ...added])];
}

/** Where a screw goes and comes from, in the words of the shop's way of keeping them. */
export function keepWords(keep: Schools['keep'], letter: string, row: number, out: boolean): string {
  switch (keep) {
    case 'cell':
      return out ? `into cell ${letter}` : `from cell ${letter}`;
    case 'mat':
      return out ? `to ${letter} on the mat` : `from ${letter} on the mat`;
    case 'tape':
      return out ? `onto tape row ${row}` : `from tape row ${row}`;
  }
}
