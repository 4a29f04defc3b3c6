import { lowerName } from '../reader/entries/partName.ts';
import { unreachable } from '../result.ts';
import { actionTitle, mechanismWords, partName, type SequenceIndex } from '../sequence/describe.ts';
import type { Action, Joint } from '../sequence/schema.ts';
import type { Schools } from '../shop/schools.ts';
import { tighteningWords } from './downSteps.ts';

/** An act turned round, in words: unplug becomes plug in until the line is level, peel becomes fit new. */
export function backWords(
  index: SequenceIndex,
  action: Action,
  joint: Joint | null,
  swapped: ReadonlySet<string>,
  schools: Schools,
): { title: string; detail: string } {
  const name = partName(index, action.part);
  const inner = lowerName(name);
  const part = index.part.get(action.part);
  const count = joint?.count ?? null;
  const noun = joint?.type === 'standoffs' ? 'standoff' : 'screw';
  const screws = count === 1 ? noun : `${noun}s`;
  const tightening =
    tighteningWords(joint, part?.kind === 'heatsink', schools) ?? 'Finger tight and a little';
  switch (action.verb) {
    case 'unscrew':
      return { title: `${name}: ${count ?? ''} ${screws} in`.replace(/ {2,}/g, ' '), detail: tightening };
    case 'loosen':
      return { title: `${name}: tighten ${count ?? 'the'} ${screws}`, detail: tightening };
    case 'unplug':
      return {
        title: `Plug in ${inner}`,
        detail: joint?.mechanism
          ? `${mechanismWords[joint.mechanism].close}, level and both sides in`
          : 'Until the line is level',
      };
    case 'unlock':
      return {
        title: `Seat the ${inner} ribbon`,
        detail: `${joint?.mechanism ? mechanismWords[joint.mechanism].close : 'Close the lock'}. A gentle tug must hold`,
      };
    case 'peel':
      return joint?.type === 'tape' || joint?.type === 'foot'
        ? {
            title: `${name}: press the ${joint.type === 'foot' ? 'glue' : 'tape'} back down`,
            detail: 'Renew it where it no longer holds',
          }
        : {
            title: `${name}: fit new ${joint?.type === 'adhesive' ? 'adhesive' : 'tape'}`,
            detail: 'Single use: clean the face, lay the new strips',
          };
    case 'pry':
    case 'unclip':
      return {
        title: `${name}: press the clips home`,
        detail: 'Tab side first, press around in order; all clips before any screw',
      };
    case 'slide':
      if (joint?.type === 'routing')
        return {
          title: `Lay the ${inner} into its guides`,
          detail: 'As it ran before; nothing pinched, nothing under tension',
        };
      return { title: `Slide ${inner} back`, detail: '' };
    case 'lift':
      if (swapped.has(action.part)) return { title: `New ${inner} in`, detail: action.note };
      return {
        title: `${name} on`,
        detail: part?.reuse === 'single-use' ? 'Single use: fit a new one' : action.note,
      };
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
