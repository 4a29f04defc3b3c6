import type { LineContext } from './context.ts';
import type { Entry } from './entries/entry.ts';
import { partKindOf } from './entries/partName.ts';
import { isWord, type Chunk } from './phrases/chunk.ts';
import { surenessWeights } from './weights.ts';

/*
 * How sure a reading is: a logistic model over what can be seen of it, fitted to labelled lines by other hands
 * (`npm run fit:reader`, which prints the left-out folds). Its answer is calibrated: of the readings called
 * 0.9 sure, nine in ten are right.
 */

/** What is seen of a reading, as numbers near 0 to 1; the names are those of the weights. */
export type Features = Readonly<Record<string, number>>;

const acts: ReadonlySet<Entry['kind']> = new Set([
  'undo',
  'lift',
  'turn',
  'hold',
  'missing',
  'stripped',
  'number',
  'measure',
  'requires',
  'covers',
  'blocked',
]);
export const isActEntry = ({ kind }: Entry): boolean => acts.has(kind);

const flag = (value: boolean): number => (value ? 1 : 0);
const share = (n: number, most: number): number => Math.min(n, most) / most;

export interface Seen {
  readonly line: string;
  readonly chunks: readonly Chunk[];
  readonly entries: readonly Entry[];
  readonly unread: number;
  readonly doubts: number;
  readonly amends: boolean;
}

/** The features of a reading. Linear in the length of the line. */
export function featuresOf(seen: Seen, context: LineContext): Features {
  return { bias: 1, ...lineFeatures(seen), ...entryFeatures(seen, context), ...leftOver(seen) };
}

function lineFeatures({ chunks, line, unread, doubts, amends }: Seen): Features {
  const words = (...kinds: Parameters<typeof isWord>[1][]): boolean =>
    chunks.some((chunk) => isWord(chunk, ...kinds));
  const breaks = chunks.filter((chunk) => chunk.k === 'break').length;
  return {
    amends: flag(amends),
    long: share(line.length, 160),
    breaks: share(breaks, 8),
    sentences: share(
      chunks.filter((chunk) => chunk.k === 'break' && (chunk.mark === 'stop' || chunk.mark === 'question'))
        .length,
      3,
    ),
    asks: flag(chunks.some((chunk) => chunk.k === 'break' && chunk.mark === 'question') || words('question')),
    speakers: flag(/(^|\s)[A-Z]: /.test(line)),
    denies: flag(words('not', 'no', 'never', 'without')),
    imagines: flag(words('if', 'would', 'will', 'must', 'other-model')),
    stays: flag(words('stays', 'later', 'fixed')),
    pronouns: flag(words('it', 'they', 'this')),
    repeats: flag(words('same', 'rest', 'other', 'more', 'both', 'each')),
    some: flag(words('of-them', 'one-of', 'all-but')),
    ordinals: flag(chunks.some(({ k }) => k === 'ordinal')),
    unread: share(unread, 3),
    mended: share(chunks.filter(({ mended }) => mended !== undefined).length, 3),
    sums: share(doubts, 1),
    talk: share(chunks.filter(({ k }) => k === 'talk' || k === 'plain' || k === 'unknown').length, 6),
    marks: flag(/[[\]|=<>]|->/.test(line)),
  };
}

function entryFeatures({ entries }: Seen, context: LineContext): Features {
  const done = entries.filter(isActEntry);
  const taken = (field: 'part' | 'screw' | 'count') =>
    done.some(
      (entry) => (entry.fromContext?.includes(field) ?? false) && !(field === 'part' && isUnderFoot(entry)),
    );
  const undone = entries.flatMap((entry) => (entry.kind === 'undo' ? [entry] : []));
  const lifts = entries.flatMap((entry) => (entry.kind === 'lift' ? [entry] : []));
  return {
    partTaken: flag(taken('part')),
    kindTaken: flag(taken('screw')),
    noPart: flag(undone.some(({ part }) => part === null)),
    newPart: flag(done.some((entry) => isNewPart(entry, context))),
    bareCount: flag(
      undone.some(
        ({ joint, text }) =>
          joint.type === 'screws' && joint.screw == null && !/screw|bolt|scr\b|torx|ph\d/i.test(text),
      ),
    ),
    noCount: flag(undone.some(({ joint }) => joint.type === 'screws' && joint.count == null)),
    looseLift: flag(lifts.some(({ fromContext }) => fromContext?.includes('part') ?? false)),
    clips: flag(
      undone.some(({ joint }) =>
        ['clips', 'latch', 'tape', 'adhesive', 'slide', 'rivets'].includes(joint.type),
      ),
    ),
    plugs: flag(undone.some(({ joint }) => joint.type === 'connector')),
    acts: share(done.length, 5),
    several: flag(done.length > 1),
    beside: share(entries.length - done.length, 3),
    back: flag(entries.some(({ kind }) => kind === 'refit')),
    relations: flag(done.some(({ kind }) => ['requires', 'covers', 'blocked'].includes(kind))),
    stripped: flag(done.some(({ kind }) => kind === 'stripped' || kind === 'missing')),
    facts: flag(done.some(({ kind }) => kind === 'measure' || kind === 'number')),
    up: flag(context.direction === 'up'),
    twice: flag(lifts.some(({ part }, i) => lifts.findIndex((other) => other.part === part) < i)),
  };
}

/** What a foot hides holds the base: no guess, though no part was said. Common practice, no source. */
const isUnderFoot = (entry: Entry): boolean =>
  entry.kind === 'undo' &&
  entry.part === 'base-cover' &&
  /(?:^|-)(?:foot|feet|strip)/.test(entry.joint.hiddenBy ?? '');

const isNewPart = (entry: Entry, { parts }: LineContext): boolean =>
  'part' in entry && entry.part != null && partKindOf(entry.part) === 'part' && !parts.includes(entry.part);

type LeftOver = Extract<Chunk, { k: 'count' | 'name' | 'cable' | 'joint' }>;

/** Figures, names and joints that no entry uses: what was said and is nowhere in the reading. */
export function leftOverIn(chunks: readonly Chunk[], entries: readonly Entry[]): LeftOver[] {
  const done = entries.filter(isActEntry);
  const counts = new Set(
    done.flatMap((entry) =>
      entry.kind === 'undo'
        ? [entry.joint.count ?? 0, entry.joint.claimed ?? 0, entry.joint.screw?.lengthMm ?? 0]
        : entry.kind === 'missing' || entry.kind === 'stripped'
          ? [entry.count]
          : [],
    ),
  );
  const sum = done.reduce((all, entry) => all + (entry.kind === 'undo' ? (entry.joint.count ?? 0) : 0), 0);
  const leads = done.filter(
    (entry) => entry.kind === 'undo' && entry.joint.type === 'connector' && entry.joint.count == null,
  ).length;
  const spoken = new Set(
    done.flatMap((entry) => [
      ...('part' in entry ? [entry.part] : []),
      ...(entry.kind === 'requires' || entry.kind === 'covers' ? entry.parts : []),
      ...(entry.kind === 'blocked' ? [entry.by] : []),
      ...(entry.kind === 'undo' ? [entry.joint.hiddenBy] : []),
      ...(entry.kind === 'hold' ? ['power-button'] : []),
    ]),
  );
  const isSpoken = (part: string): boolean =>
    spoken.has(part) ||
    [...spoken].some((other) => other?.endsWith(`-${part}`) || (other && part.endsWith(`-${other}`)));
  return chunks.filter((chunk): chunk is LeftOver => {
    // "one at either end": counted for each of two, or of four corners.
    if (chunk.k === 'count' && (counts.has(chunk.n * 2) || counts.has(chunk.n * 4))) return false;
    if (chunk.k === 'count')
      return !counts.has(chunk.n) && chunk.n !== sum && chunk.n !== leads && chunk.n !== 0;
    if (chunk.k === 'name') return !chunk.bare && !isSpoken(chunk.part);
    if (chunk.k === 'cable') return chunk.owner !== null && !isSpoken(chunk.owner);
    if (chunk.k !== 'joint') return false;
    const oneOf =
      chunk.type === 'screws' && done.some(({ kind }) => kind === 'missing' || kind === 'stripped');
    return !oneOf && !done.some((entry) => entry.kind === 'undo' && entry.joint.type === chunk.type);
  });
}

function leftOver({ chunks, entries }: Seen): Features {
  const left = leftOverIn(chunks, entries);
  const count = (...kinds: Chunk['k'][]): number =>
    share(left.filter(({ k }) => kinds.includes(k)).length, 2);
  return { figuresLeft: count('count'), namesLeft: count('name', 'cable'), jointsLeft: count('joint') };
}

/** The chance that a reading with acts is right, 0 to 1. */
export function surenessOf(features: Features): number {
  let sum = 0;
  for (const [name, value] of Object.entries(features)) sum += value * (surenessWeights[name] ?? 0);
  return 1 / (1 + Math.exp(-sum));
}

/** Readings less sure than this are asked about, not kept by the first Enter. */
export const sureEnough = 0.85;

/** What a doubt asks; `of` where another part, or the other direction, may be the answer. */
export interface Question {
  readonly words: string;
  readonly of?: 'part' | 'direction';
}

const ofPart = { words: 'of which part?', of: 'part' } as const;
const offOrBack = { words: 'off, or back on?', of: 'direction' } as const;
const questions: Readonly<Record<string, Question>> = {
  partTaken: ofPart,
  noPart: ofPart,
  newPart: { words: 'a part of its own?' },
  bareCount: { words: 'is this a count of screws?' },
  looseLift: { words: 'which part came off?', of: 'part' },
  figuresLeft: { words: 'a figure is not used' },
  namesLeft: { words: 'a part that was named is not used' },
  jointsLeft: { words: 'something that was named is not used' },
  asks: { words: 'done, or only asked?' },
  speakers: { words: 'done, or only asked?' },
  denies: { words: 'done, or not done?' },
  imagines: { words: 'done, or only thought of?' },
  stays: { words: 'undone, or left as it is?' },
  back: offOrBack,
  up: offOrBack,
  amends: { words: 'which act does this put right?' },
  some: { words: 'some of them, or more of them?' },
  ordinals: { words: 'one of those, or one more?' },
  repeats: { words: 'the same as which?' },
};

/** Why a reading is in doubt: the question that weighs most against it. */
export function questionOf(features: Features): Question {
  let most = 0;
  let question: Question = { words: 'is this what was meant?' };
  for (const [name, asked] of Object.entries(questions)) {
    const against = -(features[name] ?? 0) * (surenessWeights[name] ?? 0);
    if (against > most) [most, question] = [against, asked];
  }
  return question;
}
