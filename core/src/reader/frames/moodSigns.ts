import { isWord } from '../phrases/chunk.ts';
import { doing, hasScrew, leaves, returns, textIn, type Frame } from './frame.ts';
import { has, type Piece } from './piece.ts';
import type { Scene } from './scene.ts';

/** "alcohol in", "heat mat on", "picks in": what is done with a tool alone. */
export const isAboutTool = (frame: Frame): boolean =>
  isCardIn(frame) || (frame.chunks[0]?.k === 'tool' && isToolAlone(frame));

/** "clips give a little": it yields, and holds all the same. */
export const onlyYields = (scene: Scene, piece: Piece, frame: Frame): boolean =>
  frame.verbs.some(({ lemma }) => lemma === 'give') &&
  /\bgives? (?:a (?:little|bit|touch)|slightly|at all)\b/i.test(textIn(scene.line, piece));

/** "card in", "card under it": a card that nobody named is the one that pries. */
const isCardIn = (frame: Frame): boolean =>
  frame.names.length === 1 &&
  frame.names[0]?.bare === true &&
  frame.names[0].part === 'card' &&
  (frame.particles.includes('in') || frame.hiddenByTopic) &&
  frame.counts.length === 0;

const isToolAlone = (frame: Frame): boolean =>
  frame.names.length + frame.cables.length + frame.counts.length === 0 &&
  frame.joint === null &&
  frame.verbs.length === 0 &&
  frame.words.size <= 2 &&
  returns(frame);

export function isImagined(scene: Scene, piece: Piece): boolean {
  const real =
    has(piece, 'now') ||
    piece.joiner === 'but' ||
    /^\s*(here|so|just)\b/i.test(scene.line.slice(piece.chunks[0]?.start ?? 0));
  // "I could now see the heatsink"
  if (
    /\bcould (?:now |then |just )?see\b/i.test(textIn(scene.line, piece)) &&
    !has(piece, 'if', 'other-model')
  )
    return false;
  if (scene.imagined && real && !has(piece, 'if', 'would', 'other-model')) scene.imagined = false;
  if (has(piece, 'if', 'would', 'other-model') || isOtherModel(scene, piece)) scene.imagined = true;
  return scene.imagined;
}

/** "The S7 tower has a latch", "On the H3-G there are four more": a model by its name. */
function isOtherModel(scene: Scene, piece: Piece): boolean {
  const start = piece.chunks[0]?.start ?? 0;
  const text = scene.line.slice(start, start + 60);
  const opens = piece.joiner === 'start' || piece.joiner === 'stop';
  // "On the Ridge thirteen that's a flip lock"
  if (
    opens &&
    /^(?:On|In|But on|But in) the [A-Z][a-z]+ (?:\d+|\w+teen|\w+ty|ten|eleven|twelve)\b/.test(text)
  )
    return true;
  return (
    scene.context.spoken &&
    opens &&
    /^(?:but )?(?:on |in |for |with )?the (?:[A-Z][\w-]* )?(?:[A-Z]+\d[\w-]*|(?:\w+ ){0,2}(?:inch|tower|edition|family|series))\b/i.test(
      text,
    ) &&
    /\b[A-Z]+\d|inch|tower|edition|family|series/.test(text)
  );
}

/** "let me try to lift it": whether it came is told later. */
export const onlyTries = (piece: Piece): boolean => {
  const at = piece.chunks.findIndex((chunk) => chunk.k === 'verb' && chunk.act === 'try');
  return (
    at >= 0 && isWord(piece.chunks[at + 1], 'to') && piece.chunks.slice(at + 2).some(({ k }) => k === 'verb')
  );
};

/** "the ninth was under the ribbon", when nine were counted: where it was. */
export const isOneOfCounted = (scene: Scene, frame: Frame): boolean =>
  frame.ordinals[0] !== undefined &&
  frame.ordinals[0] === scene.context.last?.joint.count &&
  frame.hiddenBy !== null &&
  frame.verbs.some(({ act, form }) => act === 'be' && form === 'past') &&
  !leaves(frame);

/** "the ten just slips": one thing that a figure names, of which a verb in the singular tells. */
export const isOfOneOf = ({ chunks }: Piece): boolean => {
  const [the, count, ...rest] = chunks;
  const verb = rest.find(({ k }) => k === 'verb');
  return (
    isWord(the, 'the') &&
    count?.k === 'count' &&
    count.n > 1 &&
    verb?.k === 'verb' &&
    verb.form === 's' &&
    verb.act !== 'be'
  );
};

/** "it sat right over two of the screws": what it hid, not what was undone. */
export const satOver = (frame: Frame): boolean =>
  doing(frame, 'lay') !== undefined && frame.words.has('over') && frame.counts.length > 0;

/** "is not coming out today", "won't come off": the word for stuck denies what follows. */
export const isDeniedIn = (scene: Scene, piece: Piece): boolean =>
  piece.chunks.some(
    (chunk) => isWord(chunk, 'stuck') && /n't|not|won?t/i.test(scene.line.slice(chunk.start, chunk.end)),
  );

/** "lost one on the floor", "three hold": told of screws, undone by nobody. */
export const isLostOrHeld = (frame: Frame): boolean =>
  frame.verbs.some(({ lemma }) => ['lose', 'tear', 'break', 'crack', 'rip'].includes(lemma)) ||
  (frame.verbs.length === 1 &&
    frame.verbs[0]?.lemma === 'hold' &&
    frame.verbs[0] === frame.chunks[frame.chunks.length - 1] &&
    frame.chunks[0]?.k === 'count');

/** Does a word deny the act? `no` before a code is "number"; "not the fan" behind an act was cut off before. */
export function isDenied(piece: Piece, frame: Frame): boolean {
  if (has(piece, 'not', 'never')) return true;
  // "without removing the fan"
  if (isWord(piece.chunks[0], 'without') && piece.chunks[1]?.k === 'verb') return true;
  const at = piece.chunks.findIndex((chunk) => isWord(chunk, 'no'));
  if (at > 0 && isWord(piece.chunks[at - 1], 'with')) return false;
  if (at < 0)
    return piece.chunks.some((chunk, i) => isWord(chunk, 'can') && isWord(piece.chunks[i + 1], 'not'));
  const next = piece.chunks[at + 1];
  return (
    next !== undefined &&
    next.k !== 'code' &&
    next.k !== 'measure' &&
    !(next.k === 'count' && frame.codes.length === 0)
  );
}

/** "four that stay in the cover": captive screws, no part that stays. */
const isStayScrew = (piece: Piece): boolean =>
  piece.chunks.some(({ k }) => k === 'count') &&
  piece.chunks.some((chunk) => chunk.k === 'joint' && chunk.type === 'screws') &&
  !piece.chunks.some((chunk) => isWord(chunk, 'on'));

/** Wanted, owed, or for later. */
export function isPlanned(piece: Piece, frame: Frame): boolean {
  if (has(piece, 'later')) return true;
  // "must hold the button 20 s": how long is told by who has held it.
  if (doing(frame, 'hold', 'press') && frame.measures.some(({ unit }) => unit === 's')) return false;
  if (has(piece, 'must', 'will'))
    return !frame.verbs.some(({ form }) => form === 'past') || has(piece, 'must');
  return false;
}

/** "in the bottom are ten screws": what there is. */
const countsWhatIs = (frame: Frame): boolean => {
  const at = frame.chunks.findIndex((chunk) => chunk.k === 'verb' && chunk.act === 'be');
  return (
    at > 0 &&
    frame.chunks[at + 1]?.k === 'count' &&
    frame.joint?.type === 'screws' &&
    isWord(frame.chunks[0], 'in', 'on', 'at')
  );
};

/** "I'm gonna take those out", said while it is done; "later", "must" and "next time" are not. */
export const isAnnounced = (scene: Scene, piece: Piece): boolean =>
  scene.context.spoken &&
  !has(piece, 'later', 'must', 'not') &&
  /\b(?:gonna|going to)\b/i.test(textIn(scene.line, piece));

/** Verbs of talk without any act beside them. */
export function isTalk(frame: Frame): boolean {
  if (frame.verbs.length === 0) return false;
  const acts = frame.verbs.filter(
    ({ act }) => !['talk', 'serve', 'test', 'try', 'mean', 'warm'].includes(act),
  );
  if (frame.tighten !== null) return false;
  const told = frame.counts.length > 0 && (frame.joint !== null || hasScrew(frame) || frame.looks.length > 0);
  return (
    acts.length === 0 &&
    !leaves(frame) &&
    !told &&
    frame.codes.length === 0 &&
    frame.measures.length === 0 &&
    !frame.words.has('in-the-way')
  );
}

/** "with the screws gone, …": told before. */
export const isGiven = (piece: Piece, frame: Frame): boolean =>
  isWord(piece.chunks[0], 'with') &&
  frame.verbs.every(({ act }) => act === 'go' || act === 'be') &&
  frame.counts.length === 0 &&
  (leaves(frame) || frame.verbs.some(({ lemma }) => lemma === 'go'));

/** "I said nine": told of a talk, counted by nobody. */
export const isQuoted = (frame: Frame): boolean =>
  frame.verbs.some(({ lemma, form }) => lemma === 'say' && form !== 'ing') &&
  frame.joint === null &&
  !hasScrew(frame) &&
  frame.counts.length > 0;

/** "used a PH1 for all of those", "it is the one with the foil": a tool, or which one is meant. */
export const saysWhich = (scene: Scene, piece: Piece, frame: Frame): boolean =>
  (/^(?:i |we )?used? (?:an?|the|my)\b/i.test(textIn(scene.line, piece)) &&
    frame.joint === null &&
    hasScrew(frame) &&
    frame.names.length === 0) ||
  (frame.verbs.every(({ act }) => act === 'be') &&
    /\b(?:is|are|was|were) the ones? (?:with|that|which|by|near|on|in)\b/i.test(textIn(scene.line, piece)));

/** "the fan screws go in cell 3", "put the screws in a cup": where they are kept meanwhile. */
export const isKept = (scene: Scene, piece: Piece, frame: Frame): boolean =>
  frame.joint?.type === 'screws' &&
  frame.verbs.some(
    ({ act, lemma }) => act === 'lay' || lemma === 'go' || lemma === 'put' || lemma === 'keep',
  ) &&
  /\b(?:cell|cup|bag|tray|tin|box|pile|mat|magnet|bowl|jar|dish|pocket)s?\b/i.test(textIn(scene.line, piece));

/** "2.47 by the calipers": how thick a thread was found to be, before its kind is said. */
export const isGauged = (scene: Scene, piece: Piece, frame: Frame): boolean =>
  /\b(?:by|on|with) (?:the |my )?(?:calipers?|callipers?|gauge|vernier|micrometer)\b/i.test(
    textIn(scene.line, piece),
  ) &&
  !hasScrew(frame) &&
  frame.joint === null &&
  frame.measures.every(({ unit }) => unit !== 'mm');

/** "fan to be replaced", "order a new fan": wanted, and not done yet. */
export const isOwed = (scene: Scene, piece: Piece, frame: Frame): boolean =>
  !leaves(frame) &&
  /\bto be \w+(?:ed|n)\b|^(?:must |to )?(?:order|buy)(?:ed|ing)? an?(?:other)? /i.test(
    textIn(scene.line, piece),
  );

/** "six screws lie in a bag", "picks lie at four corners": where things were put. */
export const liesAbout = (frame: Frame): boolean =>
  doing(frame, 'lay') !== undefined &&
  frame.chunks.some(({ k }) => k === 'tool') &&
  (frame.joint?.type === 'screws' || frame.counts.length > 0);

/** "that means the board out first"; "pulled an hour ago"; "lead out of the wall". */
export const isOfAnotherTime = (scene: Scene, piece: Piece, frame: Frame): boolean =>
  frame.verbs.some(({ act }) => act === 'mean') ||
  /\b(?:ago|yesterday|last (?:week|year|month)|(?:was|were|been) (?:off|out|open|apart) before)\b/i.test(
    textIn(scene.line, piece),
  ) ||
  (leaves(frame) && /\b(?:the )?(?:wall|outlet)\b/i.test(textIn(scene.line, piece)));

/** "it lifts out once its ribbon is off": how it goes, not that it went. */
export const isGeneral = (piece: Piece, frame: Frame): boolean =>
  has(piece, 'after') &&
  !isWord(piece.chunks[0], 'after') &&
  frame.verbs.some(({ act, form }) => form === 's' && (act === 'take' || act === 'come'));

/** "the second one snapped", "one jumped". */
export const isBroken = (frame: Frame): boolean =>
  frame.ordinals.length > 0 &&
  frame.verbs.some(({ lemma }) => ['snap', 'break', 'tear', 'jump'].includes(lemma));

/** "all four ports answer": a test. */
export const isTested = (piece: Piece, frame: Frame): boolean =>
  has(piece, 'works') &&
  frame.counts.length > 0 &&
  frame.joint === null &&
  !hasScrew(frame) &&
  !leaves(frame);

/** A warning: "careful, …", "swollen" said of nothing that was done. */
export const isWarning = (piece: Piece, frame: Frame): boolean =>
  !leaves(frame) &&
  (isWord(piece.chunks[0], 'caution') ||
    (has(piece, 'danger') && frame.verbs.length + frame.counts.length === 0));

const undoingActs = ['take', 'unscrew', 'loosen', 'unplug', 'press', 'come', 'release', 'open'];
/** In a sentence that only counts what is there; "two screws hold the fan" is held by two, said plainly. */
export function isInventory(scene: Scene, piece: Piece, frame: Frame): boolean {
  // "…, and another eight you can see": of those undone.
  if (has(piece, 'inventory') && scene.groups.length > 0 && has(piece, 'more')) return false;
  if (has(piece, 'inventory') || countsWhatIs(frame)) scene.inventory = piece.sentence;
  const undoes = frame.verbs.some(({ act }) => undoingActs.includes(act));
  const held = doing(frame, 'hold', 'fix') !== undefined && frame.counts.length > 0;
  return scene.inventory === piece.sentence && !leaves(frame) && !undoes && !held;
}

/** Said to stay; "I'd better keep those apart" tells how screws are laid down. */
export const isLeft = (piece: Piece, frame: Frame): boolean =>
  !isStayScrew(piece) &&
  (has(piece, 'stays', 'fixed') ||
    (frame.verbs.some(({ act, form }) => act === 'leave' && form === 'plain') && !leaves(frame)));

/** Where all goes back, what nothing takes off goes back too. */
export const goesBackToo = (scene: Scene, frame: Frame): boolean =>
  scene.context.goingBack &&
  !leaves(frame) &&
  !frame.verbs.some(({ act }) => act === 'unplug' || act === 'unscrew' || act === 'peel') &&
  frame.codes.length === 0;
