import type { JointType, Mechanism } from '../sequence/schema.ts';
import type { Screw } from '../sequence/screw.ts';
import type { Act } from './lexicon/words.ts';
import type { Term } from './terms.ts';

/** One act being gathered from the terms of a line: slots that fill in any order of words. */
export interface Frame {
  count: number | null;
  type: JointType | null;
  plural: boolean;
  screw: Screw;
  act: Act | null;
  mechanism: Mechanism | null;
  part: string | null;
  /** A side named before its part: "left hinge". */
  side: 'left' | 'right' | null;
  hiddenBy: string | null;
  tighten: 'numbered' | 'cross' | null;
  where: string[];
  leads: string[];
  same: boolean;
  more: boolean;
  /** The last thing undone, on the other side. */
  otherSide: boolean;
  /** The count is meant for each side. */
  each: boolean;
  /** Parts that share the act: "unplug fan and speakers". */
  alsoParts: string[];
  /** The act was said of the part before: a verb of its own takes its place. */
  actTaken: boolean;
  /** A word that takes back the count or kind has been read. */
  amending: boolean;
  terms: Term[];
}

export const emptyFrame = (): Frame => ({
  count: null,
  type: null,
  plural: false,
  screw: {},
  act: null,
  mechanism: null,
  part: null,
  side: null,
  hiddenBy: null,
  tighten: null,
  where: [],
  leads: [],
  same: false,
  more: false,
  otherSide: false,
  each: false,
  alsoParts: [],
  actTaken: false,
  amending: false,
  terms: [],
});

export const hasScrew = (frame: Frame): boolean => Object.keys(frame.screw).length > 0;
