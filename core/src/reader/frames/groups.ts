import { verbFor } from '../../estimate/defaultSeconds.ts';
import type { JointType } from '../../sequence/schema.ts';
import type { Screw } from '../../sequence/screw.ts';
import type { EntryJoint } from '../entries/entry.ts';
import { sidedParts } from '../lexicon/parts.ts';
import type { NameChunk } from '../phrases/chunk.ts';
import { countOf, type Counted } from './counts.ts';
import { doing, hasScrew, leaves, type Frame } from './frame.ts';
import type { Piece } from './piece.ts';
import { ownerFor, type Group, type Scene } from './scene.ts';

const spanOf = (frame: Frame): { start: number; end: number } => ({
  start: frame.chunks[0]?.start ?? 0,
  end: frame.chunks[frame.chunks.length - 1]?.end ?? 0,
});

/** Reads a frame as things counted that hold a part. True where it is one. */
export function readGroup(scene: Scene, frame: Frame, piece: Piece): boolean {
  if (refinesGroup(scene, frame)) return true;
  if (frame.words.has('rest') && countOf(frame) === null && readRest(scene, frame)) return true;
  const counted = countOf(frame);
  if (counted !== null && scene.ordering === piece.sentence && bare(frame)) return true;
  if (counted !== null && repeatsConnector(scene, frame, counted)) return true;
  if (counted === null) return readSame(scene, frame) || readUncounted(scene, frame);
  if (isOfParts(frame, piece.header)) return false;
  if (fillsCount(scene, frame, counted)) return true;
  if (!frame.words.has('this') && !frame.words.has('total') && countsOn(scene, frame, counted)) return true;
  if (isTotal(scene, frame, counted)) return true;
  if (confirmsSome(scene, frame, counted)) return true;
  if (!isEnough(scene, frame, counted)) return false;
  const verb = doing(frame, 'take', 'unscrew');
  if (verb?.form === 'plain') scene.repeat = (part) => scene.put({ kind: 'lift', part }, spanOf(frame));
  openGroup(scene, frame, piece, counted);
  return true;
}

/** `2 fans`, `both sticks`: a count of parts, not of what holds them. */
function isOfParts(frame: Frame, header: boolean): boolean {
  if (frame.joint !== null || hasScrew(frame)) return false;
  if (frame.cables.length > 0) return true;
  const at = frame.counts[frame.counts.length - 1]?.at ?? -1;
  const next = frame.chunks.slice(at + 1).find(({ k }) => k !== 'look' && k !== 'plain');
  if (at < 0) return false;
  if (header && frame.names.some(({ plural }) => plural)) return true;
  return (
    (next?.k === 'name' && (next.plural || frame.counts[0]?.n === 1)) ||
    next?.k === 'tool' ||
    next?.k === 'talk'
  );
}

/** Is enough said for a count of screws? A number alone is one only where a part is in work. */
function isEnough(scene: Scene, frame: Frame, counted: Counted): boolean {
  if (counted.n === 0) return false;
  if (
    frame.joint !== null ||
    hasScrew(frame) ||
    frame.looks.length > 0 ||
    scene.heading !== null ||
    frame.words.has('one')
  )
    return true;
  if (isNumbered(frame) || (counted.partitive && scene.groups.length === 0 && !scene.amending)) return false;
  if (scene.amending || scene.groups.length > 0 || counted.more || counted.outOf !== null) return true;
  if (frame.hiddenBy !== null || frame.hiddenByTopic || frame.words.has('same')) return true;
  const named = frame.names.length > 0 || scene.topicSaid;
  const ofMemory =
    scene.topic !== null &&
    /(^|-)(memory|module|stick)$/.test(scene.topic) &&
    bare(frame) &&
    counted.outOf === null;
  if (ofMemory) return false;
  const comes = leaves(frame) || doing(frame, 'come') !== undefined;
  if (comes && (scene.topic !== null || !scene.opened)) return true;
  return (
    named ||
    frame.words.has('a-side') ||
    frame.holders.length > 0 ||
    doing(frame, 'unscrew', 'loosen', 'fix') !== undefined
  );
}

/** `line 7`, `step 3`, `nb 14`: which one, not how many. */
function isNumbered(frame: Frame): boolean {
  const at = frame.counts[0]?.at ?? 0;
  const before = frame.chunks[at - 1];
  return before?.k === 'talk' || (before?.k === 'word' && ['note', 'number'].includes(before.word));
}

/** "clips pop, five a side": how many of what was just undone. */
function fillsCount(scene: Scene, frame: Frame, counted: Counted): boolean {
  const last = scene.placed[scene.placed.length - 1];
  if (
    last?.draft.kind !== 'undo' ||
    last.draft.joint.count != null ||
    scene.groups.length > 0 ||
    frame.names.length + frame.cables.length > 0 ||
    hasScrew(frame) ||
    counted.more
  )
    return false;
  const { joint } = last.draft;
  const same =
    frame.joint === null
      ? joint.type !== 'connector' && joint.type !== 'slide'
      : frame.joint.type === joint.type;
  if (!same || (leaves(frame) && frame.joint === null && !bare(frame))) return false;
  last.draft = { ...last.draft, joint: { ...joint, count: counted.n } };
  last.end = spanOf(frame).end;
  return true;
}

/** "two, four, six", "eight, no, nine": a count that goes on, or is put right at once. */
function countsOn(scene: Scene, frame: Frame, counted: Counted): boolean {
  const last = scene.groups[scene.groups.length - 1];
  if (last && last.n === null && !counted.more) {
    last.n = counted.n;
    last.screw = { ...last.screw, ...frame.screw };
    return true;
  }
  if (!last || last.n === null || counted.more || counted.partitive) return false;
  const plain =
    frame.names.length + frame.cables.length === 0 &&
    frame.hiddenBy === null &&
    !frame.hiddenByTopic &&
    frame.looks.length === 0 &&
    (frame.joint === null || frame.joint.type === last.type);
  const on =
    last.bare &&
    bare(frame) &&
    counted.n > last.n &&
    counted.n - last.n <= 2 &&
    frame.where.length + frame.sides.length === 0;
  if (!plain || !(on || scene.correcting)) return false;
  last.n = counted.n;
  last.screw = { ...last.screw, ...frame.screw };
  if (frame.tighten) last.joint.tighten = frame.tighten;
  last.end = Math.max(last.end, spanOf(frame).end);
  scene.correcting = false;
  return true;
}

function openGroup(scene: Scene, frame: Frame, piece: Piece, counted: Counted): void {
  const named = frame.joint?.owner ?? partNamed(scene, frame);
  if (named !== null) scene.name(named);
  const sided =
    named !== null && frame.words.has('each') && sidedParts.has(named) && scene.groups.length === 0;
  if (sided) scene.pair = [`left-${named}`, `right-${named}`];
  const before = scene.groups[scene.groups.length - 1];
  const type: JointType =
    frame.joint?.type ??
    scene.heading ??
    (before && (!hasScrew(frame) || (before.type === 'standoffs' && frame.screw.drive === 'hex'))
      ? (scene.groups[0] ?? before).type
      : 'screws');
  if (named !== null && before && before.part !== named && !before.partInferred) closeGroups(scene);
  const last = scene.groups[scene.groups.length - 1];
  if (
    (named === null || sided) &&
    last === undefined &&
    scene.pair.length > 1 &&
    (frame.words.has('each') || scene.topicSaid)
  )
    return openPair(scene, frame, counted, type);
  const owner =
    named !== null
      ? { part: named, inferred: false }
      : last && !counted.more
        ? { part: last.part, inferred: last.partInferred }
        : ownerFor(scene, frame.hiddenBy);
  const screw = screwFor(scene, frame, counted, type);
  const joint: Partial<EntryJoint> = {};
  if (frame.hiddenBy === null && !frame.hiddenByTopic && scene.under !== null) frame.hiddenBy = scene.under;
  scene.under = null;
  if (frame.hiddenBy !== null) joint.hiddenBy = frame.hiddenBy;
  else if (frame.hiddenByTopic) joint.hiddenBy = hidingTopic(scene) ?? undefined;
  if (frame.tighten) joint.tighten = frame.tighten;
  const [first, second] = frame.counts;
  if (
    first &&
    second &&
    second.at === first.at + 1 &&
    last?.screw.lengthMm != null &&
    screw.screw.lengthMm == null
  )
    screw.screw = { ...screw.screw, lengthMm: second.n };
  const where = [...frame.where, ...frame.sides.filter(() => named === null || frame.names.length === 0)];
  if (where.length > 0) joint.where = where.join(', ');
  scene.groups.push({
    type,
    part: owner.part === joint.hiddenBy ? ownerFor(scene, owner.part).part : owner.part,
    partInferred: owner.inferred,
    n: counted.n,
    outOf: counted.outOf,
    joint,
    screw: screw.screw,
    screwInferred: screw.inferred,
    looks: frame.looks,
    partitive:
      counted.partitive ||
      (scene.amending && last !== undefined && counted.more) ||
      (scene.amending &&
        last !== undefined &&
        counted.n === 1 &&
        (frame.hiddenBy !== null || frame.hiddenByTopic)),
    loose: last !== undefined && named === null && frame.joint === null && !counted.more,
    added: piece.joiner === 'and',
    spread: counted.spread,
    bare: bare(frame) && frame.where.length + frame.sides.length === 0,
    behindColon: piece.joiner === 'colon' || (last?.behindColon ?? false),
    stripped: false,
    missing: false,
    ...spanOf(frame),
  });
}

/** What is counted once holds for each of a pair. */
function openPair(scene: Scene, frame: Frame, counted: Counted, type: JointType): void {
  for (const part of scene.pair) {
    const joint: EntryJoint = { type, count: counted.spread ? counted.n / 2 : counted.n };
    if (hasScrew(frame)) joint.screw = frame.screw;
    scene.undo(joint, part, spanOf(frame));
  }
  scene.sharing = true;
  scene.pairOpen = true;
}

function hidingTopic(scene: Scene): string | null {
  const lifted = scene.placed.findLast(({ draft }) => draft.kind === 'lift')?.draft;
  return lifted?.kind === 'lift' ? lifted.part : scene.topic;
}

function partNamed(scene: Scene, frame: Frame): string | null {
  const held =
    scene.groups.length === 0 && (frame.joint || hasScrew(frame) || frame.counts.length > 0)
      ? frame.holders[0]
      : undefined;
  const name = frame.names[0] ?? held;
  const one = name ? null : sideOne(scene, frame);
  if (one !== null) return one;
  if (!name) return frame.particles.includes('back') && scene.groups.length === 0 ? 'rear-shroud' : null;
  const side = frame.sides[0];
  const part = resolved(scene, name);
  return side && sidedParts.has(part) ? `${side}-${part}` : part;
}

/** "the right one": that side of the pair in work. */
export function sideOne(scene: Scene, frame: Frame): string | null {
  const [side] = frame.sides;
  const base = scene.topic?.replace(/^(left|right|top|bottom)-/, '') ?? '';
  const spoken =
    frame.words.has('one') ||
    frame.particles.length > 0 ||
    frame.measures.length > 0 ||
    frame.counts.length > 0;
  if (!side || !spoken || frame.names.length > 0 || frame.joint?.owner) return null;
  return sidedParts.has(base) || /(stick|trigger)$/.test(base) ? `${side}-${base}` : null;
}

/** `the module`, `the assembly`: of whatever is in work. */
const inWork = new Set(['module', 'assembly']);

/** Which part a name means: `the board` is the sensor board where that is in work, `the bracket` the last one. */
export function resolved(scene: Scene, name: NameChunk): string {
  if (name.bare) return bareName(scene, name.part);
  const { topic } = scene;
  const { procedure } = scene.context;
  if (
    procedure !== null &&
    name.word !== '' &&
    name.part !== procedure &&
    procedure.endsWith(`-${name.word}`) &&
    scene.line.toLowerCase().match(new RegExp(`(?:the|this|its) ${name.word}\\b`))
  )
    return procedure;
  const isTopic = topic !== null && topic !== name.part && scene.topicSaid && name.word !== '';
  if (isTopic && topic.endsWith(`-${name.word}`)) return topic;
  return topic !== null &&
    scene.topicSaid &&
    sidedParts.has(name.part) &&
    topic.replace(/^(left|right|top|bottom|upper|lower|front|rear)-/, '') === name.part
    ? topic
    : name.part;
}

/** "the bracket": the one spoken of last. */
export function bareName(scene: Scene, head: string): string {
  const isOne = (part: string): boolean => part === head || part.endsWith(`-${head}`);
  if (scene.topic !== null && isOne(scene.topic)) return scene.topic;
  return (
    scene.context.parts.find(isOne) ??
    (inWork.has(head) ? (scene.context.procedure ?? scene.topic ?? head) : head === 'stick' ? 'memory' : head)
  );
}

/** `same`, `one more`: the kind counted before. */
function screwFor(
  scene: Scene,
  frame: Frame,
  counted: Counted,
  type: JointType,
): { screw: Partial<Screw>; inferred: boolean } {
  const isCounted = type === 'screws' || type === 'standoffs';
  const alike = frame.words.has('same') || (counted.more && frame.looks.length === 0);
  const needs = alike && frame.screw.drive == null && frame.screw.thread == null && isCounted;
  const before =
    scene.groups.findLast((group) => group.type === 'screws')?.screw ??
    scene.lastUndo?.joint.screw ??
    scene.context.screw;
  if (!needs || !before) return { screw: frame.screw, inferred: false };
  const kind =
    counted.more && !frame.words.has('same')
      ? { drive: before.drive, size: before.size }
      : withoutLook(before);
  return { screw: { ...kind, ...frame.screw }, inferred: true };
}

const withoutLook = ({ look: _look, ...screw }: Partial<Screw>): Partial<Screw> => screw;

/** A kind, a place or an order behind a group, with nothing counted: it tells more of that group. */
function refinesGroup(scene: Scene, frame: Frame): boolean {
  const last = scene.groups[scene.groups.length - 1];
  if (
    !last &&
    scene.pairOpen &&
    frame.counts.length + frame.names.length + frame.cables.length === 0 &&
    hasScrew(frame)
  ) {
    shareWithPlaced(scene, frame.screw);
    return true;
  }
  if (
    !last ||
    frame.counts.length > 0 ||
    frame.names.length + frame.cables.length > 0 ||
    frame.codes.length > 0
  )
    return false;
  if (frame.joint !== null && frame.joint.type !== last.type) return false;
  if (
    frame.words.has('more') ||
    frame.ordinals.length > 0 ||
    frame.words.has('rest') ||
    frame.words.has('of-them') ||
    frame.words.has('one-of')
  )
    return false;
  const tells =
    hasScrew(frame) ||
    frame.looks.length > 0 ||
    frame.tighten !== null ||
    frame.hiddenBy !== null ||
    frame.where.length > 0 ||
    frame.measures.some(({ unit }) => unit === 'mm') ||
    frame.words.has('same') ||
    frame.joint !== null;
  if (!tells || frame.words.has('a')) return false;
  const { captive, sprung, shouldered, head, ...kind } = frame.screw;
  if (frame.words.has('all') || frame.words.has('both')) scene.sharing = true;
  if (scene.sharing) shareWithPlaced(scene, kind);
  const linked =
    scene.sharing ||
    last.loose ||
    last.partitive ||
    frame.words.has('all') ||
    frame.words.has('both') ||
    frame.words.has('same');
  for (const group of linked ? scene.groups : [last])
    if (group.screw.drive == null || group === last) group.screw = { ...group.screw, ...fits(kind, group) };
  last.screw = { ...last.screw, ...definedOf({ captive, sprung, shouldered, head }) };
  if (frame.words.has('same')) shareKinds(scene.groups, scene.lastUndo?.joint.screw ?? scene.context.screw);
  refinePlace(last, frame);
  last.end = Math.max(last.end, spanOf(frame).end);
  return true;
}

/** "left two, right three, all PH00": groups of other parts in the line too. */
function shareWithPlaced(scene: Scene, kind: Partial<Screw>): void {
  for (const placed of scene.placed) {
    const { draft } = placed;
    if (draft.kind !== 'undo' || draft.joint.type !== 'screws') continue;
    const screw = { ...kind, ...draft.joint.screw };
    if (Object.keys(screw).length > 0)
      placed.draft = { ...draft, tool: screw.size ?? draft.tool, joint: { ...draft.joint, screw } };
  }
}

const fits = (kind: Partial<Screw>, group: Group): Partial<Screw> =>
  group.type === 'screws' || group.type === 'standoffs' ? kind : {};
const definedOf = (screw: Partial<Screw>): Partial<Screw> =>
  Object.fromEntries(Object.entries(screw).filter(([, value]) => value != null));

function refinePlace(group: Group, frame: Frame): void {
  const mm = frame.measures.find(({ unit }) => unit === 'mm');
  if (mm && group.screw.lengthMm == null && mm.value <= 60)
    group.screw = { ...group.screw, lengthMm: mm.value };
  if (frame.tighten) group.joint.tighten = frame.tighten;
  if (frame.hiddenBy !== null) group.joint.hiddenBy = frame.hiddenBy;
  if (frame.where.length > 0 && !group.joint.where) group.joint.where = frame.where.join(', ');
  group.looks.push(...frame.looks);
}

function shareKinds(groups: readonly Group[], before: Screw | null): void {
  const known = groups.find(({ screw }) => screw.drive != null || screw.thread != null)?.screw ?? before;
  if (!known) return;
  for (const group of groups)
    if (group.screw.drive == null) group.screw = { ...withoutLook(known), ...group.screw };
}

/** "ssd same screw", "R the same": what was last undone, again for this part. */
function readSame(scene: Scene, frame: Frame): boolean {
  if (!frame.words.has('same') || frame.mechanism !== null || frame.codes.length > 0) return false;
  if (
    frame.cables.length > 0 ||
    (scene.lastUndo?.joint.type === 'connector' &&
      frame.joint === null &&
      frame.places.length + frame.holders.length > 0)
  )
    return sameLead(scene, frame);
  const part =
    partNamed(scene, frame) ??
    acrossFrom(scene, frame) ??
    (scene.topicSaid && scene.groups.length === 0 && !scene.acted ? scene.topic : null);
  if (part !== null && sameWhole(scene, frame, part)) return true;
  const last = lastCounted(scene);
  if (!last || part === null || leaves(frame)) return sameLift(scene, frame, part);
  closeGroups(scene);
  scene.name(part);
  const isScrews = last.joint.type === 'screws';
  const joint: EntryJoint = {
    type: last.joint.type,
    count: frame.joint && !frame.joint.plural ? 1 : last.joint.count,
  };
  if (last.joint.screw && isScrews) joint.screw = { ...last.joint.screw, ...frame.screw };
  if (last.joint.mechanism) joint.mechanism = last.joint.mechanism;
  scene.undo(joint, part, spanOf(frame), ['screw', 'count']);
  return true;
}

/** "fan R: same", "other fan likewise": all that was done to the one across. */
function sameWhole(scene: Scene, frame: Frame, part: string): boolean {
  const base = (slug: string): string => slug.replace(/^(left|right|top|bottom|upper|lower|other)-/, '');
  const acts = scene.context.lastLine.filter((entry) => entry.kind === 'undo' || entry.kind === 'lift');
  const twin =
    acts.length > 1 &&
    acts.every(
      (entry) =>
        'part' in entry &&
        entry.part !== null &&
        entry.part !== part &&
        base(entry.part ?? '') === base(part),
    );
  if (!twin || frame.joint !== null) return false;
  scene.name(part);
  for (const entry of acts) {
    if (entry.kind === 'undo')
      scene.undo({ ...entry.joint }, part, spanOf(frame), ['screw', 'count'], entry.verb);
    else scene.put({ kind: 'lift', part }, spanOf(frame));
  }
  return true;
}

/** "keypad ribbon same": opened as the one before. */
function sameLead(scene: Scene, frame: Frame): boolean {
  const last = scene.lastUndo;
  const part =
    frame.cables[0]?.owner ?? frame.names[0]?.part ?? frame.holders[0]?.part ?? frame.places[0]?.part ?? null;
  if (last?.joint.type !== 'connector' || part === null) return false;
  closeGroups(scene);
  scene.name(part, true);
  scene.undo(
    { type: 'connector', ...(last.joint.mechanism ? { mechanism: last.joint.mechanism } : {}) },
    part,
    spanOf(frame),
    ['screw'],
  );
  return true;
}

/** `hs "`: off, as the part before. */
function sameLift(scene: Scene, frame: Frame, part: string | null): boolean {
  const last = scene.lastPlaced ?? scene.context.lastLine[scene.context.lastLine.length - 1];
  if (part === null || last?.kind !== 'lift' || leaves(frame)) return false;
  scene.name(part);
  scene.put({ kind: 'lift', part }, spanOf(frame));
  return true;
}

function lastCounted(scene: Scene): { joint: EntryJoint } | null {
  const group = scene.groups[scene.groups.length - 1];
  if (group) return { joint: { ...group.joint, type: group.type, count: group.n, screw: group.screw } };
  return scene.lastUndo;
}

function acrossFrom(scene: Scene, frame: Frame): string | null {
  const { part } = scene.lastUndo ?? { part: null };
  if (!frame.words.has('other') && frame.sides.length === 0) return null;
  const base = part?.replace(/^(left|right)-/, '') ?? null;
  const side =
    frame.sides[0] ?? (part?.startsWith('left-') ? 'right' : part?.startsWith('right-') ? 'left' : null);
  return base && side ? `${side}-${base}` : base;
}

/** "backlight 1 more, same": one more of the leads just undone. */
function repeatsConnector(scene: Scene, frame: Frame, counted: Counted): boolean {
  const last = scene.lastUndo;
  if (
    !counted.more ||
    last?.joint.type !== 'connector' ||
    frame.joint !== null ||
    hasScrew(frame) ||
    frame.cables.length > 0 ||
    frame.hiddenBy !== null
  )
    return false;
  const part = partNamed(scene, frame);
  if (part === null || leaves(frame)) return false;
  closeGroups(scene);
  scene.name(part);
  scene.undo(
    { type: 'connector', ...(last.joint.mechanism ? { mechanism: last.joint.mechanism } : {}) },
    part,
    spanOf(frame),
  );
  return true;
}

/** "and the rest": as many as were said to be there and were not undone yet. */
function readRest(scene: Scene, frame: Frame): boolean {
  const lines = [scene.context.lastLine, ...scene.context.earlier];
  const part = partNamed(scene, frame) ?? scene.topic;
  const entries = lines.flat();
  const claim = entries.find(
    (entry) =>
      (entry.kind === 'undo' && entry.joint.claimed) || (entry.kind === 'seen' && entry.joint?.count),
  );
  if (!claim || (claim.kind !== 'undo' && claim.kind !== 'seen') || !claim.joint) return false;
  const owner = claim.part ?? part;
  const done = entries.reduce(
    (sum, entry) =>
      sum +
      (entry.kind === 'undo' && entry.part === owner && entry.joint.type === claim.joint?.type
        ? (entry.joint.count ?? 0)
        : 0),
    0,
  );
  const left = (claim.joint.claimed ?? claim.joint.count ?? 0) - done;
  if (left <= 0) return false;
  const joint: EntryJoint = { type: claim.joint.type, count: left };
  if (claim.joint.screw) joint.screw = { ...claim.joint.screw, ...frame.screw };
  scene.undo(joint, owner, spanOf(frame), ['count']);
  return true;
}

/** Words that leave a joint named in passing as it is: "clips all round". */
const quiet = new Set([
  'all',
  'at',
  'the',
  'with',
  'on',
  'too',
  'only',
  'it',
  'in',
  'and',
  'more',
  'filler',
  'to',
  'from',
]);

/** A joint named without a count: the clips let go, the glue was cut, the tape peeled. */
function readUncounted(scene: Scene, frame: Frame): boolean {
  const { joint } = frame;
  if (joint === null || joint.type === 'solder' || (frame.cables.length > 0 && joint.type !== 'tape'))
    return false;
  const opens =
    leaves(frame) ||
    frame.particles.includes('done') ||
    frame.particles.includes('loose') ||
    doing(
      frame,
      'take',
      'come',
      'pop',
      'pry',
      'unclip',
      'peel',
      'cut',
      'slide',
      'open',
      'release',
      'drill',
      'unscrew',
      'loosen',
      'unroute',
      'press',
    ) !== undefined;
  const terse =
    frame.verbs.length === 0 && [...frame.words].every((word) => quiet.has(word)) && joint.type !== 'screws';
  const first = frame.chunks.find(({ k }) => k !== 'look' && k !== 'plain');
  const behindTool = frame.chunks.some(({ k }) => k === 'tool');
  if (!opens && !terse && !(behindTool && joint.type === 'clips')) return false;
  if (joint.type === 'screws' && !opens) return false;
  const named =
    joint.owner ??
    partNamed(scene, frame) ??
    frame.holders[0]?.part ??
    (first === joint || joint.type === 'adhesive' || joint.type === 'tape'
      ? frame.places[0]?.part
      : undefined) ??
    (joint.type === 'adhesive' ? frame.hiddenBy : null) ??
    null;
  if (named !== null) scene.name(named);
  const owner = named !== null ? { part: named, inferred: false } : ownerFor(scene);
  if (scene.groups.some((group) => group.type === joint.type)) return true;
  const made: EntryJoint = { type: joint.type };
  const where = [...frame.where, ...frame.sides];
  if (where.length > 0) made.where = where.join(', ').slice(0, 120);
  const count = frame.words.has('both') ? 2 : null;
  if (count) made.count = count;
  closeGroups(scene);
  scene.undo(made, owner.part, spanOf(frame), owner.inferred ? ['part'] : []);
  return true;
}

/** "that makes eight", "8 in all": the sum as a check, never more of them. */
function isTotal(scene: Scene, frame: Frame, counted: Counted): boolean {
  const sum = scene.groups.reduce((all, { n }) => all + (n ?? 0), 0);
  const first = scene.groups[0]?.n ?? 0;
  const repeated =
    scene.groups.length > 0 &&
    (counted.n === sum || (counted.n === first && sum === 2 * first)) &&
    bare(frame) &&
    !counted.partitive &&
    (scene.groups.length > 1 || frame.words.has('yes') || frame.words.has('so'));
  const total =
    frame.words.has('total') ||
    (frame.words.has('this') && bare(frame) && scene.groups.length > 0) ||
    (frame.words.has('so') && bare(frame));
  const spread = counted.spread && scene.groups.length === 1 && scene.groups[0]?.n === counted.n;
  if (spread || repeated) return true;
  if (total && frame.names[0] && !frame.words.has('this')) {
    scene.name(partNamed(scene, frame) ?? frame.names[0].part);
    return true;
  }
  if (!total || (frame.joint !== null && frame.verbs.length > 0)) return false;
  if (sum > 0 && sum !== counted.n) doubtSum(scene, counted.n);
  return sum > 0 || scene.context.lastLine.length > 0;
}

const bare = (frame: Frame): boolean =>
  frame.names.length + frame.cables.length === 0 &&
  !hasScrew(frame) &&
  frame.looks.length === 0 &&
  frame.joint === null &&
  frame.hiddenBy === null;

function doubtSum(scene: Scene, said: number): void {
  const parts = scene.groups.map(({ n }) => n ?? 0);
  const sum = parts.reduce((all, n) => all + n, 0);
  scene.doubts.push({
    why: parts.length > 1 ? `${parts.join(' + ')} is ${sum}, not ${said}` : `${sum}, or ${said}?`,
    answers: [],
  });
}

/** "five came", "got two": of those counted, only so many were undone so far. */
function confirmsSome(scene: Scene, frame: Frame, counted: Counted): boolean {
  const open = scene.groups[0];
  if (!open || scene.groups.length !== 1 || open.n === null || !bare(frame) || frame.words.has('more'))
    return false;
  const done =
    leaves(frame) || frame.particles.includes('done') || doing(frame, 'come', 'take', 'have') !== undefined;
  if (!done || counted.n > open.n || frame.measures.length > 0) return false;
  open.outOf ??= open.n;
  open.n = counted.n;
  return true;
}

/** Settles what is whole and what is part, and writes the groups as entries. */
export function closeGroups(scene: Scene): void {
  const groups = scene.groups;
  scene.groups = [];
  const [whole, ...parts] = groups;
  if (!whole) return;
  const members = parts.length > 0 ? settle(scene, whole, parts) : [whole];
  for (const group of members) writeGroup(scene, group);
}

/** The sum decides: parts that make up the whole are it told apart, others are more of them. */
function settle(scene: Scene, whole: Group, parts: readonly Group[]): Group[] {
  const firstPart = parts.findIndex(({ partitive }) => partitive);
  const some =
    firstPart >= 0 ? parts.slice(firstPart).filter(({ partitive, loose }) => partitive || loose) : [];
  const others = parts.filter((part) => !some.includes(part));
  const told = others.filter(({ loose, type }) => loose && type === whole.type);
  const sum = told.reduce((all, { n }) => all + (n ?? 0), 0);
  for (const part of parts) inherit(part, whole);
  const alone = told.length === 1;
  // "three, one at each corner": where they are, not more of them.
  if (alone && told[0]?.spread && whole.n !== null)
    return [whole, ...others.filter((part) => !told.includes(part))];
  const kinds =
    told.length > 1 &&
    told.every(({ screw, looks }) => screw.thread != null || screw.size != null || looks.length > 0) &&
    whole.screw.thread == null &&
    whole.looks.length === 0;
  if (whole.n !== null && told.length > 0 && sum === whole.n && !alone)
    return [...told, ...others.filter((part) => !told.includes(part))];
  if (
    whole.n !== null &&
    !whole.behindColon &&
    sum !== whole.n &&
    told.length > 1 &&
    (kinds || (told.some(({ behindColon }) => behindColon) && whole.joint.where === undefined))
  ) {
    scene.doubts.push({
      why: `${told.map(({ n }) => n).join(' + ')} is ${sum}, not ${whole.n}`,
      answers: [],
    });
    return [...told, ...others.filter((part) => !told.includes(part))];
  }
  return takeFrom(scene, whole, some, others);
}

/** "8, two of them captive": six, and two. */
function takeFrom(scene: Scene, whole: Group, some: readonly Group[], others: readonly Group[]): Group[] {
  const taken = some.reduce((all, { n }) => all + (n ?? 0), 0);
  if (whole.n === null || some.length === 0) return [whole, ...others];
  if (taken > whole.n) scene.doubts.push({ why: `${taken} of ${whole.n}?`, answers: [] });
  const left = whole.n - taken;
  return [...(left > 0 ? [{ ...whole, n: left }] : []), ...some, ...others];
}

/** What was said of all holds for each part of them, unless it says otherwise. */
function inherit(part: Group, whole: Group): void {
  if (part.type !== whole.type) return;
  if (part.partitive || part.loose) {
    part.screw = { ...withoutLook(whole.screw), ...part.screw };
    if (part.joint.tighten === undefined && whole.joint.tighten) part.joint.tighten = whole.joint.tighten;
    if (part.partitive === false && part.joint.hiddenBy === undefined && whole.joint.hiddenBy)
      part.joint.hiddenBy = whole.joint.hiddenBy;
  }
  if (whole.screw.drive == null && part.screw.drive != null && part.loose)
    whole.screw = { drive: part.screw.drive, size: part.screw.size, ...whole.screw };
}

function writeGroup(scene: Scene, group: Group): void {
  const look = group.looks.join(' ').slice(0, 40);
  const joint: EntryJoint = { type: group.type, ...group.joint };
  if (group.n !== null) joint.count = Math.min(group.n, 400);
  if (group.outOf !== null && group.n !== null && group.outOf > group.n) joint.claimed = group.outOf;
  const isCounted = group.type === 'screws' || group.type === 'standoffs';
  if (isCounted && group.screw.drive == null) group.screw = { ...scene.driver, ...group.screw };
  const screw = look && isCounted ? { ...group.screw, look } : group.screw;
  if (isCounted && Object.keys(screw).length > 0) joint.screw = definedOf(screw) as Screw;
  if (look && !joint.where) joint.where = look;
  if (group.n === 0) return;
  const inferred = [
    ...(group.partInferred ? (['part'] as const) : []),
    ...(group.screwInferred ? (['screw'] as const) : []),
  ];
  scene.undo(joint, group.part, group, inferred, verbFor(group.type, joint.screw?.captive === true, null));
}
