import { sentence } from '../../sequence/describe.ts';
import { change, nameIn, withJoint } from '../change.ts';
import { practice, type ReviewRule } from '../finding.ts';

/** Two recordings that count differently: neither is averaged, one is taken. */
export const countsDiffer: ReviewRule = {
  id: 'counts-differ',
  severity: 'warning',
  ground: practice,
  find: ({ sequence, index, conflicts }) =>
    conflicts
      .filter(({ kind }) => kind === 'count')
      .flatMap(({ part, text, witnesses }) => {
        const [first, other] = witnesses.map(({ says }) => Number(/\d+/.exec(says)?.[0]));
        const counted = (count: number | undefined) =>
          sequence.joints.find((joint) => joint.holds.some((id) => id === part) && joint.count === count);
        const joint = counted(first);
        // The other count was taken already.
        if (!joint && counted(other)) return [];
        return [
          {
            place: joint?.id ?? part,
            where: sentence(nameIn(index, part)),
            reason: `${text}; the first stands`,
            remedy:
              joint && other
                ? change(`take ${other}`, (document) =>
                    withJoint(document, joint.id, (one) => ({ ...one, count: other })),
                  )
                : null,
          },
        ];
      }),
};
