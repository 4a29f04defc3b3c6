import { verbFor } from '../estimate/defaultSeconds.ts';
import type { JointType, Mechanism, Verb } from '../sequence/schema.ts';
import type { Screw } from '../sequence/screw.ts';
import type { EntryJoint } from './entry.ts';
import type { Act } from './lexicon/words.ts';
import { applySideTo, canHaveSide } from './sides.ts';
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
  terms: [],
});

const hasScrew = (frame: Frame): boolean => Object.keys(frame.screw).length > 0;
/** Something that says what is done: without it a frame is only a topic. */
const hasBody = (frame: Frame): boolean =>
  frame.count !== null ||
  frame.type !== null ||
  frame.act !== null ||
  frame.mechanism !== null ||
  frame.same ||
  frame.more ||
  hasScrew(frame);

/**
 * The clause level of the grammar. Terms fill the slots of the act at hand; a slot that is taken, met after
 * a comma, "and" or "+", opens the next act, which keeps the topic (the part) of the one before.
 */
export function gatherFrames(terms: readonly Term[], partInWork: string | null): Frame[] {
  const frames: Frame[] = [];
  let frame = emptyFrame();
  let boundary = false;
  let hiding = false;
  let owner = false;
  const next = (): void => {
    frames.push(frame);
    frame = { ...emptyFrame(), part: frame.part };
  };
  for (const term of terms) {
    if (term.kind === 'comma' || term.kind === 'and' || term.kind === 'colon' || term.kind === 'then') {
      boundary = true;
      hiding = false;
      owner = false;
      frame.terms.push(term);
      continue;
    }
    const pointsElsewhere = hiding && (term.kind === 'part' || term.kind === 'it');
    if (boundary && !pointsElsewhere && opensNext(frame, term)) next();
    if (term.kind !== 'filler') boundary = false;
    frame.terms.push(term);
    if (pointsElsewhere) {
      frame.hiddenBy = term.kind === 'part' ? term.part : lastPart(frames, frame);
      if (frame.hiddenBy === frame.part) frame.part = partInWork === frame.hiddenBy ? null : partInWork;
      hiding = false;
    } else if (term.kind === 'hiding') hiding = true;
    else if (term.kind === 'of') owner = true;
    else {
      fill(frame, term, owner);
      if (term.kind !== 'filler') owner = false;
    }
  }
  frames.push(frame);
  return frames;
}

const lastPart = (frames: readonly Frame[], frame: Frame): string | null =>
  frame.part ?? [...frames].reverse().find((earlier) => earlier.part)?.part ?? null;

/** Does this term, after a boundary, begin another act? */
function opensNext(frame: Frame, term: Term): boolean {
  if (!hasBody(frame)) return false;
  switch (term.kind) {
    case 'count':
    case 'more':
      return true;
    case 'drive':
      return frame.screw.drive != null || frame.type === null || frame.act === 'lift';
    case 'thread':
      return frame.screw.thread != null || frame.act === 'lift';
    case 'joint':
      return frame.type !== null || frame.act !== null;
    case 'mechanism':
      return frame.mechanism !== null && frame.mechanism !== term.mechanism;
    case 'verb':
      return frame.act !== null;
    case 'part':
      return frame.part !== null && frame.part !== term.part;
    case 'side':
      return frame.part !== null;
    default:
      return false;
  }
}

function fill(frame: Frame, term: Term, owner: boolean): void {
  switch (term.kind) {
    case 'count':
      frame.count ??= term.count;
      return;
    case 'more':
      frame.count ??= 1;
      frame.more = true;
      return;
    case 'drive':
      frame.screw = { ...frame.screw, drive: term.drive, ...(term.size ? { size: term.size } : {}) };
      return;
    case 'thread':
      frame.screw = {
        ...frame.screw,
        thread: term.thread,
        ...(term.lengthMm ? { lengthMm: term.lengthMm } : {}),
      };
      return;
    case 'measure':
      if (term.unit === 'mm') frame.screw = { ...frame.screw, lengthMm: term.value };
      return;
    case 'property':
      frame.screw = { ...frame.screw, ...term.property };
      return;
    case 'tighten':
      frame.tighten = term.tighten;
      return;
    case 'joint':
      // "strips stretch release": the more telling noun wins over the plain one.
      if (frame.type === null || frame.type === 'tape' || frame.type === 'connector') frame.type = term.type;
      frame.plural = term.plural;
      return;
    case 'mechanism':
      frame.mechanism = term.mechanism;
      return;
    case 'verb':
      frame.act = strongerAct(frame.act, term.act);
      return;
    case 'part':
      if (frame.part === null || owner || !partNamedBefore(frame, term)) setPart(frame, term.part);
      return;
    case 'side':
      applySide(frame, term.side);
      return;
    case 'lead':
      if (frame.mechanism === 'coax' || frame.part === 'antenna' || frame.leads.length > 0)
        frame.leads.push(term.lead);
      else frame.where.push(term.lead);
      return;
    case 'place':
      frame.where.push(term.place);
      return;
    case 'same':
      frame.same = true;
      return;
    default:
      return;
  }
}

/** "unplug … off", "peel … off": the particle adds nothing to a verb that says more. */
const strongerAct = (first: Act | null, second: Act): Act =>
  first === null || (first === 'lift' && second !== 'remove') ? second : first;

/** A topic taken over from the act before gives way to a part that is named; a part that was named stays. */
const partNamedBefore = (frame: Frame, term: Term): boolean =>
  frame.terms.some((other) => other !== term && other.kind === 'part');

function setPart(frame: Frame, part: string): void {
  frame.part = frame.side ? applySideTo(part, frame.side) : part;
  if (frame.part !== part) frame.where = frame.where.filter((place) => place !== frame.side);
  frame.side = null;
}

function applySide(frame: Frame, side: 'left' | 'right'): void {
  if (frame.part && canHaveSide(frame.part)) {
    frame.part = applySideTo(frame.part, side);
    return;
  }
  // It may belong to a part that is named next, or say where on the part it is.
  frame.side = side;
  frame.where.push(side);
}

/** The joint type of an act, or null where the act only lifts, or says nothing that can be undone. */
export function jointTypeOf(frame: Frame): JointType | null {
  if (frame.type && frame.type !== 'connector') return frame.type;
  if (hasScrew(frame) && frame.mechanism === null) return 'screws';
  if (frame.mechanism || frame.type === 'connector') return 'connector';
  switch (frame.act) {
    case 'unplug':
    case 'unlock':
      return 'connector';
    case 'pry':
    case 'unclip':
      return 'clips';
    case 'peel':
      return 'tape';
    case 'unscrew':
    case 'loosen':
      return 'screws';
    case 'slide':
      return frame.count === null ? 'slide' : null;
    case 'lift':
    case 'remove':
    case null:
      return frame.same || frame.more || frame.count !== null ? 'screws' : null;
  }
}

/** Is enough said for an act? A plural noun without count, kind or verb ("salt on the hinge screws") is talk. */
export function isAct(frame: Frame): boolean {
  if (frame.act || frame.mechanism || hasScrew(frame)) return true;
  if (frame.same || frame.more) return true;
  if (frame.count !== null) return frame.type !== null || frame.part !== null || frame.leads.length > 0;
  return frame.type !== null && !frame.plural && frame.part !== null && frame.type !== 'adhesive';
}

export function jointOf(frame: Frame, type: JointType, screw: Screw | null): EntryJoint {
  const joint: EntryJoint = { type };
  const count = frame.count ?? (frame.leads.length > 1 ? frame.leads.length : null);
  if (type === 'screws' || type === 'standoffs') {
    joint.count = count ?? (frame.type !== null && !frame.plural ? 1 : null);
    if (screw && Object.keys(screw).length > 0) joint.screw = screw;
  } else if (count !== null) joint.count = count;
  const mechanism = frame.mechanism ?? (frame.act === 'unplug' ? 'plug' : null);
  if (type === 'connector' && mechanism) joint.mechanism = mechanism;
  if (frame.hiddenBy) joint.hiddenBy = frame.hiddenBy;
  if (frame.tighten) joint.tighten = frame.tighten;
  if (frame.where.length > 0) joint.where = frame.where.join(', ');
  if (frame.leads.length > 0) joint.leads = [...frame.leads];
  if (joint.count == null) delete joint.count;
  return joint;
}

export function verbOf(frame: Frame, joint: EntryJoint): Verb {
  switch (frame.act) {
    case 'loosen':
    case 'pry':
    case 'peel':
    case 'slide':
    case 'unclip':
      return frame.act;
    default:
      return verbFor(joint.type, joint.screw?.captive === true, joint.mechanism);
  }
}
