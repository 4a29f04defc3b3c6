import { wordTable } from '../wordTable.ts';
import { lowerName } from '../reader/entries/partName.ts';
import { indexSequence, jointWords, partName, type SequenceIndex } from '../sequence/describe.ts';
import type { Action, Part, Sequence } from '../sequence/schema.ts';
import { defaultSchools, type Schools } from '../shop/schools.ts';
import {
  actsToward,
  clockReset,
  clockResetSeconds,
  firmwareChip,
  isProcedure,
  remainsOf,
} from '../route/targets.ts';
import { downSteps } from './downSteps.ts';
import type { Purpose } from './events.ts';
import { arrivalStepId, arrivalTitle, plainStep, type RunStep } from './runStep.ts';
import { kindLetters } from './tray.ts';
import { checksAt, wayBack } from './wayBack.ts';

/**
 * All steps of a job: down in the order of the route, the swaps, and the way back derived from the way
 * down. `sequence` is configured for the unit; `letters` are those of its kinds of screws.
 */
export function runSteps(
  sequence: Sequence,
  route: {
    readonly steps: readonly string[];
    readonly targets: readonly string[];
    /** What is done to the targets; absent: they are replaced. */
    readonly purpose?: Purpose | undefined;
  },
  schools: Schools = defaultSchools,
  letters: ReadonlyMap<string, string> = kindLetters(sequence.joints),
): RunStep[] {
  const index = indexSequence(sequence);
  const actions = route.steps.flatMap((id) => index.action.get(id) ?? []);
  const wanted = new Set(
    route.targets
      .filter((target) => remainsOf(target) === null && !isProcedure(target))
      .flatMap((target) => actsToward(sequence, target)),
  );
  const { purpose = 'replace' } = route;
  const swaps = actions.filter((action) => action.verb === 'lift' && wanted.has(action));
  const isExchange = purpose === 'replace' || purpose === 'upgrade';
  const exchanged = isExchange ? swaps.map((action) => action.part) : [];
  return [
    arrivalStep(index),
    ...beforeOpening(sequence, isExchange ? swaps : []),
    ...downSteps(index, actions, schools, letters),
    ...swaps.flatMap((action) => workSteps(index, index.part.get(action.part), purpose)),
    ...route.targets.flatMap((target) => bottomSteps(index, target)),
    ...wayBack(sequence, index, actions, new Set(exchanged), schools),
  ];
}

/** What is done to a part that is out and goes back in as it is. Common practice, no source. */
const workOn: Readonly<
  Record<Exclude<Purpose, 'replace' | 'upgrade'>, readonly [title: string, detail: string]>
> = {
  clean: ['Clean the', 'Hold blades still; brush and air from inside out; no liquid near contacts'],
  inspect: ['Look at the', 'Swelling, cracks, burnt or wet contacts; note and photograph what you find'],
  reseat: ['Reseat the', 'Contacts clean and dry; in until it clicks or the line is level'],
  reset: ['Reset the', 'As its maker says; wait until it is done before anything goes back'],
};

function workSteps(index: SequenceIndex, part: Part | undefined, purpose: Purpose): RunStep[] {
  if (!part) return [];
  if (purpose === 'replace' || purpose === 'upgrade') return swapSteps(index, part);
  const [title, detail] = workOn[purpose];
  return [plainStep(`work:${part.id}`, 'swap', `${title} ${lowerName(part.name)}`, { detail })];
}

/** What was missing on arrival must never look like the technician's loss: it is asked before anything else. */
const arrivalStep = (index: SequenceIndex): RunStep =>
  plainStep(arrivalStepId, 'down', arrivalTitle, {
    detail: 'Look at every screw and foot outside before the first one comes out',
    cautions: [...index.part.values()].some((part) => part.kind === 'supply')
      ? ['Mains: unplug and wait; the supply stays closed. Follow local codes and the maker’s instructions.']
      : [],
  });

function beforeOpening(sequence: Sequence, swaps: readonly Action[]): RunStep[] {
  const boards = swaps.filter((action) => action.part === 'system-board');
  return [
    ...(boards.length > 0
      ? [
          plainStep('firmware', 'down', 'Restore the firmware defaults', {
            detail: 'Before the board is changed; note what was set, so that it can be set again',
          }),
        ]
      : []),
    ...checksAt(sequence, 'before-opening', 'down'),
  ];
}

/** The exchange of one part: compare, fit; then what moves over to the new one, each by name. */
function swapSteps(index: SequenceIndex, part: Part | undefined): RunStep[] {
  if (!part) return [];
  const name = lowerName(part.name);
  const swap = plainStep(`swap:${part.id}`, 'swap', `Swap the ${name}`, {
    detail: swapDetail(index, part),
    part,
    cautions:
      part.kind === 'battery' ? ['Old pack: no metal, no pressure; hand it over as local rules say'] : [],
  });
  const moves = part.movesTo.filter((id) => index.part.has(id));
  return [
    swap,
    ...moves.map((id) =>
      plainStep(`move:${part.id}:${id}`, 'swap', `Move over: ${lowerName(partName(index, id))}`, {
        detail: `From the old ${name} to the new one, unless the new one brings its own`,
      }),
    ),
  ];
}

/** Seconds to read a chip out twice and to write it. Common practice, no source. */
const firmwareSeconds = 600;

/** What is done at the bottom where no part is exchanged: the carrier that remains, the clock without power. */
function bottomSteps(index: SequenceIndex, target: string): RunStep[] {
  if (target === clockReset)
    return [
      plainStep(target, 'swap', 'Leave the coin cell out', {
        detail: `Mains and battery off too: the settings are gone after ${clockResetSeconds} s`,
        holdSeconds: clockResetSeconds,
        seconds: clockResetSeconds,
      }),
    ];
  if (target === firmwareChip)
    return [
      plainStep(target, 'swap', 'Read out, then write the firmware', {
        detail:
          'By a clip at the chip, at its own voltage. Keep what was read; compare it with a second reading',
        cautions: [
          'Battery, coin cell and mains stay off while the clip is on',
          'Only the maker’s image for this very board, as the maker says',
        ],
        seconds: firmwareSeconds,
      }),
    ];
  const rest = remainsOf(target);
  return rest === null ? [] : swapSteps(index, index.part.get(rest));
}

/** What to hold side by side before fitting, by kind of part. Common practice, no source. */
export const compareByKind: Readonly<Record<string, string>> = wordTable({
  battery: 'number, connector and key, cells in series, size, mounting, contacts the same way up',
  keyboard: 'number, region, backlight, pointing stick, frame, ribbons',
  board: 'number, variant (graphics, memory soldered or not), connectors',
  display: 'number, cable and its connector, touch or not, fixing points',
  memory: 'number, key, contacts, size',
  storage: 'number, key and length, bracket or pad',
  'coin-cell': 'type, lead and plug or holder, plus side',
  fan: 'number, plug, turning direction',
  heatsink: 'number, screw pattern, pads',
});

function swapDetail(index: SequenceIndex, part: Part): string {
  const wanted = part.numbers.find((number) => number.role === 'replacement') ?? part.numbers[0];
  const compare = compareByKind[part.kind] ?? 'number, connector and shape';
  const fresh = [...index.joint.values()]
    .filter((joint) => joint.holds.includes(part.id))
    .filter(({ type }) => type === 'stretch-tape' || type === 'adhesive')
    .map(jointWords);
  const pieces = [
    wanted ? `Fit ${wanted.number}` : null,
    `Compare first: ${compare}`,
    fresh.length > 0 ? `New: ${fresh.join(', ')}` : null,
  ];
  return pieces.filter(Boolean).join('. ');
}
