import { lowerName } from '@bemtor/core';
import type { Command } from '../../kit/commands.ts';

export interface RouteNow {
  readonly offered: readonly { readonly id: string; readonly name: string }[];
  readonly targets: readonly string[];
  readonly hasRoute: boolean;
  /** A route was set aside to compare. */
  readonly isAside: boolean;
  readonly isJobOpen: boolean;
  readonly starting: boolean;
  /** Something is only tried out. */
  readonly whatIf: boolean;
  /** What can be said about the order at hand. */
  readonly ofOrder: readonly Command[];
}

export interface RouteActs {
  readonly walk: (by: number) => unknown;
  readonly start: () => unknown;
  readonly setAside: () => unknown;
  readonly review: () => unknown;
  readonly toggle: (target: string) => unknown;
}

/** Why no run can be started now; an open job can always be gone on with. */
function whyNoStart({ starting, whatIf, isJobOpen }: RouteNow): string | null {
  if (starting) return 'It is being started';
  return whatIf && !isJobOpen ? 'What is only tried out is not run: first take it as it stands' : null;
}

/** Everything that a key can do at a route. */
export const routeCommands = (now: RouteNow, act: RouteActs): Command[] => [
  { id: 'next', keys: ['ArrowRight', 'ArrowDown'], words: 'next step', run: () => act.walk(1) },
  { id: 'previous', keys: ['ArrowLeft', 'ArrowUp'], words: 'previous step', run: () => act.walk(-1) },
  {
    id: 'start',
    keys: ['Enter'],
    words: now.isJobOpen ? 'Resume the open job' : 'Start the run',
    unless: whyNoStart(now),
    run: act.start,
  },
  {
    id: 'compare',
    keys: ['c'],
    words: now.isAside ? 'put the compared route away' : 'set this route aside and compare another',
    when: now.hasRoute,
    run: act.setAside,
  },
  ...now.ofOrder,
  { id: 'review', keys: ['v'], words: 'Review', run: act.review },
  ...now.offered.map(({ id, name }, i) => ({
    id: `target-${id}`,
    keys: [String(i + 1)],
    words: now.targets.includes(id) ? `not the ${lowerName(name)}` : lowerName(name),
    more: `target: ${lowerName(name)}`,
    run: () => act.toggle(id),
  })),
];
