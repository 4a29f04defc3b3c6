import { configure, type Configuration } from '../sequence/configuration.ts';
import { actionWords, partName, type SequenceIndex } from '../sequence/describe.ts';
import { actsToward } from './targets.ts';
import type { Basis, Need, Sequence } from '../sequence/schema.ts';

/** Why one act comes before another, by its basis. */
export const basisWords: Readonly<Record<Basis, string>> = {
  holds: 'it holds the part',
  covers: 'it covers what comes next',
  power: 'battery off before anything else, a rule of the shop',
  blocked: 'found by trying: it was in the way',
  stated: 'listed as coming first',
  assumed: 'only ever seen in this order',
  pinned: 'the lead decided so',
};

/** One link of the chain from a step to a target: this step, what needs it, and on what ground. */
export interface WhyLink {
  readonly step: string;
  readonly for: string;
  readonly need: Need;
}

/** The shortest chain of needs from a step of the route to a target; empty for a target itself. */
export function whyStep(
  sequence: Sequence,
  route: {
    readonly steps: readonly string[];
    readonly targets: readonly string[];
    readonly configuration: Configuration;
  },
  step: string,
): WhyLink[] {
  const here = configure(sequence, route.configuration);
  const inRoute = new Set(route.steps);
  const targets = new Set(route.targets.flatMap((id) => targetActions(here, id)));
  const from = new Map<string, WhyLink | null>([[step, null]]);
  const queue = [step];
  for (let at = queue.shift(); at !== undefined; at = queue.shift()) {
    if (targets.has(at)) return chain(from, at);
    for (const need of here.needs) {
      if (!need.anyOf.some((id) => id === at) || !inRoute.has(need.action) || from.has(need.action)) continue;
      from.set(need.action, { step: at, for: need.action, need });
      queue.push(need.action);
    }
  }
  return [];
}

/** The ids of the acts that a target means; the target itself where the document has none. */
export function targetActions(sequence: Sequence, target: string): string[] {
  const acts = actsToward(sequence, target).map(({ id }) => id as string);
  return acts.length > 0 ? acts : [target];
}

function chain(from: ReadonlyMap<string, WhyLink | null>, end: string): WhyLink[] {
  const links: WhyLink[] = [];
  for (let link = from.get(end); link; link = from.get(link.step)) links.unshift(link);
  return links;
}

/** The chain in words, a line a link. */
export function whyWords(index: SequenceIndex, links: readonly WhyLink[]): string[] {
  return links.map(({ step, for: next, need }) => {
    const first = index.action.get(step);
    const then = index.action.get(next);
    if (!first || !then) return '';
    return `“${actionWords(index, first)}” before “${actionWords(index, then)}”: ${needGround(index, need)}.`;
  });
}

/** The ground of a need in words, with the part's name where it helps. */
export function needGround(index: SequenceIndex, need: Need): string {
  const first = index.action.get(need.anyOf[0] ?? '');
  const then = index.action.get(need.action);
  if (need.basis === 'holds' && then) return `it holds the ${partName(index, then.part).toLowerCase()}`;
  if (need.basis === 'covers' && first) return `the ${partName(index, first.part).toLowerCase()} covers it`;
  if (need.basis === 'blocked' && first)
    return `found by trying: the ${partName(index, first.part).toLowerCase()} was in the way`;
  return basisWords[need.basis];
}
