import { applySideTo } from '../entries/sides.ts';
import { isWord, type Chunk } from '../phrases/chunk.ts';
import { readConnector } from './connectors.ts';
import { readHold, readMeasures, readMissing, readNumbers, readStripped, readTurn } from './facts.ts';
import { doing, hasScrew, leaves, returns, spanOf, textIn, type Frame, type Verb } from './frame.ts';
import { readGroup } from './groups.ts';
import { readLift } from './lifts.ts';
import { moodOf } from './moods.ts';
import { resolved } from './naming.ts';
import { has, readPieces, type Piece } from './piece.ts';
import { readPrerequisites } from './prerequisites.ts';
import { readFrames } from './readFrames.ts';
import { readRelation } from './relations.ts';
import { splitAtClause, splitAtTurn } from './splitAtTurn.ts';
import type { Scene } from './scene.ts';
import { closeGroups } from './sums.ts';
import { countsTalk, note, readTalk, takeBack } from './talk.ts';
import { partsIn, type Told } from './told.ts';
import {
  countsLeads,
  heads,
  hidesNext,
  isHeader,
  isTopicOnly,
  nameNearParticle,
  namesDriver,
  ownsGroup,
} from './topics.ts';
import { nameUnknowns } from './unknownNames.ts';
import { readUp } from './upward.ts';

/** Pieces that one statement of order may take: a list of ten parts, and more. Keeps a long line linear. */
const longestStatement = 24;

/** Reads the chunks of a line, sentence by sentence, into the drafts of a scene. */
export function interpret(scene: Scene, chunks: readonly Chunk[]): void {
  const said = readPieces(scene.line, chunks).flatMap(splitAtClause).flatMap(splitAtTurn);
  // What a caption misheard is no name.
  const pieces = scene.context.spoken ? said : nameUnknowns(said, scene.line);
  const told = pieces.map((piece): Told => ({ piece, frames: readFrames(piece, scene.line) }));
  scene.takesApart = told.some(isTakingApart);
  if (scene.takesApart) scene.up = false;
  const stated = scene.context.spoken ? readPrerequisites(scene, told) : 0;
  for (let i = stated; i < told.length;) {
    const sentence = told
      .slice(i, i + longestStatement)
      .filter(({ piece }) => piece.sentence === told[i]?.piece.sentence);
    const taken = sentence[0] === undefined ? 0 : readRelation(scene, sentence);
    i += taken;
    if (taken > 0) continue;
    const one = told[i];
    if (one) readOne(scene, one);
    i++;
  }
  closeGroups(scene);
}

/** One piece by itself; what it says and nothing takes up is a note. */
function readOne(scene: Scene, told: Told): void {
  const { piece } = told;
  const made = scene.placed.length + scene.groups.length;
  if (mayOwn(scene, piece)) scene.unread.push(spanOf(piece));
  else {
    const before = scene.trace();
    if (!staysWith(scene, piece)) {
      if (isPutOff(told)) takeBack(scene, piece);
      else readPiece(scene, told);
    }
    if (scene.isAt(before) && saysSomething(scene, piece)) note(scene, piece);
  }
  if (scene.placed.length + scene.groups.length !== made) scene.actSentence = piece.sentence;
  for (const chunk of piece.chunks) if (chunk.k === 'name' && !chunk.bare) scene.said.push(chunk.part);
}

/** Something leaves its place by a plain word: such a line does not go on with closing. */
const isTakingApart = ({ piece, frames }: Told): boolean =>
  !piece.asked &&
  !has(piece, 'not', 'no', 'never', 'if', 'would') &&
  frames.some(
    (frame) =>
      !frame.words.has('back') &&
      ((leaves(frame) && !returns(frame) && !frame.words.has('again')) ||
        doing(frame, 'unplug', 'unscrew', 'loosen', 'peel', 'pry', 'unclip') !== undefined ||
        (doing(frame, 'take', 'slide') !== undefined && !returns(frame))),
  );

const telling: ReadonlySet<Chunk['k']> = new Set([
  'name',
  'unknown',
  'code',
  'measure',
  'kind',
  'talk',
  'tool',
]);

/** Does a piece hold more than the topic and words between? What it says is then not let go. */
const saysSomething = (scene: Scene, { chunks }: Piece): boolean =>
  chunks.some((chunk) => telling.has(chunk.k) && !(chunk.k === 'name' && chunk.part === scene.topic)) ||
  chunks.some((chunk) => isWord(chunk, 'danger'));

/** "3 T5, gizmo": a word that nobody knows may be the part whose screws they are. */
const mayOwn = (scene: Scene, { chunks, joiner, last }: Piece): boolean =>
  last && joiner === 'comma' && chunks.every(({ k }) => k === 'unknown') && scene.isOwnerless;

/** "…, later", "…, not yet": the act just said is not done. */
const isPutOff = ({ piece }: Told): boolean =>
  piece.joiner !== 'start' &&
  piece.chunks.every((chunk) =>
    isWord(
      chunk,
      'later',
      'not',
      'still',
      'stays',
      'it',
      'they',
      'the',
      'i',
      'filler',
      'this',
      'on',
      'so',
      'we',
      'too',
    ),
  ) &&
  has(piece, 'later', 'not', 'stays');

/** A name alone before a colon heads the list behind it, as far as its sentence goes. */
function readHead(scene: Scene, piece: Piece, { names, cables, verbs, sides }: Frame): void {
  if (piece.header && names.length === 1 && cables.length + verbs.length === 0)
    scene.headPart = partsIn(scene, piece.chunks).map((part) => applySideTo(part, sides[0]))[0] ?? null;
  else if (/[.!?]\s*$/.test(scene.line.slice(0, spanOf(piece).start))) scene.headPart = null;
}

function readPiece(scene: Scene, { piece, frames }: Told): void {
  scene.joined = piece.joiner === 'and';
  if (/\border\b/i.test(textIn(scene.line, piece))) scene.ordering = piece.sentence;
  if (piece.sentence !== scene.sentence) {
    scene.kindAhead = null;
    scene.sharing = false;
    scene.hangsOn = null;
  }
  const [lead] = piece.chunks.filter(({ k }) => k !== 'word');
  if (isWord(piece.chunks[0], 'on') && lead?.k === 'cable') scene.hangsOn = lead.mechanism;
  if (
    scene.groups.length > 0 &&
    piece.chunks.every((chunk) => isWord(chunk, 'no', 'amend', 'filler')) &&
    /\b(no|nay|nope|nah|well|sorry|rather|actually|wait|correction|hang on)\b/i.test(
      textIn(scene.line, piece),
    )
  ) {
    scene.correcting = true;
    return;
  }
  if (isNone(scene, piece) || deniesLift(scene, piece) || countsTalk(scene, piece)) return;
  if (notes(scene, piece)) return;
  const whole = merged(frames);
  readHead(scene, piece, whole);
  if (announcesKind(scene, piece, whole)) return;
  const mood = moodOf(scene, piece, whole);
  const told = scene.toldBefore && piece.joiner === 'and';
  // "that means the board out first, and about thirty screws"
  const planned = scene.planned === piece.sentence && whole.verbs.length + whole.particles.length === 0;
  scene.planned = whole.verbs.some(({ act }) => act === 'mean') ? piece.sentence : scene.planned;
  if (planned && mood === 'act') return note(scene, piece);
  scene.toldBefore = mood === 'note';
  if (told && mood === 'act' && isBareName(piece)) return note(scene, piece);
  scene.bareWarning = scene.warned && piece.joiner === 'comma';
  if (mood === 'act' && isOfWarning(scene, piece, whole)) return note(scene, piece);
  scene.warned = mood === 'caution';
  if (mood === 'act') return readActs(scene, piece, frames, whole);
  if (mood === 'up') return readUp(scene, piece, frames);
  readTalk(scene, piece, whole, mood);
}

/** "clips | n/a", "screws: none": a row of a list, with nothing in it. */
function isNone(scene: Scene, { chunks, joiner }: Piece): boolean {
  const last = scene.placed[scene.placed.length - 1];
  const [only] = chunks;
  const none =
    only !== undefined &&
    chunks.length === 1 &&
    isWord(only, 'no') &&
    /^(?:n\/a|none|nil|zero|nothing)$/i.test(scene.line.slice(only.start, only.end));
  if (
    !none ||
    (joiner !== 'comma' && joiner !== 'colon') ||
    last?.draft.kind !== 'undo' ||
    last.draft.joint.count != null
  )
    return false;
  last.draft = { kind: 'note' };
  last.end = only.end;
  return true;
}

/** "board's up, oh no it isn't": it is still held. */
function deniesLift(scene: Scene, { chunks }: Piece): boolean {
  const last = scene.placed[scene.placed.length - 1];
  const denies =
    chunks.some((chunk) => isWord(chunk, 'not')) &&
    chunks.every((chunk) => isWord(chunk, 'not', 'no', 'it', 'they', 'this', 'filler', 'amend', 'but'));
  if (!denies || last?.draft.kind !== 'lift' || scene.groups.length > 0) return false;
  scene.stuck = last.draft.part;
  last.draft = { kind: 'note', part: last.draft.part };
  last.end = spanOf({ chunks }).end;
  return true;
}

/** "fan 4 T5, they stay in": captive, not left alone. */
function staysWith({ groups, line }: Scene, piece: Piece): boolean {
  const last = groups[groups.length - 1];
  const stays = /^(?:they|those|these)(?:'ll| will)? (?:all )?stay (?:in|with it|on it|in it|in place)$/i;
  if (last?.type !== 'screws' || !stays.test(textIn(line, piece))) return false;
  for (const group of groups) group.screw = { ...group.screw, captive: true };
  return true;
}

/** "so I use heat and card": a name alone, joined to talk. */
const isBareName = ({ chunks }: Piece): boolean =>
  chunks.some(({ k }) => k === 'name') &&
  chunks.every((chunk) => chunk.k === 'name' || isWord(chunk, 'the', 'a', 'then', 'it'));

/** "T5 torx, three of the fan", "fan, PH0, 3 of them": a kind alone, before anything is counted. */
function announcesKind(scene: Scene, piece: Piece, frame: Frame): boolean {
  const first = piece.joiner === 'start' || (piece.joiner === 'comma' && scene.topicSaid && !scene.acted);
  const alone = first && piece.chunks.every(({ k }) => k === 'kind' || k === 'plain');
  if (!alone || !hasScrew(frame) || scene.groups.length > 0) return false;
  scene.kindAhead = frame.screw;
  return true;
}

/** "test: …", "note: …": the rest of the sentence is that. */
function notes(scene: Scene, piece: Piece): boolean {
  const first = piece.chunks[0];
  const opens = first?.k === 'word' && ['check', 'note', 'caution'].includes(first.word);
  if (opens && piece.header && piece.chunks.length <= 2) {
    scene.noting = { word: first.word as 'check' | 'note' | 'caution', sentence: piece.sentence };
    return true;
  }
  if (scene.noting?.sentence !== piece.sentence) return false;
  const last = scene.placed[scene.placed.length - 1];
  if (last?.draft.kind === scene.noting.word) last.end = spanOf(piece).end;
  else scene.put({ kind: scene.noting.word }, spanOf(piece));
  return true;
}

/** "don't yank, flex": a bare name behind a warning is what it is about. */
const isOfWarning = (scene: Scene, piece: Piece, frame: Frame): boolean =>
  scene.warned &&
  (piece.joiner === 'comma' || piece.joiner === 'and') &&
  frame.verbs.every(({ act }) => act === 'be') &&
  frame.particles.length === 0 &&
  frame.joint === null &&
  frame.measures.length + frame.codes.length === 0 &&
  !hasScrew(frame) &&
  frame.mechanism === null;

/** All that the frames of a piece say, for its mood. */
function merged(frames: readonly Frame[]): Frame {
  const [first, ...rest] = frames;
  if (!first || rest.length === 0) return first as Frame;
  return {
    ...first,
    names: frames.flatMap(({ names }) => names),
    cables: frames.flatMap(({ cables }) => cables),
    counts: frames.flatMap(({ counts }) => counts),
    verbs: frames.flatMap(({ verbs }) => verbs),
    particles: frames.flatMap(({ particles }) => particles),
    codes: frames.flatMap(({ codes }) => codes),
    measures: frames.flatMap(({ measures }) => measures),
    words: new Set(frames.flatMap(({ words }) => [...words])),
    chunks: frames.flatMap((frame) => frame.chunks),
    joint: frames.find(({ joint }) => joint !== null)?.joint ?? null,
  };
}

function readActs(scene: Scene, piece: Piece, frames: readonly Frame[], whole: Frame): void {
  if (namesDriver(scene, frames)) return note(scene, piece);
  if (hidesNext(scene, whole)) return;
  if (takesSeen(scene, frames)) return;
  if (isHeader(piece, whole) && heads(scene, whole)) return;
  if (countsLeads(scene, whole)) return;
  if (ownsGroup(scene, piece, whole)) return;
  let understood = false;
  const before = scene.placed.length + scene.groups.length;
  for (const frame of frames) {
    if (frame.chunks.some((chunk) => isWord(chunk, 'power', 'key'))) scene.held = true;
    if (readFrame(scene, frame, piece)) understood = true;
  }
  const after = scene.placed.length + scene.groups.length;
  if (understood || after > before) {
    for (const frame of frames) scene.unread.push(...frame.unread.map(({ start, end }) => ({ start, end })));
    scene.up = false;
    scene.upSaid = false;
    return;
  }
  if (isTopicOnly(scene, piece, merged(frames))) return;
  note(scene, piece);
}

/** "there are two more; remove them": what was only seen is undone now. */
function takesSeen(scene: Scene, frames: readonly Frame[]): boolean {
  const [frame] = frames;
  const takes =
    frame &&
    doing(frame, 'take', 'unscrew', 'loosen') !== undefined &&
    frame.names.length === 0 &&
    frame.counts.length === 0 &&
    frame.joint === null &&
    (frame.words.has('they') || frame.words.has('it') || frame.words.has('all') || frame.words.has('both'));
  const both =
    frame !== undefined &&
    frame.names.length + frame.counts.length === 0 &&
    frame.joint === null &&
    leaves(frame) &&
    (frame.words.has('both') || frame.words.has('they') || frame.words.has('all'));
  if ((takes || both) && scene.seen) {
    scene.seen();
    scene.seen = null;
    return true;
  }
  return frame !== undefined && frames.length === 1 && takesCounted(scene, frame, takes);
}

/** "all eight are out", "they're coming out now", behind "I count eight": those. */
function takesCounted(scene: Scene, frame: Frame, takes: boolean | undefined): boolean {
  const { seen } = scene.context;
  const joint = seen?.joint;
  if (!seen || !joint || scene.acted || scene.topicSaid) return false;
  const [count] = frame.counts;
  const nameless =
    frame.names.length + frame.cables.length === 0 && frame.joint === null && frame.hiddenBy === null;
  const plural = frame.words.has('they') || frame.words.has('all') || frame.words.has('both');
  const out = leaves(frame) || frame.particles.includes('done') || doing(frame, 'come') !== undefined;
  if (!nameless || frame.measures.length > 0 || !(takes || (out && (plural || count?.n === joint.count))))
    return false;
  if (count && count.n !== joint.count) return false;
  const screw = { ...joint.screw, ...frame.screw };
  scene.undo({ ...joint, ...(Object.keys(screw).length > 0 ? { screw } : {}) }, seen.part, spanOf(frame), [
    'part',
    'count',
  ]);
  return true;
}

/** One frame: facts first, since their figures are no counts; then what was undone, then what came off. */
function readFrame(scene: Scene, frame: Frame, piece: Piece): boolean {
  if (readTurn(scene, frame) || readHold(scene, frame)) return true;
  if (readStripped(scene, frame) || readMissing(scene, frame, piece)) return true;
  if (appliesAgain(scene, frame, piece)) return true;
  const facts = frame.codes.length > 0 || frame.measures.length > 0;
  const before = scene.placed.length;
  const grouped = readGroup(scene, frame, piece);
  const isLead =
    scene.placed.length > before &&
    scene.lastPlaced?.kind === 'undo' &&
    scene.lastPlaced.joint.type === 'connector';
  const connected =
    !isLead &&
    !(grouped && frame.cables.length === 0 && frame.mechanism === null) &&
    readConnector(scene, frame);
  const lifted = connected ? false : (!grouped || liftsToo(frame)) && readLift(scene, frame);
  const measured = facts && [readMeasures(scene, frame), readNumbers(scene, frame)].some(Boolean);
  return grouped || connected || lifted || measured;
}

/** "battery 4 PH0 M2x3 out": the group, and the part too. "eight came out": the screws alone. */
const liftsToo = (frame: Frame): boolean =>
  leaves(frame) &&
  frame.names.length > 0 &&
  !frame.words.has('they') &&
  // "fan 7 of 8 out": of the eight, seven are.
  !(frame.counts.length === 2 && frame.words.has('of')) &&
  frame.verbs.every((verb) => verb.act !== 'come' || isSubjectOf(frame, verb)) &&
  nameNearParticle(frame);

/** Does a name stand before the verb as what comes: "card comes out", "1 screw card comes out"? */
const isSubjectOf = (frame: Frame, verb: Verb): boolean =>
  frame.names[0] === frame.chunks[0] || frame.chunks[frame.chunks.indexOf(verb) - 1] === frame.names[0];

/** Further objects of the verb before: "unplugged the fan, both speakers, the touchpad and the display". */
function appliesAgain(scene: Scene, frame: Frame, piece: Piece): boolean {
  const only =
    frame.counts.length === 0 &&
    frame.verbs.length === 0 &&
    frame.particles.length === 0 &&
    frame.codes.length === 0 &&
    frame.measures.length === 0 &&
    frame.mechanism === null &&
    frame.joint === null &&
    !hasScrew(frame);
  const names = [
    ...frame.names.map((name) => resolved(scene, name)),
    ...frame.cables.flatMap(({ owner }) => owner ?? []),
  ];
  if (
    names.length > 0 &&
    frame.words.has('too') &&
    scene.again &&
    frame.verbs.length === 0 &&
    frame.counts.length === 0 &&
    frame.particles.length === 0
  ) {
    for (const part of names) scene.again(part);
    return true;
  }
  if (!only || names.length === 0) {
    if (frame.verbs.length + frame.counts.length + frame.particles.length + names.length > 0)
      scene.repeat = null;
    return false;
  }
  const listed =
    ['comma', 'and', 'start', 'colon'].includes(piece.joiner) || (piece.joiner === 'then' && piece.last);
  if (scene.repeat && listed) {
    for (const part of names) scene.repeat(part, frame.words.has('both') ? 2 : undefined);
    return true;
  }
  return false;
}
