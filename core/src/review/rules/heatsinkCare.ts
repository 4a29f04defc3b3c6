import { actionWords } from '../../sequence/describe.ts';
import { change, nameIn, saidAt, withAction, withJoint } from '../change.ts';
import { practice, type ReviewRule } from '../finding.ts';

/** A heatsink that comes off gets new compound or pads, every time. */
export const heatsinkCompound: ReviewRule = {
  id: 'heatsink-compound',
  severity: 'warning',
  ground: practice,
  find: ({ sequence, index }) => {
    const told = /compound|paste|thermal|\bpads?\b/i;
    return sequence.actions.flatMap((action) => {
      const part = index.part.get(action.part);
      if (action.verb !== 'lift' || part?.kind !== 'heatsink') return [];
      const own = sequence.actions.filter((other) => other.part === action.part);
      if (own.some((other) => other.verb === 'clean' || told.test(saidAt(other)))) return [];
      if (sequence.checks.some((check) => told.test(check.text))) return [];
      return [
        {
          place: action.id,
          where: actionWords(index, action),
          reason: `nothing says that the ${nameIn(index, action.part)} goes back with new thermal paste`,
          remedy: change('say so', (document) =>
            withAction(document, action.id, (one) => ({
              ...one,
              note: [one.note, 'Back on: clean both faces, new thermal paste'].filter(Boolean).join('. '),
            })),
          ),
        },
      ];
    });
  },
};

/** The screws of a heatsink are undone and done up in an order that keeps the pressure even. */
export const heatsinkOrder: ReviewRule = {
  id: 'heatsink-order',
  severity: 'warning',
  ground: practice,
  find: ({ sequence, index }) =>
    sequence.joints.flatMap((joint) => {
      const part = joint.holds.find((id) => index.part.get(id)?.kind === 'heatsink');
      if (!part || joint.type !== 'screws' || (joint.tighten ?? 'any') !== 'any' || (joint.count ?? 2) < 2)
        return [];
      return [
        {
          place: joint.id,
          where: `${nameIn(index, part)}, screws`,
          reason: 'no order is given, and uneven pressure ruins the contact',
          remedy: change('crosswise', (document) =>
            withJoint(document, joint.id, (one) => ({ ...one, tighten: 'cross' })),
          ),
        },
      ];
    }),
};
