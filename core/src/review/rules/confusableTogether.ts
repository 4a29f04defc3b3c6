import { alikeScrews } from '../../run/alike.ts';
import { threadWords } from '../../sequence/screw.ts';
import { change, nameIn, saidAt, withCaution } from '../change.ts';
import { practice, type ReviewRule } from '../finding.ts';

/** Look-alikes that come out of one part in one go are told apart by their place. */
export const confusableTogether: ReviewRule = {
  id: 'confusable-together',
  severity: 'warning',
  ground: practice,
  find: ({ sequence, index }) => {
    const groups = sequence.actions.flatMap((action) => {
      const joint = index.joint.get(action.joint ?? '');
      return action.verb === 'unscrew' && joint?.screw ? [{ action, joint, screw: joint.screw }] : [];
    });
    return groups.flatMap((one, i) =>
      groups.slice(i + 1).flatMap((other) => {
        if (one.action.part !== other.action.part || !alikeScrews(one.screw, other.screw)) return [];
        const told = /apart|mix|length|shorter|longer/i;
        const placed = (group: typeof one): boolean => Boolean(group.joint.where);
        if (
          (placed(one) && placed(other)) ||
          told.test(saidAt(one.action)) ||
          told.test(saidAt(other.action))
        )
          return [];
        const words = `${threadWords(one.screw)} and ${threadWords(other.screw)}`;
        return [
          {
            place: other.action.id,
            where: `${nameIn(index, one.action.part)}, ${words}`,
            reason: 'two kinds that look alike come out together, and nothing says which goes where',
            remedy: change('say to keep them apart', (document) =>
              withCaution(document, other.action.id, `Two kinds look alike, ${words}: keep them apart`),
            ),
          },
        ];
      }),
    );
  },
};
