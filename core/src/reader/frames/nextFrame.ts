import { isWord, type Chunk, type ChunkOf } from '../phrases/chunk.ts';
import { isParticle } from '../lexicon/particles.ts';
import { hasScrew, type Frame } from './frame.ts';

/** Does this chunk begin another act within its piece: `fan plug popped fan out`, `4 PH0 M2 2 T5`? */
export function opensNext(frame: Frame, chunk: Chunk, chunks: readonly Chunk[], i: number): boolean {
  if (frame.chunks.length === 0) return false;
  if (isInverted(chunks, i)) return true;
  const previous = chunks[i - 1];
  switch (chunk.k) {
    case 'verb':
      return opensByVerb(frame, chunk, chunks, i);
    case 'ordinal':
      return frame.counts.length > 0 && previous?.k !== 'ordinal';
    case 'count':
      return opensByCount(frame, chunk, chunks, i);
    case 'name':
    case 'cable':
      return isAfterAct(frame, previous) || isBehindGroup(frame, chunks, i);
    case 'kind': {
      const { size } = frame.screw;
      return chunk.screw.size != null && size != null && size !== chunk.screw.size && frame.counts.length > 0;
    }
    case 'joint':
      return (
        frame.joint !== null &&
        frame.joint.type !== chunk.type &&
        frame.counts.length > 0 &&
        !isWord(previous, 'with') &&
        chunk.type !== 'tape'
      );
    default:
      return false;
  }
}

const isComplete = (frame: Frame): boolean =>
  frame.particles.length > 0 || frame.verbs.some(({ form }) => form === 'past');

/** "power cord out held the button". */
function opensByVerb(frame: Frame, verb: ChunkOf<'verb'>, chunks: readonly Chunk[], i: number): boolean {
  const named = frame.names.length + frame.cables.length > 0;
  if (isComplete(frame) && isWord(chunks[i - 1], 'off', 'out', 'away') && verb.form === 'past' && named)
    return true;
  return verb.lemma === 'get' && frame.counts.length > 0 && chunks[i + 1]?.k === 'count';
}

function opensByCount(frame: Frame, count: ChunkOf<'count'>, chunks: readonly Chunk[], i: number): boolean {
  const previous = chunks[i - 1];
  if (isLongBehind(chunks, i) && frame.screw.drive != null) return false;
  if (frame.counts.length > 0) {
    const runsOn = previous?.k === 'count' && chunks[i + 1] === undefined && count.n > 2;
    return !isPartOfCount(previous) && !runsOn;
  }
  return (
    isComplete(frame) &&
    frame.names.length + frame.cables.length > 0 &&
    !isWord(previous, 'at', 'to', 'from', 'with', 'on', 'in') &&
    previous?.k !== 'verb'
  );
}

/** "two T6 under the bungs eight long": the last figure is a length. */
export const isLongBehind = (chunks: readonly Chunk[], i: number): boolean => {
  const look = chunks[i + 1];
  return (
    look?.k === 'look' &&
    look.look === 'long' &&
    chunks[i + 2] === undefined &&
    !chunks.slice(0, i).some(({ k }) => k === 'look')
  );
};

/** "… off it comes", "out she pops": the particle opens it. */
export const isInverted = (chunks: readonly Chunk[], i: number): boolean => {
  const verb = chunks[i + 2];
  return (
    isWord(chunks[i], 'off', 'out', 'up', 'away') &&
    isWord(chunks[i + 1], 'it', 'they', 'this') &&
    verb?.k === 'verb' &&
    (verb.act === 'come' || verb.act === 'pop' || verb.act === 'go')
  );
};

/** "cam flex off cam lifted out": the next part has an act of its own. */
export const comesOff = (chunk: Chunk | undefined): boolean =>
  isWord(chunk, 'off', 'out', 'away') || (chunk?.k === 'verb' && chunk.form === 'past');

/** `3 of the 4`, `two by three`: a count that belongs to the one before it. */
const isPartOfCount = (previous: Chunk | undefined): boolean =>
  isWord(previous, 'of', 'of-them', 'one-of', 'the', 'or', 'to', 'it', 'they');

/** "1 PH0 bracket off", "5 screws inlet 2": a part behind a group that has its own, with an act of its own. */
function isBehindGroup(frame: Frame, chunks: readonly Chunk[], i: number): boolean {
  const counted =
    frame.counts.length > 0 && frame.names.length > 0 && (hasScrew(frame) || frame.joint !== null);
  const next = chunks[i + 1];
  const acts = next?.k === 'count' || isWord(next, 'off', 'out', 'away');
  return counted && acts && chunks[i - 1]?.k !== 'word' && chunks[i - 1]?.k !== 'under';
}

function isAfterAct(frame: Frame, previous: Chunk | undefined): boolean {
  const named = frame.names.length + frame.cables.length > 0;
  if (
    frame.particles.length > 0 &&
    named &&
    previous?.k === 'word' &&
    isParticle(previous.word) &&
    !isWord(previous, 'on', 'in', 'up', 'over', 'down')
  )
    return true;
  if (frame.particles.length > 0 && named && (previous?.k === 'measure' || previous?.k === 'code'))
    return true;
  // "plug popped fan out"
  const told =
    previous?.k === 'verb' &&
    previous.form === 'past' &&
    !['be', 'have', 'fix', 'hold', 'lay', 'leave', 'see'].includes(previous.act);
  return named && told && frame.chunks[0]?.k !== 'word';
}
