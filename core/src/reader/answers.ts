import type { LineContext } from './context.ts';
import type { Entry } from './entries/entry.ts';
import { lowerName, partNameOf } from './entries/partName.ts';
import type { Chunk, ChunkOf } from './phrases/chunk.ts';
import type { Doubt } from './reading.ts';
import type { Question } from './sureness.ts';

/** More than these would take longer to read than the line takes to write again. */
const mostAnswers = 3;

type Answer = Doubt['answers'][number];

const nameIn = (part: string): string => lowerName(partNameOf(part));

const withPart = (entries: readonly Entry[], from: string | null, to: string): Entry[] =>
  entries.map((entry): Entry => {
    if (!('part' in entry) || (entry.part ?? null) !== from || entry.kind === 'whole') return entry;
    return { ...entry, part: to, fromContext: undefined };
  });

/** The same line said of another part that was spoken of: for a reading that took its part from context. */
function ofOtherParts(entries: readonly Entry[], context: LineContext): Answer[] {
  const taken = entries.find((entry) => 'part' in entry);
  const from = taken && 'part' in taken ? (taken.part ?? null) : null;
  return context.parts
    .filter((part) => part !== from)
    .slice(0, mostAnswers)
    .map((part) => ({ words: nameIn(part), entries: withPart(entries, from, part) }));
}

/** The same acts, going back in: for a line whose direction is in doubt. */
function goingBack(entries: readonly Entry[]): Answer[] {
  const back = entries.map(({ text, at, confidence, ...entry }): Entry => {
    const common = { text, at, confidence };
    if (entry.kind === 'lift') return { kind: 'refit', part: entry.part, ...common };
    if (entry.kind === 'undo') return { kind: 'refit', part: entry.part, joint: entry.joint, ...common };
    return { ...entry, ...common };
  });
  return [{ words: 'back in', entries: back }];
}

/** What may settle a doubt about the whole of a reading. */
export function answersTo({ of }: Question, entries: readonly Entry[], context: LineContext): Answer[] {
  if (of === 'part') return ofOtherParts(entries, context);
  if (of === 'direction' && entries.some(({ kind }) => kind === 'undo' || kind === 'lift'))
    return goingBack(entries);
  return [];
}

/** "the bracket", where the device has two: which of them is never guessed. */
export function doubtsOfNames(line: string, chunks: readonly Chunk[], entries: readonly Entry[]): Doubt[] {
  const doubtful = chunks.filter(
    (chunk): chunk is ChunkOf<'name'> & { or: string } => chunk.k === 'name' && chunk.or !== undefined,
  );
  return doubtful.map(({ part, or, start, end }) => ({
    why: `which ${line.slice(start, end)}?`,
    answers: [part, or].map((one) => ({ words: nameIn(one), entries: withPart(entries, part, one) })),
  }));
}
