import { actionWords } from '../../sequence/describe.ts';
import type { Action } from '../../sequence/schema.ts';
import { change, withNeeds } from '../change.ts';
import { practice, type ReviewRule } from '../finding.ts';

/** The battery is disconnected before any other connector. */
export const powerFirst: ReviewRule = {
  id: 'power-first',
  severity: 'stop',
  ground: practice,
  find: ({ sequence, index, before }) => {
    const isPack = (action: Action): boolean => index.part.get(action.part)?.kind === 'battery';
    const opens = (action: Action): boolean => action.verb === 'unplug' || action.verb === 'unlock';
    const power = sequence.actions.find((action) => isPack(action) && opens(action));
    if (!power) return [];
    const early = sequence.actions.filter(
      (action) =>
        opens(action) &&
        !isPack(action) &&
        !before(action.id).has(power.id) &&
        !before(power.id).has(action.id),
    );
    if (early.length === 0) return [];
    const names = early.map((action) => `“${actionWords(index, action)}”`).join(', ');
    return [
      {
        place: power.id,
        where: actionWords(index, power),
        reason: `${names} may come before the battery is disconnected`,
        remedy: change('battery first', (document) =>
          withNeeds(
            document,
            early.map((action) => [action.id, power.id]),
            'power',
          ),
        ),
      },
    ];
  },
};
