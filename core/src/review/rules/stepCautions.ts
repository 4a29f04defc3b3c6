import { actionWords } from '../../sequence/describe.ts';
import type { Action, Joint, Part } from '../../sequence/schema.ts';
import { change, saidAt, withCaution } from '../change.ts';
import { practice, type ReviewRule, type Severity } from '../finding.ts';

/** A rule that wants something said at a step; the remedy says it. */
function wanted(
  id: string,
  severity: Severity,
  asks: (action: Action, part: Part | undefined, joint: Joint | undefined) => boolean,
  said: RegExp,
  caution: string,
  reason: string,
): ReviewRule {
  return {
    id,
    severity,
    ground: practice,
    find: ({ sequence, index }) =>
      sequence.actions
        .filter(
          (action) =>
            asks(action, index.part.get(action.part), index.joint.get(action.joint ?? '')) &&
            !said.test(saidAt(action)),
        )
        .map((action) => ({
          place: action.id,
          where: actionWords(index, action),
          reason,
          remedy: change(`say “${caution}”`, (document) => withCaution(document, action.id, caution)),
        })),
  };
}

/** A coax plug goes straight up; sideways it tears the socket from the board. */
export const coaxStraightUp = wanted(
  'coax-straight-up',
  'warning',
  (action, _part, joint) => action.verb === 'unplug' && joint?.mechanism === 'coax',
  /straight up/i,
  'Straight up, never sideways',
  'a coax plug that is pulled sideways tears its socket from the board, and the step does not say so',
);

/** Sprung screws jump; the step says which they are. */
export const sprungUnmarked = wanted(
  'sprung-unmarked',
  'hint',
  (action, _part, joint) =>
    (action.verb === 'unscrew' || action.verb === 'loosen') && joint?.screw?.sprung === true,
  /spr[iu]ng|jump/i,
  'Sprung screws: they jump; keep them apart from plain ones',
  'the screws are sprung, and the step does not say so',
);

/** A display is held while its last fixing goes. */
export const displaySupport = wanted(
  'display-support',
  'warning',
  (action, part) => action.verb === 'lift' && part?.kind === 'display',
  /\b(hold|held|support|two hands|helper)/i,
  'Hold it while the last screw goes',
  'nothing says that the display is held while it comes free',
);
