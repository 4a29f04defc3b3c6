import { actionWords } from '../../sequence/describe.ts';
import { change, nameIn, withNeeds } from '../change.ts';
import { practice, type ReviewRule } from '../finding.ts';

/** What hides a screw comes off before the screw. */
export const hiddenNotUncovered: ReviewRule = {
  id: 'hidden-not-uncovered',
  severity: 'stop',
  ground: practice,
  find: ({ sequence, index, before }) =>
    sequence.actions.flatMap((action) => {
      const hiddenBy = index.joint.get(action.joint ?? '')?.hiddenBy;
      if (!hiddenBy) return [];
      const opened = [...before(action.id)].some((id) => index.action.get(id)?.part === hiddenBy);
      if (opened) return [];
      const cover = nameIn(index, hiddenBy);
      const lift =
        index.liftOf.get(hiddenBy) ?? sequence.actions.find((candidate) => candidate.part === hiddenBy);
      return [
        {
          place: action.id,
          where: actionWords(index, action),
          reason: `it is hidden by the ${cover}, and nothing before it uncovers it`,
          remedy: lift
            ? change(`after the ${cover}`, (document) =>
                withNeeds(document, [[action.id, lift.id]], 'covers'),
              )
            : { kind: 'line', words: `record how the ${cover} comes off`, line: `${cover} off` },
        },
      ];
    }),
};
