import { isWord, type Chunk } from '../phrases/chunk.ts';
import type { Scene } from './scene.ts';
import { closeGroups } from './sums.ts';
import { partsIn, type Told } from './told.ts';

/*
 * Prerequisites as they are told or read out, in any wording: what has to be out, and for what. The part that
 * they belong to is the one named as waiting ("before the cover is moved"), else the part whose procedure is
 * told, never just the next noun.
 */

/** Wordings that state what comes first; each with a line that it is for. */
const statements: readonly RegExp[] = [
  // "Battery and hand strap have to be out", "must be off first", "are to be removed beforehand"
  /\b(?:ha(?:s|ve) to|must|need to|needs to|are to|is to|will have to)\b[^.]*\b(?:out|off|removed|gone|away|taken|done|clear|loose)\b/i,
  // "come out first", "come first", "comes after"
  /\b(?:come|comes|came|go|goes)(?: out| off)? (?:first|beforehand|before|after)\b/i,
  // "Prerequisites: …", "are the prerequisites", "Remove first: …", "To be removed beforehand: …"
  /\bprerequisites?\b|\bremove first\b|\bbe removed beforehand\b|\bwhat (?:has|needs) to be out\b/i,
  // "Complete the steps for A and B first", "The steps for A come first"
  /\b(?:complete|finish|do|follow|carry out|the)\b[^.]*\b(?:steps|procedures?|sections?|chapters?)\b[^.]*\b(?:for|of)\b[^.]*\b(?:first|before)\b/i,
  /\bsteps for\b[^.]*\bcome first\b/i,
  // "cannot be reached until", "is reachable only with", "only accessible after", "only once A is out"
  /\b(?:cannot|can ?not|can't|not|no|never)\b[^.]*\b(?:until|before|unless|without)\b/i,
  /\bonly\b[^.]*\b(?:after|once|with|when)\b/i,
  // "This procedure assumes that A and B are already out"
  /\b(?:assumes|presupposes|requires|presumes|expects)\b/i,
  // "Remove A and B prior to this", "take out A and B beforehand", "Remove A and B first"
  /\b(?:remove|take (?:out|off)|take)\b[^.]*\b(?:prior to|beforehand|first|before you)\b/i,
  // "are required", "are asked for", "it is enough to have A off", "out of the way"
  /\b(?:are|is) (?:required|asked for|needed)\b|\benough to have\b|\bout of the way\b/i,
];

/** What is told about other devices, or put back, states nothing here. */
const elsewhere =
  /\b(?:going back|goes back|put back|reassembl|assembly|tighten|no need|not need|need not|nothing (?:has|goes|needs)|already (?:come|came) off with)\b/i;

/** Reads one sentence as a list of what comes first; how many pieces it took. */
export function readPrerequisites(scene: Scene, told: readonly Told[]): number {
  const first = told[0];
  const last = told[told.length - 1];
  if (!scene.context.spoken || !first || !last || told.some(({ piece }) => piece.asked)) return 0;
  const from = first.piece.chunks[0]?.start ?? 0;
  const text = scene.line.slice(from, last.piece.chunks.at(-1)?.end ?? from);
  if (elsewhere.test(text) || !statements.some((statement) => statement.test(text))) return 0;
  const pieces = untilReason(told);
  if (pieces.some(({ piece }) => piece.chunks.some((chunk) => isWord(chunk, 'other-model', 'if', 'would'))))
    return 0;
  const waits = waitingPart(
    scene,
    pieces.flatMap(({ piece }) => piece.chunks),
    text,
  );
  const part = waits.part ?? scene.context.procedure;
  const parts = waits.parts.filter((other) => other !== part);
  if (part === null || parts.length === 0 || !isListed(parts, text)) return 0;
  closeGroups(scene);
  scene.put({ kind: 'requires', part, parts }, { start: from, end: from + text.length });
  return told.length;
}

/** One part alone needs plain words, since "fan first" only says what is next. */
const isListed = (parts: readonly string[], text: string): boolean =>
  parts.length > 1 || !/^\W*(?:now|so|then|and)?\s*\w+(?:\s\w+)? first\W*$/i.test(text);

/** "…, or it will be sheared off", "…, because a flex will tear": why, not what. */
function untilReason(told: readonly Told[]): readonly Told[] {
  const at = told.findIndex(
    ({ piece }, i) =>
      i > 0 && (piece.joiner === 'because' || isWord(piece.chunks[0], 'or', 'if', 'so', 'would')),
  );
  return at < 0 ? told : told.slice(0, at);
}

/** The part that waits, and those that it waits for. */
function waitingPart(
  scene: Scene,
  chunks: readonly Chunk[],
  text: string,
): { part: string | null; parts: string[] } {
  const all = partsIn(scene, chunks);
  const denied =
    /\b(?:cannot|can ?not|can't|do not|don't|not|no|never|without)\b[^.:]*\b(?:until|before|unless|without|out)\b/i.test(
      text,
    );
  const at = chunks.findIndex(
    (chunk) => isWord(chunk, 'before', 'unless', 'without') || (chunk.k === 'word' && chunk.word === 'after'),
  );
  const word = chunks[at];
  if (at < 0) return subjectOf(scene, chunks, all, text);
  const [head, tail] = [partsIn(scene, chunks.slice(0, at)), partsIn(scene, chunks.slice(at + 1))];
  const comesAfter = isWord(word, 'after', 'unless', 'without') || denied;
  if (isWord(word, 'without') && at === 0)
    return { part: tail[tail.length - 1] ?? null, parts: tail.slice(0, -1) };
  if (comesAfter && head.length <= 1) {
    // "Only once the battery is out can the strap be unhooked": the part that waits stands last.
    const inverted = head.length === 0 && /\bcan the\b|\bcan it\b/i.test(text);
    return inverted
      ? { part: tail[tail.length - 1] ?? null, parts: tail.slice(0, -1) }
      : { part: head[0] ?? null, parts: tail };
  }
  // "A must be out before X is moved: …": what is moved waits, all else comes first.
  const waits = tail[0] ?? null;
  if (at === 0 && /^\W*before you (?:begin|start)/i.test(text)) return { part: null, parts: tail };
  if (at === 0) return { part: waits, parts: tail.slice(1) };
  return {
    part: waits === null || /\bthis (?:drive|part|one|board|card)\b/i.test(text) ? null : waits,
    parts: [...head, ...tail.slice(1)],
  };
}

/** "X is reachable only with A and B out of the way": the subject waits, where one is named. */
function subjectOf(
  scene: Scene,
  chunks: readonly Chunk[],
  all: string[],
  text: string,
): { part: string | null; parts: string[] } {
  const only = chunks.findIndex(
    (chunk) => isWord(chunk, 'only') || (chunk.k === 'verb' && chunk.act === 'need'),
  );
  const head = only > 0 ? partsIn(scene, chunks.slice(0, only)) : [];
  const subject = /\b(?:reachable|accessible|needs|requires|presupposes)\b/i.test(text);
  return head.length === 1 && subject
    ? { part: head[0] ?? null, parts: all.slice(1) }
    : { part: null, parts: all };
}
