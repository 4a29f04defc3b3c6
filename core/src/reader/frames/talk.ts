import { isWord, type Chunk } from '../phrases/chunk.ts';
import { readMeasures, readNumbers } from './facts.ts';
import { doing, hasScrew, spanOf, textIn, type Frame } from './frame.ts';
import { readGroup } from './groups.ts';
import type { Mood } from './moods.ts';
import { has, type Piece } from './piece.ts';
import { readFrames } from './readFrames.ts';
import type { Scene } from './scene.ts';
import { partsIn } from './told.ts';
import { topicOf } from './topics.ts';

export function takeBack(scene: Scene, piece: Piece): void {
  const listed = scene.line.slice(0, spanOf(piece).start);
  if (
    piece.joiner !== 'but' &&
    listed.includes(':') &&
    !/\b(off|out|undone|removed|away|popped|unplugged)\b/i.test(listed)
  )
    dropListed(scene);
  if (piece.sentence !== scene.actSentence)
    return void scene.put({ kind: 'seen', part: scene.topic, state: 'left' }, spanOf(piece));
  const last = scene.placed[scene.placed.length - 1];
  if (has(piece, 'stays') && scene.groups.length === 0 && last?.draft.kind === 'lift') {
    last.draft = { kind: 'seen', part: last.draft.part, state: 'left' };
    return;
  }
  // "foil folded back, not removed"
  if (last?.draft.kind === 'undo' && last.draft.joint.type === 'tape') last.draft = { kind: 'note' };
  if (has(piece, 'stays') && scene.groups.length === 0)
    return void scene.put({ kind: 'seen', part: scene.topic, state: 'left' }, spanOf(piece));
  const [open] = scene.groups;
  scene.groups = [];
  let undone = open ? undefined : scene.placed.pop();
  while (undone?.draft.kind === 'undo' && scene.placed.at(-1)?.draft.kind === 'undo')
    undone = scene.placed.pop();
  scene.put({ kind: 'note' }, { start: open?.start ?? undone?.start ?? 0, end: spanOf(piece).end });
}

/** "shroud: 1 PH1 + 2 tabs; not removed": what the list counted was not undone. */
function dropListed(scene: Scene): void {
  scene.groups = scene.groups.filter(({ part }) => part !== scene.topic);
  for (const placed of scene.placed) {
    const { draft } = placed;
    if (draft.kind === 'undo' && (draft.part === scene.topic || draft.joint.type === 'connector'))
      placed.draft = { kind: 'note', ...(draft.part === null ? {} : { part: draft.part }) };
  }
}

/** "it stays in the frame": what stays is what was spoken of, not what it stays in. */
const staysInside = ({ chunks }: Piece): boolean => {
  const name = chunks.findIndex(({ k }) => k === 'name');
  return isWord(chunks[0], 'it', 'they') && isWord(chunks[1], 'stays') && name > 1;
};

/** The part of what was said last, else the topic. */
function spokenOf(scene: Scene): string | null {
  const last = scene.lastPlaced;
  return (last && 'part' in last ? last.part : null) ?? scene.topic;
}

/** Everything that is no act: kept as what it is, with the part it is about. */
export function readTalk(scene: Scene, piece: Piece, frame: Frame, mood: Exclude<Mood, 'act' | 'up'>): void {
  if (staysIn(scene, piece)) return;
  if (leavesThem(scene, frame, mood)) return void takeBack(scene, piece);
  const parts = partsIn(scene, piece.chunks);
  const [part] = parts;
  const inside = mood === 'left' && staysInside(piece);
  if (frame.joint && frame.joint.type !== 'screws') scene.mentioned = frame.joint.type;
  // "board screws, how many? five": what is asked for is what was spoken of.
  if (mood === 'asked') scene.heading = frame.joint?.type ?? (frame.names.length > 0 ? null : scene.heading);
  if (mood === 'asked' && frame.cables.length > 0)
    scene.waiting = frame.cables.map(({ owner }) => ({ part: owner ?? scene.topic ?? 'cable', cable: true }));
  if (
    mood !== 'caution' &&
    !inside &&
    (part !== undefined || frame.joint?.owner) &&
    (mood === 'asked' || mood === 'left' || scene.groups.length === 0)
  ) {
    if ((mood !== 'note' || piece.joiner === 'start') && piece.joiner !== 'because') topicOf(scene, frame);
  }
  if (frame.measures.length > 0 && mood === 'left') readMeasures(scene, frame);
  if (frame.codes.length > 0 && mood !== 'note' && mood !== 'caution' && mood !== 'asked')
    readNumbers(scene, frame);
  const owner = inside ? spokenOf(scene) : (part ?? scene.topic);
  if (mood === 'left') scene.put({ kind: 'seen', part: owner, state: 'left' }, spanOf(piece));
  else if (mood === 'seen') seen(scene, piece, frame, owner);
  else if (mood === 'caution') scene.put({ kind: 'caution', ...(part ? { part } : {}) }, spanOf(piece));
  else if (has(piece, 'absent') && part !== undefined)
    scene.put({ kind: 'seen', part, state: 'absent' }, spanOf(piece));
  else note(scene, piece);
}

/** "four screws, and they stay in it": captive. */
function staysIn(scene: Scene, piece: Piece): boolean {
  const last = scene.groups[scene.groups.length - 1];
  const says = has(piece, 'they') && has(piece, 'stays') && !has(piece, 'not');
  const text = textIn(scene.line, piece);
  if (!last || !says || last.type !== 'screws' || !/\bstay(?:s|ing)? in\b/i.test(text)) return false;
  last.screw = { ...last.screw, captive: true };
  last.end = spanOf(piece).end;
  return true;
}

/** "forty rivets, and you don't drill them", "eight screws, could leave them": counted, not undone. */
const leavesThem = (scene: Scene, frame: Frame, mood: Mood): boolean =>
  scene.groups.length > 0 &&
  (frame.words.has('they') || (frame.words.has('stays') && frame.words.has('would'))) &&
  frame.names.length === 0 &&
  !frame.words.has('apart') &&
  (mood === 'note' || mood === 'caution' || mood === 'left') &&
  !frame.words.has('stuck') &&
  (frame.words.has('not') || frame.words.has('would') || frame.words.has('stays'));

export function seen(scene: Scene, piece: Piece, frame: Frame, part: string | null): void {
  const [count] = frame.counts;
  const screws = frame.joint?.type ?? (hasScrew(frame) ? ('screws' as const) : null);
  const joint =
    screws && count
      ? {
          type: screws,
          count: count.n,
          ...(hasScrew(frame) ? { screw: frame.screw } : {}),
        }
      : null;
  // "I count eight of them, Torx five": of which kind.
  const last = scene.placed[scene.placed.length - 1]?.draft;
  if (joint === null && hasScrew(frame) && last?.kind === 'seen' && last.count != null) {
    last.joint = {
      type: 'screws',
      count: last.count,
      ...last.joint,
      screw: { ...last.joint?.screw, ...frame.screw },
    };
    return;
  }
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

export function note(scene: Scene, piece: Piece): void {
  // "ok", "right then": nothing to keep beside what else the line says.
  if (piece.chunks.every((chunk) => isWord(chunk, 'filler', 'yes', 'so', 'now'))) return;
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
    // "lid's closed": how it stands on the bench, not what the work is about.
    const shuts = frame?.verbs.some(({ lemma }) => lemma === 'close' || lemma === 'shut') ?? false;
    const said = frame && !shuts ? partsIn(scene, [...frame.names, ...frame.cables]) : [];
    const [part] = first?.k === 'name' || piece.joiner === 'start' ? said : [];
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

/** "slots: 2; used: 1": a figure behind a colon is of what stands before it, where that holds no part. */
export function countsTalk(scene: Scene, piece: Piece): boolean {
  const { chunks } = piece;
  const isTalk = (chunk: Chunk): boolean =>
    chunk.k === 'talk' ||
    isWord(chunk, 'old', 'new', 'first') ||
    chunk.k === 'unknown' ||
    chunk.k === 'plain';
  if (piece.header && chunks.every(isTalk)) {
    scene.ofTalk = scene.topic;
    note(scene, piece);
    return true;
  }
  const only = piece.joiner === 'colon' && chunks.length === 1 && chunks[0]?.k === 'count';
  if (!only || scene.ofTalk === false) return false;
  scene.ofTalk = false;
  note(scene, piece);
  return true;
}
