import { actsOfSequence } from '../../derive/actsOfSequence.ts';
import { conducts, isMains, openingOf } from '../../derive/hardware.ts';
import { disconnections, isConnector, ofBattery, sceneOf } from '../../derive/layers.ts';
import { actionWords } from '../../sequence/describe.ts';
import { change, withNeeds } from '../change.ts';
import { practice, type ReviewContext, type ReviewRule } from '../finding.ts';

/** What carries current, or touches what does, waits for the battery and the mains. */
export const powerFirst: ReviewRule = {
  id: 'power-first',
  severity: 'stop',
  ground: practice,
  find: (context) => {
    const { index } = context;
    return liveActs(context).flatMap(({ off, early }) => {
      const source = isMains(off.part) ? 'the mains' : 'the battery';
      const pack = early.find((act) => act.verb === 'lift' && ofBattery(act));
      const others = early.filter((act) => act !== pack);
      const words = (id: string): string => {
        const action = index.action.get(id);
        return action ? actionWords(index, action) : id;
      };
      const names = others.map((act) => `“${words(act.id)}”`).join(', ');
      const finding = (place: string, reason: string, acts: typeof early) => ({
        place,
        where: words(off.id),
        reason,
        remedy: change(source === 'the mains' ? 'mains first' : 'battery first', (document) =>
          withNeeds(
            document,
            acts.map((act) => [act.id, off.id]),
            'power',
          ),
        ),
      });
      return [
        ...(pack ? [finding(pack.id, 'the pack may be lifted while its plug is still in', [pack])] : []),
        ...(others.length > 0
          ? [finding(off.id, `${names} may come before ${source} is disconnected`, others)]
          : []),
      ];
    });
  },
};

/** For each disconnection what may be reached before it, though nothing leads past it to the disconnection. */
function liveActs({ sequence, before }: ReviewContext) {
  const acts = actsOfSequence(sequence);
  const { form } = sequence.model;
  const { wayIn } = sceneOf(acts, form);
  const offs = disconnections(acts);
  return offs.map((off) => ({
    off,
    early: acts.filter(
      (act) =>
        !offs.includes(act) &&
        act.verb !== 'hold' &&
        act.verb !== 'wait' &&
        (isConnector(act) ||
          (conducts(act.part) && act.part !== wayIn?.part && openingOf(act.part, form) !== 'wide')) &&
        !before(act.id).has(off.id) &&
        !before(off.id).has(act.id),
    ),
  }));
}
