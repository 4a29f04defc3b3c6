import type { Screw } from '../sequence/screw.ts';
import type { LineContext } from './context.ts';
import type { Entry } from './entry.ts';
import { gatherFrames, isAct, jointOf, jointTypeOf, verbOf, type Frame } from './frames.ts';
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
  /** Words not understood, as typed. */
  readonly unread: readonly string[];
  readonly spans: readonly Span[];
}

/** Longer lines are kept as one note: a bench line is a breath, not a page. */
export const lineLimit = 2000;

/**
 * Reads one bench line. Never throws: what cannot be read is kept as a note with the words marked.
 * Time is linear in the length of the line.
 */
export function readLine(line: string, context: LineContext): Reading {
  const trimmed = line.trim();
  if (trimmed === '') return { line, entries: [], unread: [], spans: [] };
  if (line.length > lineLimit) return noteOnly(line.slice(0, lineLimit), line, context.at, 0.3);
  const terms = readTerms(tokenize(line), context.lexicon);
  const free = freeText(line, terms, context);
  if (free) return free;
  const entries: Entry[] = [];
  let part = context.part;
  for (const segment of segments(terms)) {
    const read = readSegment(line, segment, { ...context, part });
    entries.push(...read);
    for (const entry of read) if ('part' in entry && entry.part) part = entry.part;
  }
  const unread = terms
    .filter((term) => term.kind === 'unknown')
    .map((term) => line.slice(term.start, term.end));
  const spans = terms.map(({ start, end, kind }) => ({ start, end, kind }));
  if (entries.length === 0)
    return { ...noteOnly(trimmed, line, context.at, unread.length > 0 ? 0.3 : 0.5), unread, spans };
  return { line, entries, unread, spans };
}

function noteOnly(text: string, line: string, at: number | null, confidence: number): Reading {
  return { line, entries: [{ kind: 'note', text, at, confidence }], unread: [], spans: [] };
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

/** Stretches between "then" and semicolons; each is read by itself, with the topic of those before. */
function segments(terms: readonly Term[]): Term[][] {
  const found: Term[][] = [[]];
  for (const term of terms) {
    if (term.kind === 'then') found.push([]);
    else found[found.length - 1]?.push(term);
  }
  return found.filter((segment) => segment.some((term) => term.kind !== 'comma' && term.kind !== 'filler'));
}

function readSegment(line: string, terms: readonly Term[], context: LineContext): Entry[] {
  for (const construction of constructions) {
    const drafts = construction(terms, context);
    if (drafts) return drafts.map((draft) => finish(line, terms, context.at, draft));
  }
  const entries: Entry[] = [];
  let screw = context.screw;
  const partNamed = terms.some((term) => term.kind === 'part');
  for (const frame of gatherFrames(terms, context.part)) {
    if (!isAct(frame)) continue;
    const read = readFrame(line, frame, { ...context, screw }, partNamed);
    if (!read) continue;
    entries.push(...read);
    for (const entry of read) if (entry.kind === 'undo' && entry.joint.screw) screw = entry.joint.screw;
  }
  return entries;
}

function readFrame(line: string, frame: Frame, context: LineContext, partNamed: boolean): Entry[] | null {
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
  const tool = type === 'screws' || type === 'standoffs' ? (joint.screw?.size ?? null) : null;
  return [done({ kind: 'undo', joint, part, verb: verbOf(frame, joint), tool })];
}

const needsLastScrew = (frame: Frame): boolean =>
  (frame.same || frame.more) && frame.screw.drive == null && frame.screw.thread == null;

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
    text: line.slice(start, end),
    at,
    confidence,
    ...(fromContext.length > 0 ? { fromContext } : {}),
  };
  return { ...draft, ...common } as Entry;
}
