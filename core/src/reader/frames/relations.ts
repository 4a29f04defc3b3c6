import { slugOf } from '../entries/partName.ts';
import { isWord, type Chunk } from '../phrases/chunk.ts';
import { partsIn, state, type Told } from './told.ts';
import { readTogether } from './together.ts';
import { doing, type Frame } from './frame.ts';
import { has, type Piece } from './piece.ts';
import type { Scene } from './scene.ts';
import { readStatement } from './statements.ts';

/** Statements about order in one sentence; how many of its pieces they took, 0 where it states none. */
export function readRelation(scene: Scene, told: readonly Told[]): number {
  return (
    readTogether(scene, told) ||
    readCovers(scene, told) ||
    readStatement(scene, told) ||
    readRequires(scene, told) ||
    readHeldBy(scene, told) ||
    readBlocked(scene, told)
  );
}

/** "X covers A, B and C". */
function readCovers(scene: Scene, told: readonly Told[]): number {
  const [first, ...rest] = told;
  if (!first || first.piece.asked) return 0;
  const at = first.piece.chunks.findIndex(
    (chunk) => chunk.k === 'verb' && chunk.act === 'cover' && chunk.form !== 'past',
  );
  if (at < 0 || has(first.piece, 'not', 'if', 'would', 'other-model', 'new')) return 0;
  // "the label hides two T5": screws under it, no part.
  if (first.piece.chunks.some(({ k }) => k === 'kind')) return 0;
  const over = partsIn(scene, first.piece.chunks.slice(0, at));
  const part =
    over[over.length - 1] ??
    (isWord(first.piece.chunks[at - 1], 'it', 'this') || at === 0 ? scene.topic : null);
  const list = listBehind(scene, first.piece.chunks.slice(at + 1), rest);
  const parts = list.parts.filter((other) => other !== part);
  if (part === null || parts.length === 0) return 0;
  return state(scene, told.slice(0, 1 + list.taken), part, { kind: 'covers', part, parts });
}

/** Names behind a verb and in the pieces after it, as long as these hold nothing else. */
function listBehind(
  scene: Scene,
  chunks: readonly Chunk[],
  rest: readonly Told[],
): { parts: string[]; taken: number } {
  const parts = partsIn(scene, chunks);
  let taken = 0;
  for (const { piece } of rest) {
    const more = partsIn(scene, piece.chunks);
    const only = piece.chunks.every((chunk) =>
      ['name', 'cable', 'word', 'plain', 'talk', 'side', 'look', 'place', 'count'].includes(chunk.k),
    );
    if (!only || more.length === 0 || has(piece, 'off', 'out', 'stuck')) break;
    parts.push(...more);
    taken++;
  }
  return { parts: [...new Set(parts)], taken };
}

const past = (frames: readonly Frame[]): boolean =>
  frames.some((frame) => frame.verbs.some(({ form }) => form === 'past'));

/**
 * What must come first, however it is put: "X needs A and B first", "X won't come without A off", "X cannot be
 * removed before A", "before X, A and B have to be out", "only once A is out can X …".
 */
function readRequires(scene: Scene, told: readonly Told[]): number {
  const first = told[0];
  if (!first || first.piece.asked || told.some(({ piece }) => has(piece, 'other-model', 'if'))) return 0;
  return (
    withoutOrBefore(scene, first) ||
    takeBefore(scene, first) ||
    toReach(scene, told) ||
    bareAfter(scene, first) ||
    beforeFirst(scene, told) ||
    needsFirst(scene, told) ||
    onlyAfter(scene, told)
  );
}

function require(scene: Scene, part: string | null, parts: readonly string[], told: readonly Told[]): number {
  const others = [...new Set(parts)].filter((other) => other !== part);
  if (part === null || others.length === 0) return 0;
  return state(scene, told, part, { kind: 'requires', part, parts: others });
}

/** "X won't come / cannot be removed without | unless | before | until A". */
function withoutOrBefore(scene: Scene, told: Told): number {
  const { chunks } = told.piece;
  const at = chunks.findIndex((chunk) => isWord(chunk, 'without', 'unless', 'before'));
  if (at <= 0) return 0;
  // What "I" did without it is a story; "you don't get X out without Y" is for everybody.
  const isStory = (chunk: Chunk): boolean =>
    isWord(chunk, 'i', 'we') && !/^(?:you|ye)$/i.test(scene.line.slice(chunk.start, chunk.end));
  if (chunks.slice(0, at).some(isStory)) return 0;
  const denied = chunks.slice(0, at).some((chunk) => isWord(chunk, 'stuck', 'not', 'can', 'never', 'no'));
  if (!denied) return 0;
  const before = partsIn(scene, chunks.slice(0, at));
  return require(scene, before[0] ?? scene.topic, partsIn(scene, chunks.slice(at + 1)), [told]);
}

/** "remove battery before fan": an order to work by, no account of it. */
function takeBefore(scene: Scene, told: Told): number {
  const { chunks } = told.piece;
  const at = chunks.findIndex((chunk) => isWord(chunk, 'before'));
  const [verb] = chunks;
  const orders = verb?.k === 'verb' && verb.form === 'plain' && ['take', 'unplug'].includes(verb.act);
  if (at <= 0 || !orders) return 0;
  const [first, later] = [partsIn(scene, chunks.slice(1, at)), partsIn(scene, chunks.slice(at + 1))];
  return require(scene, later[0] ?? null, first, [told]);
}

/** "To remove X, you must first remove A and B". */
function toReach(scene: Scene, told: readonly Told[]): number {
  const [first, ...rest] = told;
  const [to, verb] = first?.piece.chunks ?? [];
  const reaches = isWord(to, 'to') && verb?.k === 'verb' && verb.form === 'plain';
  const owed = rest.some(({ piece }) => has(piece, 'must') && has(piece, 'first'));
  if (!first || !reaches || !owed) return 0;
  const parts = rest.flatMap(({ piece }) => partsIn(scene, piece.chunks));
  return require(scene, partsIn(scene, first.piece.chunks)[0] ?? null, parts, told);
}

/** "fan after heatsink": parts and nothing else. */
function bareAfter(scene: Scene, told: Told): number {
  const { chunks } = told.piece;
  const at = chunks.findIndex((chunk) => isWord(chunk, 'after'));
  const bare = chunks.every(({ k }) => k === 'name' || k === 'word' || k === 'side');
  const acts = told.frames.some(({ particles, counts }) => particles.length + counts.length > 0);
  if (at <= 0 || !bare || acts) return 0;
  const [before, behind] = [partsIn(scene, chunks.slice(0, at)), partsIn(scene, chunks.slice(at + 1))];
  return require(scene, before[0] ?? null, behind, [told]);
}

/** "Before X (can be lifted), A and B must have been removed". */
function beforeFirst(scene: Scene, told: readonly Told[]): number {
  const [first, ...rest] = told;
  if (!first || !isWord(first.piece.chunks[0], 'before', 'without') || rest.length === 0) return 0;
  const head = partsIn(scene, first.piece.chunks);
  const list = rest.flatMap(({ piece }) => partsIn(scene, piece.chunks));
  if (isWord(first.piece.chunks[0], 'without'))
    return list.length > 0 ? require(scene, list[0] ?? null, head, told) : 0;
  const part = head[0] ?? null;
  const listed =
    first.piece.header &&
    rest.every(({ piece }) => piece.chunks.every(({ k }) => k === 'name' || k === 'word'));
  const owed =
    listed ||
    rest.some(
      ({ piece }) =>
        has(piece, 'must', 'will', 'first', 'out', 'off') ||
        piece.chunks.some((chunk) => chunk.k === 'verb' && ['take', 'unplug', 'need'].includes(chunk.act)),
    );
  return owed ? require(scene, part, list, told) : 0;
}

/** "X needs A and B first", "X presupposes A". */
function needsFirst(scene: Scene, told: readonly Told[]): number {
  const [first, ...rest] = told;
  if (!first) return 0;
  const at = first.piece.chunks.findIndex(
    (chunk) => chunk.k === 'verb' && chunk.act === 'need' && chunk.form !== 'past' && chunk.lemma !== 'want',
  );
  if (at < 0 || has(first.piece, 'not', 'no', 'would', 'new')) return 0;
  const before = partsIn(scene, first.piece.chunks.slice(0, at));
  const list = listBehind(scene, first.piece.chunks.slice(at + 1), rest);
  const tells =
    told.slice(0, 1 + list.taken).some(({ piece }) => has(piece, 'first', 'out', 'off', 'away')) ||
    before.length > 0;
  return tells ? require(scene, before[0] ?? null, list.parts, told.slice(0, 1 + list.taken)) : 0;
}

/** "only after A", "only once A is out can X come". */
function onlyAfter(scene: Scene, told: readonly Told[]): number {
  const first = told[0];
  if (!first) return 0;
  const { chunks } = first.piece;
  const at = chunks.findIndex((chunk, i) => isWord(chunk, 'after') && isWord(chunks[i - 1], 'only'));
  if (at < 0 || past(first.frames)) return 0;
  const [before, behind] = [partsIn(scene, chunks.slice(0, at)), partsIn(scene, chunks.slice(at + 1))];
  if (before.length > 0) return require(scene, before[0] ?? null, behind, [first]);
  return require(scene, behind[behind.length - 1] ?? null, behind.slice(0, -1), [first]);
}

/** "X stuck on Y", "X held by Y": one part holds another. Screws that hold it are counted, not in the way. */
function readHeldBy(scene: Scene, [told]: readonly Told[]): number {
  if (!told || told.piece.asked || scene.up) return 0;
  const { chunks } = told.piece;
  const at = chunks.findIndex(
    (chunk, i) =>
      chunk.k === 'verb' &&
      chunk.form === 'past' &&
      (chunk.lemma === 'stick on' ||
        (chunk.lemma === 'hold' && /^ by\b/i.test(scene.line.slice(chunk.end, chunks[i + 1]?.end)))),
  );
  if (at <= 0 || has(told.piece, 'not', 'no', 'if', 'would', 'other-model')) return 0;
  if (chunks.some(({ k }) => k === 'count' || k === 'kind')) return 0;
  const part = partsIn(scene, chunks.slice(0, at))[0];
  const behind = chunks.slice(at + 1);
  const joint = behind.find(({ k }) => k === 'joint');
  const by = partsIn(scene, behind)[0] ?? (joint?.k === 'joint' ? joint.owner : null);
  if (part === undefined || by == null || by === part) return 0;
  return state(scene, [told], part, { kind: 'blocked', part, by });
}

/** "X won't come, Y holds it", "X stuck: Y", "X blocked by Y": tried, and why not. */
function readBlocked(scene: Scene, told: readonly Told[]): number {
  const stuckAt = told.findIndex(
    ({ piece }) => has(piece, 'stuck') && !has(piece, 'if', 'would', 'other-model'),
  );
  const wayAt = told.findIndex(({ piece }) => has(piece, 'in-the-way'));
  if ((stuckAt < 0 && wayAt < 0) || (scene.up && wayAt < 0)) return 0;
  if (stuckAt > 0 && told.slice(0, stuckAt).some(holdsAct)) return 0;
  if (stuckAt < 0 && scene.stuck === null && !saysItHolds(scene, told[wayAt])) return 0;
  const stuckIndex = told[stuckAt]?.piece.chunks.findIndex((chunk) => isWord(chunk, 'stuck')) ?? -1;
  const part = heldPart(scene, told, stuckAt, stuckIndex, wayAt);
  const holders = holdersOf(scene, told, stuckAt, stuckIndex, wayAt).filter((other) => other !== part);
  if (part === null) return 0;
  const by = holders[holders.length - 1];
  if (by === undefined) {
    scene.stuck = part;
    return 0;
  }
  scene.stuck = null;
  return state(scene, told, part, { kind: 'blocked', part, by });
}

const holdsAct = ({ frames }: Told): boolean =>
  frames.some(({ counts, particles }) => counts.length > 0 || particles.length > 0);

const chunksOf = (told: readonly Told[]): Chunk[] => told.flatMap(({ piece }) => [...piece.chunks]);

/** "Y holds it", "in the way": words that say by themselves that something is held. */
const saysItHolds = (scene: Scene, told: Told | undefined): boolean =>
  told?.piece.chunks.some(
    (chunk) =>
      isWord(chunk, 'in-the-way') &&
      /hold|way|block|stop|keep|trap|pin|catch/.test(scene.line.slice(chunk.start, chunk.end).toLowerCase()),
  ) ?? false;

/** What does not come: the part before the word for it, or the one that was tried. */
function heldPart(
  scene: Scene,
  told: readonly Told[],
  stuckAt: number,
  stuckIndex: number,
  wayAt: number,
): string | null {
  if (stuckAt < 0) return partsIn(scene, chunksOf(told.slice(0, wayAt)))[0] ?? scene.stuck;
  const own = partsIn(scene, told[stuckAt]?.piece.chunks.slice(0, stuckIndex) ?? []);
  if (own[0] !== undefined) return own[0];
  return (stuckAt > 0 ? partsIn(scene, chunksOf(told.slice(0, stuckAt))).at(-1) : undefined) ?? scene.topic;
}

/** "it's the jack bracket": said of it, and not denied. */
const isIt = ({ chunks: all }: Piece): boolean => {
  const from = all.findIndex((chunk) => isWord(chunk, 'it', 'this'));
  // "and I bet it's the strip"
  const leads = all
    .slice(0, from)
    .every((chunk) => isWord(chunk, 'i', 'filler', 'yes') || (chunk.k === 'verb' && chunk.act === 'talk'));
  const chunks = all.slice(from);
  return (
    from >= 0 &&
    leads &&
    chunks.some(({ k }) => k === 'name') &&
    chunks.every(
      (chunk) =>
        chunk.k === 'name' ||
        isWord(chunk, 'it', 'this', 'the', 'a', 'filler') ||
        (chunk.k === 'verb' && chunk.act === 'be'),
    )
  );
};

/** What holds it: behind "by" or a colon, before "holds it" or "in the way", behind "because". */
function holdersOf(
  scene: Scene,
  told: readonly Told[],
  stuckAt: number,
  stuckIndex: number,
  wayAt: number,
): string[] {
  const inWay = inTheWay(scene, told, wayAt, wayAt === stuckAt ? stuckIndex + 1 : 0);
  if (inWay !== null) return [inWay];
  const stuck = told[stuckAt];
  if (!stuck) return [];
  const same = partsIn(scene, stuck.piece.chunks.slice(stuckIndex + 1));
  // "didn't lift the fan": what was not lifted, not what was in the way.
  const word = stuck.piece.chunks[stuckIndex];
  const isObject =
    word && /(?:lift|come|budge|move|shift|pull|open)$/i.test(scene.line.slice(word.start, word.end));
  if (same.length > 0) return isObject ? [] : same;
  // "thought it was the lead, it's not, it's the jack bracket": what it was in the end.
  const found = told.slice(stuckAt + 1).findLast(({ piece }) => isIt(piece));
  if (found) return partsIn(scene, found.piece.chunks).slice(0, 1);
  const next = told[stuckAt + 1];
  const joined =
    next &&
    (next.piece.joiner === 'because' ||
      next.piece.joiner === 'colon' ||
      has(next.piece, 'still') ||
      next.frames.some((frame) => doing(frame, 'hold', 'fix', 'cover') !== undefined));
  return joined ? partsIn(scene, next.piece.chunks).slice(0, 1) : [];
}

/** "the clamp holds it", "there's tape in the way": what was named before the word for it, else behind. */
function inTheWay(scene: Scene, told: readonly Told[], wayAt: number, from: number): string | null {
  const way = told[wayAt];
  if (!way) return null;
  const at = way.piece.chunks.findIndex((chunk) => isWord(chunk, 'in-the-way'));
  const head = way.piece.chunks.slice(from, at);
  const [before] = partsIn(scene, head);
  if (before !== undefined) return before;
  const joint = head.find(({ k }) => k === 'joint');
  if (joint?.k === 'joint')
    return joint.type === 'tape'
      ? 'tape'
      : slugOf(scene.line.slice(joint.start, joint.end)).slice(0, 80) || 'joint';
  return partsIn(scene, chunksOf(told.slice(wayAt + 1)))[0] ?? null;
}
