import { lowerName } from '../reader/entries/partName.ts';
import { conducts } from '../derive/hardware.ts';
import { caseCovers } from '../sequence/caseCovers.ts';
import { actionPlace, partName, type SequenceIndex } from '../sequence/describe.ts';
import type { Action, Sequence } from '../sequence/schema.ts';
import type { Schools } from '../shop/schools.ts';
import { closingTestBefore, closingTests } from '../tables/closingTests.ts';
import { asSeenGoingBack } from './backOrder.ts';
import { backWords } from './backWords.ts';
import { textsFor } from './direction.ts';
import { countedJoint, plainStep, type RunStep } from './runStep.ts';

/** Seconds to clean two faces and lay compound. Common practice, no source. */
const compoundSeconds = 120;

/** Acts that leave nothing to put back. */
const noReturn: ReadonlySet<Action['verb']> = new Set(['hold', 'wait', 'turn', 'check', 'clean']);

/**
 * The way back from what was done: reverse order, verbs turned round, with what a mirror would forget:
 * fresh glue before the part, clips before screws, through-case screws only once the cover is on, compound under a heatsink, new
 * single-use tape, routed cables, closed locks, tests before the outer cover closes and after.
 * Common practice, no source.
 */
export function wayBack(
  sequence: Sequence,
  index: SequenceIndex,
  done: readonly Action[],
  swapped: ReadonlySet<string>,
  schools: Schools,
): RunStep[] {
  const mirrored = [...done].reverse().filter((action) => !noReturn.has(action.verb));
  const returns = closingOrder(index, asSeenGoingBack(sequence, mirrored));
  const closing = testedBefore(index, returns);
  const steps = returns.flatMap((action) => [
    ...(action === closing ? beforeClosing(sequence, index, returns) : []),
    ...(action.verb === 'lift' && index.part.get(action.part)?.kind === 'heatsink'
      ? [compoundStep(index, action, returns)]
      : []),
    backStep(index, action, swapped, schools),
  ]);
  return [...steps, ...afterClosing(sequence, index, done)];
}

/** The case cover that came off first goes on last: the tests belong before it. */
function closingAct(index: SequenceIndex, returns: readonly Action[]): Action | undefined {
  const cases = caseCovers(index.part.values(), index.joint.values());
  const lifts = returns.filter((action) => action.verb === 'lift');
  return (
    lifts.findLast((action) => cases.has(action.part)) ??
    lifts.findLast((action) => index.part.get(action.part)?.kind === 'cover') ??
    returns.at(-1)
  );
}

/**
 * What the tests come before: the first case cover to go on after which nothing electrical is left to do. Where a
 * second cover or a foot follows it, the unit would be closed already.
 */
function testedBefore(index: SequenceIndex, returns: readonly Action[]): Action | undefined {
  const isElectrical = (action: Action): boolean =>
    index.joint.get(action.joint ?? '')?.type === 'connector' ||
    (action.verb === 'lift' && conducts(action.part) && index.part.get(action.part)?.kind !== 'cover');
  const last = returns.findLastIndex(isElectrical);
  const cases = caseCovers(index.part.values(), index.joint.values());
  const first = returns.slice(last + 1).find((action) => action.verb === 'lift' && cases.has(action.part));
  return first ?? closingAct(index, returns);
}

/** Fresh glue lies before the part goes on. */
const isLaidFirst = (index: SequenceIndex, action: Action): boolean => {
  const type = index.joint.get(action.joint ?? '')?.type;
  return type === 'adhesive' || type === 'stretch-tape';
};

const isPried = (action: Action): boolean => action.verb === 'pry' || action.verb === 'unclip';

/**
 * Puts the reversed acts into closing order, as far as a plain mirror would be wrong: a part's clips are
 * pressed home right after it is on, before any of its screws; screws through the case wait for the cover;
 * of a run of screws of one part the captive ones, which lift the corners, come last.
 */
export function closingOrder(index: SequenceIndex, mirrored: readonly Action[]): Action[] {
  const clipsFirst = mirrored.flatMap((action) => {
    if (isPried(action) && clipsMove(mirrored, action)) return [];
    if (action.verb !== 'lift') return [action];
    return [action, ...mirrored.filter((other) => other.part === action.part && clipsMove(mirrored, other))];
  });
  return glueFirst(index, captiveLast(index, caseScrewsLast(index, clipsFirst)));
}

/** New adhesive and new strips of a part right before it goes on. */
function glueFirst(index: SequenceIndex, acts: readonly Action[]): Action[] {
  const lifted = new Set(acts.filter(({ verb }) => verb === 'lift').map(({ part }) => part));
  const waits = (action: Action): boolean => isLaidFirst(index, action) && lifted.has(action.part);
  return acts.flatMap((action) => {
    if (waits(action)) return [];
    if (action.verb !== 'lift') return [action];
    return [...acts.filter((other) => other.part === action.part && waits(other)), action];
  });
}

/** Does a mirror press these clips home after a screw of the same part is in? */
function clipsMove(mirrored: readonly Action[], action: Action): boolean {
  if (!isPried(action)) return false;
  const on = mirrored.findIndex((other) => other.part === action.part && other.verb === 'lift');
  const between = mirrored.slice(on + 1, mirrored.indexOf(action));
  return on >= 0 && between.some((other) => other.part === action.part && other.verb === 'unscrew');
}

function caseScrewsLast(index: SequenceIndex, acts: readonly Action[]): Action[] {
  const closing = closingAct(index, acts);
  const on = closing ? acts.indexOf(closing) : -1;
  const early = (action: Action, at: number): boolean =>
    at < on && action.verb === 'unscrew' && index.joint.get(action.joint ?? '')?.throughCase === true;
  const waiting = acts.filter(early);
  if (waiting.length === 0) return [...acts];
  const rest = acts.filter((action, at) => !early(action, at));
  const isCase = (action: Action): boolean =>
    action.part === closing?.part && (action.verb === 'lift' || isPried(action));
  const after = rest.findLastIndex(isCase) + 1;
  return [...rest.slice(0, after), ...waiting, ...rest.slice(after)];
}

function captiveLast(index: SequenceIndex, acts: readonly Action[]): Action[] {
  const isCaptive = (action: Action): boolean => index.joint.get(action.joint ?? '')?.screw?.captive === true;
  const isScrew = (action: Action): boolean => action.verb === 'unscrew' || action.verb === 'loosen';
  const ordered: Action[] = [];
  for (let at = 0; at < acts.length;) {
    const first = acts[at] as Action;
    let end = at + 1;
    while (
      isScrew(first) &&
      end < acts.length &&
      acts[end]?.part === first.part &&
      isScrew(acts[end] as Action)
    )
      end++;
    const run = acts.slice(at, end);
    ordered.push(...run.filter((action) => !isCaptive(action)), ...run.filter(isCaptive));
    at = end;
  }
  return ordered;
}

function backStep(
  index: SequenceIndex,
  action: Action,
  swapped: ReadonlySet<string>,
  schools: Schools,
): RunStep {
  const joint = action.joint ? (index.joint.get(action.joint) ?? null) : null;
  const { title, detail } = backWords(index, action, joint, swapped, schools);
  return plainStep(`back:${action.id}`, 'back', title, {
    detail,
    place: actionPlace(index, action),
    action,
    joint: countedJoint(joint),
    tool: action.tool ?? null,
    cautions: textsFor(action.cautions, 'up'),
    seconds: action.seconds,
  });
}

function compoundStep(index: SequenceIndex, action: Action, returns: readonly Action[]): RunStep {
  const pads = returns.some((other) => index.part.get(other.part)?.kind === 'pad');
  return plainStep(`renew:${action.id}`, 'back', 'Clean both faces, new thermal paste', {
    detail: `${partName(index, action.part)}: every chip, every time${pads ? '; new pads too' : '; pads where there were pads'}`,
    cautions: ['Solvent and thermal paste: gloves, fresh air'],
    seconds: compoundSeconds,
  });
}

/** What has to be right before the cover hides it. */
function beforeClosing(sequence: Sequence, index: SequenceIndex, returns: readonly Action[]): RunStep[] {
  const mechanism = (action: Action) => index.joint.get(action.joint ?? '')?.mechanism;
  const names = (acts: readonly Action[]): string =>
    [...new Set(acts.map((action) => lowerName(partName(index, action.part))))].join(', ');
  const locks = returns.filter((action) => action.verb === 'unlock');
  const leads = returns.filter(
    (action) => action.verb === 'unplug' && (mechanism(action) === 'coax' || mechanism(action) === 'plug'),
  );
  const tests = checksAt(sequence, 'before-closing', 'back');
  return [
    ...(leads.length > 0
      ? [
          plainStep('look:cables', 'back', 'Look: cables routed as noted', {
            detail: `${names(leads)}: in their channels and guides, nothing across a boss or a seam`,
            seconds: 10,
          }),
        ]
      : []),
    ...(locks.length > 0
      ? [
          plainStep('look:locks', 'back', 'Look: every lock closed, empty ones too', {
            detail: names(locks),
            seconds: 10,
          }),
        ]
      : []),
    ...(tests.length > 0 ? tests : [plainStep('check:before-closing', 'back', `Test: ${closingTestBefore}`)]),
  ];
}

/** The sequence's own tests, and those for what was touched that it does not name. */
function afterClosing(sequence: Sequence, index: SequenceIndex, done: readonly Action[]): RunStep[] {
  const own = sequence.checks.filter((check) => check.at === 'after-closing');
  const touched = new Set(done.map((action) => index.part.get(action.part)?.kind ?? ''));
  const added = closingTests.filter(
    (test) =>
      test.touched.some((kind) => touched.has(kind)) && !own.some((check) => test.said.test(check.text)),
  );
  return [
    ...checksAt(sequence, 'after-closing', 'after'),
    ...added.map((test) => plainStep(`touched:${test.touched.join('-')}`, 'after', `Test: ${test.text}`)),
  ];
}

export const checksAt = (
  sequence: Sequence,
  at: Sequence['checks'][number]['at'],
  phase: RunStep['phase'],
): RunStep[] =>
  sequence.checks.flatMap((check, i) =>
    check.at === at ? [plainStep(`check:${at}:${i}`, phase, `Test: ${check.text}`)] : [],
  );
