import { actionWords } from '../../sequence/describe.ts';
import { change, nameIn, withAction, withNeeds } from '../change.ts';
import { practice, type ReviewRule } from '../finding.ts';

/** One step, one tool: two hide a tool change from the count. */
export const oneTool: ReviewRule = {
  id: 'one-tool',
  severity: 'warning',
  ground: practice,
  find: ({ sequence, index }) =>
    sequence.actions.flatMap((action) => {
      const tools = (action.tool ?? '').split(/\s*(?:,|\+|\/|&|\band\b|\bor\b|\bthen\b)\s*/).filter(Boolean);
      const [first, second] = tools;
      if (!first || !second) return [];
      return [
        {
          place: action.id,
          where: actionWords(index, action),
          reason: `the step asks for two tools, ${tools.join(' and ')}`,
          remedy: change(`keep ${first}`, (document) =>
            withAction(document, action.id, (one) => ({
              ...one,
              tool: first,
              note: [one.note, `Also at hand: ${tools.slice(1).join(', ')}`].filter(Boolean).join('. '),
            })),
          ),
        },
      ];
    }),
};

/** An act that nothing waits for is never on a route. */
export const nothingNeeds: ReviewRule = {
  id: 'nothing-needs',
  severity: 'hint',
  ground: practice,
  find: ({ sequence, index }) => {
    const needed = new Set(sequence.needs.flatMap((need) => need.anyOf as readonly string[]));
    const free = new Set(['lift', 'turn', 'clean', 'check']);
    return sequence.actions.flatMap((action) => {
      if (free.has(action.verb) || needed.has(action.id)) return [];
      const lift = index.liftOf.get(action.part);
      return [
        {
          place: action.id,
          where: actionWords(index, action),
          reason: 'nothing waits for it, so no route ever does it',
          remedy: lift
            ? change(`before the ${nameIn(index, action.part)} is lifted`, (document) =>
                withNeeds(document, [[lift.id, action.id]], action.joint ? 'holds' : 'pinned'),
              )
            : change('leave it out', (document) => ({
                ...document,
                actions: document.actions.filter((one) => one.id !== action.id),
                needs: document.needs.filter((need) => need.action !== action.id),
              })),
        },
      ];
    });
  },
};
