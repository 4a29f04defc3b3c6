import type { Screw } from '../sequence/screw.ts';
import type { LineContext } from './context.ts';
import type { Entry, EntryOf } from './entry.ts';
import type { Frame } from './frame.ts';
import { jointOf, jointTypeOf, verbOf } from './frameJoint.ts';
import { gatherFrames, screwOf } from './frames.ts';
import { freeTextOpeners } from './lexicon/words.ts';
import { readTerms } from './readTerms.ts';
import { constructions, type Draft } from './relations.ts';
import type { Term } from './terms.ts';
import { tokenize } from './tokens.ts';

/** A stretch of the line as it was read: what it is, or `unknown` where it was not understood. */
export interface Span {
  readonly start: number;
  readonly end: number;
  readonly kind: Term['kind'] | 'text';
}

export interface Reading {
  readonly line: string;
  readonly entries: readonly Entry[];
  /** The second reading of a line with a phrase of two meanings: shown beside the first, never guessed. */
  readonly or?: { readonly phrase: string; readonly entries: readonly Entry[] };
  /**
   * The line takes back a word of the line before: `entries` then holds the last act put right, or nothing
   * where it is struck.
   */
  readonly amends?: 'replace' | 'strike';
  /** Words not understood, as typed. */
  readonly unread: readonly string[];
  readonly spans: readonly Span[];
}

/** Longer lines are kept as one note, cut: a bench line is a breath, not a page. */
export const lineLimit = 20_000;
/** An entry keeps at most this much of the words that it came from. */
const textLimit = 2_000;

/**
 * Reads one bench line. Never throws: what cannot be read is kept as a note with the words marked.
 * Time is linear in the length of the line.
 */
export function readLine(line: string, context: LineContext): Reading {
  const trimmed = line.trim();
  if (trimmed === '') return { line, entries: [], unread: [], spans: [] };
  if (line.length > lineLimit) return noteOnly(line, line, context.at, 0.3);
  const terms = readTerms(tokenize(line), context.lexicon);
  const free = freeText(line, terms, context);
  if (free) return free;
  const amended = amendLast(line, terms, context);
  if (amended) return amended;
  const first = readWhole(line, terms, context);
  const doubtful = terms.find((term) => term.or !== undefined);
  if (!doubtful?.or) return first;
  const second = readWhole(
    line,
    terms.map((term) => (term === doubtful ? ({ ...term, ...doubtful.or } as Term) : term)),
    context,
  );
  return { ...first, or: { phrase: line.slice(doubtful.start, doubtful.end), entries: second.entries } };
}

function readWhole(line: string, terms: readonly Term[], context: LineContext): Reading {
  const entries: Entry[] = [];
  let { part, last } = context;
  for (const segment of segments(terms)) {
    const read = readSegment(line, segment, { ...context, part, last });
    entries.push(...(read.length > 0 ? read : [keptAsNote(line, segment, context.at)]));
    for (const entry of read) {
      if ('part' in entry && entry.part) part = entry.part;
      if (entry.kind === 'undo') last = entry;
    }
  }
  const unread = terms
    .filter((term) => term.kind === 'unknown')
    .map((term) => line.slice(term.start, term.end));
  const spans = terms.map(({ start, end, kind }) => ({ start, end, kind }));
  if (!entries.some(isUnderstood))
    return { ...noteOnly(line.trim(), line, context.at, unread.length > 0 ? 0.3 : 0.5), unread, spans };
  return { line, entries, unread, spans };
}

const silent: ReadonlySet<Term['kind']> = new Set(['filler', 'comma', 'colon', 'and', 'of', 'same', 'it']);

/**
 * `scratch that`, `no, five`, `make that PH1`: the last act again, put right. Only where the line says
 * nothing else: "no, the fan has five" is a line of its own.
 */
function amendLast(line: string, terms: readonly Term[], context: LineContext): Reading | null {
  const telling = terms.filter((term) => !silent.has(term.kind));
  const spans = terms.map(({ start, end, kind }) => ({ start, end, kind }));
  const [lead, ...rest] = telling;
  if (lead?.kind === 'strike-last' && rest.length === 0)
    return { line, entries: [], unread: [], spans, amends: 'strike' };
  if (lead?.kind !== 'amend' || !context.last || rest.length === 0) return null;
  if (rest.some((term) => !['count', 'drive', 'thread', 'measure', 'property', 'part'].includes(term.kind)))
    return null;
  const { last } = context;
  const screw = screwOf(rest);
  const joint = { ...last.joint };
  const count = rest.find((term) => term.kind === 'count')?.count;
  if (count !== undefined) joint.count = count;
  if (Object.keys(screw).length > 0) joint.screw = { ...last.joint.screw, ...screw };
  const part = rest.find((term) => term.kind === 'part')?.part ?? last.part;
  const tool = last.tool === null ? null : (joint.screw?.size ?? last.tool);
  const entry = { ...last, joint, part, tool, text: line.trim(), at: context.at };
  return { line, entries: [entry], unread: [], spans, amends: 'replace' };
}

function noteOnly(text: string, line: string, at: number | null, confidence: number): Reading {
  return {
    line,
    entries: [{ kind: 'note', text: text.slice(0, textLimit), at, confidence }],
    unread: [],
    spans: [],
  };
}

/** `test: …`, `careful, …`, `note …`: the rest of the line as it stands. */
function freeText(line: string, terms: readonly Term[], context: LineContext): Reading | null {
  const first = terms[0];
  if (!first) return null;
  const opener = line.slice(first.start, first.end).toLowerCase();
  for (const [kind, words] of Object.entries(freeTextOpeners) as [
    'check' | 'caution' | 'note',
    readonly string[],
  ][]) {
    if (!words.includes(opener)) continue;
    const rest = terms
      .slice(1)
      .find((term) => term.kind !== 'colon' && term.kind !== 'comma' && line.charAt(term.start) !== '-');
    if (!rest) return null;
    const text = line.slice(rest.start).trim();
    const spans: Span[] = [
      { start: first.start, end: first.end, kind: 'verb' },
      { start: rest.start, end: line.length, kind: 'text' },
    ];
    return { line, entries: [{ kind, text, at: context.at, confidence: 1 }], unread: [], spans };
  }
  return null;
}

/**
 * Stretches between "then" and semicolons; each is read by itself, with the topic of those before. A turn or
 * a hold is said in one breath: what follows its comma is something else.
 */
function segments(terms: readonly Term[]): Term[][] {
  const found: Term[][] = [];
  let current: Term[] = [];
  let seen = { turn: false, hold: false, time: false };
  const close = (): void => {
    if (current.some((term) => term.kind !== 'comma' && term.kind !== 'filler')) found.push(current);
    current = [];
    seen = { turn: false, hold: false, time: false };
  };
  for (const term of terms) {
    const isBreak = term.kind === 'comma' || term.kind === 'and';
    if (term.kind === 'then' || (isBreak && (seen.turn || (seen.hold && seen.time)))) {
      close();
      continue;
    }
    current.push(term);
    if (term.kind === 'turn') seen.turn = true;
    if (term.kind === 'hold' || term.kind === 'wait') seen.hold = true;
    if (term.kind === 'measure' && (term.unit === 's' || term.unit === 'min')) seen.time = true;
  }
  close();
  return found;
}

function readSegment(line: string, terms: readonly Term[], context: LineContext): Entry[] {
  for (const construction of constructions) {
    const drafts = construction(terms, context);
    if (drafts) return drafts.map((draft) => finish(line, terms, context.at, draft));
  }
  const entries: Entry[] = [];
  let { screw, last } = context;
  const partNamed = terms.some((term) => term.kind === 'part');
  for (const frame of gatherFrames(terms, context.part)) {
    const read = readFrame(line, frame, { ...context, screw, last }, partNamed);
    if (!read) {
      // An act without its part: kept as it stands, rather than dropped.
      entries.push(keptAsNote(line, frame.terms, context.at));
      continue;
    }
    for (const entry of read) addOnce(entries, entry);
    for (const entry of read) {
      if (entry.kind !== 'undo') continue;
      last = entry;
      if (entry.joint.screw) screw = entry.joint.screw;
    }
  }
  return entries;
}

/** Words of which nothing could be made, beside others of which something was. */
const keptAsNote = (line: string, terms: readonly Term[], at: number | null): Entry => ({
  ...finish(line, terms, at, { kind: 'note' }),
  confidence: 0.3,
});
const isUnderstood = (entry: Entry): boolean => entry.kind !== 'note';

/** "lift at 30 degrees, pull out": one part comes off once, and both words for it are kept. */
function addOnce(entries: Entry[], entry: Entry): void {
  const last = entries[entries.length - 1];
  if (entry.kind === 'lift' && last?.kind === 'lift' && last.part === entry.part)
    entries[entries.length - 1] = { ...last, text: `${last.text}, ${entry.text}`.slice(0, textLimit) };
  else entries.push(entry);
}

const across = (text: string): string =>
  text.replace(/left|right/g, (side) => (side === 'left' ? 'right' : 'left'));

/** The last thing undone, on the side across; a count or a kind that is named takes the place of its own. */
function onOtherSide(frame: Frame, last: EntryOf<'undo'>): Draft {
  const part = frame.part && /^(left|right)-/.test(frame.part) ? frame.part : last.part && across(last.part);
  const joint = { ...last.joint };
  if (joint.where) joint.where = across(joint.where);
  if (frame.count !== null) joint.count = frame.count;
  if (Object.keys(frame.screw).length > 0) joint.screw = { ...joint.screw, ...frame.screw };
  return { kind: 'undo', joint, part, verb: last.verb, tool: joint.screw?.size ?? last.tool };
}

function readFrame(line: string, frame: Frame, context: LineContext, partNamed: boolean): Entry[] | null {
  if (frame.otherSide && context.last)
    return [
      finish(line, frame.terms, context.at, onOtherSide(frame, context.last), ['part', 'screw', 'count']),
    ];
  if (frame.otherSide) return null;
  const fromContext: NonNullable<Entry['fromContext']> = [];
  let part = frame.part;
  if (!part && frame.where.includes('bottom') && !partNamed) part = 'base-cover';
  if (!part && frame.leads.length > 0) part = 'antenna';
  if (!part && frame.mechanism === 'coax') part = 'antenna';
  if (!part && context.part && context.part !== frame.hiddenBy) {
    part = context.part;
    fromContext.push('part');
  }
  const type = jointTypeOf(frame);
  const done = (draft: Draft): Entry => finish(line, frame.terms, context.at, draft, fromContext);
  if (type === null) return part ? [done({ kind: 'lift', part })] : null;
  let screw: Screw | null = frame.screw;
  if ((type === 'screws' || type === 'standoffs') && needsLastScrew(frame) && context.screw) {
    screw = { ...context.screw, ...frame.screw };
    fromContext.push('screw');
  }
  const joint = jointOf(frame, type, screw);
  if (frame.same && joint.count == null && isAcross(part, context.last)) {
    joint.count = context.last?.joint.count;
    fromContext.push('count');
  }
  const tool = type === 'screws' || type === 'standoffs' ? (joint.screw?.size ?? null) : null;
  return [done({ kind: 'undo', joint, part, verb: verbOf(frame, joint), tool })];
}

/** "Right speaker the same": the other of a pair has as many. */
const isAcross = (part: string | null, last: EntryOf<'undo'> | null): boolean =>
  last?.joint.count != null && part !== null && across(part) === last.part && part !== last.part;

const needsLastScrew = (frame: Frame): boolean =>
  (frame.same || frame.more || frame.otherSide) && frame.screw.drive == null && frame.screw.thread == null;

function finish(
  line: string,
  terms: readonly Term[],
  at: number | null,
  draft: Draft,
  fromContext: Entry['fromContext'] = [],
): Entry {
  const telling = terms.filter(
    (term) => term.kind !== 'comma' && term.kind !== 'and' && term.kind !== 'then' && term.kind !== 'colon',
  );
  const start = telling[0]?.start ?? 0;
  const end = telling[telling.length - 1]?.end ?? line.length;
  const unread = terms.filter((term) => term.kind === 'unknown').length;
  const confidence = Math.max(0.4, 1 - 0.15 * unread);
  const common = {
    text: line.slice(start, end).slice(0, textLimit),
    at,
    confidence,
    ...(fromContext.length > 0 ? { fromContext } : {}),
  };
  return { ...draft, ...common } as Entry;
}
