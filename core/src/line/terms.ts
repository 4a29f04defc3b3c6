import type { Drive, Screw } from '../sequence/screw.ts';
import type { JointType, Mechanism, NumberRole } from '../sequence/schema.ts';
import type { Act } from './lexicon/words.ts';

export type Unit = 'mm' | 'V' | 'mAh' | 'Wh' | 'g' | 'c' | 's' | 'min' | 'deg';

/** What a stretch of a line means by itself, before it is known what it belongs to. */
export type Meaning =
  | { readonly kind: 'count'; readonly count: number }
  | { readonly kind: 'drive'; readonly drive: Drive; readonly size: string | null }
  | { readonly kind: 'thread'; readonly thread: string; readonly lengthMm: number | null }
  | { readonly kind: 'measure'; readonly value: number; readonly unit: Unit }
  | { readonly kind: 'code'; readonly code: string }
  | { readonly kind: 'part'; readonly part: string }
  | { readonly kind: 'joint'; readonly type: JointType; readonly plural: boolean }
  | { readonly kind: 'mechanism'; readonly mechanism: Mechanism }
  | { readonly kind: 'verb'; readonly act: Act }
  | { readonly kind: 'property'; readonly property: Partial<Screw> }
  | { readonly kind: 'tighten'; readonly tighten: 'numbered' | 'cross' }
  | { readonly kind: 'place'; readonly place: string }
  | { readonly kind: 'side'; readonly side: 'left' | 'right' }
  | { readonly kind: 'lead'; readonly lead: string }
  | { readonly kind: 'turn'; readonly face: 'over' | 'top' | 'bottom' }
  | { readonly kind: 'role'; readonly role: NumberRole }
  | { readonly kind: 'what'; readonly what: string }
  | { readonly kind: Plain };

/** Meanings that are only themselves. */
export type Plain =
  | 'hiding'
  | 'of'
  | 'from'
  | 'same'
  | 'more'
  | 'it'
  | 'and'
  | 'then'
  | 'comma'
  | 'colon'
  | 'times'
  | 'missing'
  | 'stripped'
  | 'blocked'
  | 'holds-it'
  | 'before'
  | 'after'
  | 'each'
  | 'other-side'
  | 'amend'
  | 'danger'
  | 'strike-last'
  | 'needs'
  | 'covers'
  | 'hold'
  | 'wait'
  | 'number-lead'
  | 'filler'
  | 'unknown';

/** What a phrase may mean besides, where nothing settles it: shown as a second reading, never guessed. */
export interface Doubt {
  readonly or: Meaning;
}

/** A meaning with the tokens (from, to) and the characters (start, end) that it was read from. */
export type Term = Meaning &
  Partial<Doubt> & {
    readonly from: number;
    readonly to: number;
    readonly start: number;
    readonly end: number;
  };

export type TermOf<K extends Meaning['kind']> = Extract<Term, { kind: K }>;
