import type { Screw } from '../sequence/screw.ts';
import { buildLexicon, type KnownPart, type Lexicon } from './lexicon/lexicon.ts';
import type { Entry, EntryOf } from './entry.ts';
import type { ShopWord } from './shopWords.ts';

/** What a line may leave out, because the lines before it said it. */
export interface LineContext {
  readonly lexicon: Lexicon;
  /** The part in work. */
  readonly part: string | null;
  /** The last screw kind named, for "same" and "one more". */
  readonly screw: Screw | null;
  /** The last thing undone, for "the other side the same" and "no, five". */
  readonly last: EntryOf<'undo'> | null;
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
    screw: null,
    last: null,
    face: 'top',
    at: null,
  };
}

/** The context after a line was kept. A part that is off is no longer in work. */
export function advanceContext(context: LineContext, entries: readonly Entry[]): LineContext {
  let { part, screw, last, face } = context;
  for (const entry of entries) {
    if (entry.kind === 'undo') {
      last = entry;
      if (entry.part) part = entry.part;
      if (entry.joint.screw) screw = entry.joint.screw;
    } else if (entry.kind === 'lift') {
      // Feet, strips and shields come off on the way to something else: that stays in work.
      if (part === entry.part) part = null;
    } else if (entry.kind === 'turn') {
      face = entry.face;
    } else if (entry.kind === 'number' || entry.kind === 'measure') {
      if (entry.part) part = entry.part;
    }
  }
  return { ...context, part, screw, last, face };
}
