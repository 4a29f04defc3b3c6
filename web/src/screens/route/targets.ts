import {
  actionTitle,
  indexSequence,
  otherNamesOf,
  pairTargets,
  procedureTargets,
  remainingTargets,
  type Part,
  type Sequence,
} from '@bemtor/core';

/** What is asked for most, by part or else by kind; the rest is behind "other part". Common practice, no source. */
const usual = ['battery', 'keyboard', 'coin-cell', 'system-board', 'storage', 'display'];
/** As many as fit beside the field for the others, each with a digit as its key. */
const offeredCount = 5;

/** The parts that can be taken off in this configuration. */
export const liftableParts = (here: Sequence): Part[] =>
  here.actions.flatMap((action) =>
    action.verb === 'lift' ? (here.parts.find((part) => part.id === action.part) ?? []) : [],
  );

export function offeredTargets(here: Sequence): Part[] {
  const parts = liftableParts(here);
  const find = (wanted: string) =>
    parts.find((part) => part.id === wanted) ?? parts.find((part) => part.kind === wanted);
  return usual.flatMap((wanted) => find(wanted) ?? []).slice(0, offeredCount);
}

/**
 * What the field finds: parts by any of their names, pairs that come only together, what remains once all else is
 * off, procedures, and connectors that are only to be taken apart.
 */
export interface FoundTarget {
  readonly title: string;
  readonly value: string;
  /** All that is searched in. */
  readonly names: string;
}

export function findableTargets(here: Sequence, chosen: readonly string[]): FoundTarget[] {
  const index = indexSequence(here);
  const parts = liftableParts(here).map((part) => ({
    title: part.name,
    value: part.id as string,
    names: `${part.name}, ${part.id}, ${otherNamesOf(part.id)}`,
  }));
  const connectors = here.actions
    .filter((action) => action.verb === 'unplug' || action.verb === 'unlock')
    .map((action) => {
      const title = `${actionTitle(index, action)}, no more`;
      return {
        title,
        value: action.id as string,
        names: `${title}, disconnect ${action.part}, ${otherNamesOf(action.part)}`,
      };
    });
  const named = [...pairTargets(here), ...remainingTargets(here), ...procedureTargets(here)].map(
    ({ target, title }) => ({ title, value: target, names: `${title}, ${target.replace(/[:-]/g, ' ')}` }),
  );
  const pairs = new Set(named.map(({ value }) => value));
  return [...named, ...parts.filter(({ value }) => !pairs.has(value)), ...connectors].filter(
    (target) => !chosen.includes(target.value),
  );
}
