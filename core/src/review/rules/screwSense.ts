import { caseCovers } from '../../sequence/caseCovers.ts';
import { actionWords, jointWords } from '../../sequence/describe.ts';
import { recessFor } from '../../tables/recesses.ts';
import { change, nameIn, withAction, withJoint } from '../change.ts';
import { practice, type ReviewRule } from '../finding.ts';

const driver = /^(PH0*\d?|JIS0*\d?|T\d+|P\d+|Y\d+|H\d+(\.\d+)?|slot)$/;

/** The driver in the step is the one that the recess takes. */
export const recessAndDriver: ReviewRule = {
  id: 'recess-and-driver',
  severity: 'warning',
  ground: practice,
  find: ({ sequence, index }) =>
    sequence.actions.flatMap((action) => {
      const size = index.joint.get(action.joint ?? '')?.screw?.size;
      const undoes = action.verb === 'unscrew' || action.verb === 'loosen';
      if (!undoes || !size || !action.tool || !driver.test(action.tool) || action.tool === size) return [];
      return [
        {
          place: action.id,
          where: actionWords(index, action),
          reason: `the recess is ${size}, the driver ${action.tool}: it cams out and ruins the screw`,
          remedy: change(`use ${size}`, (document) =>
            withAction(document, action.id, (one) => ({ ...one, tool: size })),
          ),
        },
      ];
    }),
};

/** Recess and thread agree with the table of standard screws, or are one size below it. */
export const sizeAndThread: ReviewRule = {
  id: 'size-and-thread',
  severity: 'hint',
  ground:
    'ISO 7045 with ISO 4757, ISO 14583 with ISO 10664 (from memory); one size below is common practice, no source',
  find: ({ sequence, index }) =>
    sequence.joints.flatMap((joint) => {
      const { screw } = joint;
      if (!screw?.size || !screw.thread) return [];
      const allowed = recessFor(screw.size, screw.thread);
      if (!allowed || allowed.fits) return [];
      return [
        {
          place: joint.id,
          where: `${joint.holds.map((part) => nameIn(index, part)).join(', ')}, ${jointWords(joint)}`,
          reason: `a ${screw.thread} screw usually has ${allowed.usual}${allowed.below ? ` or ${allowed.below}` : ''}; measure again`,
          remedy: change(`take ${allowed.usual}`, (document) =>
            withJoint(document, joint.id, (one) => ({
              ...one,
              screw: { ...one.screw, size: allowed.usual },
            })),
          ),
        },
      ];
    }),
};

/** A screw through the case is undone from outside, before any cover is off. */
export const throughCaseInside: ReviewRule = {
  id: 'through-case-inside',
  severity: 'warning',
  ground: practice,
  find: ({ sequence, index, before }) => {
    const cases = caseCovers(sequence.parts, sequence.joints);
    return sequence.actions.flatMap((action) => {
      const joint = index.joint.get(action.joint ?? '');
      if (!joint?.throughCase || (action.verb !== 'unscrew' && action.verb !== 'loosen')) return [];
      const inside = [...before(action.id)].some((id) => {
        const earlier = index.action.get(id);
        return earlier?.verb === 'lift' && earlier.part !== action.part && cases.has(earlier.part);
      });
      if (!inside) return [];
      return [
        {
          place: joint.id,
          where: actionWords(index, action),
          reason: 'it is marked as going through the case, yet a cover comes off before it',
          remedy: change('it is an inner screw', (document) =>
            withJoint(document, joint.id, (one) => ({ ...one, throughCase: false })),
          ),
        },
      ];
    });
  },
};
