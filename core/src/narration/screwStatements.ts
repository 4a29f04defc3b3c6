import type { Entry, EntryOf } from '../line/entry.ts';
import type { Term } from '../line/terms.ts';
import type { Screw } from '../sequence/screw.ts';
import * as tone from './tone.ts';

/** A screw statement that later words may fill in, repeat or put right. */
export interface Mention {
  entry: EntryOf<'undo'>;
  /** Its place among the clauses. */
  clause: number;
  /** They were pointed at one by one; one more in the same breath belongs to them. */
  pointed: number | null;
  /** Somebody said that they are taken out, not only that they are there. */
  removed: boolean;
}

/** Does a statement speak of the screws that were just mentioned, rather than of others? */
export function isSame(
  { entry: before, removed }: Mention,
  entry: EntryOf<'undo'>,
  text: string,
  removal: boolean,
): boolean {
  const named = entry.part !== null && !entry.fromContext?.includes('part');
  const known = before.fromContext?.includes('screw') ? {} : (before.joint.screw ?? {});
  const namedBefore = before.part !== null && !before.fromContext?.includes('part');
  if (named && namedBefore && entry.part !== before.part) return false;
  if (/\b(another|more|missed|forgot|other)\b/.test(text)) return false;
  if (!compatible(known, entry.joint.screw ?? {}) || before.joint.type !== entry.joint.type) return false;
  const { count } = entry.joint;
  if (count == null) return tone.isThese(text);
  if (before.joint.count == null) return tone.isThese(text) || !named;
  if (count !== before.joint.count) return false;
  if (Object.keys(known).length === 0 && !named) return true;
  return tone.isThese(text) || (removal && !removed) || tone.isSummary(text);
}

export const without = (fields: Entry['fromContext'], field: 'part' | 'screw' | 'count') =>
  (fields ?? []).filter((other) => other !== field);

/** The text with sizes, threads and measures blanked: "my torx five here" points at nothing. */
export function withoutSizes(text: string, terms: readonly Term[]): string {
  let rest = text;
  for (const { kind, start, end } of terms)
    if (kind === 'drive' || kind === 'thread' || kind === 'measure')
      rest = rest.slice(0, start) + '~'.repeat(end - start) + rest.slice(end);
  return rest;
}

export const isScrews = (entry: EntryOf<'undo'>): boolean =>
  entry.joint.type === 'screws' || entry.joint.type === 'standoffs';

/**
 * A statement and a later one about the same screws. What was said stands; what was only taken from the tool
 * in hand gives way.
 */
export function joined(before: EntryOf<'undo'>, after: EntryOf<'undo'>): EntryOf<'undo'> {
  const soft = before.fromContext?.includes('screw') ?? false;
  const told = after.joint.screw != null && !after.fromContext?.includes('screw');
  const screw =
    soft && told
      ? { ...before.joint.screw, ...after.joint.screw }
      : { ...after.joint.screw, ...before.joint.screw };
  const part = (after.fromContext?.includes('part') ? null : after.part) ?? before.part ?? after.part;
  const joint = { ...before.joint, count: before.joint.count ?? after.joint.count };
  if (Object.keys(screw).length > 0) joint.screw = screw;
  if (after.joint.tighten) joint.tighten = after.joint.tighten;
  if (joint.count == null) delete joint.count;
  const fromContext = without(before.fromContext, soft && told ? 'screw' : 'count');
  return {
    ...before,
    joint,
    part,
    tool: screw.size ?? null,
    ...(fromContext.length > 0 ? { fromContext } : {}),
  };
}

export const withCount = (entry: EntryOf<'undo'>, count: number): EntryOf<'undo'> => ({
  ...entry,
  joint: { ...entry.joint, count },
});

/** Two descriptions fit where nothing that both of them say differs. */
const compatible = (a: Screw, b: Screw): boolean =>
  (Object.keys(a) as (keyof Screw)[]).every((key) => b[key] == null || a[key] == null || a[key] === b[key]);

export function kindOf(terms: readonly Term[]): Screw {
  let screw: Screw = {};
  for (const term of terms) {
    if (term.kind === 'drive')
      screw = { ...screw, drive: term.drive, ...(term.size ? { size: term.size } : {}) };
    if (term.kind === 'thread')
      screw = { ...screw, thread: term.thread, ...(term.lengthMm ? { lengthMm: term.lengthMm } : {}) };
    if (term.kind === 'measure' && term.unit === 'mm' && term.value > 0 && term.value <= 100)
      screw = { ...screw, lengthMm: term.value };
  }
  return screw;
}

/** Plain statements are surer than those that lean on what was said before, or that hold strange words. */
export function confidenceOf(entry: Entry, unread: number): number {
  const leaning = (entry.fromContext?.length ?? 0) * 0.1;
  const bare =
    entry.kind === 'undo' && isScrews(entry) && (entry.joint.count == null || !entry.joint.screw) ? 0.1 : 0;
  return Math.max(0.4, Math.round((0.95 - leaning - bare - Math.min(0.3, 0.04 * unread)) * 100) / 100);
}

/** A part that came off not long ago. */
export type JustLifted = string | null;

/** "Slide the drive out" takes it out; "the screws beneath them" are hidden by what just came off. */
export function asSpoken(entry: Entry, text: string, lifted: JustLifted): Entry {
  if (entry.kind === 'undo' && entry.joint.type === 'slide' && entry.part && tone.isSlideOut(text)) {
    const { text: words, at, confidence } = entry;
    return { kind: 'lift', part: entry.part, text: words, at, confidence };
  }
  if (entry.kind === 'undo' && isScrews(entry) && lifted && tone.isUnderIt(text) && !entry.joint.hiddenBy)
    return { ...entry, joint: { ...entry.joint, hiddenBy: lifted } };
  return entry;
}

/** "Take off the keyboard, it's held on with twenty-two screws": they hold what was just named. */
export function withLifted(entry: EntryOf<'undo'>, text: string, lifted: JustLifted): EntryOf<'undo'> {
  if (entry.part !== null || !lifted || !tone.isHeldBy(text)) return entry;
  return { ...entry, part: lifted, fromContext: [...(entry.fromContext ?? []), 'part'] };
}
