import type { JointType } from '../sequence/schema.ts';
import type { Screw } from '../sequence/screw.ts';
import { emptyFrame, hasScrew, type Frame } from './frame.ts';
import { isAct } from './frameJoint.ts';
import type { Act } from './lexicon/words.ts';
import { applySideTo, canHaveSide } from './sides.ts';
import type { Term, TermOf } from './terms.ts';

/** The kind of screw that terms spell out, whatever else they say. */
export function screwOf(terms: readonly Term[]): Screw {
  const frame = emptyFrame();
  for (const term of terms) if (term.kind !== 'count') fill(frame, term, false);
  return frame.screw;
}

/** Something that says what is done: without it a frame is only a topic. */
const hasBody = (frame: Frame): boolean =>
  frame.count !== null ||
  frame.type !== null ||
  frame.act !== null ||
  frame.mechanism !== null ||
  frame.same ||
  frame.more ||
  frame.otherSide ||
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
  const next = (term: Term): void => {
    frames.push(frame);
    const listed = (term.kind === 'part' || term.kind === 'side') && onlyActs(frame);
    frame = {
      ...emptyFrame(),
      part: frame.part,
      ...(listed ? { act: frame.act, mechanism: frame.mechanism, type: frame.type, actTaken: true } : {}),
    };
  };
  /** "feet off, 4 screws under": under what was named last. */
  const hideUnderLast = (): void => {
    const named = frame.terms.some((term) => term.kind === 'part');
    const under = named ? null : lastPart(frames, frame);
    if (under === null || frame.hiddenBy !== null || frames.length === 0) return;
    frame.hiddenBy = under;
    if (frame.part === under) frame.part = partInWork === under ? null : partInWork;
  };
  for (const term of terms) {
    if (term.kind === 'comma' || term.kind === 'and' || term.kind === 'colon' || term.kind === 'then') {
      boundary = true;
      if (hiding) hideUnderLast();
      hiding = false;
      owner = false;
      frame.terms.push(term);
      continue;
    }
    const pointsElsewhere = hiding && (term.kind === 'part' || term.kind === 'it');
    if (pointsElsewhere ? false : boundary ? opensNext(frame, term) : opensUnasked(frame, term)) next(term);
    else if (boundary && !pointsElsewhere && sharesAct(frame, term)) frame.alsoParts.push(term.part);
    if (term.kind !== 'filler') boundary = false;
    frame.terms.push(term);
    if (pointsElsewhere) {
      frame.hiddenBy = term.kind === 'part' ? term.part : lastPart(frames, frame);
      if (frame.hiddenBy === frame.part) frame.part = partInWork === frame.hiddenBy ? null : partInWork;
      hiding = false;
    } else if (hiding && term.kind === 'joint') {
      // "camera cable under tape": how it is hidden, not what is undone.
      const under = { tape: 'tape', connector: 'a cable', adhesive: 'glue' } as Partial<
        Record<JointType, string>
      >;
      const words = under[term.type];
      if (words) frame.where.push(`under ${words}`);
      else fill(frame, term, owner);
    } else if (term.kind === 'hiding') hiding = true;
    else if (term.kind === 'of') owner = true;
    else if (term.kind === 'from') owner = !isLed(frame, partInWork);
    else if (term.kind === 'part' && isFromSomewhere(frame, partInWork)) {
      // "disconnect the fan cable from the board": where it leads, not whose it is.
    } else {
      fill(frame, term, owner);
      if (term.kind !== 'filler') owner = false;
    }
  }
  if (hiding) hideUnderLast();
  frames.push(frame);
  return gatherText(shareKinds(frames)).flatMap(spread);
}

const isConnector = (frame: Frame): boolean =>
  frame.act === 'unplug' || frame.act === 'unlock' || frame.mechanism !== null || frame.type === 'connector';
const isLed = (frame: Frame, partInWork: string | null): boolean =>
  frame.terms.slice(0, -1).some((term) => term.kind === 'part') ||
  (isConnector(frame) && (frame.part ?? partInWork) !== null);
const isFromSomewhere = (frame: Frame, partInWork: string | null): boolean =>
  frame.terms.findLast((term) => term.kind !== 'filler' && term.kind !== 'part')?.kind === 'from' &&
  isLed(frame, partInWork);

const lastPart = (frames: readonly Frame[], frame: Frame): string | null =>
  frame.part ?? [...frames].reverse().find((earlier) => earlier.part)?.part ?? null;

/** An act and nothing that is counted or sized: it may be meant for a list of parts. */
const onlyActs = (frame: Frame): boolean =>
  (frame.act !== null || frame.mechanism !== null) &&
  frame.count === null &&
  !hasScrew(frame) &&
  frame.leads.length === 0 &&
  frame.type !== 'screws';

/** "fan and speakers off": a second part before anything is said of the first. */
const sharesAct = (frame: Frame, term: Term): term is TermOf<'part'> =>
  term.kind === 'part' && frame.part !== null && frame.part !== term.part && !hasBody(frame);

/** The words of a frame that says nothing to be done belong to the act beside it: nothing typed is lost. */
function gatherText(frames: readonly Frame[]): Frame[] {
  const found: Frame[] = [];
  let before: Term[] = [];
  for (const frame of frames) {
    const last = found[found.length - 1];
    if (isAct(frame)) {
      found.push({ ...frame, terms: [...before, ...frame.terms] });
      before = [];
    } else if (last) last.terms = [...last.terms, ...frame.terms];
    else before = [...before, ...frame.terms];
  }
  return found;
}

/** "3 left, 3 right hinge PH1": what is said once holds for both sides. */
function shareKinds(frames: readonly Frame[]): Frame[] {
  const shared = [...frames];
  for (let i = shared.length - 2; i >= 0; i--) {
    const frame = shared[i];
    const next = shared[i + 1];
    if (!frame || !next || frame.count === null) continue;
    // "one P5 screw and two P2 screws of the bezel": the part named last is meant for both.
    if (frame.part === null && isScrews(frame) && isScrews(next) && namesPartLast(next))
      shared[i] = { ...frame, part: next.part };
    if (!isSided(frame)) continue;
    if (!isSided(next) && !(next.part === frame.part && next.count === null)) continue;
    // "4 T5 left, 4 right"
    if (hasScrew(frame) && !hasScrew(next) && next.type === null && !next.act && next.count !== null)
      shared[i + 1] = { ...next, screw: frame.screw };
    const screw = hasScrew(frame) ? frame.screw : next.screw;
    const part = frame.part ?? (next.part && frame.side ? applySideTo(next.part, frame.side) : next.part);
    const where =
      part && part !== next.part && frame.side ? frame.where.filter((p) => p !== frame.side) : frame.where;
    shared[i] = { ...frame, screw, part, where, type: frame.type ?? next.type };
    // "2 left, 1 right, PH0 M2x4": the kind alone is no act of its own.
    if (next.count === null && !next.act && !next.type && hasScrew(next)) {
      shared[i] = { ...shared[i], terms: [...frame.terms, ...next.terms] } as Frame;
      shared.splice(i + 1, 1);
    }
  }
  return shared;
}

const namesPartLast = ({ terms, part }: Frame): boolean =>
  part !== null &&
  terms.findIndex(({ kind }) => kind === 'part') >
    terms.findIndex(({ kind }) => kind === 'count' || kind === 'drive');

const isSided = (frame: Frame): boolean => frame.where.length > 0 || /^(left|right)-/.test(frame.part ?? '');

/** "hinges 3 each" and "unplug fan and speakers" are several acts said in one. */
function spread(frame: Frame): Frame[] {
  if (frame.each && frame.part && canHaveSide(frame.part) && frame.part === basePart(frame.part))
    return (['left', 'right'] as const).map((side) => ({
      ...frame,
      part: applySideTo(frame.part ?? '', side),
    }));
  if (frame.alsoParts.length === 0 || frame.count !== null || hasScrew(frame)) return [frame];
  return [frame.part, ...frame.alsoParts].map((part) => ({ ...frame, part }));
}

const basePart = (part: string): string => part.replace(/^(left|right)-/, '');

/** "3 left 3 right": a second count after a side opens the next act without a comma. */
const opensUnasked = (frame: Frame, term: Term): boolean =>
  term.kind === 'count' &&
  frame.count !== null &&
  !frame.amending &&
  frame.tighten === null &&
  (isSided(frame) || frame.where.length > 0 || hasScrew(frame)) &&
  frame.type !== 'standoffs';

/** Does this term, after a boundary, begin another act? */
function opensNext(frame: Frame, term: Term): boolean {
  if (!hasBody(frame) || frame.amending || term.kind === 'amend') return false;
  switch (term.kind) {
    case 'count':
      // "T5, three of the fan": a kind alone still waits for its count.
      return (
        frame.count !== null ||
        isOtherThanScrews(frame) ||
        frame.act !== null ||
        frame.type !== null ||
        (hasScrew(frame) && frame.part !== null)
      );
    case 'more':
    case 'other-side':
      return true;
    case 'drive':
      return frame.screw.drive != null || isOtherThanScrews(frame);
    case 'thread':
      return frame.screw.thread != null || isOtherThanScrews(frame);
    case 'joint':
      return frame.type !== null || frame.act !== null || (hasScrew(frame) && term.type !== 'screws');
    case 'mechanism':
      return (frame.mechanism !== null && frame.mechanism !== term.mechanism) || isScrews(frame);
    case 'verb':
      return frame.act !== null ? !frame.actTaken : clashes(frame, term.act);
    case 'part':
      return (frame.part !== null && frame.part !== term.part) || frame.hiddenBy !== null;
    case 'side':
      return frame.part !== null && (frame.count !== null || isSided(frame));
    default:
      return false;
  }
}

const isScrews = (frame: Frame): boolean => frame.type === 'screws' || hasScrew(frame);
const isOtherThanScrews = (frame: Frame): boolean =>
  frame.act === 'lift' || frame.mechanism !== null || (frame.type !== null && frame.type !== 'screws');

/** "4 PH0, unplug, out": each verb is an act of its own where it cannot be how the joint is undone. */
function clashes(frame: Frame, act: Act): boolean {
  if (isScrews(frame)) return !['unscrew', 'loosen', 'remove'].includes(act);
  return act === 'lift' && (frame.type !== null || frame.mechanism !== null);
}

function fill(frame: Frame, term: Term, owner: boolean): void {
  switch (term.kind) {
    case 'count':
      if (frame.actTaken) frame.act = frame.type = null;
      if (frame.amending) frame.count = term.count;
      else frame.count ??= term.count;
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
    case 'other-side':
      frame.otherSide = true;
      return;
    case 'each':
      frame.each = true;
      return;
    case 'amend':
      frame.amending = true;
      return;
    case 'measure':
      if (term.unit === 'mm' && term.value > 0 && term.value <= 100)
        frame.screw = { ...frame.screw, lengthMm: term.value };
      return;
    case 'property':
      frame.screw = { ...frame.screw, ...term.property };
      return;
    case 'tighten':
      frame.tighten = term.tighten;
      return;
    case 'joint':
      if (frame.act === 'unplug' && term.type === 'slide') return;
      // "strips stretch release": the more telling noun wins over the plain one.
      if (frame.type === null || frame.type === 'tape' || frame.type === 'connector') frame.type = term.type;
      frame.plural = term.plural;
      return;
    case 'mechanism':
      // "slide cover plug", "press-on under metal cover": a plug says least, and the first says most.
      if (frame.mechanism === null || frame.mechanism === 'plug' || frame.actTaken)
        frame.mechanism = term.mechanism;
      return;
    case 'verb':
      frame.act = frame.actTaken ? term.act : strongerAct(frame.act, term.act);
      frame.actTaken = false;
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
  // "the left speaker and the right speaker": the side was already put on what is now named.
  if (frame.part !== part && frame.part && basePart(frame.part) === part && isSided(frame)) return;
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
