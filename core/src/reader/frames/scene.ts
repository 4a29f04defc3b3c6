import { verbFor } from '../../estimate/defaultSeconds.ts';
import type { JointType, Mechanism, Verb } from '../../sequence/schema.ts';
import type { Screw } from '../../sequence/screw.ts';
import type { LineContext } from '../context.ts';
import type { Entry, EntryJoint, EntryOf } from '../entries/entry.ts';
import { partKindOf } from '../entries/partName.ts';
import type { Doubt } from '../reading.ts';

type Common = 'text' | 'at' | 'confidence' | 'fromContext';
type WithoutCommon<E> = E extends Entry ? Omit<E, Common> : never;
/** An entry as a frame makes it: the words that it came from, time and confidence are added at the end. */
export type Draft = WithoutCommon<Entry>;
type Inferred = NonNullable<Entry['fromContext']>[number];

/** A draft and the stretch of the line that it came from. */
export interface Placed {
  draft: Draft;
  start: number;
  end: number;
  inferred: Inferred[];
}

/** Screws (or clips …) that were counted together, and what was said of some of them. */
export interface Group {
  readonly type: JointType;
  part: string | null;
  partInferred: boolean;
  n: number | null;
  outOf: number | null;
  joint: Partial<EntryJoint>;
  screw: Partial<Screw>;
  screwInferred: boolean;
  looks: string[];
  /** `of them`, `one of`: certainly some of the group before. */
  partitive: boolean;
  /** A bare count behind a group: some of it, or more, as the sum says. */
  loose: boolean;
  behindColon: boolean;
  /** The first of a list behind the whole: "13 screws [4 top; …". */
  opensList: boolean;
  /** Nothing but a number: it may go on, or be put right. */
  bare: boolean;
  /** `one at each corner`: the count was multiplied by places. */
  spread: boolean;
  /** Joined by "and" or "+": more of them, unless the sum says otherwise. */
  added: boolean;
  start: number;
  end: number;
}

/** What is being made of one line: the topic, the group that is open, the entries so far. */
export class Scene {
  /** All that a piece may change, to see whether one did. */
  trace(): readonly unknown[] {
    // The last few only, so that a long line is read in linear time.
    return [
      this.placed.length,
      JSON.stringify(this.placed.slice(-2)),
      this.groups.length,
      this.groups.length > 0 && JSON.stringify(this.groups.slice(-2)),
      this.topic,
      this.topicSaid,
      ...this.waiting.map(({ part, cable }) => `${part} ${cable}`),
      this.pair.join(),
      this.doubts.length,
      this.heading,
      this.held,
      this.kindAhead && JSON.stringify(this.kindAhead),
    ];
  }

  /** Has nothing changed since? */
  isAt(trace: readonly unknown[]): boolean {
    const now = this.trace();
    return now.length === trace.length && now.every((one, i) => one === trace[i]);
  }

  /** A kind of screw said before its count: "T5 torx, three of the fan". */
  kindAhead: Partial<Screw> | null = null;
  readonly line: string;
  readonly context: LineContext;
  readonly placed: Placed[] = [];
  readonly doubts: Doubt[] = [];
  readonly unread: { start: number; end: number }[] = [];
  groups: Group[] = [];
  topic: string | null;
  /** The topic was named in this line, not taken from the lines before. */
  topicSaid = false;
  /** Names that wait for their act: "fan and speakers … off". */
  waiting: { part: string; cable: boolean }[] = [];
  /** Parts that the line has named so far, in whatever role. */
  readonly said: string[] = [];
  /** The topic is a pair (`speakers L+R`): what is said holds for each. */
  pair: readonly string[] = [];
  /** What a list behind a colon counts: "clips: 4 front, 3 rear". */
  heading: JointType | null = null;
  /** How the leads of such a list open. */
  headingLock: Mechanism | null = null;
  /** "…, on a plug, unplugged": what it was said to hang on, in this sentence. */
  hangsOn: Mechanism | null = null;
  /** The part before the colon, which the whole list is about: "heatsink: 5 screws, 1 antenna lead, out". */
  headPart: string | null = null;
  /** The piece is joined to the one before by "and". */
  joined = false;
  /** "all alike" was said: the kinds that follow hold for every group of the line. */
  sharing = false;
  /** The sentence in which something was last done. */
  actSentence = 0;
  /** A sentence that tells the order of numbered screws: "in the order four, two, three, one". */
  ordering = -1;
  /** A joint spoken of but not undone yet: "it has tape over it". */
  mentioned: JointType | null = null;
  /** What the next group hides under: "under the flap, one more". */
  under: string | null = null;
  /** A sentence that only counts what is there. */
  inventory = -1;
  /** Each of a pair was just given its screws: a kind behind them is of both. */
  pairOpen = false;
  /** The topic was named by its lead only: `out` means the lead. */
  topicIsLead = false;
  /** A warning or denial was just said: a bare name behind it is a piece of it. */
  warned = false;
  /** This piece follows a warning behind a comma: "careful, glued cable under the pack". */
  bareWarning = false;
  /** A sentence that is a test, note or warning as a whole. */
  noting: { readonly word: 'check' | 'note' | 'caution'; readonly sentence: number } | null = null;
  /** The act of the last verb, for further objects: "unplugged the fan, the touchpad and the display". */
  repeat: ((part: string, count?: number) => void) | null = null;
  /** The last thing done to a part, for "… too". */
  again: ((part: string) => void) | null = null;
  /** The driver in hand: "using a PH0 driver, …". */
  driver: Partial<Screw> = {};
  /** Screws that were only seen so far: "there are two; remove them". */
  seen: (() => void) | null = null;
  /** The sentence that tells what something would take. */
  planned = -1;
  /** The piece before was no act: a name joined to it belongs to that talk. */
  toldBefore = false;
  /** A colon stands behind a word that is no part: what it counts is no screw. */
  ofTalk: string | null | false = false;
  /** The line takes something off, in whichever of its pieces. */
  takesApart = false;
  up: boolean;
  /** Going back was said in this line, not taken from the lines before. */
  upSaid = false;
  /** Tried and not moved, until it is said what holds it. */
  stuck: string | null = null;
  /** Said of another model, or only imagined: until the sentence ends. */
  imagined = false;
  /** The power key was named: a time behind it is how long it was held. */
  held = false;
  /** The line corrects another: a bare count is one of the same things. */
  amending = false;
  /** "no", "well": the next count puts the last one right. */
  correcting = false;
  sentence = 0;

  constructor(line: string, context: LineContext) {
    this.line = line;
    this.context = context;
    this.topic = context.part;
    this.up = context.direction === 'up';
  }

  name(part: string, isLead = false): void {
    if (part !== this.topic) this.pair = [];
    const kind = partKindOf(part);
    this.topicIsLead =
      (isLead && (!this.topicSaid || part !== this.topic || this.topicIsLead)) ||
      kind === 'cable' ||
      kind === 'antenna';
    this.topic = part;
    this.topicSaid = true;
  }

  put(draft: Draft, span: { start: number; end: number }, inferred: Inferred[] = []): void {
    const last = this.placed[this.placed.length - 1];
    const again = draft.kind === 'lift' && last?.draft.kind === 'lift' && last.draft.part === draft.part;
    if (again) last.end = Math.max(last.end, span.end);
    else this.placed.push({ draft, start: span.start, end: span.end, inferred });
  }

  undo(
    joint: EntryJoint,
    part: string | null,
    span: { start: number; end: number },
    inferred: Inferred[] = [],
    verb?: Verb,
  ): void {
    const last = this.placed.findLast(
      ({ draft }) => draft.kind !== 'note' && draft.kind !== 'caution' && draft.kind !== 'seen',
    );
    if (
      joint.type === 'connector' &&
      joint.count == null &&
      !/^\d+[- ]?(?:pin|way|p)\b/i.test(this.line.slice(span.start)) &&
      last?.draft.kind === 'undo' &&
      last.draft.joint.type === 'connector' &&
      last.draft.part === part
    ) {
      const mechanism =
        last.draft.joint.mechanism === 'plug' || last.draft.joint.mechanism == null
          ? (joint.mechanism ?? last.draft.joint.mechanism)
          : last.draft.joint.mechanism;
      last.draft = { ...last.draft, joint: { ...last.draft.joint, ...(mechanism ? { mechanism } : {}) } };
      last.end = Math.max(last.end, span.end);
      return;
    }
    const tool = joint.type === 'screws' || joint.type === 'standoffs' ? (joint.screw?.size ?? null) : null;
    this.put(
      {
        kind: 'undo',
        joint,
        part,
        verb: verb ?? verbFor(joint.type, joint.screw?.captive === true, joint.mechanism),
        tool,
      },
      span,
      inferred,
    );
  }

  /** Things were counted, and of none was it said whose they are. */
  get isOwnerless(): boolean {
    return this.groups.length > 0 && this.groups.every(({ partInferred }) => partInferred);
  }

  /** May a thing go back: was anything taken off before, or in this line? */
  get opened(): boolean {
    return this.context.opened || this.acted;
  }

  /** Has something been undone or lifted in this line? */
  get acted(): boolean {
    return (
      this.groups.length > 0 ||
      this.placed.some(({ draft }) => draft.kind === 'undo' || draft.kind === 'lift')
    );
  }

  /** Leads are in hand: named and waiting, the last thing undone, or the topic itself. */
  get isAtConnector(): boolean {
    const last = this.lastPlaced;
    return (
      this.waiting.length > 0 ||
      this.topicIsLead ||
      (last?.kind === 'undo' && last.joint.type === 'connector') ||
      (this.topicSaid && this.topic !== null && partKindOf(this.topic) === 'cable')
    );
  }

  get lastPlaced(): Draft | undefined {
    return this.placed.findLast(
      ({ draft }) => !['note', 'seen', 'caution', 'check', 'serve'].includes(draft.kind),
    )?.draft;
  }

  get lastUndo(): EntryOf<'undo'> | null {
    const found = this.placed.findLast(({ draft }) => draft.kind === 'undo');
    return found ? (found.draft as EntryOf<'undo'>) : this.context.last;
  }
}

/** Kinds that no plug leads to, and whose own number is seldom asked for. */
const mute = new Set(['bracket', 'shield', 'foot', 'frame', 'tape', 'hinge', 'label']);

/** The part that a plug, a label or a meter is about: not the bracket that was just lifted off it. */
export function plugOwner(scene: Scene): { part: string | null; inferred: boolean } {
  const owner = ownerFor(scene);
  const { topic } = scene;
  // "cage plug: off": named by its plug, it has one.
  if (scene.topicSaid && scene.topicIsLead) return owner;
  if (topic !== null && scene.pair.length === 0 && coversPlug.test(topic)) {
    const own = heldLead(topic);
    if (own !== null) return { part: own, inferred: true };
  }
  if (topic === null || !mute.has(partKindOf(topic)) || scene.pair.length > 0)
    return owner.part === null && topic !== null ? { part: topic, inferred: true } : owner;
  const own = heldLead(topic);
  if (own !== null) return { part: own, inferred: true };
  const before = scene.context.parts.find(
    (part) => part !== topic && !mute.has(partKindOf(part)) && !isOuter(part),
  );
  return { part: before ?? topic, inferred: true };
}

/** `battery-connector-cover`: what keeps a plug down has none itself. */
const coversPlug = /-(?:cable|ribbon|plug|connector|lead|flex)-(?:bracket|shield|cover|plate)$/;

/** `display-cable-bracket`, `battery-shield`: whose plug it sits on. */
function heldLead(slug: string): string | null {
  const owner = slug.replace(
    /-(?:(?:cable|ribbon|plug|connector|lead|flex)-)?(?:bracket|shield|cover|plate)$/,
    '',
  );
  const kind = partKindOf(owner);
  return owner !== slug && !mute.has(kind) && !['part', 'board', 'memory', 'cover'].includes(kind)
    ? owner
    : null;
}

/** The part that just came off: what is read off a label then, is its. */
export const inHand = ({ context: { part, off } }: Scene): string | null =>
  off && part !== null && !mute.has(partKindOf(part)) ? part : null;

const outerKinds = new Set(['foot', 'strap', 'stylus', 'tray', 'supply', 'tape', 'stand']);
/** Is it outside, so that what is undone next without a name is of something else? */
const isOuter = (part: string): boolean => part !== 'power-supply' && outerKinds.has(partKindOf(part));

/**
 * The part that an act without one is about: the topic of the line or the part in work. Outside, before a
 * cover is named, it is the cover.
 */
/** In a list under a heading, behind the leads of other parts: what has no name is of the heading again. */
export const isPastLeads = ({ headPart, topicIsLead, lastPlaced }: Scene): boolean =>
  topicIsLead ||
  (lastPlaced?.kind === 'undo' && lastPlaced.joint.type === 'connector' && lastPlaced.part !== headPart);

export function ownerFor(
  scene: Scene,
  hiddenBy: string | null = null,
): { part: string | null; inferred: boolean } {
  const { topic } = scene;
  const { procedure } = scene.context;
  if (scene.headPart !== null && isPastLeads(scene)) return { part: scene.headPart, inferred: false };
  if (procedure !== null && topic !== null && ['antenna', 'cable'].includes(partKindOf(topic)))
    return { part: procedure, inferred: true };
  // Under a foot or a strip sit the screws of the cover.
  if (hiddenBy !== null && isOuter(hiddenBy) && (!scene.topicSaid || topic === hiddenBy)) {
    const cover = scene.context.parts.find(
      (part) => partKindOf(part) === 'cover' || partKindOf(part) === 'board',
    );
    if (cover === undefined || partKindOf(cover) === 'cover')
      return { part: cover ?? 'base-cover', inferred: true };
  }
  const usable = topic !== null && topic !== hiddenBy && (scene.topicSaid || !scene.context.off);
  if (usable && (scene.topicSaid || !isOuter(topic))) return { part: topic, inferred: !scene.topicSaid };
  const opened = scene.context.parts.some((part) => !isOuter(part) && partKindOf(part) !== 'card');
  const covers = hiddenBy === null || isOuter(hiddenBy) || partKindOf(hiddenBy) === 'part';
  if (!opened && covers) return { part: 'base-cover', inferred: true };
  const before = scene.context.parts.find((part) => part !== hiddenBy && !isOuter(part));
  if (topic === hiddenBy || (topic !== null && isOuter(topic)))
    return { part: before ?? null, inferred: true };
  return { part: scene.context.procedure, inferred: true };
}
