import type { RunStep } from '@bemtor/core';
import type { Command } from '../../kit/commands.ts';

/** What the keys of a run hang on. */
export interface RunNow {
  readonly step: RunStep | null;
  /** Screws of the step are still to be counted. */
  readonly counting: boolean;
  /** The sequence does not know how many there are. */
  readonly uncounted: boolean;
  /** The step counts screws at all. */
  readonly countable: boolean;
  readonly paused: boolean;
  /** Why the one key does not go on now; null where it does. */
  readonly held: string | null;
  /** The tray lacks screws for this step: new ones, or left out. */
  readonly short: boolean;
  readonly closing: boolean;
  /** The step at which missing screws are counted. */
  readonly arriving: boolean;
  /** Points of the step's screws can be put in: the sequence has none. */
  readonly placeable: boolean;
  /** How many were put in so far; null while none are being put in. */
  readonly putIn: number | null;
  /** A photo shows where the screws are. */
  readonly photo: boolean;
  readonly readsAloud: boolean;
  /** This device has a voice. */
  readonly voice: boolean;
}

export interface RunActs {
  readonly forward: (all: boolean) => unknown;
  readonly back: () => unknown;
  readonly digit: (digit: string) => unknown;
  readonly byOne: (by: number) => unknown;
  readonly choose: (by: number) => unknown;
  readonly count: (what: 'missing' | 'stripped' | 'lost') => unknown;
  readonly settle: (what: 'new' | 'omitted') => unknown;
  readonly fewer: () => unknown;
  readonly ask: (what: 'screw' | 'blocked' | 'skip' | 'note' | 'picture' | 'pause') => unknown;
  readonly absent: () => unknown;
  readonly turn: () => unknown;
  readonly hold: () => unknown;
  readonly resume: () => unknown;
  readonly place: (what: 'begin' | 'keep' | 'leave') => unknown;
  readonly photo: () => unknown;
  readonly readAloud: () => unknown;
}

/** Everything that a key can do in a run, where it stands. */
export function runCommands(now: RunNow, act: RunActs): Command[] {
  const { step, counting, countable, paused } = now;
  const down = step?.phase === 'down' && step.action !== null;
  const back = step?.phase === 'back' || step?.phase === 'after';
  const unless = paused ? 'The job is set aside: continue first' : null;
  return [
    {
      id: 'forward',
      keys: [' ', 'PageDown'],
      words: counting ? 'next screw' : 'done, next',
      more: 'forward: one screw, one step',
      when: step !== null && !now.closing,
      unless: unless ?? now.held,
      always: true,
      run: () => act.forward(false),
    },
    {
      id: 'all',
      keys: ['Enter'],
      words: now.uncounted ? 'that is all' : 'all',
      more: 'all screws of this step',
      // At the close the ledger answers to it.
      when: step !== null && !now.closing,
      unless: unless ?? (counting ? null : now.held),
      run: () => act.forward(true),
    },
    {
      id: 'back',
      keys: ['Backspace', 'PageUp'],
      words: 'back',
      more: 'back: one screw, one step',
      unless,
      run: act.back,
    },
    {
      id: 'count',
      keys: [...'0123456789'],
      drawn: '0 … 9',
      words: 'count',
      more: 'the count: so many',
      when: countable,
      run: () => undefined,
      runKey: act.digit,
    },
    {
      id: 'one-more',
      keys: ['+'],
      words: 'one more',
      when: countable || now.arriving,
      run: () => act.byOne(1),
    },
    {
      id: 'one-fewer',
      keys: ['-'],
      words: 'one fewer',
      when: countable || now.arriving,
      run: () => act.byOne(-1),
    },
    ...chooseCommands(now, act),
    {
      id: 'missing',
      keys: ['m'],
      words: 'missing',
      more: 'one missing on arrival',
      when: now.arriving || (down && countable),
      run: () => act.count('missing'),
    },
    {
      id: 'new',
      keys: ['f'],
      words: 'fit new',
      more: 'the tray is short: fit new screws',
      when: now.short,
      run: () => act.settle('new'),
    },
    {
      id: 'omitted',
      keys: ['o'],
      words: 'leave out',
      more: 'the tray is short: leave them out',
      when: now.short,
      run: () => act.settle('omitted'),
    },
    {
      id: 'stripped',
      keys: ['s'],
      words: 'stripped',
      more: 'one stripped',
      when: countable,
      run: () => act.count('stripped'),
    },
    {
      id: 'lost',
      keys: ['l'],
      words: 'lost',
      more: 'one came out and is gone',
      when: back && countable,
      run: () => act.count('lost'),
    },
    {
      id: 'fewer',
      keys: ['d'],
      words: 'fewer screws',
      more: 'fewer screws: this unit has no more here',
      when: down && counting,
      unless,
      run: act.fewer,
    },
    {
      id: 'kind',
      keys: ['k'],
      words: 'another kind',
      more: 'screws of another kind are here',
      when: down && countable,
      unless,
      run: () => act.ask('screw'),
    },
    {
      id: 'absent',
      keys: ['x'],
      words: 'step absent',
      more: 'step absent: this unit has nothing to do here',
      when: down,
      unless,
      run: act.absent,
    },
    {
      id: 'blocked',
      keys: ['b'],
      words: 'blocked',
      more: 'blocked: say what is in the way',
      when: down,
      unless,
      run: () => act.ask('blocked'),
    },
    {
      id: 'turn',
      keys: ['t'],
      words: 'reassemble from here',
      when: down,
      unless,
      run: act.turn,
    },
    {
      id: 'skip',
      keys: ['j'],
      words: 'skip step',
      more: 'skip this step, with the reason',
      when: back,
      unless,
      run: () => act.ask('skip'),
    },
    {
      id: 'hold',
      keys: ['h'],
      words: 'hold',
      more: 'hold once more; twice while it runs: held already',
      when: (step?.holdSeconds ?? null) !== null,
      run: act.hold,
    },
    ...placeCommands(now, act),
    {
      id: 'photo-of-place',
      keys: ['v'],
      words: 'photo of the place',
      more: 'where the screws are: the photo, or the outline again',
      when: now.photo,
      run: act.photo,
    },
    { id: 'note', keys: ['n'], words: 'note', run: () => act.ask('note') },
    { id: 'picture', keys: ['p'], words: 'photo', run: () => act.ask('picture') },
    {
      id: 'aloud',
      keys: ['a'],
      words: now.readsAloud ? 'read no more' : 'read aloud',
      more: 'read each step aloud with this device’s voice, or no more',
      when: now.voice,
      run: act.readAloud,
    },
    {
      id: 'pause',
      keys: ['w'],
      words: paused ? 'continue' : 'set aside',
      more: 'set the job aside, or continue',
      run: () => (paused ? act.resume() : act.ask('pause')),
    },
  ];
}

const chooseCommands = ({ arriving }: RunNow, act: RunActs): Command[] => [
  { id: 'next', keys: ['ArrowDown'], words: 'next group', when: arriving, run: () => act.choose(1) },
  { id: 'previous', keys: ['ArrowUp'], words: 'previous group', when: arriving, run: () => act.choose(-1) },
];

const placeCommands = ({ placeable, putIn }: RunNow, act: RunActs): Command[] => [
  {
    id: 'place',
    keys: ['z'],
    words: putIn === null ? 'put points in' : 'keep the points',
    more: 'where the screws are: tap each on the outline, then once more',
    when: placeable,
    unless: putIn === 0 ? 'Tap the outline where each screw is' : null,
    run: () => act.place(putIn === null ? 'begin' : 'keep'),
  },
  {
    id: 'leave-points',
    keys: ['Escape'],
    words: 'no points',
    when: putIn !== null,
    run: () => act.place('leave'),
  },
];

/** Those on the step's foot, in the order in which they are reached for: at hand, and behind `more`. */
export const footOf = (commands: readonly Command[]): Record<'atHand' | 'more', Command[]> => ({
  atHand: standing(commands, atHand),
  more: standing(commands, more),
});
const standing = (commands: readonly Command[], ids: readonly string[]): Command[] =>
  ids.flatMap((id) => commands.find((one) => one.id === id && one.when !== false) ?? []);
const atHand = [
  'all',
  'back',
  'missing',
  'lost',
  'place',
  'leave-points',
  'photo-of-place',
  'picture',
  'note',
];
const more = ['stripped', 'fewer', 'kind', 'absent', 'blocked', 'turn', 'skip', 'aloud', 'pause'];
