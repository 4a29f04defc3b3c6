import type { LineContext } from './context.ts';
import type { Entry, EntryOf } from './entries/entry.ts';
import { finish } from './frames/finish.ts';
import { interpret } from './frames/interpret.ts';
import { resolved } from './frames/naming.ts';
import { Scene } from './frames/scene.ts';
import { type Chunk, isWord } from './phrases/chunk.ts';

/** What a correcting line says: how surely it corrects, the chunks that say what is right, and what was wrong. */
export interface Correction {
  readonly strong: boolean;
  readonly right: readonly Chunk[];
  readonly wrong: readonly Chunk[];
}

/** One way to lay what is right over the entries that it corrects; null where it is not of this kind. */
type Way = (
  line: string,
  correction: Correction,
  target: readonly Entry[],
  context: LineContext,
) => { changed: Entry[]; whole: Entry[] } | null;

function replaced(target: readonly Entry[], from: Entry, to: Entry): { changed: Entry[]; whole: Entry[] } {
  return { changed: [to], whole: target.map((entry) => (entry === from ? { ...to, at: from.at } : entry)) };
}

export const byNumber: Way = (line, { right }, target) => {
  const code = right.findLast((chunk) => chunk.k === 'code');
  const last = target.findLast((entry) => entry.kind === 'number');
  if (code?.k !== 'code' || last?.kind !== 'number') return null;
  return replaced(target, last, { ...last, number: code.code, text: line.trim() });
};

const fieldOf = { V: 'nominalV', mAh: 'capacityMAh', Wh: 'energyWh', mm: 'mm', g: 'g', c: 'c' } as const;

export const byMeasure: Way = (line, { right }, target) => {
  const last = target.findLast((entry) => entry.kind === 'measure');
  if (last?.kind !== 'measure') return null;
  const measures = right.filter((chunk) => chunk.k === 'measure' && chunk.unit in fieldOf);
  const plain = decimalIn(line);
  const values = { ...last.values };
  for (const chunk of measures) {
    const field = fieldOf[(chunk as { unit: string }).unit as keyof typeof fieldOf];
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
export const byPart: Way = (line, { right, wrong }, target, context) => {
  // "that's no camera lead, it was the microphone's": not the one denied.
  const name = right.find(
    (chunk, i) =>
      (chunk.k === 'name' || (chunk.k === 'cable' && chunk.owner !== null)) &&
      !isWord(right[i - 1], 'no', 'not'),
  );
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

export const isCounted = (entry: Entry): entry is EntryOf<'undo'> =>
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

const afterFirstCount = (chunks: readonly Chunk[]): readonly Chunk[] =>
  chunks.slice(chunks.findIndex(({ k }) => k === 'count') + 1);

/** "no, ten, one under the sticker", where nine were counted: that one beside them. */
export const byAddition: Way = (line, correction, target, context) => {
  const old = target.filter(isCounted);
  const sum = old.reduce((all, { joint }) => all + (joint.count ?? 0), 0);
  const so = correction.right.findIndex(
    (chunk, i) => isWord(chunk, 'so', 'total') && correction.right[i + 1]?.k === 'count',
  );
  const [total, behind] =
    so > 0
      ? [correction.right[so + 1], correction.right.slice(0, so)]
      : [correction.right.find((chunk) => chunk.k === 'count'), afterFirstCount(correction.right)];
  if (total?.k !== 'count' || old.length === 0 || total.n <= sum) return null;
  const read = readRight(line, behind, target, context).filter(isCounted);
  const [more] = read;
  if (!more || read.length > 1 || more.joint.hiddenBy == null || more.joint.count !== total.n - sum)
    return null;
  const added = inherited({ ...more, part: old[0]?.part ?? more.part }, old);
  return { changed: [...old, added], whole: [...target, added] };
};

/** The groups said again in full, or in other parts: they take the place of those of the same sort. */
export const byRestating: Way = (line, correction, target, context) => {
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
    read.length === 1 &&
    groups[0]?.joint.claimed != null &&
    groups[0].joint.hiddenBy != null &&
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
export const byCount: Way = (line, { right, wrong, strong }, target, context) => {
  const groups = meantBy(right, target.filter(isCounted));
  const count = right.find((chunk) => chunk.k === 'count');
  const [only] = groups;
  if (count?.k !== 'count' || !only || count.n === 0) return null;
  if (!strong && !isAboutLast({ right, wrong, strong }, context)) return null;
  const said = right.find((chunk) => chunk.k === 'look');
  const look = said?.k === 'look' ? said.look : null;
  const kind = kindIn(right);
  const sum = groups.reduce((all, { joint }) => all + (joint.count ?? 0), 0);
  if (groups.length > 1 && count.n > sum) return byTotal(line, target, groups, count.n, look);
  const group = groupSaid(line, groups, look, wrong);
  const property = group ?? groups.find(({ joint }) => hasProperty(joint.screw, kind));
  const claimed = groups.find(({ joint }) => joint.claimed != null)?.joint.claimed;
  if (property && groups.length === 2 && claimed != null && claimed > count.n)
    return withinClaim(line, target, groups, property, count.n, claimed);
  const from = property && groups.length > 1 ? property : groups.length === 1 ? only : group;
  if (!from) return byTotal(line, target, groups, count.n, look);
  const to = { ...from, text: line.trim(), joint: { ...from.joint, count: count.n } };
  return replaced(target, from, groups.length > 1 ? to : withKind(to, kind));
};

/** "no, 6 T5", behind five T5 and a standoff: those that were said to be of that kind. */
function meantBy(right: readonly Chunk[], counted: EntryOf<'undo'>[]): EntryOf<'undo'>[] {
  const { size } = kindIn(right);
  const alike = counted.filter(({ joint }) => size != null && joint.screw?.size === size);
  return alike.length === 1 && counted.length > 1 ? alike : counted;
}

/** The group that a correction names: by its look, by the count that was wrong, as the latter. */
const groupSaid = (
  line: string,
  groups: readonly EntryOf<'undo'>[],
  look: string | null,
  wrong: readonly Chunk[],
): EntryOf<'undo'> | undefined => {
  const was = wrong.find((chunk) => chunk.k === 'count');
  return (
    (look === null ? undefined : groups.find(({ joint }) => joint.screw?.look === look)) ??
    (was?.k === 'count' ? groups.find(({ joint }) => joint.count === was.n) : undefined) ??
    (/\blat(?:t)?er\b/i.test(line) ? groups[groups.length - 1] : undefined)
  );
};

const hasProperty = (screw: EntryOf<'undo'>['joint']['screw'], kind: ReturnType<typeof kindIn>): boolean =>
  (kind.captive === true && screw?.captive === true) || (kind.sprung === true && screw?.sprung === true);

/** "make that three captive", of eight: five are left of the others. */
function withinClaim(
  line: string,
  target: readonly Entry[],
  groups: readonly EntryOf<'undo'>[],
  property: EntryOf<'undo'>,
  count: number,
  claimed: number,
): { changed: Entry[]; whole: Entry[] } {
  const changed = groups.map((other) => ({
    ...other,
    text: line.trim(),
    joint: { ...other.joint, count: other === property ? count : claimed - count },
  }));
  return {
    changed,
    whole: target.map((entry) => changed[groups.indexOf(entry as EntryOf<'undo'>)] ?? entry),
  };
}

/** A new sum for groups told apart: the difference goes to the first, or to those of the look named. */
function byTotal(
  line: string,
  target: readonly Entry[],
  groups: readonly EntryOf<'undo'>[],
  total: number,
  look: string | null,
): { changed: Entry[]; whole: Entry[] } | null {
  const sum = groups.reduce((all, { joint }) => all + (joint.count ?? 0), 0);
  const main = look === null ? groups[0] : groups.find(({ joint }) => joint.screw?.look === look);
  const count = (main?.joint.count ?? 0) + (total - sum);
  if (!main || count <= 0) return null;
  const to = { ...main, text: line.trim(), joint: { ...main.joint, count } };
  const whole = target.map((entry) => (entry === main ? to : entry));
  return { changed: groups.map((group) => (group === main ? to : group)), whole };
}

/** The kind of screw that chunks tell, whichever of them says what. */
export const kindIn = (chunks: readonly Chunk[]) =>
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
export const byKind: Way = (line, { right, wrong, strong }, target, context) => {
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
  if (count?.k === 'count') return count.n;
  const [only] = chunks.filter(({ k }) => !['break', 'word', 'plain', 'kind'].includes(k));
  return only?.k === 'measure' && only.unit === 'mm' && chunks.every(({ k }) => k !== 'name')
    ? only.value
    : null;
}
