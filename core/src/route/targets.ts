import { actsOfSequence } from '../derive/actsOfSequence.ts';
import { disconnections } from '../derive/layers.ts';
import { lowerName } from '../reader/entries/partName.ts';
import { actionTitle, indexSequence, partName, type SequenceIndex } from '../sequence/describe.ts';
import { precedence } from '../sequence/precedence.ts';
import type { Action, Part, Sequence } from '../sequence/schema.ts';

/** What is asked for besides a part and an act. */
const remainsPrefix = 'remains:';
export const clockReset = 'procedure:clock-reset';
export const firmwareChip = 'procedure:firmware';

/** Is it something that is done inside, with no part to exchange? */
export const isProcedure = (target: string): boolean => target.startsWith('procedure:');

/** How long a clock without power keeps its settings, at most, with room. Common practice, no source. */
export const clockResetSeconds = 60;

/** The part that is what remains once all else is off; null for any other target. */
export const remainsOf = (target: string): string | null =>
  target.startsWith(remainsPrefix) ? target.slice(remainsPrefix.length) : null;

/**
 * The acts that a target means, in a document that is already configured: an act by its id; a part by its lift, and
 * with it the lift of what comes only together with it; `remains:PART` all that comes off it; the reset of the
 * clock the coin cell's plug, or else its lift; the firmware's chip what lies over the board and all that feeds it.
 * Empty where there is none. O(actions · needs).
 */
export function actsToward(here: Sequence, target: string): readonly Action[] {
  const act = here.actions.find((action) => action.id === target);
  if (act) return [act];
  const lifts = here.actions.filter((action) => action.verb === 'lift');
  const rest = remainsOf(target);
  if (rest !== null)
    return here.parts.some((part) => part.id === rest) ? lifts.filter((action) => action.part !== rest) : [];
  if (target === clockReset) return [clockResetAct(here)].filter((action) => action !== undefined);
  if (target === firmwareChip) return firmwareActs(here);
  const together = here.parts.find((part) => part.id === target)?.comesWith ?? [];
  return lifts.filter((action) => action.part === target || together.some((other) => other === action.part));
}

function clockResetAct(here: Sequence): Action | undefined {
  const cells = new Set(here.parts.filter(({ kind }) => kind === 'coin-cell').map(({ id }) => id));
  const acts = here.actions.filter((action) => cells.has(action.part));
  return acts.find(({ verb }) => verb === 'unplug') ?? acts.find(({ verb }) => verb === 'lift');
}

/** What covers a board from above. Common practice, no source. */
const lids = new Set(['cover', 'shield']);

/** The board's chip is read or written where it sits: what covers the board is off, and nothing feeds it. */
function firmwareActs(here: Sequence): Action[] {
  const own = here.actions.filter(({ part }) => part === 'system-board');
  const kind = new Map(here.parts.map((part) => [part.id, part.kind]));
  const before = precedence(here);
  const waited = new Set(own.flatMap(({ id }) => [...before(id)]));
  const over = here.actions.filter(
    ({ id, verb, part }) => waited.has(id) && verb === 'lift' && lids.has(kind.get(part) ?? ''),
  );
  if (over.length === 0) return [];
  const dead = new Set(disconnections(actsOfSequence(here)).map(({ id }) => id));
  const cell = clockResetAct(here);
  return here.actions.filter((action) => over.includes(action) || dead.has(action.id) || action === cell);
}

/** Something that can be asked for, by its name. */
export interface NamedTarget {
  readonly target: string;
  readonly title: string;
}

/** Parts with what comes only together with them; a name that has no lift of its own is reached by the other's. */
export const pairTargets = (here: Sequence): NamedTarget[] =>
  here.parts
    .filter((part) => (part.comesWith?.length ?? 0) > 0 && actsToward(here, part.id).length > 0)
    .map((part) => ({ target: part.id, title: pairName(here, part) }));

function pairName(here: Sequence, part: Part): string {
  const index = indexSequence(here);
  const others = (part.comesWith ?? []).map((id) => lowerName(partName(index, id)));
  return `${part.name} with ${others.join(' and ')}`;
}

/** Kinds that may be what everything else is taken off from. Common practice, no source. */
const carriers = new Set(['cover', 'frame', 'keyboard', 'board', 'chassis']);

/** Parts that never come off: reached when all else is off. */
export function remainingTargets(here: Sequence): NamedTarget[] {
  const lifted = new Set(here.actions.filter(({ verb }) => verb === 'lift').map(({ part }) => part));
  return here.parts
    .filter((part) => !lifted.has(part.id) && carriers.has(part.kind) && lifted.size > 0)
    .map((part) => ({ target: `${remainsPrefix}${part.id}`, title: `${part.name}, all else off` }));
}

/** What is done inside without taking a part out: the drain, a cleaning, the reset of the clock, the firmware. */
export function procedureTargets(here: Sequence): NamedTarget[] {
  const index = indexSequence(here);
  const acts = here.actions
    .filter(({ verb }) => verb === 'hold' || verb === 'clean' || verb === 'check')
    .map((action) => ({ target: action.id as string, title: actionTitle(index, action) }));
  return [
    ...acts,
    ...[clockReset, firmwareChip]
      .filter((target) => actsToward(here, target).length > 0)
      .map((target) => ({ target, title: targetName(index, target) })),
  ];
}

/** A target as a person says it: a part's name, or the act itself where only that is asked for. */
export function targetName(index: SequenceIndex, target: string): string {
  const rest = remainsOf(target);
  if (rest !== null) return `${partName(index, rest)}, all else off`;
  if (target === clockReset) return 'Reset of the clock';
  if (target === firmwareChip) return 'Firmware, at its chip';
  const action = index.action.get(target);
  return action && action.verb !== 'lift'
    ? actionTitle(index, action)
    : partName(index, action?.part ?? target);
}
