import {
  byAddition,
  byCount,
  byKind,
  byMeasure,
  byNumber,
  byPart,
  byRestating,
  isCounted,
  kindIn,
  type Correction,
} from './amendWays.ts';
import type { LineContext } from './context.ts';
import type { Entry, EntryOf } from './entries/entry.ts';
import { isWord, type Chunk } from './phrases/chunk.ts';
import { spansOf, type Reading } from './reading.ts';

/*
 * Corrections: a line that takes back a word of a line before. What it says instead is read as any line is,
 * with the part of that line in work, and then laid over the entries that it corrects.
 */

/** `scratch that`, `no, five`, `make that PH1`, `4 not 3`, `that was the fan, not the heatsink`. */
export function readAmendment(line: string, chunks: readonly Chunk[], context: LineContext): Reading | null {
  if (context.lastLine.length === 0) return null;
  const strike = strikes(chunks);
  if (strike)
    return {
      line,
      entries: [],
      whole: [],
      linesBack: 0,
      unread: [],
      doubts: [],
      spans: spansOf(chunks),
      amends: 'strike',
    };
  const correction = correctionIn(line, chunks, context);
  if (!correction) return null;
  const found = applied(line, correction, context);
  if (!found) return null;
  return { line, ...found, unread: [], doubts: [], spans: spansOf(chunks), amends: 'replace' };
}

const isLead = (chunk: Chunk | undefined): boolean =>
  isWord(
    chunk,
    'amend',
    'no',
    'yes',
    'filler',
    'but',
    'and',
    'so',
    'now',
    'not',
    'it',
    'this',
    'the',
    'still',
  ) ||
  chunk?.k === 'break' ||
  chunk?.k === 'plain';

/** Is the line, or a sentence of it, struck: nothing is said instead? */
function strikes(chunks: readonly Chunk[]): boolean {
  const at = chunks.findIndex((chunk) => isWord(chunk, 'strike'));
  if (at < 0) return false;
  const before = chunks.slice(0, at);
  const leads = before.every(
    (chunk) =>
      isLead(chunk) ||
      chunk.k === 'word' ||
      (chunk.k === 'unknown' && chunk.end - chunk.start === 1) ||
      (chunk.k === 'verb' && chunk.act === 'be') ||
      isWord(chunk, 'in-the-way', 'i'),
  );
  const rest = chunks.slice(at + 1);
  const instead = rest.some(
    (chunk, i) => (chunk.k === 'count' || chunk.k === 'kind' || chunk.k === 'code') && !isDeniedAt(rest, i),
  );
  return leads && (!instead || rest.some((chunk) => isWord(chunk, 'stays')));
}

const isDeniedAt = (chunks: readonly Chunk[], i: number): boolean =>
  chunks.slice(0, i).some((chunk) => isWord(chunk, 'not', 'no', 'stays'));

const telling = new Set<Chunk['k']>([
  'count',
  'kind',
  'code',
  'measure',
  'name',
  'cable',
  'mechanism',
  'joint',
  'ordinal',
  'look',
]);

/** Finds what a line corrects, by the words that announce it or by "X, not Y". */
function correctionIn(line: string, chunks: readonly Chunk[], context: LineContext): Correction | null {
  if (checksSum(line, chunks, context)) return null;
  const to = chunks.findLastIndex(
    (chunk, i) =>
      isWord(chunk, 'amend-to') && tells(chunks.slice(i + 1)) && !isPlainThat(line, chunk, chunks, i),
  );
  if (to >= 0) return behind(chunks, to, true);
  const leadEnd = leadOf(line, chunks);
  if (leadEnd !== null) return behind(chunks, leadEnd.at, leadEnd.strong);
  const swap = swapAt(chunks);
  if (swap >= 0) return { strong: true, right: beforeNot(chunks, swap), wrong: chunks.slice(swap + 1) };
  const trailing = chunks.findIndex(
    (chunk, i) => isWord(chunk, 'amend') && i > 0 && chunks.slice(i + 1).every(isLead),
  );
  if (trailing > 0 && tells(chunks.slice(0, trailing)))
    return { strong: true, right: chunks.slice(0, trailing), wrong: [] };
  if (isKindOfLast(chunks, context)) return { strong: true, right: chunks, wrong: [] };
  if (isSomeOfLast(chunks, context)) return { strong: true, right: chunks, wrong: [] };
  return isLookAgain(chunks, context) ? { strong: true, right: chunks, wrong: [] } : null;
}

/** "that makes six": a sum that comes out corrects nothing. */
function checksSum(line: string, chunks: readonly Chunk[], context: LineContext): boolean {
  const at = chunks.findIndex((chunk) => isWord(chunk, 'total'));
  const count = chunks.slice(at + 1).find(({ k }) => k === 'count');
  return (
    at >= 0 &&
    count !== undefined &&
    !chunks.slice(0, at).some((chunk) => isWord(chunk, 'no') || isStrong(line, chunk)) &&
    context.lastLine.length > 0
  );
}

/** "that was", "that is": a correction only where a part or a way of opening follows, or after a lead. */
function isPlainThat(line: string, chunk: Chunk, chunks: readonly Chunk[], i: number): boolean {
  const text = line.slice(chunk.start, chunk.end).toLowerCase();
  if (!/^that|^was|^is/.test(text)) return false;
  const led = chunks.slice(0, i).some((other) => isWord(other, 'no', 'amend'));
  const swapped = chunks.slice(i).some((other) => isWord(other, 'not'));
  const next = chunks.slice(i + 1).find(({ k }) => telling.has(k));
  return !(led || swapped) || (next?.k === 'count' && !led);
}

const tells = (chunks: readonly Chunk[]): boolean => chunks.some(({ k }) => telling.has(k));

/** Words that can only correct; "wait" and "hm" may be said of anything. */
const isStrong = (line: string, chunk: Chunk): boolean =>
  isWord(chunk, 'amend') &&
  /correct|sorry|sry|recount|mistake|miscount|should have|meant|excuse|misread|typo|wrong/.test(
    line.slice(chunk.start, chunk.end).toLowerCase(),
  );

/** Words that announce a correction, at the head of the line or behind a comma. */
function leadOf(line: string, chunks: readonly Chunk[]): { at: number; strong: boolean } | null {
  let last = -1;
  let strong = false;
  for (let i = 0; i < chunks.length && isLead(chunks[i]); i++) {
    const chunk = chunks[i];
    if (!chunk) break;
    if (isWord(chunk, 'amend')) {
      last = i;
      strong ||= isStrong(line, chunk);
    } else if (isWord(chunk, 'no') && saysNo(chunks, i)) last = i;
  }
  return last >= 0 && tells(chunks.slice(last + 1)) ? { at: last, strong } : null;
}

/** "no, five", "no 10", "no that was …": an answer, not "no screws". */
function saysNo(chunks: readonly Chunk[], i: number): boolean {
  const next = chunks[i + 1];
  return (
    next?.k === 'break' ||
    next?.k === 'count' ||
    next?.k === 'kind' ||
    next?.k === 'code' ||
    isWord(next, 'amend-to', 'this', 'it', 'amend', 'with', 'they', 'not')
  );
}

/** "make that T9, the ten just slips": what is told behind it corrects nothing. */
function withoutComment(chunks: readonly Chunk[]): readonly Chunk[] {
  const at = chunks.findIndex(
    (chunk, i) =>
      chunk.k === 'break' &&
      isWord(chunks[i + 1], 'the') &&
      chunks[i + 2]?.k === 'count' &&
      chunks.slice(i + 3).some(({ k }) => k === 'verb'),
  );
  return at > 0 && tells(chunks.slice(0, at)) ? chunks.slice(0, at) : chunks;
}

function behind(chunks: readonly Chunk[], at: number, strong: boolean): Correction {
  const rest = withoutComment(chunks.slice(at + 1));
  const swap = swapAt(rest);
  if (swap < 0) return { strong, right: rest, wrong: [] };
  return {
    strong: true,
    right: [...beforeNot(rest, swap), ...afterWrong(rest, swap)],
    wrong: rest.slice(swap + 1, swap + 2),
  };
}

/** "no 0b1 not 0b7 so qx11-0b1": what stands behind the wrong one may say it in full. */
const afterWrong = (chunks: readonly Chunk[], swap: number): Chunk[] => {
  const so = chunks.findIndex((chunk, i) => i > swap && (isWord(chunk, 'so') || chunk.k === 'break'));
  return so < 0 ? [] : chunks.slice(so);
};

/** Where "X not Y" puts one figure, kind, number or name in the place of another. */
function swapAt(chunks: readonly Chunk[]): number {
  return chunks.findIndex((chunk, i) => {
    if (!isWord(chunk, 'not') || i === 0) return false;
    const next = chunks.slice(i + 1).find((other) => !isWord(other, 'the', 'a'));
    const before = chunks.slice(0, i).findLast(({ k }) => telling.has(k));
    if (!next || !before || !telling.has(next.k)) return false;
    const direct = chunks.slice(i + 1).findIndex((other) => other === next) <= 1;
    const figures = ['count', 'kind', 'measure', 'code'];
    return direct && (next.k === before.k || (figures.includes(next.k) && figures.includes(before.k)));
  });
}

const beforeNot = (chunks: readonly Chunk[], at: number): Chunk[] => {
  const last = chunks[at - 1];
  return chunks.slice(0, last?.k === 'break' ? at - 1 : at);
};

/** "all PH0", "Phillips one, all of them five mil", "it is cross number one": more of those just counted. */
function isKindOfLast(chunks: readonly Chunk[], context: LineContext): boolean {
  const counted = context.lastLine.flatMap((entry) =>
    entry.kind === 'undo' && entry.joint.type === 'screws' ? [entry.joint] : [],
  );
  const sum = counted.reduce((all, { count }) => all + (count ?? 0), 0);
  const isOfThem = (chunk: Chunk): boolean =>
    chunk.k === 'kind' ||
    chunk.k === 'break' ||
    (chunk.k === 'measure' && chunk.unit === 'mm') ||
    (chunk.k === 'verb' && chunk.act === 'be') ||
    (chunk.k === 'count' && chunk.n === sum) ||
    isWord(chunk, 'all', 'they', 'it', 'this', 'both', 'each', 'filler', 'and', 'the', 'of-them', 'so');
  const { size, thread } = kindIn(chunks);
  const isNew = ({ screw }: EntryOf<'undo'>['joint']): boolean =>
    (size == null || screw?.size == null) && (thread == null || screw?.thread == null);
  return (size ?? thread) != null && chunks.every(isOfThem) && counted.length > 0 && counted.some(isNew);
}

/** "one of those eleven hides under the label": of the eleven just counted. */
function isSomeOfLast(chunks: readonly Chunk[], context: LineContext): boolean {
  if (isFewer(chunks, context)) return true;
  const some = chunks.findIndex((chunk) => isWord(chunk, 'one-of', 'of-them'));
  const total = chunks.slice(some + 1).find(({ k }) => k === 'count');
  const hides = chunks.some(({ k }) => k === 'under');
  return (
    some >= 0 &&
    hides &&
    total?.k === 'count' &&
    context.lastLine.some((entry) => entry.kind === 'undo' && entry.joint.count === total.n)
  );
}

/** "Three of them come out": of the four just counted, three. */
function isFewer(chunks: readonly Chunk[], context: LineContext): boolean {
  const [count, of] = chunks;
  const groups = context.lastLine.filter(isCounted);
  const comes = chunks
    .slice(2, 6)
    .some((chunk) => isWord(chunk, 'out', 'off') || (chunk.k === 'verb' && chunk.act === 'come'));
  // "three are out, the fourth spins"; "two out from under the feet" are others.
  const outAt = of?.k === 'verb' && of.act === 'be' ? 2 : 1;
  const out = isWord(chunks[outAt], 'out') && (chunks[outAt + 1]?.k ?? 'break') === 'break';
  const some = out || isWord(of, 'of-them') || (of?.k === 'verb' && of.act === 'come');
  return (
    count?.k === 'count' &&
    some &&
    (comes || out || of?.k === 'verb') &&
    groups.length === 1 &&
    (groups[0]?.joint.count ?? 0) > count.n
  );
}

/** "3 long, ok", behind a line that told long ones apart: its count again. */
function isLookAgain(chunks: readonly Chunk[], context: LineContext): boolean {
  const [count, look] = chunks;
  if (count?.k !== 'count' || look?.k !== 'look' || tells(chunks.slice(2))) return false;
  return (
    context.lastLine.length > 1 &&
    context.lastLine.some(
      (entry) =>
        entry.kind === 'undo' && entry.joint.screw?.look === look.look && entry.joint.count !== count.n,
    )
  );
}

const ways = [byNumber, byMeasure, byPart, byAddition, byRestating, byCount, byKind];

type Found = Pick<Reading, 'entries' | 'whole' | 'linesBack'>;

/** On the way back a word may still put right what was counted going down. */
const lastDown = (lines: readonly (readonly Entry[])[]): number =>
  Math.max(
    0,
    lines.findIndex((entries) =>
      entries.some(({ kind }) => kind !== 'refit' && kind !== 'note' && kind !== 'seen'),
    ),
  );

function applied(line: string, correction: Correction, context: LineContext): Found | null {
  const lines = [context.lastLine, ...context.earlier];
  const named = correction.right.find((chunk) => chunk.k === 'name');
  const part = named?.k === 'name' ? named.part : null;
  const linesBack =
    part === null
      ? lastDown(lines)
      : Math.max(
          0,
          lines.findIndex((entries) =>
            entries.some(
              (entry) =>
                'part' in entry && entry.part === part && ['undo', 'measure', 'number'].includes(entry.kind),
            ),
          ),
        );
  const target = lines[linesBack] ?? [];
  for (const way of ways) {
    const entries = way(line, correction, target, context);
    if (entries) return { entries: entries.changed, whole: entries.whole, linesBack };
  }
  return null;
}
