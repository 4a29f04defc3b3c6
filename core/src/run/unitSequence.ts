import { configure, type Configuration } from '../sequence/configuration.ts';
import type { Joint, Need, Sequence } from '../sequence/schema.ts';
import type { Difference } from './events.ts';

/** What is found of a joint. */
type Found = Extract<Difference, { what: 'count' | 'screw' | 'points' }>;

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
  const found = new Map<string, Found[]>();
  for (const one of differences) {
    const joint = jointOf.get(one.action);
    if (joint && (one.what === 'count' || one.what === 'screw' || one.what === 'points'))
      found.set(joint, [...(found.get(joint) ?? []), one]);
  }
  return {
    ...here,
    joints: here.joints.map((joint) => (found.get(joint.id) ?? []).reduce(withFound, joint)),
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

function withFound(joint: Joint, found: Found): Joint {
  switch (found.what) {
    case 'count':
      return { ...joint, count: found.count };
    case 'screw':
      return { ...joint, screw: { ...joint.screw, ...found.screw } };
    case 'points':
      return { ...joint, points: found.points };
  }
}

function blockedNeeds(here: Sequence, differences: readonly Difference[]): Need[] {
  return differences.flatMap((one): Need[] => {
    if (one.what !== 'blocked' || one.by === null) return [];
    const action = here.actions.find((candidate) => candidate.id === one.action);
    const lift = here.actions.find((candidate) => candidate.part === one.by && candidate.verb === 'lift');
    return action && lift ? [{ action: action.id, anyOf: [lift.id], basis: 'blocked' }] : [];
  });
}
