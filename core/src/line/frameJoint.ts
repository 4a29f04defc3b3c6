import { verbFor } from '../estimate/defaultSeconds.ts';
import type { JointType, Mechanism, Verb } from '../sequence/schema.ts';
import type { Screw } from '../sequence/screw.ts';
import type { EntryJoint } from './entry.ts';
import { hasScrew, type Frame } from './frame.ts';
import { leadWords } from './lexicon/words.ts';
import { partKindOf } from './partName.ts';

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
      return frame.same || frame.more ? 'screws' : null;
    case 'remove':
    case null:
      if (frame.part && partKindOf(frame.part) === 'antenna' && frame.count !== null) return 'connector';
      return frame.same || frame.more || frame.count !== null ? 'screws' : null;
  }
}

/** Is enough said for an act? A plural noun without count, kind or verb ("salt on the hinge screws") is talk. */
export function isAct(frame: Frame): boolean {
  if (frame.act || frame.mechanism || hasScrew(frame)) return true;
  if (frame.same || frame.more || frame.otherSide) return true;
  if (countsSomethingUnread(frame)) return false;
  if (frame.count !== null) return frame.type !== null || frame.part !== null || frame.leads.length > 0;
  return frame.type !== null && !frame.plural && frame.part !== null;
}

/** "2 pin": a count of something that the lexicon does not know is no count of screws. */
function countsSomethingUnread({ type, count, terms }: Frame): boolean {
  const at = terms.findIndex((term) => term.kind === 'count');
  return type === null && count !== null && terms[at + 1]?.kind === 'unknown';
}

const leadNames = new Set(leadWords.split(', '));
/** "unplug black and white antenna": leads that were named before their part. */
function leadsOfAntenna(frame: Frame): void {
  if (!frame.part || partKindOf(frame.part) !== 'antenna') return;
  frame.leads.push(...frame.where.filter((place) => leadNames.has(place)));
  frame.where = frame.where.filter((place) => !leadNames.has(place));
}

/** What is unplugged is a plug, where nothing else is said; the leads of an antenna are coax. */
function usualMechanism({ act, part, count }: Frame): Mechanism | null {
  if (part && partKindOf(part) === 'antenna' && (act !== null || count !== null)) return 'coax';
  return act === 'unplug' ? 'plug' : null;
}

export function jointOf(frame: Frame, type: JointType, screw: Screw | null): EntryJoint {
  const joint: EntryJoint = { type };
  leadsOfAntenna(frame);
  const count = frame.count ?? (frame.leads.length > 1 ? frame.leads.length : null);
  if (type === 'screws' || type === 'standoffs') {
    joint.count = count ?? (frame.type !== null && !frame.plural ? 1 : null);
    if (screw && Object.keys(screw).length > 0) joint.screw = screw;
  } else if (count !== null) joint.count = count;
  const mechanism = frame.mechanism ?? usualMechanism(frame);
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
