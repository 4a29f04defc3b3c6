import { isWord } from '../phrases/chunk.ts';
import type { JointType } from '../../sequence/schema.ts';
import type { Screw } from '../../sequence/screw.ts';
import type { EntryJoint } from '../entries/entry.ts';
import { withoutSide } from '../entries/sides.ts';
import { sidedParts } from '../lexicon/parts.ts';
import type { Counted } from './counts.ts';
import { hasScrew, spanOf, type Frame } from './frame.ts';
import { hidingTopic, partNamed, resolved } from './naming.ts';
import type { Piece } from './piece.ts';
import { screwFor } from './refine.ts';
import { ownerFor, type Group, type Scene } from './scene.ts';
import { bare, closeGroups } from './sums.ts';

interface Owner {
  readonly part: string | null;
  readonly inferred: boolean;
}

/** Begins a group: what was counted, of which part and kind, and how it stands to the group before it. */
export function openGroup(scene: Scene, frame: Frame, piece: Piece, counted: Counted): void {
  const named = frame.joint?.owner ?? partNamed(scene, frame) ?? heldByAll(scene, frame);
  if (named !== null) scene.name(named);
  const sided = pairsUp(scene, frame, named, counted);
  const type = typeOf(scene, frame);
  if (named !== null && piece.joiner === 'and') giveAll(scene, named);
  const before = scene.groups[scene.groups.length - 1];
  if (named !== null && before && before.part !== named && !before.partInferred) closeGroups(scene);
  const last = scene.groups[scene.groups.length - 1];
  const ofPair = scene.pair.length > 1 && (frame.words.has('each') || scene.topicSaid);
  if ((named === null || sided) && last === undefined && ofPair) return openPair(scene, frame, counted, type);
  const owner = ownerOf(scene, frame, named, counted);
  if (!hasScrew(frame) && scene.kindAhead !== null) frame.screw = scene.kindAhead;
  scene.kindAhead = null;
  const { screw, inferred } = screwFor(scene, frame, counted, type);
  const joint = jointOf(scene, frame, named);
  if (owner.part !== null && hasScrew(frame)) shareWithTwin(scene, owner.part, frame.screw);
  scene.groups.push({
    type,
    part: owner.part === joint.hiddenBy ? ownerFor(scene, owner.part).part : owner.part,
    partInferred: owner.inferred,
    n: counted.n,
    outOf: counted.outOf,
    joint,
    screw: { ...lengthLikeBefore(frame, last), ...screw },
    screwInferred: inferred,
    looks: frame.looks,
    ...standingTo(scene, frame, piece, counted, named, last),
    ...spanOf(frame),
  });
}

/** "hinges 3 left 3 right PH1": the kind said last is that of the one across too. */
function shareWithTwin(scene: Scene, part: string, screw: Partial<Screw>): void {
  const last = scene.placed[scene.placed.length - 1];
  const twin = last?.draft.kind === 'undo' ? last.draft : undefined;
  const across = twin?.part != null && twin.part !== part && withoutSide(twin.part) === withoutSide(part);
  if (!last || !across || twin.joint.type !== 'screws' || twin.joint.screw != null) return;
  last.draft = { ...twin, tool: screw.size ?? null, joint: { ...twin.joint, screw } };
}

/** Does what is counted hold for a left and a right one? */
function pairsUp(scene: Scene, frame: Frame, named: string | null, counted: Counted): boolean {
  const { topic } = scene;
  const topical = named === null && scene.topicSaid && topic !== null && sidedParts.has(topic);
  if (topical && counted.spread && frame.words.has('a-side') && scene.groups.length + scene.pair.length === 0)
    scene.pair = [`left-${topic}`, `right-${topic}`];
  if (named === null || !frame.words.has('each') || scene.groups.length > 0) return false;
  if (!sidedParts.has(named) && frame.sides.length < 2) return false;
  scene.pair = [`left-${named}`, `right-${named}`];
  return true;
}

function typeOf(scene: Scene, frame: Frame): JointType {
  const before = scene.groups[scene.groups.length - 1];
  const alike = before && (!hasScrew(frame) || (before.type === 'standoffs' && frame.screw.drive === 'hex'));
  return frame.joint?.type ?? scene.heading ?? (alike ? (scene.groups[0] ?? before).type : 'screws');
}

function ownerOf(scene: Scene, frame: Frame, named: string | null, counted: Counted): Owner {
  const last = scene.groups[scene.groups.length - 1];
  if (named !== null) return { part: named, inferred: false };
  if (last && !counted.more) return { part: last.part, inferred: last.partInferred };
  const hider = frame.hiddenBy ?? (frame.hiddenByTopic ? hidingTopic(scene) : null);
  return nextOf(scene, frame) ?? ownerFor(scene, hider);
}

function jointOf(scene: Scene, frame: Frame, named: string | null): Partial<EntryJoint> {
  const joint: Partial<EntryJoint> = {};
  if (frame.hiddenBy === null && !frame.hiddenByTopic && scene.under !== null) frame.hiddenBy = scene.under;
  scene.under = null;
  if (frame.hiddenBy !== null) joint.hiddenBy = hiderOf(scene, frame.hiddenBy);
  else if (frame.hiddenByTopic) joint.hiddenBy = hidingTopic(scene) ?? undefined;
  if (frame.tighten) joint.tighten = frame.tighten;
  const where = [...frame.where, ...frame.sides.filter(() => named === null || frame.names.length === 0)];
  if (where.length > 0) joint.where = where.join(', ');
  return joint;
}

/** "four of them 8 mm, two 12": a second figure is a length, where the group before had one. */
function lengthLikeBefore(
  { counts: [first, second] }: Frame,
  last: Group | undefined,
): { lengthMm?: number } {
  const follows = first && second && second.at === first.at + 1;
  return follows && last?.screw.lengthMm != null ? { lengthMm: second.n } : {};
}

/** How a group stands to the one before it: some of it, or more. */
function standingTo(
  scene: Scene,
  frame: Frame,
  piece: Piece,
  counted: Counted,
  named: string | null,
  last: Group | undefined,
): Pick<Group, 'partitive' | 'loose' | 'opensList' | 'added' | 'spread' | 'bare' | 'behindColon'> {
  const hides = frame.hiddenBy !== null || frame.hiddenByTopic;
  const alike =
    frame.joint === null ||
    (frame.joint.type === last?.type && frame.joint.owner === null && piece.joiner !== 'and');
  return {
    partitive:
      counted.partitive ||
      (named === null && last !== undefined && isOfThose(scene, frame, counted, last)) ||
      (named === null && last !== undefined && piece.joiner === 'comma' && compares(frame, counted, last)) ||
      (scene.amending && last !== undefined && (counted.more || (counted.n === 1 && hides))),
    loose: last !== undefined && named === null && !counted.more && alike,
    opensList: piece.joiner === 'colon' && last !== undefined,
    added: piece.joiner === 'and',
    spread: counted.spread,
    bare: bare(frame) && frame.where.length + frame.sides.length === 0,
    behindColon: piece.joiner === 'colon' || (last?.behindColon ?? false),
  };
}

/** "8 T6 body, 2 under pads", "board screws 7, two longer by the camera": of those just counted, said apart. */
const compares = (frame: Frame, counted: Counted, last: Group): boolean =>
  last.n !== null &&
  counted.n < last.n &&
  !counted.more &&
  (frame.looks.some((look) => /^(?:longer|shorter)$/.test(look)) || hidesSome(frame, last));

const hidesSome = (frame: Frame, last: Group): boolean =>
  frame.hiddenBy !== null &&
  !hasScrew(frame) &&
  frame.looks.length === 0 &&
  frame.joint === null &&
  last.joint.hiddenBy === undefined &&
  last.joint.where === undefined;

/** "9 PH0, the three at the front short", "12 T8 (4 long)": some of those counted, not more of them. */
function isOfThose(scene: Scene, frame: Frame, counted: Counted, last: Group): boolean {
  if (last.n === null || counted.n >= last.n || counted.more || frame.words.has('then')) return false;
  const between = scene.line.slice(last.end, spanOf(frame).start);
  const inside = between.includes('(') && !/[)+]/.test(between);
  return inside || (isWord(frame.chunks[0], 'the') && frame.chunks[1]?.k === 'count');
}

/** "under the strip": the foot strip that was just peeled. */
const hiderOf = (scene: Scene, slug: string): string =>
  scene.topic?.endsWith(`-${slug}`) === true && scene.topicSaid ? scene.topic : slug;

/** "there was a fourth one", when three of a part were counted: of that part. */
function nextOf(scene: Scene, frame: Frame): { part: string; inferred: boolean } | null {
  const [n] = frame.ordinals;
  if (n === undefined || scene.topicSaid) return null;
  const last = [scene.context.lastLine, ...scene.context.earlier.slice(0, 3)]
    .flat()
    .find((entry) => entry.kind === 'undo' && entry.joint.count === n - 1 && entry.joint.type === 'screws');
  return last?.kind === 'undo' && last.part !== null ? { part: last.part, inferred: true } : null;
}

/** "one P5 and two P2 from the bezel": whose all of them are, said at the end. */
function heldByAll(scene: Scene, frame: Frame): string | null {
  const [holder] = frame.holders;
  if (!holder || !scene.isOwnerless) return null;
  const part = resolved(scene, holder);
  giveAll(scene, part);
  return part;
}

/** "3 T5 and 2 PH0 hold the fan": whose all of them are, where none was named before. */
export function giveAll(scene: Scene, part: string): void {
  if (!scene.isOwnerless) return;
  for (const group of scene.groups) Object.assign(group, { part, partInferred: false });
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
