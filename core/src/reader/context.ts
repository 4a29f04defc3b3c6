import type { Screw } from '../sequence/screw.ts';
import type { Entry, EntryOf } from './entries/entry.ts';
import type { ShopWord } from './entries/shopWords.ts';
import type { KnownPart, Lexicon } from './lexicon/lexicon.ts';
import { buildLexicon } from './lexicon/shopLexicon.ts';
import type { Reading } from './reading.ts';

/** What a line may leave out, because the lines before it said it: all of it is folded from their entries. */
export interface LineContext {
  readonly lexicon: Lexicon;
  /** The part in work. */
  readonly part: string | null;
  /** That part is off already: what is undone next is of something else. */
  readonly off: boolean;
  /** The last screw kind named, for "same" and "one more". */
  readonly screw: Screw | null;
  /** The last thing undone, for "the other side the same". */
  readonly last: EntryOf<'undo'> | null;
  /** Screws counted but not undone yet: "all out" is said of them. */
  readonly seen: EntryOf<'seen'> | null;
  /** The entries of the last line that held an act, for "no, five". */
  readonly lastLine: readonly Entry[];
  /** What a line of acts said before that one, newest first: a correction may be meant for it. */
  readonly earlier: readonly (readonly Entry[])[];
  /** Where the work goes: down into the device, or back up. */
  readonly direction: 'down' | 'up';
  /** Said, not typed. */
  readonly spoken: boolean;
  /** The part whose procedure is told, by a title: "Section D, end cap". */
  readonly procedure: string | null;
  /** Told that from here on all goes back together. */
  readonly goingBack: boolean;
  /** The sentence opens a paragraph. */
  readonly opens?: boolean;
  /** Something was undone or lifted: before that nothing can go back. */
  readonly opened: boolean;
  /** Parts spoken of, the latest first. */
  readonly parts: readonly string[];
  /** The side that faces up. */
  readonly face: 'top' | 'bottom';
  /** Seconds since the recording began, or null where nobody keeps time. */
  readonly at: number | null;
}

export function emptyContext(
  known: readonly KnownPart[] = [],
  shopWords: readonly ShopWord[] = [],
): LineContext {
  return {
    lexicon: buildLexicon(known, shopWords),
    part: null,
    off: false,
    screw: null,
    last: null,
    seen: null,
    lastLine: [],
    earlier: [],
    direction: 'down',
    spoken: false,
    goingBack: false,
    procedure: null,
    opened: false,
    parts: [],
    face: 'top',
    at: null,
  };
}

/** Lines further back are seldom corrected by a word. */
const linesRemembered = 40;
const partsRemembered = 40;

const isAct = ({ kind }: Entry): boolean =>
  kind !== 'note' && kind !== 'caution' && kind !== 'check' && kind !== 'seen' && kind !== 'serve';

/** Does a line hold an act, so that a word of a later line may put it right? */
export const holdsAct = (entries: readonly Entry[]): boolean => entries.some(isAct);

/** The context after a line was kept. */
export function advanceContext(context: LineContext, entries: readonly Entry[]): LineContext {
  const next = entries.reduce(advanceBy, context);
  if (!holdsAct(entries)) return next;
  return {
    ...next,
    lastLine: entries,
    earlier: [context.lastLine, ...context.earlier]
      .filter(({ length }) => length > 0)
      .slice(0, linesRemembered),
  };
}

function advanceBy(context: LineContext, entry: Entry): LineContext {
  const part = 'part' in entry ? (entry.part ?? null) : null;
  const spoken = { ...context, parts: spokenOf(context, entry, part) };
  /** The part in work from here on, not off yet. */
  const to = (next: string | null): LineContext =>
    next === null || next === context.part ? spoken : { ...spoken, part: next, off: false };
  switch (entry.kind) {
    case 'undo':
      return afterUndo(spoken, entry, part);
    case 'lift':
      return {
        ...spoken,
        direction: 'down',
        opened: true,
        seen: null,
        part: part ?? context.part,
        off: true,
      };
    case 'refit':
      return { ...spoken, direction: context.opened ? 'up' : 'down', part: part ?? context.part, off: false };
    case 'turn':
      return { ...spoken, face: entry.face };
    case 'seen':
      return { ...to(part), seen: entry.joint?.count != null ? entry : context.seen };
    // What is in the way is done next; it is what "that" and "it" mean.
    case 'requires':
      return { ...spoken, part: entry.parts[0] ?? context.part, off: false };
    case 'blocked':
      return { ...spoken, part: entry.by, off: false };
    case 'note':
      return !context.opened && !isHeading(entry.text) ? spoken : to(part);
    case 'number':
    case 'measure':
    case 'stripped':
    case 'missing':
    case 'covers':
    case 'serve':
      return to(part);
    default:
      return spoken;
  }
}

/** Every part that an entry names, then those spoken of before. */
function spokenOf({ parts }: LineContext, entry: Entry, part: string | null): string[] {
  const others =
    entry.kind === 'requires' || entry.kind === 'covers'
      ? entry.parts
      : [entry.kind === 'blocked' ? entry.by : entry.kind === 'undo' ? entry.joint.hiddenBy : null];
  const named = [part, ...others].filter((name): name is string => name != null);
  return [...named, ...parts.filter((name) => !named.includes(name))].slice(0, partsRemembered);
}

function afterUndo(context: LineContext, entry: EntryOf<'undo'>, part: string | null): LineContext {
  const { type, screw, count } = entry.joint;
  const isCounted = type === 'screws' || type === 'standoffs';
  return {
    ...context,
    direction: 'down',
    opened: true,
    seen: null,
    last: entry,
    part: part ?? context.part,
    off: part === null ? context.off : false,
    screw: isCounted && screw && count != null ? screw : context.screw,
  };
}

/** "fan", "now the fan": what comes next; longer talk before anything is open is what the customer said. */
const isHeading = (text: string): boolean => text.split(/\s+/).length <= 3;

/** The context after a reading was kept: a correction changes what a line before said, a strike takes it away. */
export function advanceByReading(context: LineContext, reading: Reading): LineContext {
  if (reading.amends === undefined) return advanceContext(context, reading.entries);
  const lines = [context.lastLine, ...context.earlier];
  const at = reading.linesBack ?? 0;
  const whole = reading.amends === 'strike' ? [] : (reading.whole ?? reading.entries);
  const [lastLine = [], ...earlier] = lines
    .map((line, i) => (i === at ? whole : line))
    .filter(({ length }) => length > 0);
  const next = reading.entries.reduce(advanceBy, context);
  const last = lastLine.findLast((entry) => entry.kind === 'undo');
  return {
    ...next,
    direction: context.direction,
    off: context.off,
    lastLine,
    earlier,
    last: last?.kind === 'undo' ? last : next.last,
  };
}
