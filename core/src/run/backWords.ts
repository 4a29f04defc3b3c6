import { lowerName } from '../reader/entries/partName.ts';
import { unreachable } from '../result.ts';
import { actionTitle, mechanismWords, partName, type SequenceIndex } from '../sequence/describe.ts';
import type { Action, Joint } from '../sequence/schema.ts';
import { screwWords, type Screw } from '../sequence/screw.ts';
import type { Schools } from '../shop/schools.ts';
import { textFor } from './direction.ts';
import { tighteningWords } from './downSteps.ts';

interface Words {
  readonly title: string;
  readonly detail: string;
}

/** An act turned round, in words: unplug becomes plug in until the line is level, peel becomes fit new. */
export function backWords(
  index: SequenceIndex,
  action: Action,
  joint: Joint | null,
  swapped: ReadonlySet<string>,
  schools: Schools,
): Words {
  const words =
    joint && action.verb !== 'lift'
      ? jointBack(index, action, joint, schools)
      : actBack(index, action, swapped);
  const note = action.verb === 'hold' || action.verb === 'wait' ? '' : textFor(action.note, 'up');
  return { ...words, detail: [words.detail, note].filter(Boolean).join('. ') };
}

/** What undid no joint: a lift, or an act by its verb alone. */
function actBack(index: SequenceIndex, action: Action, swapped: ReadonlySet<string>): Words {
  const name = partName(index, action.part);
  const part = index.part.get(action.part);
  switch (action.verb) {
    case 'lift':
      if (swapped.has(action.part)) return { title: `New ${lowerName(name)} in`, detail: '' };
      if (part?.kind === 'pad')
        return { title: `New ${lowerName(name)} on`, detail: 'Single use, same thickness' };
      return { title: `${name} on`, detail: part?.reuse === 'single-use' ? 'Single use: fit a new one' : '' };
    case 'unscrew':
    case 'loosen':
      return { title: `${name}: screws in`, detail: 'Finger tight and a little' };
    case 'unplug':
      return { title: `Plug in ${lowerName(name)}`, detail: 'Until the line is level' };
    case 'unlock':
      return {
        title: `Seat the ${lowerName(name)} ribbon`,
        detail: 'Close the lock. A gentle tug must hold',
      };
    case 'peel':
      return renewed(name, 'tape');
    case 'pry':
    case 'unclip':
      return clipsHome(name);
    case 'slide':
      return { title: `Slide ${lowerName(name)} back`, detail: '' };
    case 'hold':
    case 'wait':
    case 'turn':
    case 'clean':
    case 'check':
      return { title: actionTitle(index, action), detail: '' };
    default:
      return unreachable(action.verb);
  }
}

const clipsHome = (name: string): Words => ({
  title: `${name}: press the clips home`,
  detail: 'Tab side first, press around in order; all clips before any screw',
});

const renewed = (name: string, what: 'tape' | 'adhesive'): Words => ({
  title: `${name}: fit new ${what}`,
  detail:
    what === 'adhesive'
      ? 'Single use: clean the face, lay the new strips, liner last'
      : 'Single use: clean the face, lay the new strips; their tabs where they can be reached again',
});

/** How each kind of joint is made again, whatever verb undid it. */
function jointBack(index: SequenceIndex, action: Action, joint: Joint, schools: Schools): Words {
  const name = partName(index, action.part);
  const inner = lowerName(name);
  switch (joint.type) {
    case 'screws':
    case 'standoffs':
      return screwsBack(index, action, joint, schools);
    case 'connector':
      return connectorBack(index, action, joint);
    case 'clips':
      return clipsHome(name);
    case 'rivets':
      return {
        title: `${name}: set new rivets`,
        detail: 'Single use; where the maker names screws in their place, those',
      };
    case 'adhesive':
      return renewed(name, 'adhesive');
    case 'stretch-tape':
      return renewed(name, 'tape');
    case 'tape':
    case 'foot':
      return {
        title: `${name}: press the ${joint.type === 'foot' ? 'glue' : 'tape'} back down`,
        detail: 'Renew it where it no longer holds',
      };
    case 'latch':
      return { title: `Close the ${inner} latch`, detail: 'Until it snaps' };
    case 'pegs':
      return { title: `Press the ${inner} onto its pegs`, detail: '' };
    case 'slide':
      return { title: `Slide ${inner} back`, detail: '' };
    case 'routing':
      return {
        title: `Lay the ${inner} into its guides`,
        detail: 'As it ran before; nothing pinched, nothing under tension',
      };
    case 'solder':
      return { title: `Solder the ${inner} again`, detail: 'Same side, same polarity; look for bridges' };
    default:
      return unreachable(joint.type);
  }
}

function screwsBack(index: SequenceIndex, action: Action, joint: Joint, schools: Schools): Words {
  const name = partName(index, action.part);
  const count = joint.count ?? null;
  const noun = joint.type === 'standoffs' ? 'standoff' : 'screw';
  const screws = count === 1 ? noun : `${noun}s`;
  const isHeatsink = index.part.get(action.part)?.kind === 'heatsink';
  const isCaptive = joint.screw?.captive === true;
  const detail = [
    tighteningWords(joint, isHeatsink, schools) ?? 'Finger tight and a little',
    isCaptive ? 'Captive: they are in the part' : null,
    lengthWarning(index, joint),
  ]
    .filter(Boolean)
    .join('. ');
  if (action.verb === 'loosen' || isCaptive)
    return { title: `${name}: tighten ${count ?? 'the'} ${screws}`, detail };
  return { title: `${name}: ${count ?? ''} ${screws} in`.replace(/ {2,}/g, ' '), detail };
}

/** The longer ones are named where the same part has shorter ones of the same head: swapped, they go through. */
function lengthWarning(index: SequenceIndex, joint: Joint): string | null {
  const own = lengthOf(joint.screw);
  const others = [...index.joint.values()].filter(
    (other) =>
      other.id !== joint.id &&
      other.type === 'screws' &&
      other.screw?.drive === joint.screw?.drive &&
      other.holds.some((part) => joint.holds.includes(part)),
  );
  const lengths = others.map((other) => lengthOf(other.screw)).filter((length) => length !== null);
  if (own === null || lengths.length === 0) return null;
  if (lengths.every((length) => length < own)) return `The long ones: ${screwWords(joint.screw)}`;
  return lengths.every((length) => length > own) ? `The short ones: ${screwWords(joint.screw)}` : null;
}

/** In mm where it was measured; else by its look. */
function lengthOf(screw: Screw | null | undefined): number | null {
  if (screw?.lengthMm != null) return screw.lengthMm;
  if (screw?.look === 'long') return Infinity;
  return screw?.look === 'short' ? 0 : null;
}

function connectorBack(index: SequenceIndex, action: Action, joint: Joint): Words {
  const inner = lowerName(partName(index, action.part));
  const close = joint.mechanism ? mechanismWords[joint.mechanism].close : null;
  if (action.verb !== 'unlock')
    return {
      title: `Plug in ${inner}`,
      detail: close ? `${close}, level and both sides in` : 'Until the line is level',
    };
  const hasPlug = [...index.action.values()].some(
    (other) =>
      other.part === action.part &&
      other.verb === 'unplug' &&
      index.joint.get(other.joint ?? '')?.mechanism == null,
  );
  // The ribbon itself was undone as an act of its own: here only the bar is left.
  if (hasPlug)
    return {
      title: `Close the lock of the ${inner}`,
      detail: 'The ribbon is in to its line. A gentle tug must hold',
    };
  return {
    title: `Seat the ${inner} ribbon`,
    detail: `${close ?? 'Close the lock'}. A gentle tug must hold`,
  };
}
