import { lowerName } from '../line/partName.ts';
import { unreachable } from '../result.ts';
import {
  actionPlace,
  actionTitle,
  indexSequence,
  mechanismWords,
  partName,
  type SequenceIndex,
} from '../sequence/describe.ts';
import type { Action, Check, Joint, Part, Sequence } from '../sequence/schema.ts';

/** One step of a job on screen, on the way down, at the bottom, or on the way back. */
export interface RunStep {
  readonly id: string;
  readonly phase: 'down' | 'swap' | 'back' | 'after';
  readonly title: string;
  /** Where on the part: `rear corners`; empty where it goes without saying. */
  readonly place: string;
  readonly detail: string;
  /** The action that this step does or turns round; null for swaps and tests. */
  readonly action: Action | null;
  /** Screws to be counted in this step belong to this joint. */
  readonly joint: Joint | null;
  /** The part to exchange, in a swap. */
  readonly part: Part | null;
  readonly tool: string | null;
  readonly cautions: readonly string[];
  /** A hold or wait that must run out, in seconds. */
  readonly holdSeconds: number | null;
  readonly seconds: number;
}

export const arrivalStepId = 'arrival';

/** Seconds a test or a cleaning takes until the shop has learned its own. Common practice, no source. */
const checkSeconds = 30;
const compoundSeconds = 120;

/**
 * All steps of a job: down in the order of the route, the swaps, and the way back derived from the way
 * down. `sequence` is configured for the unit.
 */
export function runSteps(
  sequence: Sequence,
  route: { readonly steps: readonly string[]; readonly targets: readonly string[] },
): RunStep[] {
  const index = indexSequence(sequence);
  const actions = route.steps.flatMap((id) => index.action.get(id) ?? []);
  const swaps = actions.filter((action) => action.verb === 'lift' && isTarget(action, route.targets));
  return [
    arrivalStep,
    ...checksAt(sequence, 'before-opening', 'down'),
    ...actions.map((action) => downStep(index, action)),
    ...swaps.map((action) => swapStep(index, action)),
    ...wayBack(sequence, index, actions, new Set(swaps.map((action) => action.part))),
  ];
}

/** What was missing on arrival must never look like the technician's loss: it is asked before anything else. */
const arrivalStep: RunStep = {
  id: arrivalStepId,
  phase: 'down',
  title: 'Anything missing on arrival?',
  place: '',
  detail: 'Look at every screw and foot outside before the first one comes out',
  action: null,
  joint: null,
  part: null,
  tool: null,
  cautions: [],
  holdSeconds: null,
  seconds: checkSeconds,
};

const isTarget = (action: Action, targets: readonly string[]): boolean =>
  targets.includes(action.id) || targets.includes(action.part);

function downStep(index: SequenceIndex, action: Action): RunStep {
  const joint = action.joint ? (index.joint.get(action.joint) ?? null) : null;
  return {
    id: `down:${action.id}`,
    phase: 'down',
    title: actionTitle(index, action),
    place: actionPlace(index, action),
    detail: downDetail(index, action, joint),
    action,
    joint: counts(joint) ? joint : null,
    part: null,
    tool: action.tool ?? null,
    cautions: action.cautions,
    holdSeconds: action.verb === 'hold' || action.verb === 'wait' ? action.seconds : null,
    seconds: action.seconds,
  };
}

const counts = (joint: Joint | null): boolean =>
  (joint?.type === 'screws' || joint?.type === 'standoffs') && joint.count != null;

function downDetail(index: SequenceIndex, action: Action, joint: Joint | null): string {
  const isNoted =
    action.verb === 'hold' || action.verb === 'wait' || action.verb === 'clean' || action.verb === 'check';
  const pieces = [
    joint?.mechanism ? mechanismWords[joint.mechanism].open : null,
    joint?.hiddenBy ? `Under the ${lowerName(partName(index, joint.hiddenBy))}` : null,
    joint?.tighten === 'numbered' ? 'In the marked order, a little each round' : null,
    joint?.tighten === 'cross' ? 'Crosswise, a little each round' : null,
    joint?.screw?.captive ? 'They stay in the part' : null,
    isNoted ? null : action.note,
  ];
  return pieces.filter(Boolean).join('. ');
}

function swapStep(index: SequenceIndex, action: Action): RunStep {
  const part = index.part.get(action.part) ?? null;
  const wanted = part?.numbers.find((number) => number.role === 'replacement') ?? part?.numbers[0];
  const moves = part?.movesTo.map((id) => lowerName(partName(index, id))) ?? [];
  const detail = [
    wanted
      ? `Fit ${wanted.number}; compare number, connector and shape first`
      : 'Compare number, connector and shape first',
    moves.length > 0 ? `Move over: ${moves.join(', ')}` : null,
  ];
  return {
    id: `swap:${action.part}`,
    phase: 'swap',
    title: `Swap the ${lowerName(partName(index, action.part))}`,
    place: '',
    detail: detail.filter(Boolean).join('. '),
    action: null,
    joint: null,
    part,
    tool: null,
    cautions:
      part?.kind === 'battery' ? ['Old pack: no metal, no pressure; hand it over as local rules say'] : [],
    holdSeconds: null,
    seconds: checkSeconds,
  };
}

/** Acts that leave nothing to put back. */
const noReturn: ReadonlySet<Action['verb']> = new Set(['hold', 'wait', 'turn', 'check', 'clean']);

/**
 * The way back from what was done: reverse order, verbs turned round, with what a mirror would forget:
 * compound under a heatsink, new single-use tape, tests before the outer cover closes and after.
 * Common practice, no source.
 */
export function wayBack(
  sequence: Sequence,
  index: SequenceIndex,
  done: readonly Action[],
  swapped: ReadonlySet<string>,
): RunStep[] {
  const returns = [...done].reverse().filter((action) => !noReturn.has(action.verb));
  // The cover that came off first goes on last: the tests belong before it.
  const closing =
    returns.findLast((action) => action.verb === 'lift' && index.part.get(action.part)?.kind === 'cover') ??
    returns.at(-1);
  const steps = returns.flatMap((action) => {
    const before = action === closing ? checksAt(sequence, 'before-closing', 'back') : [];
    return [
      ...before,
      ...(index.part.get(action.part)?.kind === 'heatsink' && action.verb === 'lift'
        ? [compoundStep(index, action)]
        : []),
      backStep(index, action, swapped),
    ];
  });
  return [...steps, ...checksAt(sequence, 'after-closing', 'after')];
}

function backStep(index: SequenceIndex, action: Action, swapped: ReadonlySet<string>): RunStep {
  const joint = action.joint ? (index.joint.get(action.joint) ?? null) : null;
  return {
    id: `back:${action.id}`,
    phase: 'back',
    ...backWords(index, action, joint, swapped),
    place: actionPlace(index, action),
    action,
    joint: counts(joint) ? joint : null,
    part: null,
    tool: action.tool ?? null,
    cautions:
      action.verb === 'lift' || action.verb === 'unplug' || action.verb === 'unlock' ? action.cautions : [],
    holdSeconds: null,
    seconds: action.seconds,
  };
}

function backWords(
  index: SequenceIndex,
  action: Action,
  joint: Joint | null,
  swapped: ReadonlySet<string>,
): { title: string; detail: string } {
  const name = partName(index, action.part);
  const inner = lowerName(name);
  const part = index.part.get(action.part);
  const count = joint?.count ?? null;
  const noun = joint?.type === 'standoffs' ? 'standoff' : 'screw';
  const screws = count === 1 ? noun : `${noun}s`;
  switch (action.verb) {
    case 'unscrew':
      return {
        title: `${name}: ${count ?? ''} ${screws} in`.replace(/ {2,}/g, ' '),
        detail: tightening(joint),
      };
    case 'loosen':
      return { title: `${name}: tighten ${count ?? 'the'} ${screws}`, detail: tightening(joint) };
    case 'unplug':
      return {
        title: `Plug in ${inner}`,
        detail: joint?.mechanism
          ? `${mechanismWords[joint.mechanism].close}, level and both sides in`
          : 'Until the line is level',
      };
    case 'unlock':
      return {
        title: `Seat the ${inner} ribbon`,
        detail: `${joint?.mechanism ? mechanismWords[joint.mechanism].close : 'Close the lock'}. A gentle tug must hold`,
      };
    case 'peel':
      return joint?.type === 'tape' || joint?.type === 'foot'
        ? {
            title: `${name}: press the ${joint.type === 'foot' ? 'glue' : 'tape'} back down`,
            detail: 'Renew it where it no longer holds',
          }
        : {
            title: `${name}: fit new ${joint?.type === 'adhesive' ? 'adhesive' : 'tape'}`,
            detail: 'Single use: clean the face, lay the new strips',
          };
    case 'pry':
    case 'unclip':
      return {
        title: `${name}: press the clips home`,
        detail: 'Tab side first, press around in order; all clips before any screw',
      };
    case 'slide':
      return { title: `Slide ${inner} back`, detail: '' };
    case 'lift':
      if (swapped.has(action.part)) return { title: `New ${inner} in`, detail: action.note };
      return {
        title: `${name} on`,
        detail: part?.reuse === 'single-use' ? 'Single use: fit a new one' : action.note,
      };
    case 'hold':
    case 'wait':
    case 'turn':
    case 'clean':
    case 'check':
      return { title: actionTitle(index, action), detail: '' };
    default:
      return unreachable(action.verb);
  }
}

function tightening(joint: Joint | null): string {
  if (joint?.tighten === 'numbered') return 'In the marked order, a little each round';
  if (joint?.tighten === 'cross') return 'Crosswise, a little each round';
  return 'Finger tight and a little';
}

function compoundStep(index: SequenceIndex, action: Action): RunStep {
  return {
    ...checkStep(`renew:${action.id}`, 'back', 'Clean both faces, new compound'),
    detail: `${partName(index, action.part)}: every chip, every time; pads where there were pads`,
    cautions: ['Solvent and compound: gloves, fresh air'],
    seconds: compoundSeconds,
  };
}

function checksAt(sequence: Sequence, at: Check['at'], phase: RunStep['phase']): RunStep[] {
  return sequence.checks.flatMap((check, i) =>
    check.at === at ? [checkStep(`check:${at}:${i}`, phase, `Test: ${check.text}`)] : [],
  );
}

const checkStep = (id: string, phase: RunStep['phase'], title: string): RunStep => ({
  id,
  phase,
  title,
  place: '',
  detail: '',
  action: null,
  joint: null,
  part: null,
  tool: null,
  cautions: [],
  holdSeconds: null,
  seconds: checkSeconds,
});
