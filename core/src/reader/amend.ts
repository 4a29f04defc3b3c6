import type { LineContext } from './context.ts';
import type { Entry, EntryOf } from './entries/entry.ts';
import { resolved } from './frames/groups.ts';
import { interpret } from './frames/interpret.ts';
import { finish } from './frames/finish.ts';
import { Scene } from './frames/scene.ts';
import { isWord, type Chunk } from './phrases/chunk.ts';
import type { Reading } from './reading.ts';

/*
 * Corrections: a line that takes back a word of a line before. What it says instead is read as any line is,
 * with the part of that line in work, and then laid over the entries that it corrects.
 */

/** What a correcting line says: how surely it corrects, the chunks that say what is right, and what was wrong. */
interface Correction {
  readonly strong: boolean;
  readonly right: readonly Chunk[];
  readonly wrong: readonly Chunk[];
}

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

const spansOf = (chunks: readonly Chunk[]) =>
  chunks.map(({ start, end, k }) => ({ start, end, kind: k === 'unknown' ? 'text' : k }));

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
  if (checksSum(chunks, context)) return null;
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
  if (isSomeOfLast(chunks, context)) return { strong: true, right: chunks, wrong: [] };
  return isLookAgain(chunks, context) ? { strong: true, right: chunks, wrong: [] } : null;
}

/** "that makes six": a sum that comes out corrects nothing. */
function checksSum(chunks: readonly Chunk[], context: LineContext): boolean {
  const at = chunks.findIndex((chunk) => isWord(chunk, 'total'));
  const count = chunks.slice(at + 1).find(({ k }) => k === 'count');
  return (
    at >= 0 &&
    count !== undefined &&
    !chunks.slice(0, at).some((chunk) => isWord(chunk, 'no')) &&
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

/** Words that announce a correction, at the head of the line or behind a comma. */
function leadOf(line: string, chunks: readonly Chunk[]): { at: number; strong: boolean } | null {
  let last = -1;
  let strong = false;
  for (let i = 0; i < chunks.length && isLead(chunks[i]); i++) {
    const chunk = chunks[i];
    if (!chunk) break;
    if (isWord(chunk, 'amend')) {
      last = i;
      strong ||=
        /correct|sorry|sry|recount|mistake|miscount|should have|meant|excuse|misread|typo|wrong/.test(
          line.slice(chunk.start, chunk.end).toLowerCase(),
        );
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

function behind(chunks: readonly Chunk[], at: number, strong: boolean): Correction {
  const rest = chunks.slice(at + 1);
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
  const some = isWord(of, 'of-them') || (of?.k === 'verb' && of.act === 'come');
  return (
    count?.k === 'count' &&
    some &&
    (comes || of?.k === 'verb') &&
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

type Found = Pick<Reading, 'entries' | 'whole' | 'linesBack'>;

function applied(line: string, correction: Correction, context: LineContext): Found | null {
  const lines = [context.lastLine, ...context.earlier];
  const named = correction.right.find((chunk) => chunk.k === 'name');
  const part = named?.k === 'name' ? named.part : null;
  const linesBack =
    part === null
      ? 0
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
  for (const way of [byNumber, byMeasure, byPart, byRestating, byCount, byKind]) {
    const entries = way(line, correction, target, context);
    if (entries) return { entries: entries.changed, whole: entries.whole, linesBack };
  }
  return null;
}

type Way = (
  line: string,
  correction: Correction,
  target: readonly Entry[],
  context: LineContext,
) => { changed: Entry[]; whole: Entry[] } | null;

function replaced(target: readonly Entry[], from: Entry, to: Entry): { changed: Entry[]; whole: Entry[] } {
  return { changed: [to], whole: target.map((entry) => (entry === from ? { ...to, at: from.at } : entry)) };
}

const byNumber: Way = (line, { right }, target) => {
  const code = right.findLast((chunk) => chunk.k === 'code');
  const last = target.findLast((entry) => entry.kind === 'number');
  if (code?.k !== 'code' || last?.kind !== 'number') return null;
  return replaced(target, last, { ...last, number: code.code, text: line.trim() });
};

const byMeasure: Way = (line, { right }, target) => {
  const last = target.findLast((entry) => entry.kind === 'measure');
  if (last?.kind !== 'measure') return null;
  const measures = right.filter((chunk) => chunk.k === 'measure');
  const plain = decimalIn(line);
  const values = { ...last.values };
  const fields = { V: 'nominalV', mAh: 'capacityMAh', Wh: 'energyWh', mm: 'mm', g: 'g', c: 'c' } as const;
  for (const chunk of measures) {
    const field = fields[(chunk as { unit: string }).unit as keyof typeof fields];
    if (field) values[field] = (chunk as { value: number }).value;
  }
  const keys = Object.keys(values) as (keyof typeof values)[];
  if (measures.length === 0 && plain !== null) {
    const near = keys.reduce(
      (best, key) =>
        Math.abs((values[key] ?? 0) - plain) < Math.abs((values[best] ?? 0) - plain) ? key : best,
      keys[0] ?? 'nominalV',
    );
    values[near] = plain;
  } else if (measures.length === 0) return null;
  return replaced(target, last, { ...last, values, text: line.trim() });
};

const decimalIn = (line: string): number | null => {
  const found = /\d+\.\d+/.exec(line);
  return found ? Number(found[0]) : null;
};

/** "that was the fan, not the heatsink", "it was the microphone's", "no that was inlet out". */
const byPart: Way = (line, { right, wrong }, target, context) => {
  const name = right.find((chunk) => chunk.k === 'name' || (chunk.k === 'cable' && chunk.owner !== null));
  const figures = right.some(({ k }) => k === 'count' || k === 'kind' || k === 'ordinal');
  if (!name || figures) return null;
  const scene = new Scene(line, context);
  const part = name.k === 'name' ? resolved(scene, name) : name.k === 'cable' ? name.owner : null;
  const last = target.findLast((entry) => entry.kind === 'undo' || entry.kind === 'lift');
  if (part === null || !last || (last.kind !== 'undo' && last.kind !== 'lift') || last.part === part)
    return null;
  const told =
    right.some((chunk) => isWord(chunk, 'amend-to', 'this', 'it')) ||
    wrong.length > 0 ||
    /\b(was|is|'s|called)\b/i.test(line);
  return told ? replaced(target, last, { ...last, part, text: line.trim() }) : null;
};

const isCounted = (entry: Entry): entry is EntryOf<'undo'> =>
  entry.kind === 'undo' && entry.joint.count != null;

/** Reads what is right as a line of its own, about the same part. */
function readRight(
  line: string,
  right: readonly Chunk[],
  target: readonly Entry[],
  context: LineContext,
): Entry[] {
  const last = target.findLast((entry) => entry.kind === 'undo');
  const part = last?.kind === 'undo' ? last.part : context.part;
  const scene = new Scene(line, {
    ...context,
    part,
    off: false,
    direction: 'down',
    lastLine: [],
    last: last?.kind === 'undo' ? last : context.last,
  });
  scene.amending = true;
  interpret(scene, right);
  return scene.placed.map((placed) => finish(line, placed, context.at));
}

/** The groups said again in full, or in other parts: they take the place of those of the same sort. */
const byRestating: Way = (line, correction, target, context) => {
  const old = target.filter(isCounted);
  const read = readRight(line, correction.right, target, context).filter((entry) =>
    ['undo', 'missing', 'stripped'].includes(entry.kind),
  );
  const groups = read.filter(isCounted);
  const first = old[0];
  if (groups.length === 0 || !first) return null;
  const samePart = groups.every(({ part }) => part === null || old.some((entry) => entry.part === part));
  if (!samePart || (!correction.strong && !isAboutLast(correction, context))) return null;
  const rich =
    groups.length > 1 || read.length > groups.length || groups.some(({ joint }) => joint.hiddenBy != null);
  if (!rich) return null;
  const some =
    groups.length === 1 &&
    groups[0]?.joint.claimed != null &&
    old.find(({ joint }) => joint.count === groups[0]?.joint.claimed);
  if (some && groups[0]) return splitOff(target, some, inherited(groups[0], old));
  const filled = read.map((entry) => (isCounted(entry) ? inherited(entry, old) : entry));
  const at = target.indexOf(first);
  const keep = target.filter(
    (entry) =>
      !(
        isCounted(entry) &&
        entry.joint.type === first.joint.type &&
        groups.some(({ part }) => part === null || part === entry.part)
      ),
  );
  return { changed: filled, whole: [...keep.slice(0, at), ...filled, ...keep.slice(at)] };
};

/** "one of those eleven hides under the label": ten, and one. */
function splitOff(
  target: readonly Entry[],
  from: EntryOf<'undo'>,
  part: EntryOf<'undo'>,
): { changed: Entry[]; whole: Entry[] } {
  const { claimed: _claimed, ...joint } = part.joint;
  const rest = { ...from, joint: { ...from.joint, count: (from.joint.count ?? 0) - (joint.count ?? 0) } };
  const changed = [rest, { ...part, joint }];
  return { changed, whole: target.flatMap((entry) => (entry === from ? changed : [entry])) };
}

const isAboutLast = ({ right }: Correction, context: LineContext): boolean => {
  const named = right.filter((chunk) => chunk.k === 'name');
  return named.every(
    (chunk) =>
      chunk.k === 'name' &&
      (chunk.bare || context.lastLine.some((entry) => 'part' in entry && entry.part === chunk.part)),
  );
};

/** What the old group said of its kind holds on, unless the new one says otherwise. */
function inherited(entry: EntryOf<'undo'>, old: readonly EntryOf<'undo'>[]): EntryOf<'undo'> {
  const alike = old.find(({ joint }) => joint.screw?.look === entry.joint.screw?.look) ?? old[0];
  if (!alike || alike.joint.type !== entry.joint.type) return entry;
  const { look: _look, captive, ...kind } = alike.joint.screw ?? {};
  const screw = { ...kind, ...(old.length === 1 && captive ? { captive } : {}), ...entry.joint.screw };
  const joint = { ...entry.joint, ...(Object.keys(screw).length > 0 ? { screw } : {}) };
  return { ...entry, joint, part: entry.part ?? alike.part, tool: screw.size ?? entry.tool };
}

/** "no, ten", "make that 2", "four not three": another count of the same. */
const byCount: Way = (line, { right, wrong, strong }, target, context) => {
  const groups = target.filter(isCounted);
  const counts = right.filter((chunk) => chunk.k === 'count');
  const count = counts[0];
  const only = groups[0];
  if (count?.k !== 'count' || !only || count.n === 0) return null;
  if (!strong && !isAboutLast({ right, wrong, strong }, context)) return null;
  const was = wrong.find((chunk) => chunk.k === 'count');
  const look = right.find((chunk) => chunk.k === 'look');
  const group =
    (look?.k === 'look' ? groups.find(({ joint }) => joint.screw?.look === look.look) : undefined) ??
    (was?.k === 'count' ? groups.find(({ joint }) => joint.count === was.n) : undefined);
  const kind = kindIn(right);
  const property =
    group ??
    groups.find(
      ({ joint }) => (kind.captive && joint.screw?.captive) || (kind.sprung && joint.screw?.sprung),
    );
  if (property && groups.length > 1)
    return replaced(target, property, {
      ...property,
      text: line.trim(),
      joint: { ...property.joint, count: count.n },
    });
  if (group || groups.length === 1) {
    const from = group ?? only;
    return replaced(
      target,
      from,
      withKind({ ...from, text: line.trim(), joint: { ...from.joint, count: count.n } }, kind),
    );
  }
  return byTotal(line, target, groups, count.n, look?.k === 'look' ? look.look : null);
};

/** A new sum for groups told apart: the difference goes to the first, or to those of the look named. */
function byTotal(
  line: string,
  target: readonly Entry[],
  groups: readonly EntryOf<'undo'>[],
  total: number,
  look: string | null,
): { changed: Entry[]; whole: Entry[] } | null {
  const sum = groups.reduce((all, { joint }) => all + (joint.count ?? 0), 0);
  const main = groups[0];
  const count = (main?.joint.count ?? 0) + (total - sum);
  if (!main || count <= 0 || look !== null) return null;
  const to = { ...main, text: line.trim(), joint: { ...main.joint, count } };
  const whole = target.map((entry) => (entry === main ? to : entry));
  return { changed: [to, ...groups.slice(1)], whole };
}

const kindIn = (chunks: readonly Chunk[]) =>
  chunks.reduce(
    (kind, chunk) => (chunk.k === 'kind' ? { ...kind, ...chunk.screw } : kind),
    {} as Partial<NonNullable<EntryOf<'undo'>['joint']['screw']>>,
  );

function withKind(entry: EntryOf<'undo'>, kind: ReturnType<typeof kindIn>): EntryOf<'undo'> {
  if (Object.keys(kind).length === 0) return entry;
  const screw = { ...entry.joint.screw, ...kind };
  return { ...entry, tool: screw.size ?? entry.tool, joint: { ...entry.joint, screw } };
}

/** "make that T6", "those are T5 not T6", "it's M2x4": another kind of the same; a way of opening too. */
const byKind: Way = (line, { right, wrong, strong }, target, context) => {
  const kind = kindIn(right);
  const lock = right.findLast((chunk) => chunk.k === 'mechanism');
  const undone = target.filter((entry): entry is EntryOf<'undo'> => entry.kind === 'undo');
  if (!strong && !isAboutLast({ right, wrong, strong }, context)) return null;
  const plug = undone.findLast(({ joint }) => joint.type === 'connector');
  if (lock?.k === 'mechanism' && plug)
    return replaced(target, plug, {
      ...plug,
      text: line.trim(),
      joint: { ...plug.joint, mechanism: lock.mechanism },
    });
  const long = lengthIn(right);
  if (long !== null) kind.lengthMm ??= long;
  const groups = undone.filter(({ joint }) => joint.type === 'screws' || joint.type === 'standoffs');
  if (Object.keys(kind).length === 0 || groups.length === 0) return null;
  const changed = groups.map((group) => withKind({ ...group, text: line.trim() }, kind));
  return {
    changed,
    whole: target.map((entry) => changed[groups.indexOf(entry as EntryOf<'undo'>)] ?? entry),
  };
};

/** "make that three long": a length, where screws had one. */
function lengthIn(chunks: readonly Chunk[]): number | null {
  const at = chunks.findIndex((chunk) => chunk.k === 'look' && chunk.look === 'long');
  const count = chunks[at - 1];
  return count?.k === 'count' ? count.n : null;
}
