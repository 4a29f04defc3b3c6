import { actionWords } from '../../sequence/describe.ts';
import { change, nameIn, saidAt, withCaution } from '../change.ts';
import { practice, type ReviewRule } from '../finding.ts';

const caution = 'Single use: have a new one at hand';

/** What can be used only once has a replacement: a number, or at least a word that a new one is wanted. */
export const singleUse: ReviewRule = {
  id: 'single-use-replacement',
  severity: 'warning',
  ground: practice,
  find: ({ sequence, index }) =>
    sequence.actions.flatMap((action) => {
      const part = index.part.get(action.part);
      const joint = index.joint.get(action.joint ?? '');
      const strips = action.verb === 'peel' && joint?.type === 'stretch-tape';
      const once = action.verb === 'lift' && part?.reuse === 'single-use';
      if (!strips && !once) return [];
      const numbered = once && part?.numbers.some(({ role }) => role === 'replacement');
      if (numbered || /single[ -]use|\bnew\b|replace|trim/i.test(saidAt(action))) return [];
      return [
        {
          place: action.id,
          where: actionWords(index, action),
          reason: strips
            ? 'stretch-release tape serves once, and the step names no new strips'
            : `the ${nameIn(index, action.part)} serves once, and no replacement has a number`,
          remedy: change(`say “${caution}”`, (document) => withCaution(document, action.id, caution)),
        },
      ];
    }),
};
