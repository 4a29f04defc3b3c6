import { openingOf } from '../../derive/hardware.ts';
import { liesOver } from '../../derive/layers.ts';
import type { Act } from '../../derive/replayRecording.ts';
import { actionWords, stepWords } from '../../sequence/describe.ts';
import { change, nameIn, withNeeds } from '../change.ts';
import { practice, type ReviewRule } from '../finding.ts';

/** A part is not lifted before all that holds it is undone. */
export const liftNotWaiting: ReviewRule = {
  id: 'lift-not-waiting',
  severity: 'stop',
  ground: practice,
  find: ({ sequence, index, before }) =>
    sequence.actions.flatMap((action) => {
      const joint = index.joint.get(action.joint ?? '');
      return (joint?.holds ?? []).flatMap((part) => {
        const lift = index.liftOf.get(part);
        if (!lift || before(lift.id).has(action.id) || before(action.id).has(lift.id)) return [];
        return [
          {
            place: `${lift.id}/${action.id}`,
            where: actionWords(index, lift),
            reason: `it may come before “${actionWords(index, action)}”, which holds it`,
            remedy: change('make it wait', (document) =>
              withNeeds(document, [[lift.id, action.id]], 'holds'),
            ),
          },
        ];
      });
    }),
};

/** What lies under a cover waits for the cover, where it was seen only after it was off. */
export const coverNotOpened: ReviewRule = {
  id: 'cover-not-opened',
  severity: 'warning',
  ground: practice,
  find: ({ scene, index, before }) => {
    const { acts } = scene;
    const isWide = (act: Act): boolean => openingOf(act.part, scene.form) === 'wide';
    const opener = scene.wayIn ?? acts.find((act) => act.verb === 'lift' && isWide(act));
    if (!opener) return [];
    // Another cover may be outside as well; what it opens is its own.
    const under = acts
      .slice(acts.indexOf(opener) + 1)
      .filter(
        (act) =>
          act.part !== opener.part &&
          !isWide(act) &&
          liesOver(opener, act, scene) &&
          !before(act.id).has(opener.id),
      );
    if (under.length === 0) return [];
    const part = index.action.get(opener.id)?.part ?? opener.part;
    return [
      {
        place: opener.id,
        where: stepWords(index, opener.id),
        reason: `${under.map(({ id }) => `“${stepWords(index, id)}”`).join(', ')} came after it, and may be reached without it`,
        remedy: change(`after the ${nameIn(index, part)}`, (document) =>
          withNeeds(
            document,
            under.map(({ id }) => [id, opener.id]),
            'assumed',
          ),
        ),
      },
    ];
  },
};
