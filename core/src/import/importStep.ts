import { advanceContext, type LineContext } from '../reader/context.ts';
import { asKept, type Entry, type EntryJoint } from '../reader/entries/entry.ts';
import { slugOf } from '../reader/entries/partName.ts';
import { arrivalTitle } from '../run/runStep.ts';
import { mechanismWords } from '../sequence/describe.ts';
import { jointTypes, mechanisms, verbs, type Mechanism, type Verb } from '../sequence/schema.ts';
import { screwOfWords } from './screwOfWords.ts';
import { readImportLine, type ImportLine } from './importLine.ts';

/*
 * Steps of a guide as another program or another shop has them. One that says what it is in the words or columns of our
 * own guides is taken as it stands; any other is read as a bench line.
 */

/** What a file may say of a step; only the title must be there. */
export interface StepRecord {
  readonly at: string;
  readonly title: string;
  readonly place?: string;
  readonly detail?: string;
  readonly tool?: string;
  /** Its id; else it is taken from the title. */
  readonly part?: string;
  readonly count?: number | null;
  readonly screw?: string;
  readonly face?: string;
  readonly cautions?: readonly string[];
  readonly verb?: string;
  readonly joint?: string;
  readonly mechanism?: string;
}

/** Reads steps in their order, from a context that knows the words of the shop. What of a step is not understood is said with it; nothing is left out. */
export function importSteps(all: readonly StepRecord[], start: LineContext): ImportLine[] {
  let context = start;
  let face: 'top' | 'bottom' = 'top';
  // Every guide asks what is missing on arrival; it is no step of the sequence.
  const steps = all.filter(({ title }) => title !== arrivalTitle);
  return steps.map((step) => {
    const turn = (step.face === 'top' || step.face === 'bottom') && step.face !== face ? step.face : null;
    if (turn) face = turn;
    const said = (kind: 'caution' | 'note', text: string, part: string | null): Entry =>
      asKept({ kind, part, text: text.slice(0, 300), at: null, confidence: 1 });
    const own = ownStep(step);
    const read = own ? null : readImportLine(step.at, lineOf(step), context);
    const act = own ? [own] : (read?.line.entries ?? []);
    const part = own && 'part' in own ? (own.part ?? null) : null;
    const entries: Entry[] = [
      ...(turn ? [{ kind: 'turn', face: turn, text: step.title, at: null, confidence: 1 } as const] : []),
      ...(step.cautions ?? []).filter(isOwnCaution).map((words) => said('caution', words, part)),
      ...act,
      ...(own?.kind === 'hold' && !/^(?:Hold \S+(?: \S+)?|Wait) \d+ s$/.test(step.title)
        ? [said('note', step.title, null)]
        : []),
      ...notesOf(step).map((words) => said('note', words, part)),
    ];
    context = read ? read.context : advanceContext(context, entries);
    return { at: step.at, text: lineOf(step), entries, problem: read ? read.line.problem : null };
  });
}

/** A step as a bench line: what its columns say, in the order in which it is typed. */
const lineOf = ({ title, count, screw, tool }: StepRecord): string =>
  [title, [count, screw].filter(Boolean).join(' '), tool && count == null ? `with ${tool}` : '']
    .filter(Boolean)
    .join(', ');

/** Look-alikes are found anew. */
const isOwnCaution = (words: string): boolean => !/ looks like .*: keep them apart$/.test(words);

/** What our own guides add to a step by themselves, and will again. */
const added = new Set([
  ...Object.values(mechanismWords).map(({ open }) => open),
  'They stay in the part',
  'In the marked order, a little each round',
  'Crosswise, in two rounds',
  'Crosswise, round by round, a little each',
  'Powered driver with its torque limit, cover screws only',
  'Plastic only',
  'Thin metal at metal seams, feet and caps only; else plastic',
  'Enter at the hinge edge',
  'Enter at the lifted corner',
]);
const piecesOf = ({ detail = '' }: StepRecord): string[] => detail.split('. ').filter(Boolean);
const hiding = /^Under the (.+)$/;

function notesOf(step: StepRecord): string[] {
  const notes = piecesOf(step)
    .filter((piece) => !added.has(piece) && !hiding.test(piece))
    .join('. ');
  return notes === '' ? [] : [notes];
}

/** A step that says what it is in its columns, or in the words of our own guides; null where it does neither. */
function ownStep(step: StepRecord): Entry | null {
  const verb = verbs.find((one) => one === step.verb);
  const told = titleOf(step.title);
  if (!verb && !told) return null;
  return entryOf(step, verb ?? told!.verb, told);
}

interface Told {
  readonly verb: Verb;
  readonly part: string;
  readonly count?: number;
  readonly joint?: EntryJoint['type'];
  readonly captive?: boolean;
  readonly seconds?: number;
}

/** What the words between a name and its joint mean: `3 × clips`, `stretch-release tape`. */
function jointOf(words: string): { joint: EntryJoint['type']; count?: number } | null {
  const strips = /^(\d+) stretch-release strips$/.exec(words);
  if (strips) return { joint: 'stretch-tape', count: Number(strips[1]) };
  if (words === 'stretch-release tape') return { joint: 'stretch-tape' };
  if (words === 'the tape') return { joint: 'tape' };
  const [, count, name] = /^(?:(\d+) × )?(.+)$/.exec(words) ?? [];
  const joint = jointTypes.find((type) => type === name);
  return joint ? { joint, ...(count ? { count: Number(count) } : {}) } : null;
}

/** The titles of our own guides, read back. */
const titles: readonly (readonly [RegExp, (found: RegExpExecArray) => Told | null])[] = [
  [
    // As guides say it now, and as those of earlier versions do.
    /^(.+): (?:remove (?:(\d+)|the) (screw|standoff)s?|(\d+)? ?(screw|standoff)s? out)$/,
    ([, part = '', now, nounNow, before, nounBefore]) => ({
      ...{ verb: 'unscrew', part, joint: (nounNow ?? nounBefore) === 'standoff' ? 'standoffs' : 'screws' },
      ...(now || before ? { count: Number(now ?? before) } : {}),
    }),
  ],
  [
    /^(.+): loosen (\d+|the) (captive )?(screw|standoff)s?$/,
    ([, part = '', count, captive, noun]) => ({
      ...{ verb: 'loosen', part, joint: noun === 'standoff' ? 'standoffs' : 'screws' },
      ...(count && count !== 'the' ? { count: Number(count) } : {}),
      ...(captive ? { captive: true } : {}),
    }),
  ],
  [/^Unplug (.+)$/, ([, part = '']) => ({ verb: 'unplug', part, joint: 'connector' })],
  [/^Free the (.+) ribbon$/, ([, part = '']) => ({ verb: 'unlock', part, joint: 'connector' })],
  [
    /^(.+): (peel|free the) (.+)$/,
    ([, part = '', word, words = '']) => {
      const joint = jointOf(words);
      const verb = word === 'peel' ? 'peel' : joint?.joint === 'clips' ? 'unclip' : 'pry';
      return joint && { verb, part, ...joint };
    },
  ],
  [/^Peel (.+)$/, ([, part = '']) => ({ verb: 'peel', part, joint: 'foot' })],
  [/^Slide (.+)$/, ([, part = '']) => ({ verb: 'slide', part, joint: 'slide' })],
  [/^(.+) off$/, ([, part = '']) => ({ verb: 'lift', part })],
  [/\bwait (\d+) s$/i, ([, seconds]) => ({ verb: 'wait', part: 'wait', seconds: Number(seconds) })],
  [
    /^(?:.*: )?hold (?:the )?(.+?) (\d+) s$/i,
    ([, part = '', seconds]) => ({ verb: 'hold', part, seconds: Number(seconds) }),
  ],
];
const isTest = /^Test: (.+)$/;

function titleOf(title: string): Told | null {
  for (const [pattern, tell] of titles) {
    const found = pattern.exec(title.trim());
    const told = found && tell(found);
    if (told) return told;
  }
  const test = isTest.exec(title);
  return test?.[1] ? { verb: 'check', part: test[1] } : null;
}

function entryOf(step: StepRecord, verb: Verb, told: Told | null): Entry | null {
  const common = { text: step.title.slice(0, 300), at: null, confidence: 1 };
  const seconds = told?.seconds ?? 0;
  if ((verb === 'hold' || verb === 'wait') && seconds > 0)
    return asKept({ kind: 'hold', seconds, what: verb === 'wait' ? 'wait' : (told?.part ?? ''), ...common });
  if (verb === 'check')
    return asKept({
      kind: 'check',
      ...common,
      text: (isTest.exec(step.title)?.[1] ?? step.title).slice(0, 300),
    });
  const part = (step.part && slugOf(step.part)) || (told && slugOf(told.part)) || '';
  if (part === '') return null;
  if (verb === 'lift') return asKept({ kind: 'lift', part, ...common });
  if (verb === 'clean') return asKept({ kind: 'serve', part, what: 'clean', ...common });
  const type = jointTypes.find((one) => one === step.joint) ?? told?.joint;
  if (!type) return null;
  return asKept({
    kind: 'undo',
    part,
    verb,
    tool: step.tool || null,
    joint: jointFor(step, type, told),
    ...common,
  });
}

function jointFor(step: StepRecord, type: EntryJoint['type'], told: Told | null): EntryJoint {
  const pieces = piecesOf(step);
  const count = step.count ?? told?.count;
  const screw = step.screw ? screwOfWords(step.screw) : told?.captive ? { captive: true } : null;
  const under = pieces.flatMap((piece) => hiding.exec(piece)?.[1] ?? [])[0];
  const mechanism = mechanisms.find((one) => one === step.mechanism) ?? mechanismIn(pieces);
  const isNumbered = pieces.includes('In the marked order, a little each round');
  return {
    type,
    ...(count ? { count } : {}),
    ...(screw && (type === 'screws' || type === 'standoffs') ? { screw } : {}),
    ...(type === 'connector' && mechanism ? { mechanism } : {}),
    ...(under ? { hiddenBy: slugOf(under) } : {}),
    ...(isNumbered ? { tighten: 'numbered' as const } : {}),
    ...(pieces.some((piece) => piece.startsWith('Crosswise')) ? { tighten: 'cross' as const } : {}),
    ...(step.place ? { where: step.place.slice(0, 120) } : {}),
  };
}

const mechanismIn = (pieces: readonly string[]): Mechanism | undefined =>
  mechanisms.find((one) => pieces.includes(mechanismWords[one].open));
