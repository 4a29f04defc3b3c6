import type { JointType } from '../../sequence/schema.ts';
import type { EntryJoint } from '../entries/entry.ts';
import { comesFree, doing, hasScrew, spanOf, undoing, type Frame } from './frame.ts';
import { partNamed } from './naming.ts';
import type { Piece } from './piece.ts';
import { ownerFor, type Scene } from './scene.ts';
import { closeGroups } from './sums.ts';

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
  'of',
  'rest',
]);

/** A joint named without a count: the clips let go, the glue was cut, the tape peeled. */
export function readUncounted(scene: Scene, piece: Piece, frame: Frame): boolean {
  const { joint } = frame;
  if (joint === null || joint.type === 'solder' || (frame.cables.length > 0 && joint.type !== 'tape'))
    return false;
  if (!isUndone(scene, piece, frame, joint.type)) return false;
  // "press its little catch", of a plug: how it comes off.
  const catches = scene.topicIsLead && joint.type === 'clips' && doing(frame, 'press', 'release');
  if (catches && partNamed(scene, frame) === null) return true;
  const named = ownerSaid(scene, frame, joint);
  if (named !== null) scene.name(named);
  const owner = named !== null ? { part: named, inferred: false } : ownerFor(scene);
  if (scene.groups.some((group) => group.type === joint.type)) return true;
  const made: EntryJoint = {
    type: joint.type,
    ...(joint.type === 'screws' && !joint.plural ? { count: 1 } : {}),
    ...(hasScrew(frame) ? { screw: frame.screw } : {}),
    ...(frame.tighten ? { tighten: frame.tighten } : {}),
    ...(joint.type === 'screws' && frame.hiddenBy ? { hiddenBy: frame.hiddenBy } : {}),
  };
  const where = [...frame.where, ...frame.sides];
  if (where.length > 0) made.where = where.join(', ').slice(0, 120);
  if (frame.words.has('both')) made.count = 2;
  closeGroups(scene);
  scene.undo(made, owner.part, spanOf(frame), owner.inferred ? ['part'] : []);
  return true;
}

/** Said to be undone, or named in short speech, where every joint but screws then is. */
function isUndone(scene: Scene, piece: Piece, frame: Frame, type: JointType): boolean {
  const gone = frame.verbs.some(({ lemma, form }) => lemma === 'go' && form === 'past');
  if (gone || comesFree(frame) || doing(frame, ...undoing, 'unroute', 'press') !== undefined) return true;
  const terse = frame.verbs.length === 0 && [...frame.words].every((word) => quiet.has(word));
  const behindTool = type === 'clips' && frame.chunks.some(({ k }) => k === 'tool');
  // Screws named with their kind and no number: "fan screws, PH0". How many is asked at the bench.
  // "fan tray, thumbscrews, out": in a list the bare noun will do.
  const isListed = frame.chunks.length === 1 && scene.topicSaid && !piece.header;
  const isAsked = hasScrew(frame) || frame.joint?.hint !== undefined || isListed || frame.tighten !== null;
  if (type === 'screws') return terse && isAsked && frame.joint?.plural === true;
  return terse || behindTool;
}

function ownerSaid(scene: Scene, frame: Frame, joint: NonNullable<Frame['joint']>): string | null {
  const first = frame.chunks.find(({ k }) => k !== 'look' && k !== 'plain');
  const sticks = joint.type === 'adhesive' || joint.type === 'tape';
  return (
    joint.owner ??
    partNamed(scene, frame) ??
    frame.holders[0]?.part ??
    (first === joint || sticks ? frame.places[0]?.part : undefined) ??
    (joint.type === 'adhesive' ? frame.hiddenBy : null) ??
    null
  );
}
