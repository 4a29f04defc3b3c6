import { lowerName } from '../reader/entries/partName.ts';
import { planRoute } from '../route/planRoute.ts';
import type { RouteRequest } from '../route/request.ts';
import type { Option, Sequence, When } from '../sequence/schema.ts';

/** An option that is not known yet and that would change the route. */
export interface OpenQuestion {
  readonly option: Option;
  readonly answers: readonly {
    readonly value: string;
    /** Seconds of the best route with this answer; null where the target cannot be reached. */
    readonly total: number | null;
    /** How to see that it is this one. */
    readonly sign: string;
  }[];
  /** Seconds between the cheapest and the dearest answer. */
  readonly difference: number;
}

/**
 * Options of the unit that are not known yet become questions only where the answer changes the route: other
 * acts, another order or another total. The one that changes most comes first. One plan per answer.
 */
export function openQuestions(sequence: Sequence, request: RouteRequest): OpenQuestion[] {
  const known = request.configuration ?? {};
  return sequence.options
    .filter((option) => known[option.key] === undefined && option.values.length > 1)
    .flatMap((option): OpenQuestion[] => {
      const plans = option.values.map((value) => {
        const planned = planRoute(sequence, { ...request, configuration: { ...known, [option.key]: value } });
        return {
          value,
          total: planned.ok ? planned.value.cost.total : null,
          steps: planned.ok ? planned.value.steps.join() : '',
          sign: signOf(sequence, option, value),
        };
      });
      if (new Set(plans.map(({ steps, total }) => `${steps} ${total}`)).size < 2) return [];
      const totals = plans.flatMap(({ total }) => (total === null ? [] : [total]));
      return [
        {
          option,
          answers: plans.map(({ value, total, sign }) => ({ value, total, sign })),
          difference: Math.max(...totals, 0) - Math.min(...totals, Infinity),
        },
      ];
    })
    .sort((a, b) => (b.difference || 0) - (a.difference || 0));
}

/** How to find out: a part that only this answer has, the outermost first; else a number; else the label. */
function signOf(sequence: Sequence, { key, values }: Option, value: string): string {
  const only = (when: When): boolean =>
    when?.[key]?.includes(value) === true && when[key].length < values.length;
  const others = (when: When): boolean => when?.[key] !== undefined && !when[key].includes(value);
  const part = sequence.parts.find((candidate) => only(candidate.when));
  if (part) return `there is a ${lowerName(part.name)}`;
  const missing = sequence.parts.find((candidate) => others(candidate.when));
  const numbered = sequence.parts.find((candidate) => candidate.numbers.some(({ when }) => only(when)));
  const number = numbered?.numbers.find(({ when }) => only(when));
  if (numbered && number) return `the ${lowerName(numbered.name)} is ${number.number}, or one like it`;
  return missing ? `there is no ${lowerName(missing.name)}` : 'look at the label under the unit';
}
