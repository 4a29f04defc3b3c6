import { unreachable } from '../result.ts';
import { screwWords } from './screw.ts';
import type { Action, Joint, Mechanism, Part, Sequence } from './schema.ts';

/** How each connector opens, in the words of the bench. Common practice, no source. */
export const mechanismWords: Readonly<Record<Mechanism, { name: string; open: string; close: string }>> = {
  plug: {
    name: 'plug',
    open: 'Pull along the board by the housing, side to side',
    close: 'Push along the board until the housing is home',
  },
  'flip-lock': {
    name: 'flip-lock',
    open: 'Lift the bar with plastic, then slide the ribbon out',
    close: 'Slide the ribbon in to the line, close the bar',
  },
  'slide-lock': {
    name: 'slide-lock',
    open: 'Pull both ends of the bar out a millimetre',
    close: 'Slide the ribbon in to the line, push the bar home',
  },
  'press-on': {
    name: 'press-on',
    open: 'Lift straight up at the edge',
    close: 'Line up, press until it clicks',
  },
  coax: { name: 'coax', open: 'Straight up, never sideways', close: 'Straight down until it snaps' },
  'slide-cover': {
    name: 'slide cover',
    open: 'Slide the metal cover off the plug',
    close: 'Plug in, slide the metal cover back',
  },
  'pull-tab': {
    name: 'pull tab',
    open: 'Pull the tab along the board',
    close: 'Push home, lay the tab flat',
  },
  lever: { name: 'lever', open: 'Swing the lever up, lift out', close: 'Lower in, swing the lever down' },
  'drive-ribbon': {
    name: 'drive ribbon',
    open: 'Free the glue first, then the connector',
    close: 'Press the connector home, glue down the ribbon',
  },
};

/** Look-ups by id, built once per document. */
export interface SequenceIndex {
  readonly part: ReadonlyMap<string, Part>;
  readonly joint: ReadonlyMap<string, Joint>;
  readonly action: ReadonlyMap<string, Action>;
  /** The action that takes a part off. */
  readonly liftOf: ReadonlyMap<string, Action>;
}

export function indexSequence(sequence: Sequence): SequenceIndex {
  return {
    part: new Map(sequence.parts.map((part) => [part.id, part])),
    joint: new Map(sequence.joints.map((joint) => [joint.id, joint])),
    action: new Map(sequence.actions.map((action) => [action.id, action])),
    liftOf: new Map(
      sequence.actions.filter((action) => action.verb === 'lift').map((action) => [action.part, action]),
    ),
  };
}

export const partName = (index: SequenceIndex, id: string): string => index.part.get(id)?.name ?? id;

/** What a joint is, without its part: `7 × PH0 M2 × 5`, `flip-lock ribbon`, `clips`. */
export function jointWords(joint: Joint): string {
  switch (joint.type) {
    case 'screws':
    case 'standoffs': {
      const kind = screwWords(joint.screw);
      const noun = joint.type === 'screws' ? (joint.count === 1 ? 'screw' : 'screws') : 'standoffs';
      return `${joint.count ?? '?'} × ${kind || noun}${kind && joint.type === 'standoffs' ? ' standoffs' : ''}`;
    }
    case 'connector':
      return joint.mechanism ? mechanismWords[joint.mechanism].name : 'connector';
    case 'clips':
    case 'adhesive':
    case 'tape':
    case 'rivets':
    case 'latch':
    case 'pegs':
    case 'slide':
    case 'foot':
    case 'solder':
    case 'routing':
      return joint.count ? `${joint.count} × ${joint.type}` : joint.type;
    case 'stretch-tape':
      return joint.count ? `${joint.count} stretch-release strips` : 'stretch-release tape';
    default:
      return unreachable(joint.type);
  }
}

/** Capital at the start of a line. */
export const sentence = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

const lower = (name: string): string =>
  /^[A-Z][a-z]/.test(name) ? name.charAt(0).toLowerCase() + name.slice(1) : name;

/** A step on the way down with its place: `Unplug battery, middle of the board`. */
export function actionWords(index: SequenceIndex, action: Action): string {
  const place = actionPlace(index, action);
  return place ? `${actionTitle(index, action)}, ${place}` : actionTitle(index, action);
}

/** A step by its id, as `actionWords` says it; the id itself where the document has none. */
export function stepWords(index: SequenceIndex, id: string): string {
  const action = index.action.get(id);
  return action ? actionWords(index, action) : id;
}

/** The same in quotation marks; a bare id stays bare. */
export const quotedStep = (index: SequenceIndex, id: string): string =>
  index.action.has(id) ? `“${stepWords(index, id)}”` : id;

/** Where on the part an action is, as the sequence says; empty where it does not. */
export const actionPlace = (index: SequenceIndex, action: Action): string =>
  action.joint ? (index.joint.get(action.joint)?.where ?? '') : '';

/** A step on the way down, imperative and short: `Base cover: 7 screws out`, `Unplug battery`. */
export function actionTitle(index: SequenceIndex, action: Action): string {
  const name = partName(index, action.part);
  const joint = action.joint ? index.joint.get(action.joint) : undefined;
  const count = joint?.count ?? null;
  switch (action.verb) {
    case 'unscrew':
      return `${name}: remove ${count ?? 'the'} ${screwNoun(joint, count)}`;
    case 'loosen':
      return `${name}: loosen ${count ?? 'the'} ${joint?.screw?.captive ? 'captive ' : ''}${screwNoun(joint, count)}`;
    case 'unplug':
      return `Unplug ${lower(name)}`;
    case 'unlock':
      return `Free the ${lower(name)} ribbon`;
    case 'peel':
      if (joint?.type === 'foot') return `Peel ${lower(name)}`;
      return `${name}: peel ${joint ? jointWords(joint) : 'the tape'}`;
    case 'pry':
    case 'unclip':
      return `${name}: free the ${joint ? jointWords(joint) : 'clips'}`;
    case 'slide':
      return `Slide ${lower(name)}`;
    case 'lift':
      return `${name} off`;
    case 'hold':
      return action.note || `Hold ${action.seconds} s`;
    case 'wait':
      return action.note || `Wait ${action.seconds} s`;
    case 'turn':
      return action.note || 'Turn the device';
    case 'clean':
      return action.note || `Clean ${lower(name)}`;
    case 'check':
      return action.note || `Check ${lower(name)}`;
    default:
      return unreachable(action.verb);
  }
}

function screwNoun(joint: Joint | undefined, count: number | null): string {
  const noun = joint?.type === 'standoffs' ? 'standoff' : 'screw';
  return count === 1 ? noun : `${noun}s`;
}
