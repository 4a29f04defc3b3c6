import { configure, type Configuration } from '../sequence/configuration.ts';
import type { Need, Sequence } from '../sequence/schema.ts';
import type { Difference } from './events.ts';

/**
 * The sequence as it is in one unit: its configuration, and what was found to differ at the bench. Counts
 * and kinds are those found; an act that is not there is gone, and whatever needed it no longer waits for
 * it; an act that a part blocks waits for that part to come off.
 */
export function unitSequence(
  document: Sequence,
  configuration: Configuration,
  differences: readonly Difference[] = [],
): Sequence {
  const here = configure(document, configuration);
  if (differences.length === 0) return here;
  const absent = new Set(differences.flatMap((one) => (one.what === 'absent' ? one.action : [])));
  const jointOf = new Map<string, string>(
    here.actions.flatMap((action) => (action.joint ? [[action.id, action.joint]] : [])),
  );
  const found = new Map<string, Extract<Difference, { what: 'count' | 'screw' }>[]>();
  for (const one of differences) {
    const joint = jointOf.get(one.action);
    if (joint && (one.what === 'count' || one.what === 'screw'))
      found.set(joint, [...(found.get(joint) ?? []), one]);
  }
  return {
    ...here,
    joints: here.joints.map((joint) =>
      (found.get(joint.id) ?? []).reduce(
        (known, one) =>
          one.what === 'count'
            ? { ...known, count: one.count }
            : { ...known, screw: { ...known.screw, ...one.screw } },
        joint,
      ),
    ),
    actions: here.actions.filter((action) => !absent.has(action.id)),
    needs: [
      ...here.needs.flatMap((need): Need[] => {
        // An alternative that is not there frees the act, as it does in a configuration without it.
        if (absent.has(need.action) || need.anyOf.some((id) => absent.has(id))) return [];
        return [need];
      }),
      ...blockedNeeds(here, differences),
    ],
  };
}

function blockedNeeds(here: Sequence, differences: readonly Difference[]): Need[] {
  return differences.flatMap((one): Need[] => {
    if (one.what !== 'blocked' || one.by === null) return [];
    const action = here.actions.find((candidate) => candidate.id === one.action);
    const lift = here.actions.find((candidate) => candidate.part === one.by && candidate.verb === 'lift');
    return action && lift ? [{ action: action.id, anyOf: [lift.id], basis: 'blocked' }] : [];
  });
}
