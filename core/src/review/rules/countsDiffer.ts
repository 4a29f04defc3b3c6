import { change, withJoint } from '../change.ts';
import { practice, type ReviewRule } from '../finding.ts';

/** Two recordings that count differently: neither is averaged, one is taken. */
export const countsDiffer: ReviewRule = {
  id: 'counts-differ',
  severity: 'warning',
  ground: practice,
  find: ({ sequence, conflicts }) =>
    conflicts
      .filter(({ kind }) => kind === 'count')
      .map(({ part, text, witnesses }) => {
        const other = Number(/\d+/.exec(witnesses[1]?.says ?? '')?.[0]);
        const first = Number(/\d+/.exec(witnesses[0]?.says ?? '')?.[0]);
        const joint = sequence.joints.find(
          (candidate) => candidate.holds.some((id) => id === part) && candidate.count === first,
        );
        return {
          place: joint?.id ?? part,
          where: part,
          reason: `${text}; the first stands`,
          remedy:
            joint && other > 0
              ? change(`take ${other}`, (document) =>
                  withJoint(document, joint.id, (one) => ({ ...one, count: other })),
                )
              : null,
        };
      }),
};
