import { differenceWords } from '../../run/differenceWords.ts';
import type { Difference } from '../../run/events.ts';
import { actionWords } from '../../sequence/describe.ts';
import type { Sequence } from '../../sequence/schema.ts';
import { change, withJoint, withNeeds } from '../change.ts';
import { practice, type ReviewRule, type Remedy } from '../finding.ts';
import type { RunEvidence } from '../runEvidence.ts';

/** What runs found to differ: evidence against the sequence, alike findings of several runs together. */
export const runsDiffer: ReviewRule = {
  id: 'runs-differ',
  severity: 'warning',
  ground: practice,
  find: ({ sequence, index, evidence }) => {
    const groups = new Map<string, RunEvidence[]>();
    for (const one of evidence) {
      if (!index.action.has(one.difference.action) || agrees(sequence, one.difference)) continue;
      const key = JSON.stringify(one.difference);
      groups.set(key, [...(groups.get(key) ?? []), one]);
    }
    return [...groups.values()].map((witnesses) => {
      const difference = witnesses[0]?.difference as Difference;
      const action = index.action.get(difference.action);
      const units = [...new Set(witnesses.map(({ unit }) => unit))].join(', ');
      return {
        place: `${difference.action}/${difference.what}`,
        where: action ? actionWords(index, action) : difference.action,
        reason: `${differenceWords(index, difference)} (${units})`,
        remedy: remedyFor(sequence, difference),
      };
    });
  },
};

/** Does the document say the same by now? */
function agrees(sequence: Sequence, difference: Difference): boolean {
  const action = sequence.actions.find(({ id }) => id === difference.action);
  const joint = sequence.joints.find(({ id }) => id === action?.joint);
  if (difference.what === 'count') return joint?.count === difference.count;
  if (difference.what === 'screw')
    return JSON.stringify({ ...joint?.screw, ...difference.screw }) === JSON.stringify(joint?.screw);
  if (difference.what === 'points')
    return JSON.stringify(joint?.points) === JSON.stringify(difference.points);
  if (difference.what !== 'blocked') return false;
  const lift = sequence.actions.find(({ part, verb }) => part === difference.by && verb === 'lift');
  return sequence.needs.some(
    (need) => need.action === action?.id && need.anyOf.some((id) => id === lift?.id),
  );
}

function remedyFor(sequence: Sequence, difference: Difference): Remedy | null {
  const action = sequence.actions.find(({ id }) => id === difference.action);
  if (!action) return null;
  const { joint } = action;
  switch (difference.what) {
    case 'count':
      return joint
        ? change(`take ${difference.count}`, (document) =>
            withJoint(document, joint, (one) => ({ ...one, count: difference.count })),
          )
        : null;
    case 'screw':
      return joint
        ? change('take the kind found', (document) =>
            withJoint(document, joint, (one) => ({ ...one, screw: { ...one.screw, ...difference.screw } })),
          )
        : null;
    case 'points':
      return joint
        ? change('take the points', (document) =>
            withJoint(document, joint, (one) => ({ ...one, points: difference.points })),
          )
        : null;
    case 'absent':
      return change('leave the step out', (document) => ({
        ...document,
        actions: document.actions.filter((one) => one.id !== action.id),
        joints: document.joints.filter((one) => one.id !== joint),
        needs: document.needs.filter(
          (need) => need.action !== action.id && !need.anyOf.some((id) => id === action.id),
        ),
      }));
    case 'blocked': {
      const lift = sequence.actions.find(({ part, verb }) => part === difference.by && verb === 'lift');
      return lift
        ? change('make it wait', (document) => withNeeds(document, [[action.id, lift.id]], 'blocked'))
        : null;
    }
  }
}
