import { isMains } from '../../derive/hardware.ts';
import { disconnections, isConnector, ofBattery, opensUnit, touchesCurrent } from '../../derive/layers.ts';
import { stepWords } from '../../sequence/describe.ts';
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
      const names = others.map((act) => `“${stepWords(index, act.id)}”`).join(', ');
      const finding = (place: string, reason: string, acts: typeof early) => ({
        place,
        where: stepWords(index, off.id),
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
function liveActs({ scene, before }: ReviewContext) {
  const { acts } = scene;
  const offs = disconnections(acts);
  return offs.map((off) => ({
    off,
    early: acts.filter(
      (act) =>
        !offs.includes(act) &&
        touchesCurrent(act) &&
        (isConnector(act) || !opensUnit(scene, act.part)) &&
        !before(act.id).has(off.id) &&
        !before(off.id).has(act.id),
    ),
  }));
}
