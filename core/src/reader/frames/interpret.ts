import { sidedParts } from '../lexicon/parts.ts';
import { isWord, type Chunk } from '../phrases/chunk.ts';
import { readConnector } from './connectors.ts';
import { readHold, readMeasures, readMissing, readNumbers, readStripped, readTurn } from './facts.ts';
import { doing, leaves, type Frame } from './frame.ts';
import { resolved, closeGroups, readGroup } from './groups.ts';
import { readLift } from './lifts.ts';
import { moodOf, splitAtTurn, type Mood } from './moods.ts';
import { has, readPieces, type Piece } from './piece.ts';
import { readFrames } from './readFrames.ts';
import { readPrerequisites } from './prerequisites.ts';
import { readRelation } from './relations.ts';
import { partOf, partsIn, type Told } from './told.ts';
import type { Scene } from './scene.ts';

/** Reads the chunks of a line, sentence by sentence, into the drafts of a scene. */
export function interpret(scene: Scene, chunks: readonly Chunk[]): void {
  const pieces = readPieces(scene.line, chunks).flatMap(splitAtTurn);
  const told = pieces.map((piece): Told => ({ piece, frames: readFrames(piece, scene.line) }));
  const stated = scene.context.spoken ? readPrerequisites(scene, told) : 0;
  for (let i = stated; i < told.length;) {
    const sentence = told.slice(i).filter(({ piece }) => piece.sentence === told[i]?.piece.sentence);
    const taken = sentence[0] === undefined ? 0 : readRelation(scene, sentence);
    for (let left = taken; left > 0; left--) i++;
    if (taken > 0) continue;
    const one = told[i];
    const made = scene.placed.length + scene.groups.length;
    if (one && isPutOff(one)) takeBack(scene, one.piece);
    else if (one) readPiece(scene, one);
    if (scene.placed.length + scene.groups.length !== made && one) scene.actSentence = one.piece.sentence;
    i++;
  }
  closeGroups(scene);
}

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

function takeBack(scene: Scene, piece: Piece): void {
  if (piece.sentence !== scene.actSentence)
    return void scene.put({ kind: 'seen', part: scene.topic, state: 'left' }, spanOf(piece));
  const last = scene.placed[scene.placed.length - 1];
  if (has(piece, 'stays') && scene.groups.length === 0 && last?.draft.kind === 'lift') {
    last.draft = { kind: 'seen', part: last.draft.part, state: 'left' };
    return;
  }
  if (has(piece, 'stays') && scene.groups.length === 0)
    return void scene.put({ kind: 'seen', part: scene.topic, state: 'left' }, spanOf(piece));
  const [open] = scene.groups;
  scene.groups = [];
  let undone = open ? undefined : scene.placed.pop();
  while (undone?.draft.kind === 'undo' && scene.placed.at(-1)?.draft.kind === 'undo')
    undone = scene.placed.pop();
  scene.put({ kind: 'note' }, { start: open?.start ?? undone?.start ?? 0, end: spanOf(piece).end });
}

const spanOf = (piece: Piece): { start: number; end: number } => ({
  start: piece.chunks[0]?.start ?? 0,
  end: piece.chunks[piece.chunks.length - 1]?.end ?? 0,
});

function readPiece(scene: Scene, { piece, frames }: Told): void {
  scene.joined = piece.joiner === 'and';
  if (/\border\b/i.test(scene.line.slice(spanOf(piece).start, spanOf(piece).end)))
    scene.ordering = piece.sentence;
  if (piece.sentence !== scene.sentence) scene.sharing = false;
  if (
    scene.groups.length > 0 &&
    piece.chunks.every((chunk) => isWord(chunk, 'no', 'amend', 'filler')) &&
    /\b(no|nay|nope|nah|well|sorry|rather|actually|wait|correction|hang on)\b/i.test(
      scene.line.slice(piece.chunks[0]?.start ?? 0, spanOf(piece).end),
    )
  ) {
    scene.correcting = true;
    return;
  }
  if (notes(scene, piece)) return;
  const mood = moodOf(scene, piece, merged(frames));
  if (mood === 'act' && isOfWarning(scene, piece, merged(frames))) return note(scene, piece);
  scene.bareWarning = scene.warned && piece.joiner === 'comma';
  scene.warned = mood === 'caution';
  if (mood === 'act') return readActs(scene, piece, frames);
  if (mood === 'up') return readUp(scene, piece, frames);
  readTalk(scene, piece, merged(frames), mood);
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
  Object.keys(frame.screw).length === 0 &&
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

function readActs(scene: Scene, piece: Piece, frames: readonly Frame[]): void {
  if (namesDriver(scene, frames)) return note(scene, piece);
  if (hidesNext(scene, merged(frames))) return;
  if (takesSeen(scene, frames)) return;
  if (isHeader(piece, merged(frames)) && heads(scene, merged(frames))) return;
  if (countsLeads(scene, merged(frames))) return;
  if (ownsGroup(scene, piece, merged(frames))) return;
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
  const whole = merged(frames);
  if (isTopicOnly(scene, piece, whole)) return;
  note(scene, piece);
}

/** "clips: 4 front, 3 rear", "board ribbons: camera, touchpad": what the list behind the colon is of. */
const isHeader = (piece: Piece, frame: Frame): boolean =>
  piece.header &&
  frame.counts.length === 0 &&
  frame.verbs.length === 0 &&
  frame.particles.length === 0 &&
  frame.codes.length === 0 &&
  frame.measures.length === 0 &&
  (frame.joint !== null || frame.cables.length > 0);

function heads(scene: Scene, frame: Frame): boolean {
  closeGroups(scene);
  scene.waiting = [];
  scene.heading = frame.joint?.type ?? (frame.cables.length > 0 ? 'connector' : null);
  scene.headingLock = frame.mechanism;
  topicOf(scene, frame);
  return true;
}

/** "antenna coax: 2 of 3 off": leads that were counted. */
function countsLeads(scene: Scene, frame: Frame): boolean {
  const [count] = frame.counts;
  if (
    scene.heading !== 'connector' ||
    !count ||
    frame.joint !== null ||
    Object.keys(frame.screw).length > 0 ||
    frame.names.length > 0
  )
    return false;
  scene.undo(
    { type: 'connector', count: count.n, ...(scene.headingLock ? { mechanism: scene.headingLock } : {}) },
    scene.topic,
    { start: frame.chunks[0]?.start ?? 0, end: frame.chunks.at(-1)?.end ?? 0 },
  );
  return true;
}

/** "…, which hold the back cover": whose the screws are. */
function ownsGroup(scene: Scene, piece: Piece, frame: Frame): boolean {
  const inferred = scene.groups.length > 0 && scene.groups[0]?.partInferred === true;
  const from =
    inferred &&
    frame.names.length === 0 &&
    frame.verbs.length === 0 &&
    frame.particles.length === 0 &&
    piece.chunks.length <= 4 &&
    /^(from|of)\b/i.test(scene.line.slice(spanOf(piece).start))
      ? (frame.holders[0] ?? frame.places[0])
      : undefined;
  const name = frame.names[0] ?? from;
  const holds = doing(frame, 'fix', 'hold') !== undefined && (has(piece, 'which') || inferred);
  if (!name || scene.groups.length === 0 || frame.counts.length > 0 || !(holds || from)) return false;
  for (const group of scene.groups) [group.part, group.partInferred] = [resolved(scene, name), false];
  scene.name(resolved(scene, name));
  return true;
}

/** "under the flap, one more": what the next group hides under. */
function hidesNext(scene: Scene, frame: Frame): boolean {
  const only =
    frame.hiddenBy !== null &&
    frame.counts.length +
      frame.names.length +
      frame.cables.length +
      frame.verbs.length +
      frame.particles.length ===
      0 &&
    frame.joint === null &&
    !frame.words.has('more') &&
    scene.groups.length === 0;
  if (only) scene.under = frame.hiddenBy;
  return only;
}

/** "using a PH0 driver": the recess of what is undone next. */
function namesDriver(scene: Scene, frames: readonly Frame[]): boolean {
  const [frame] = frames;
  if (!frame || frames.length > 1 || frame.joint !== null || Object.keys(frame.screw).length === 0)
    return false;
  const at = frame.chunks.findIndex(({ k }) => k === 'tool');
  if (at < 1 || !frame.chunks.slice(0, at).some(({ k }) => k === 'kind') || frame.counts.length > 0)
    return false;
  scene.driver = frame.screw;
  return true;
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
  if (!takes || !scene.seen) return false;
  scene.seen();
  scene.seen = null;
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
  frame.verbs.every(({ act }) => act !== 'come' || frame.names[0] === frame.chunks[0]) &&
  nameNearParticle(frame);

function nameNearParticle(frame: Frame): boolean {
  const lastName = frame.chunks.findLastIndex(({ k }) => k === 'name');
  const lastCount = frame.chunks.findLastIndex(({ k }) => k === 'count' || k === 'joint');
  const other = frame.chunks.findLastIndex(
    (chunk) => chunk.k === 'joint' && chunk.type !== 'screws' && chunk.type !== 'standoffs',
  );
  if (other > lastName && isWord(frame.chunks[other + 1], 'off', 'out', 'away')) return false;
  const particle = frame.chunks.findLastIndex(
    (chunk) => chunk.k === 'word' && ['off', 'out', 'away', 'free', 'up'].includes(chunk.word),
  );
  const between = frame.chunks.slice(lastName, particle).some(({ k }) => k === 'count' || k === 'joint');
  return particle > lastName && (!between || particle > lastCount);
}

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
    Object.keys(frame.screw).length === 0;
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
  if (scene.repeat && (piece.joiner === 'comma' || piece.joiner === 'and' || piece.joiner === 'start')) {
    for (const part of names) scene.repeat(part, frame.words.has('both') ? 2 : undefined);
    return true;
  }
  return false;
}

/** A name without an act: what the next words are about. */
function isTopicOnly(scene: Scene, piece: Piece, frame: Frame): boolean {
  const parts = partsIn(scene, piece.chunks);
  if (frame.joint?.plural && frame.joint.owner) scene.name(frame.joint.owner);
  if (frame.joint?.plural && frame.counts.length === 0 && frame.verbs.every(({ act }) => act === 'be'))
    scene.heading = frame.joint.type;
  if (parts.length === 0) return false;
  const telling = frame.verbs.filter(({ act }) => !['be', 'have', 'go'].includes(act));
  if (frame.joint?.plural && frame.counts.length === 0) scene.heading = frame.joint.type;
  if (telling.length > 0 || frame.unread.length > 1) {
    if (scene.groups.length === 0) topicOf(scene, frame);
    return false;
  }
  if (piece.joiner !== 'comma' && piece.joiner !== 'and') scene.waiting = [];
  if (piece.joiner === 'because') return false;
  topicOf(scene, frame);
  if (!isPure(piece)) return true;
  if (scene.pair.length > 1 && parts.length === 1) {
    scene.waiting = scene.pair.map((part) => ({ part, cable: frame.cables.length > 0 }));
    return true;
  }
  for (const chunk of piece.chunks) {
    const part = partOf(scene, chunk);
    if (part !== null) scene.waiting.push({ part: withSide(frame, part), cable: chunk.k === 'cable' });
    else if (chunk.k === 'cable') scene.waiting.push({ part: scene.topic ?? 'cable', cable: true });
  }
  return frame.words.size === 0 || frame.names.length + frame.cables.length > 0;
}

/** Nothing but names and what belongs to them: a piece of a list. */
const isPure = (piece: Piece): boolean =>
  piece.chunks.every(
    (chunk) =>
      ['name', 'cable', 'side', 'look', 'plain', 'mechanism'].includes(chunk.k) ||
      isWord(
        chunk,
        'the',
        'a',
        'both',
        'all',
        'it',
        'old',
        'then',
        'now',
        'this',
        'filler',
        'so',
        'yes',
        'too',
        'first',
      ),
  );

function topicOf(scene: Scene, frame: Frame): void {
  const looked = doing(frame, 'see') && frame.names.length === 0 ? frame.places : [];
  const [name] = [...frame.names, ...frame.holders, ...looked].filter(({ part }) => part !== 'label');
  const cable = frame.cables.find(({ owner }) => owner !== null);
  const part = name ? resolved(scene, name) : (cable?.owner ?? frame.joint?.owner);
  if (!part) return;
  if (scene.groups.length > 0 && scene.groups[0]?.part !== part) closeGroups(scene);
  scene.name(withSide(frame, part), !name);
  const sides = frame.chunks.filter((chunk) => chunk.k === 'side');
  const base = part.replace(/^(left|right)-/, '');
  if (sides.length > 1 && sidedParts.has(base)) scene.pair = [`left-${base}`, `right-${base}`];
}

const withSide = (frame: Frame, part: string): string =>
  frame.sides[0] && sidedParts.has(part) ? `${frame.sides[0]}-${part}` : part;

/** Going back: what and how many, for the ledger; never an undo. */
function readUp(scene: Scene, piece: Piece, frames: readonly Frame[]): void {
  closeGroups(scene);
  scene.up = true;
  scene.upSaid = true;
  for (const frame of frames) {
    const parts = partsIn(
      scene,
      frame.chunks.filter(
        (chunk) => frame.names.includes(chunk as never) || frame.cables.includes(chunk as never),
      ),
    );
    const [count] = frame.counts;
    const screws =
      frame.joint?.type ??
      (Object.keys(frame.screw).length > 0 || (count && frame.cables.length === 0)
        ? ('screws' as const)
        : frame.cables.length > 0
          ? ('connector' as const)
          : null);
    if (parts[0]) scene.name(parts[0]);
    const part = parts[0] ?? scene.topic;
    const joint =
      screws === null
        ? null
        : {
            type: screws,
            ...(count && count.n > 0 ? { count: count.n } : {}),
            ...(Object.keys(frame.screw).length > 0 ? { screw: frame.screw } : {}),
          };
    if (part === null && joint === null) {
      note(scene, piece);
      continue;
    }
    scene.put({ kind: 'refit', part, ...(joint ? { joint } : {}) }, spanOf(piece), parts[0] ? [] : ['part']);
    for (const more of parts.slice(1)) scene.put({ kind: 'refit', part: more }, spanOf(piece));
  }
}

/** Everything that is no act: kept as what it is, with the part it is about. */
function readTalk(scene: Scene, piece: Piece, frame: Frame, mood: Exclude<Mood, 'act' | 'up'>): void {
  if (leavesThem(scene, frame, mood)) return void takeBack(scene, piece);
  const parts = partsIn(scene, piece.chunks);
  const [part] = parts;
  if (mood === 'asked') scene.heading = frame.joint?.type ?? null;
  if (mood === 'asked' && frame.cables.length > 0)
    scene.waiting = frame.cables.map(({ owner }) => ({ part: owner ?? scene.topic ?? 'cable', cable: true }));
  if (
    mood !== 'caution' &&
    (part !== undefined || frame.joint?.owner) &&
    (mood === 'asked' || mood === 'left' || scene.groups.length === 0)
  ) {
    if ((mood !== 'note' || piece.joiner === 'start') && piece.joiner !== 'because') topicOf(scene, frame);
  }
  if (frame.measures.length > 0 && mood === 'left') readMeasures(scene, frame);
  if (frame.codes.length > 0 && mood !== 'note' && mood !== 'caution' && mood !== 'asked')
    readNumbers(scene, frame);
  const owner = part ?? scene.topic;
  if (mood === 'left') scene.put({ kind: 'seen', part: owner, state: 'left' }, spanOf(piece));
  else if (mood === 'seen') seen(scene, piece, frame, owner);
  else if (mood === 'caution') scene.put({ kind: 'caution', ...(part ? { part } : {}) }, spanOf(piece));
  else if (has(piece, 'absent') && part !== undefined)
    scene.put({ kind: 'seen', part, state: 'absent' }, spanOf(piece));
  else note(scene, piece);
}

/** "forty rivets, and you don't drill them", "eight screws, could leave them": counted, not undone. */
const leavesThem = (scene: Scene, frame: Frame, mood: Mood): boolean =>
  scene.groups.length > 0 &&
  frame.words.has('they') &&
  frame.names.length === 0 &&
  (mood === 'note' || mood === 'caution' || mood === 'left') &&
  !frame.words.has('stuck') &&
  (frame.words.has('not') || frame.words.has('would') || frame.words.has('stays'));

function seen(scene: Scene, piece: Piece, frame: Frame, part: string | null): void {
  const [count] = frame.counts;
  const screws = frame.joint?.type ?? (Object.keys(frame.screw).length > 0 ? ('screws' as const) : null);
  const joint =
    screws && count
      ? {
          type: screws,
          count: count.n,
          ...(Object.keys(frame.screw).length > 0 ? { screw: frame.screw } : {}),
        }
      : null;
  if (joint) scene.seen = () => void readGroup(scene, frame, piece);
  scene.put(
    {
      kind: 'seen',
      part,
      state: 'present',
      ...(count ? { count: count.n } : {}),
      ...(joint ? { joint } : {}),
    },
    spanOf(piece),
  );
}

function note(scene: Scene, piece: Piece): void {
  const { start, end } = spanOf(piece);
  const frame = readFrames(piece, scene.line)[0];
  if (frame?.joint && frame.joint.type !== 'screws') scene.mentioned = frame.joint.type;
  const serve = frame && doing(frame, 'serve');
  const first = piece.chunks[0];
  const last = scene.placed[scene.placed.length - 1];
  if (serve && serve.form !== 's' && !isWord(first, 'check')) {
    const part = partsIn(scene, piece.chunks)[0] ?? null;
    scene.put({ kind: 'serve', part, what: serviceOf(serve.lemma) }, { start, end });
  } else if (isWord(first, 'check') || has(piece, 'works')) scene.put({ kind: 'check' }, { start, end });
  else if (scene.bareWarning && last?.draft.kind === 'caution') last.end = end;
  else {
    const [part] = first?.k === 'name' || piece.joiner === 'start' ? partsIn(scene, piece.chunks) : [];
    scene.put({ kind: 'note', ...(part ? { part } : {}) }, { start, end });
  }
}

const services: Readonly<Record<string, 'clean' | 'reseat' | 'oil' | 'glue' | 'renew'>> = {
  clean: 'clean',
  brush: 'clean',
  blow: 'clean',
  dust: 'clean',
  wipe: 'clean',
  scrub: 'clean',
  scrape: 'clean',
  vacuum: 'clean',
  wash: 'clean',
  hoover: 'clean',
  polish: 'clean',
  swab: 'clean',
  reseat: 'reseat',
  oil: 'oil',
  grease: 'oil',
  lubricate: 'oil',
  glue: 'glue',
  renew: 'renew',
};
const serviceOf = (lemma: string) => services[lemma] ?? 'other';
