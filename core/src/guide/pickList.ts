import { configure, fits, type Configuration } from '../sequence/configuration.ts';
import type { RunStep } from '../run/runStep.ts';
import type { Sequence } from '../sequence/schema.ts';

export interface PickList {
  /** Tools in the order in which they are first taken up, with how many acts use each. */
  readonly tools: readonly { readonly tool: string; readonly uses: number }[];
  /** Parts to have at hand before starting. */
  readonly parts: readonly { readonly name: string; readonly number: string; readonly why: string }[];
}

/** What to lay out before a job: tools with their uses, the new parts, and what is single use. */
export function pickList(
  sequence: Sequence,
  configuration: Configuration,
  steps: readonly RunStep[],
): PickList {
  const here = configure(sequence, configuration);
  const uses = new Map<string, number>();
  for (const step of steps)
    if (step.phase === 'down' && step.tool) uses.set(step.tool, (uses.get(step.tool) ?? 0) + 1);
  const numberOf = (id: string): string => {
    const numbers =
      here.parts
        .find((part) => part.id === id)
        ?.numbers.filter((number) => fits(number.when, configuration)) ?? [];
    return (
      (numbers.find((number) => number.role === 'replacement') ?? numbers[0])?.number ?? 'number not recorded'
    );
  };
  const swaps = steps.flatMap((step) =>
    step.phase === 'swap' && step.part
      ? [{ name: step.part.name, number: numberOf(step.part.id), why: 'new' }]
      : [],
  );
  const strips = steps.flatMap((step) => {
    const joint = here.joints.find((candidate) => candidate.id === step.action?.joint);
    const single = joint?.type === 'stretch-tape' || joint?.type === 'adhesive';
    const name = here.parts.find((part) => part.id === step.action?.part)?.name ?? '';
    return step.phase === 'back' && single
      ? [
          {
            name: `${name}: ${joint.type === 'adhesive' ? 'adhesive' : 'stretch tape'}`,
            number: `${joint.count ?? 1}`,
            why: 'single use',
          },
        ]
      : [];
  });
  const compound = steps.some((step) => step.id.startsWith('renew:'))
    ? [{ name: 'Thermal paste, wipes', number: '', why: 'consumable' }]
    : [];
  return {
    tools: [...uses].map(([tool, count]) => ({ tool, uses: count })),
    parts: [...swaps, ...strips, ...compound],
  };
}

/** What to beware of before setting out, each once; the way back says its own when it comes. */
export const cautionsOf = (steps: readonly RunStep[]): string[] => [
  ...new Set(steps.filter(({ phase }) => phase !== 'back').flatMap((step) => step.cautions)),
];
