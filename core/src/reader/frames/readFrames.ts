import { slugOf } from '../entries/partName.ts';
import { isWord, type Chunk, type ChunkOf } from '../phrases/chunk.ts';
import { emptyFrame, type Frame, type Named } from './frame.ts';
import { isLongBehind, opensNext } from './nextFrame.ts';
import type { Piece } from './piece.ts';
import { placeWord, type Role } from './wordRoles.ts';

/**
 * Gathers the chunks of a piece into frames, each chunk in the role that its neighbours give it: a noun
 * behind `under` hides, one behind `from` or `to` is a place, one behind `by` or `with` a means. A frame ends
 * where a chunk could not belong to the same act: a second count, a part after an act that is complete.
 */
export function readFrames(piece: Piece, line: string): Frame[] {
  const frames: Frame[] = [];
  let frame = emptyFrame();
  const next = (): void => {
    frames.push(frame);
    frame = emptyFrame();
  };
  const chunks = piece.chunks;
  let role: Role = 'act';
  for (let i = 0; i < chunks.length; i++) {
    const chunk = chunks[i] as Chunk;
    if (role === 'act' && opensNext(frame, chunk, chunks, i)) next();
    frame.chunks.push(chunk);
    role = place(frame, chunk, chunks, i, role, line);
  }
  next();
  return frames;
}

function place(
  frame: Frame,
  chunk: Chunk,
  chunks: readonly Chunk[],
  i: number,
  role: Role,
  line: string,
): Role {
  switch (chunk.k) {
    case 'word':
      return placeWord(frame, chunk, chunks, i, role, line.slice(chunk.start, chunk.end).toLowerCase());
    case 'under':
      return 'under';
    case 'verb':
      // "hiding under the foam"
      if (chunk.act === 'cover' && chunks[i + 1]?.k === 'under') return role;
      frame.verbs.push(chunk);
      return 'act';
    case 'name':
      return placeName(frame, chunk, role, line);
    case 'joint':
      return isBehindAfter(chunks, i) ? 'act' : placeJoint(frame, chunk, role);
    case 'cable':
      return placeCable(frame, chunk, role);
    case 'side':
      if (role === 'act') frame.sides.push(chunk.side);
      else frame.where.push(chunk.side);
      return role === 'under' ? role : 'act';
    case 'place':
      frame.where.push(chunk.place);
      return 'act';
    default:
      if (role === 'under' && (chunk.k === 'tool' || chunk.k === 'talk' || chunk.k === 'unknown')) {
        frame.hiddenBy = slugOf(line.slice(chunk.start, chunk.end)) || null;
        return 'act';
      }
      placePlain(frame, chunk, isOfRange(chunks, i) || isNumberOf(chunks, i), isLongBehind(chunks, i));
      return chunk.k === 'look' || chunk.k === 'plain' || chunk.k === 'count' ? role : 'act';
  }
}

/** A lead is what the act is about, what hides it, or, behind a preposition, where it leads. */
function placeCable(frame: Frame, chunk: ChunkOf<'cable'> & Chunk, role: Role): Role {
  const alone = frame.cables.length + frame.names.length === 0 && frame.joint === null;
  // "flip the lock on the fan ribbon"
  const isItsLock = role === 'on' && alone && (frame.bar || frame.mechanism !== null);
  if (role === 'under') frame.hiddenBy = 'cable';
  else if (role === 'act' || isItsLock || (role === 'at' && frame.verbs.length > 0 && alone))
    frame.cables.push(chunk);
  else if (chunk.owner !== null)
    frame.places.push({ ...chunk, k: 'name', part: chunk.owner, known: true, bare: false, word: '' });
  if (chunk.mechanism && role === 'act') frame.mechanism ??= chunk.mechanism;
  return 'act';
}

/** "from six down to one": in which order, not how many. */
const isOfRange = (chunks: readonly Chunk[], i: number): boolean =>
  isWord(chunks[i - 1], 'from') ||
  (isWord(chunks[i - 1], 'to') && chunks.slice(0, i - 1).some((chunk) => isWord(chunk, 'from')));

/** "withdraw module 1": which of them, where a verb says what is done to it. */
const isNumberOf = (chunks: readonly Chunk[], i: number): boolean => {
  const name = chunks[i - 1];
  const verb = chunks[i - 2];
  return (
    chunks[i + 1] === undefined &&
    name?.k === 'name' &&
    !name.plural &&
    verb?.k === 'verb' &&
    (verb.act === 'take' || verb.act === 'unplug')
  );
};

function placePlain(frame: Frame, chunk: Chunk, fromCount: boolean, isLength: boolean): void {
  switch (chunk.k) {
    case 'count':
      if (!fromCount) placeCount(frame, chunk.n, isLength);
      return;
    case 'ordinal':
      frame.ordinals.push(chunk.n);
      return;
    case 'kind':
      frame.screw = { ...frame.screw, ...chunk.screw };
      return;
    case 'look':
      frame.looks.push(chunk.look);
      return;
    case 'mechanism':
      if (frame.mechanism === null || frame.mechanism === 'plug') frame.mechanism = chunk.mechanism;
      return;
    case 'bar':
      frame.bar = true;
      return;
    case 'tighten':
      frame.tighten = chunk.tighten;
      return;
    case 'measure':
      placeMeasure(frame, chunk);
      return;
    case 'code':
      frame.codes.push(chunk);
      return;
    case 'unknown':
      frame.unread.push(chunk);
      return;
    default:
      return;
  }
}

function placeCount(frame: Frame, n: number, isLength: boolean): void {
  const long =
    isLength && frame.counts.length > 0 && frame.screw.drive != null && frame.screw.lengthMm == null;
  if (long) frame.screw = { ...frame.screw, lengthMm: n };
  else frame.counts.push({ n, at: frame.chunks.length - 1 });
}

/** Millimetres behind a count are the length of what was counted. */
function placeMeasure(frame: Frame, measure: ChunkOf<'measure'> & Chunk): void {
  const { unit, value } = measure;
  const isLength =
    unit === 'mm' && frame.counts.length > 0 && frame.screw.lengthMm == null && value > 0 && value <= 60;
  if (isLength) frame.screw = { ...frame.screw, lengthMm: value };
  else frame.measures.push(measure);
}

/** "the plug from the fan", "the ribbon to the keyboard": whose lead it is. All lead to the system board. */
function ownLead({ cables, names }: Frame, { part, known, start }: Named, line: string): boolean {
  const [cable, ...more] = cables;
  if (!/\b(?:to|from)(?: the)? $/i.test(line.slice(Math.max(0, start - 10), start))) return false;
  if (cable?.owner !== null || more.length + names.length > 0 || part === 'system-board') return false;
  cables[0] = { ...cable, owner: known ? part : `${part}-${cable.word}` };
  return true;
}

function placeName(frame: Frame, name: Named, role: Role, line: string): Role {
  if (role === 'under') frame.hiddenBy = name.part;
  else if (role === 'on') frame.holders.push(name);
  else if (role === 'at') {
    if (!ownLead(frame, name, line)) frame.places.push(name);
  } else if (role === 'means') frame.places.push(name);
  else frame.names.push(name);
  return 'act';
}

/** "after the screws one opens the clips": what was done before. */
const isBehindAfter = (chunks: readonly Chunk[], i: number): boolean =>
  isWord(chunks[i - 1], 'after') || (isWord(chunks[i - 1], 'the') && isWord(chunks[i - 2], 'after'));

function placeJoint(frame: Frame, joint: Extract<Chunk, { k: 'joint' }>, role: Role): Role {
  // "with the foil on", "popped off its post": what stays with it, where it came off.
  const stays = role === 'means' && (joint.type === 'tape' || joint.type === 'adhesive');
  if (stays || (role === 'at' && frame.words.has('off'))) return 'act';
  if (role === 'under')
    frame.hiddenBy = joint.type === 'adhesive' ? 'glue' : joint.type === 'clips' ? 'clip' : 'tape';
  else if (role !== 'at' || frame.joint === null) frame.joint ??= joint;
  return 'act';
}
