import { verbFor, defaultSeconds } from '../../estimate/defaultSeconds.ts';
import { jointWords } from '../../sequence/describe.ts';
import { actionIdSchema, type Action } from '../../sequence/schema.ts';
import { change, nameIn, withNeeds } from '../change.ts';
import { practice, type ReviewRule } from '../finding.ts';

/** What holds a part is undone before the part is lifted. */
export const jointNotUndone: ReviewRule = {
  id: 'joint-not-undone',
  severity: 'stop',
  ground: practice,
  find: ({ sequence, index }) => {
    const undone = new Set(sequence.actions.flatMap((action) => action.joint ?? []));
    return sequence.joints.flatMap((joint) => {
      const lift = joint.holds.flatMap((part) => index.liftOf.get(part) ?? [])[0];
      if (undone.has(joint.id) || !lift) return [];
      const verb = verbFor(joint.type, joint.screw?.captive === true, joint.mechanism);
      const action: Action = {
        id: actionIdSchema.parse(`undo-${joint.id}`),
        verb,
        joint: joint.id,
        part: lift.part,
        tool: joint.screw?.size ?? null,
        face: lift.face,
        seconds: defaultSeconds(verb, joint.count),
        cautions: [],
        note: '',
      };
      return [
        {
          place: joint.id,
          where: `${nameIn(index, lift.part)}, ${jointWords(joint)}`,
          reason: `the ${nameIn(index, lift.part)} is lifted, and nothing undoes its ${jointWords(joint)}`,
          remedy: change('undo it before the lift', (document) => {
            const at = document.actions.findIndex((candidate) => candidate.id === lift.id);
            const actions = [...document.actions.slice(0, at), action, ...document.actions.slice(at)];
            return withNeeds({ ...document, actions }, [[lift.id, action.id]], 'holds');
          }),
        },
      ];
    });
  },
};
