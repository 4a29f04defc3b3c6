import { lowerName } from '../reader/entries/partName.ts';
import { unreachable } from '../result.ts';
import { actionTitle, jointWords, partName, type SequenceIndex } from '../sequence/describe.ts';
import { screwWords } from '../sequence/screw.ts';
import type { Difference } from './events.ts';

/** What was found to differ, as a person says it: `Base cover: 5 screws, not 6`. */
export function differenceWords(index: SequenceIndex, difference: Difference): string {
  const action = index.action.get(difference.action);
  if (!action) return `${difference.action}: ${difference.what}`;
  const joint = action.joint ? index.joint.get(action.joint) : undefined;
  const name = partName(index, action.part);
  switch (difference.what) {
    case 'count':
      return joint?.count == null
        ? `${name}: ${difference.count} here; the sequence did not know how many`
        : `${name}: ${difference.count} here, the sequence says ${joint.count}`;
    case 'screw':
      return `${name}: ${screwWords(difference.screw)} here, the sequence says ${joint ? jointWords(joint) : 'nothing'}`;
    case 'points':
      return `${name}: where ${difference.points.length === 1 ? 'the screw is' : `${difference.points.length} screws are`} was put in`;
    case 'absent':
      return `“${actionTitle(index, action)}” is not there in this unit`;
    case 'blocked':
      return difference.by === null
        ? `“${actionTitle(index, action)}” is blocked by something not yet known`
        : `“${actionTitle(index, action)}” waits for the ${lowerName(partName(index, difference.by))}`;
    default:
      return unreachable(difference);
  }
}
