import { slugOf } from '../entries/partName.ts';
import { isWord, type Chunk } from '../phrases/chunk.ts';
import { isParticle, type Particle } from '../lexicon/particles.ts';
import { emptyFrame, hasScrew, type Frame, type Named } from './frame.ts';
import type { Piece } from './piece.ts';

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

/** What the next noun is for. */
type Role = 'act' | 'under' | 'on' | 'at' | 'means';

const prepositions = ['from', 'to', 'between', 'before', 'after', 'than'] as const;
/** Of the words for a place, those that may say whose a thing is. */
const holds = new Set([
  'on the',
  'in the',
  'from the',
  'around the',
  'round the',
  'round',
  'around',
  'upon',
  'within',
]);

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
      return placeName(frame, chunk, role);
    case 'joint':
      return placeJoint(frame, chunk, role);
    case 'cable':
      if (role === 'under') frame.hiddenBy = 'cable';
      else if (
        role === 'act' ||
        (role === 'at' &&
          frame.verbs.length > 0 &&
          frame.cables.length + frame.names.length === 0 &&
          frame.joint === null)
      )
        frame.cables.push(chunk);
      else if (chunk.owner !== null)
        frame.places.push({
          ...chunk,
          k: 'name',
          part: chunk.owner,
          known: true,
          bare: false,
          word: '',
        });
      if (chunk.mechanism && role === 'act') frame.mechanism ??= chunk.mechanism;
      return 'act';
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

/** "two T6 under the bungs eight long": the last figure is a length. */
const isLongBehind = (chunks: readonly Chunk[], i: number): boolean => {
  const look = chunks[i + 1];
  return (
    look?.k === 'look' &&
    look.look === 'long' &&
    chunks[i + 2] === undefined &&
    !chunks.slice(0, i).some(({ k }) => k === 'look')
  );
};

function placePlain(frame: Frame, chunk: Chunk, fromCount: boolean, isLength: boolean): void {
  switch (chunk.k) {
    case 'count':
      if (fromCount) return;
      if (isLength && frame.counts.length > 0 && frame.screw.drive != null && frame.screw.lengthMm == null) {
        frame.screw = { ...frame.screw, lengthMm: chunk.n };
        return;
      }
      frame.counts.push({ n: chunk.n, at: frame.chunks.length - 1 });
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
      if (
        chunk.unit === 'mm' &&
        frame.counts.length > 0 &&
        frame.screw.lengthMm == null &&
        chunk.value > 0 &&
        chunk.value <= 60
      )
        frame.screw = { ...frame.screw, lengthMm: chunk.value };
      else frame.measures.push(chunk);
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

function placeName(frame: Frame, name: Named, role: Role): Role {
  if (role === 'under') frame.hiddenBy = name.part;
  else if (role === 'on') frame.holders.push(name);
  else if (role === 'at') frame.places.push(name);
  else if (role === 'means') frame.places.push(name);
  else frame.names.push(name);
  return 'act';
}

function placeJoint(frame: Frame, joint: Extract<Chunk, { k: 'joint' }>, role: Role): Role {
  // "with the foil on", "popped off its post": what stays with it, where it came off.
  const stays = role === 'means' && (joint.type === 'tape' || joint.type === 'adhesive');
  if (stays || (role === 'at' && frame.words.has('off'))) return 'act';
  if (role === 'under')
    frame.hiddenBy = joint.type === 'adhesive' ? 'glue' : joint.type === 'clips' ? 'clip' : 'tape';
  else if (role !== 'at' || frame.joint === null) frame.joint ??= joint;
  return 'act';
}

function placeWord(
  frame: Frame,
  chunk: Chunk & { k: 'word' },
  chunks: readonly Chunk[],
  i: number,
  role: Role,
  text: string,
): Role {
  const { word } = chunk;
  const before = chunks[i - 1];
  if (
    word === 'back' &&
    before?.k === 'verb' &&
    ['peel', 'slide', 'open', 'press', 'release', 'pry'].includes(before.act)
  )
    return role;
  if (word === 'off' && isWord(before, 'power')) return role;
  // "popped off its post"
  if (
    word === 'off' &&
    before?.k === 'verb' &&
    isWord(chunks[i + 1], 'it', 'they') &&
    chunks[i + 2]?.k === 'joint'
  ) {
    frame.particles.push('off');
    frame.words.add('off');
    return 'at';
  }
  // "warming up", "freezes up": nothing rises.
  if (
    word === 'up' &&
    before?.k === 'verb' &&
    ['warm', 'talk', 'serve', 'test', 'wait', 'see'].includes(before.act)
  )
    return role;
  if (isPlaced(frame, word, chunks, i)) {
    frame.words.add(word);
    return 'at';
  }
  // "cables off the drive": where they came off.
  const next = chunks[i + 1];
  if (
    word === 'off' &&
    frame.names.length + frame.cables.length > 0 &&
    !isInverted(chunks, i) &&
    (isWord(next, 'the', 'it', 'they') || (next?.k === 'name' && !comesOff(chunks[i + 2])))
  ) {
    frame.particles.push('off');
    frame.words.add('off');
    return 'at';
  }
  if (word === 'same' && text.startsWith('same as')) {
    frame.words.add(word);
    return 'at';
  }
  // "up with the board", "off with the cover"
  const pulls = before?.k === 'word' && ['up', 'off', 'out', 'away'].includes(before.word);
  if (
    word === 'with' &&
    pulls &&
    frame.names.length + frame.cables.length === 0 &&
    frame.counts.length === 0
  ) {
    if (isParticle(before.word) && !frame.particles.includes(before.word)) frame.particles.push(before.word);
    return 'act';
  }
  // "another two where the strap was"
  if (word === 'question' && text === 'where' && i > 0) return role === 'under' ? role : 'at';
  // "a new one out of the tin"
  const store = chunks.slice(i + 1, i + 3).some(({ k }) => k === 'tool');
  if (word === 'from' && /^(out|off)/.test(text) && !(store && frame.words.has('new')))
    frame.particles.push(text.startsWith('out') ? 'out' : 'off');
  if (role === 'under' && (word === 'at' || word === 'the' || word === 'a')) return role;
  if (word === 'stays' && frame.joint?.type === 'screws') {
    frame.screw = { ...frame.screw, captive: true };
    return 'at';
  }
  if (
    word === 'off' &&
    frame.chunks.length === 1 &&
    isWord(next, 'the', 'it') &&
    chunks.every(({ k }) => k !== 'verb')
  )
    return 'at';
  if (
    isParticle(word) &&
    (role === 'act' || word === 'off' || word === 'out') &&
    standsAlone(word, chunks, i)
  ) {
    frame.particles.push(word);
    frame.words.add(word);
    return 'act';
  }
  frame.words.add(word);
  if (word === 'on' || word === 'in') return 'on';
  if (word === 'down' || word === 'up' || word === 'over') return 'at';
  if (word === 'at') return holds.has(text) ? 'on' : 'at';
  // "unscrew 4 PH1 from fan": whose they are.
  if (
    word === 'from' &&
    frame.counts.length > 0 &&
    frame.verbs.some(({ act }) => act === 'unscrew' || act === 'loosen' || act === 'take')
  )
    return 'on';
  if ((prepositions as readonly string[]).includes(word)) return 'at';
  if (word === 'with' || word === 'without') return 'means';
  if (word === 'of' || word === 'for') return role === 'under' ? 'under' : 'act';
  if (role === 'under' && (word === 'it' || word === 'they' || word === 'this' || word === 'each')) {
    frame.hiddenByTopic = true;
    const next = chunks[i + 1];
    return next?.k === 'name' || isWord(next, 'of', 'they') ? role : 'act';
  }
  return role;
}

/** "cam flex off cam lifted out": the next part has an act of its own. */
const comesOff = (chunk: Chunk | undefined): boolean =>
  isWord(chunk, 'off', 'out', 'away') || (chunk?.k === 'verb' && chunk.form === 'past');

/** "down by the ports", "going down from 4 to 1", "off with the fan in it": a place or a way, nothing put back. */
function isPlaced(frame: Frame, word: string, chunks: readonly Chunk[], i: number): boolean {
  const next = chunks[i + 1];
  if (word === 'down') return isWord(next, 'at', 'from', 'to', 'each') || next?.k === 'place';
  const joins = word === 'in' || word === 'on';
  // "black on main": which lead sits where.
  if (word === 'on' && chunks[i - 1]?.k === 'look' && (next?.k === 'look' || next?.k === 'name')) return true;
  return (
    joins &&
    frame.words.has('with') &&
    !frame.words.has('again') &&
    !frame.words.has('back') &&
    next === undefined &&
    frame.chunks.some((chunk) => isWord(chunk, 'with'))
  );
}

/** A particle that no noun follows: "screws in", but not "in the tray". */
function standsAlone(word: Particle, chunks: readonly Chunk[], i: number): boolean {
  if (word !== 'in' && word !== 'on' && word !== 'over' && word !== 'up' && word !== 'down') return true;
  const next = chunks[i + 1];
  if (next === undefined) return true;
  if (word === 'up' || word === 'down') return !isWord(next, 'the', 'a', 'this');
  if (isWord(next, 'back') && word === 'on') return false;
  if (next.k === 'word')
    return (
      !isWord(
        next,
        'the',
        'a',
        'this',
        'it',
        'they',
        'each',
        'both',
        'all',
        'other',
        'label',
        'we',
        'one',
        'i',
        'old',
        'new',
      ) || word === 'over'
    );
  if (next.k === 'count') return word !== 'on';
  return (
    next.k === 'verb' ||
    next.k === 'measure' ||
    next.k === 'unknown' ||
    next.k === 'tighten' ||
    next.k === 'plain' ||
    next.k === 'kind' ||
    (next.k === 'look' && chunks[i + 2] === undefined)
  );
}

/** Does this chunk begin another act within its piece: `fan plug popped fan out`, `4 PH0 M2 2 T5`? */
function opensNext(frame: Frame, chunk: Chunk, chunks: readonly Chunk[], i: number): boolean {
  if (frame.chunks.length === 0) return false;
  const complete = frame.particles.length > 0 || frame.verbs.some(({ form }) => form === 'past');
  const previous = chunks[i - 1];
  if (isInverted(chunks, i)) return true;
  switch (chunk.k) {
    case 'verb':
      // "power cord out held the button"
      if (
        complete &&
        isWord(previous, 'off', 'out', 'away') &&
        chunk.form === 'past' &&
        frame.names.length + frame.cables.length > 0
      )
        return true;
      return chunk.lemma === 'get' && frame.counts.length > 0 && chunks[i + 1]?.k === 'count';
    case 'ordinal':
      return frame.counts.length > 0 && previous?.k !== 'ordinal';
    case 'count':
      if (isLongBehind(chunks, i) && frame.screw.drive != null) return false;
      return frame.counts.length > 0
        ? !isPartOfCount(previous) && !(previous?.k === 'count' && chunks[i + 1] === undefined && chunk.n > 2)
        : complete &&
            frame.names.length + frame.cables.length > 0 &&
            !isWord(previous, 'at', 'to', 'from', 'with', 'on', 'in') &&
            previous?.k !== 'verb';
    case 'name':
    case 'cable':
      return isAfterAct(frame, previous) || isBehindGroup(frame, chunks, i);
    case 'kind':
      return (
        chunk.screw.size != null &&
        frame.screw.size != null &&
        frame.screw.size !== chunk.screw.size &&
        frame.counts.length > 0
      );
    case 'joint':
      return (
        frame.joint !== null &&
        frame.joint.type !== chunk.type &&
        frame.counts.length > 0 &&
        isWord(previous, 'with') === false &&
        chunk.type !== 'tape'
      );
    default:
      return false;
  }
}

/** "… off it comes", "out she pops": the particle opens it. */
const isInverted = (chunks: readonly Chunk[], i: number): boolean => {
  const verb = chunks[i + 2];
  return (
    isWord(chunks[i], 'off', 'out', 'up', 'away') &&
    isWord(chunks[i + 1], 'it', 'they', 'this') &&
    verb?.k === 'verb' &&
    (verb.act === 'come' || verb.act === 'pop' || verb.act === 'go')
  );
};

/** `3 of the 4`, `two by three`: a count that belongs to the one before it. */
const isPartOfCount = (previous: Chunk | undefined): boolean =>
  isWord(previous, 'of', 'of-them', 'one-of', 'the', 'or', 'to', 'it', 'they');

/** "1 PH0 bracket off", "5 screws inlet 2": a part behind a group that has its own, with an act of its own. */
function isBehindGroup(frame: Frame, chunks: readonly Chunk[], i: number): boolean {
  const counted =
    frame.counts.length > 0 && frame.names.length > 0 && (hasScrew(frame) || frame.joint !== null);
  const next = chunks[i + 1];
  const acts = next?.k === 'count' || (next?.k === 'word' && ['off', 'out', 'away'].includes(next.word));
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
