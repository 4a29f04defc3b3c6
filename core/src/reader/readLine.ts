import { answersTo, doubtsOfNames } from './answers.ts';
import type { LineContext } from './context.ts';
import { asKept, mostEntries, textLimit, type Entry } from './entries/entry.ts';
import { interpret } from './frames/interpret.ts';
import { finish } from './frames/finish.ts';
import { Scene } from './frames/scene.ts';
import type { Chunk } from './phrases/chunk.ts';
import { readChunks } from './phrases/readChunks.ts';
import { spansOf, type Doubt, type Reading } from './reading.ts';
import {
  featuresOf,
  isActEntry,
  leftOverIn,
  questionOf,
  sureEnough,
  surenessOf,
  type Features,
} from './sureness.ts';
import { readAmendment } from './amend.ts';

/** Longer lines are kept as one note, cut: a bench line is a breath, not a page. */
export const lineLimit = 20_000;

/**
 * Reads one bench line. Never throws: what cannot be read is kept as a note with the words marked.
 * Time is linear in the length of the line.
 */
export function readLine(line: string, context: LineContext): Reading {
  if (line.trim() === '') return { line, entries: [], unread: [], doubts: [], spans: [] };
  if (line.length > lineLimit) return asNote(line, context.at);
  const chunks = readChunks(line, context.lexicon);
  const reading = readAmendment(line, chunks, context) ?? readPlain(line, chunks, context);
  return fitting(weighed(reading, chunks, context));
}

/** Whatever was typed, what is read fits the log. */
const fitting = (reading: Reading): Reading => ({
  ...reading,
  entries: reading.entries.map(asKept),
  ...(reading.whole ? { whole: reading.whole.map(asKept) } : {}),
});

/** The features of a reading, for the fit. */
export function readingFeatures(reading: Reading, context: LineContext): Features {
  return seenIn(reading, readChunks(reading.line, context.lexicon), context);
}

const seenIn = (reading: Reading, chunks: readonly Chunk[], context: LineContext): Features =>
  featuresOf(
    {
      line: reading.line,
      chunks,
      entries: reading.entries,
      unread: reading.unread.length,
      doubts: reading.doubts.filter(({ settled }) => settled !== false).length,
      amends: reading.amends !== undefined,
    },
    context,
  );

/** Puts the sureness of a reading on its acts; one that is not sure enough says why. */
function weighed(reading: Reading, chunks: readonly Chunk[], context: LineContext): Reading {
  if (!reading.entries.some(isActEntry)) return reading;
  const features = seenIn(reading, chunks, context);
  const sure = surenessOf(features);
  const entries = reading.entries.map((entry) =>
    isActEntry(entry) ? { ...entry, confidence: Math.round(sure * 100) / 100 } : entry,
  );
  const doubts =
    (sure >= sureEnough && !liftsAgain(entries, context)) || reading.doubts.length > 0
      ? reading.doubts
      : [doubtOf(features, entries, context)];
  return { ...reading, entries, doubts };
}

/** "peel it", when the part in work is off already: something else is meant, however sure the words are. */
const liftsAgain = (entries: readonly Entry[], { off, part }: LineContext): boolean =>
  off &&
  entries.some(
    (entry) => entry.kind === 'lift' && entry.part === part && entry.fromContext?.includes('part') === true,
  );

function doubtOf(features: Features, entries: readonly Entry[], context: LineContext): Doubt {
  const question = questionOf(features);
  return { why: question.words, answers: answersTo(question, entries, context), settled: false };
}

export function readPlain(line: string, chunks: readonly Chunk[], context: LineContext): Reading {
  const scene = new Scene(line, context);
  interpret(scene, chunks);
  const entries = scene.placed
    .sort((a, b) => a.start - b.start)
    .slice(0, mostEntries)
    .map((placed) => finish(line, placed, context.at));
  if (scene.placed.length > mostEntries)
    scene.doubts.push({
      why: `only the first ${mostEntries} acts are kept: write it as several lines`,
      answers: [],
    });
  if (entries.some(isActEntry)) markLeftOver(scene, chunks, entries);
  else markUnknown(scene, chunks);
  const unread = scene.unread
    .sort((a, b) => a.start - b.start)
    .map(({ start, end }) => line.slice(start, end));
  const topic = scene.topicSaid ? scene.topic : null;
  if (entries.length === 0)
    return { ...asNote(line, context.at, topic), unread, spans: spansOf(chunks, scene.unread) };
  aboutTopic(entries, topic);
  const doubts = [...doubtsOfNames(line, chunks, entries), ...scene.doubts];
  return { line, entries, unread, doubts, spans: spansOf(chunks, scene.unread) };
}

/** A line that is only talk is kept as it stands; words that nobody knows can still be taught. */
function markUnknown(scene: Scene, chunks: readonly Chunk[]): void {
  for (const { k, start, end } of chunks)
    if (k === 'unknown' && !speaks(scene.line, start, end)) scene.unread.push({ start, end });
}

/** `B: …`: who speaks, no word of the work. */
const speaks = (line: string, start: number, end: number): boolean =>
  /^[A-Z]$/.test(line.slice(start, end)) && line[end] === ':';

/** Words in no note that no act uses: they are marked, never dropped. */
function markLeftOver(scene: Scene, chunks: readonly Chunk[], entries: readonly Entry[]): void {
  const told = scene.placed.filter(({ draft }) =>
    ['note', 'caution', 'check', 'seen', 'serve', 'refit'].includes(draft.kind),
  );
  for (const chunk of leftOverIn(chunks, entries)) {
    const kept = told.some(({ start, end }) => start <= chunk.start && chunk.end <= end);
    if (!kept && !scene.unread.some(({ start }) => start === chunk.start))
      scene.unread.push({ start: chunk.start, end: chunk.end });
  }
}

/** "back: no screws": the talk of a line that names a part is about that part. */
function aboutTopic(entries: Entry[], topic: string | null): void {
  const last = entries[entries.length - 1];
  if (
    topic === null ||
    last?.kind !== 'note' ||
    entries.some((entry) => isActEntry(entry) || ('part' in entry && entry.part))
  )
    return;
  entries[entries.length - 1] = { ...last, part: topic };
}

function asNote(line: string, at: number | null, part: string | null = null): Reading {
  const text = line.trim().slice(0, textLimit);
  return {
    line,
    entries: [{ kind: 'note', text, ...(part === null ? {} : { part }), at, confidence: 0.5 }],
    unread: [],
    doubts: [],
    spans: [],
  };
}
