import { returning } from '../lexicon/particles.ts';
import { isWord, type Chunk } from '../phrases/chunk.ts';
import { doing, hasScrew, leaves, returns, type Frame } from './frame.ts';
import { has, type Piece } from './piece.ts';
import type { Scene } from './scene.ts';

/**
 * How a piece is meant. Only `act` undoes anything; `up` is a thing going back, `left` one that stays, `seen`
 * an inventory, `asked` a question, `caution` a warning, `note` everything else that is no act: denied,
 * imagined, wished, told of another model.
 */
export type Mood = 'act' | 'up' | 'left' | 'seen' | 'asked' | 'caution' | 'note';

const strongTake = new Set([
  'remove',
  'lift',
  'extract',
  'withdraw',
  'eject',
  'take',
  'pull',
  'undo',
  'unscrew',
  'draw',
  'raise',
  'hoist',
  'fish',
  'pluck',
  'coax out',
  'twist off',
]);

export function moodOf(scene: Scene, piece: Piece, frame: Frame): Mood {
  if (piece.sentence !== scene.sentence) {
    scene.imagined = false;
    scene.sentence = piece.sentence;
  }
  if (has(piece, 'power', 'key')) scene.held = true;
  if (piece.asked) {
    if (scene.opened && returns(frame) && !leaves(frame) && !isMoved(frame)) scene.up = true;
    return 'asked';
  }
  if (isImagined(scene, piece)) return 'note';
  const first = piece.chunks[0];
  if (isWord(first, 'question')) return 'asked';
  if (isWord(first, 'or', 'while') && frame.measures.length === 0) return 'note';
  if (
    frame.ordinals.length > 0 &&
    frame.verbs.some(({ lemma }) => ['snap', 'break', 'tear', 'jump'].includes(lemma))
  )
    return 'note';
  if (isWord(first, 'caution') && !leaves(frame)) return 'caution';
  if (has(piece, 'danger') && frame.verbs.length + frame.counts.length === 0 && !leaves(frame))
    return 'caution';
  if (has(piece, 'stuck') && !scene.acted && leaves(frame) && isDeniedIn(scene, piece)) return 'note';
  // "I said nine": told of a talk, counted by nobody.
  if (
    frame.verbs.some(({ lemma, form }) => lemma === 'say' && form !== 'ing') &&
    frame.joint === null &&
    !hasScrew(frame) &&
    frame.counts.length > 0
  )
    return 'note';
  // "with the screws gone, …": told before.
  const given = frame.verbs.every(({ act }) => act === 'go' || act === 'be');
  if (
    isWord(first, 'with') &&
    given &&
    frame.counts.length === 0 &&
    (leaves(frame) || frame.verbs.some(({ lemma }) => lemma === 'go'))
  )
    return 'note';
  // "that means the board out first"; "pulled an hour ago"; "six screws lie in a bag".
  const lies =
    doing(frame, 'lay') && frame.joint?.type === 'screws' && frame.chunks.some(({ k }) => k === 'tool');
  if (
    lies ||
    frame.verbs.some(({ act }) => act === 'mean') ||
    /\b(?:ago|yesterday|last (?:week|year|month))\b/i.test(textOf(scene, piece))
  )
    return 'note';
  // "it lifts out once its ribbon is off": how it goes, not that it went.
  const general = frame.verbs.some(({ act, form }) => form === 's' && (act === 'take' || act === 'come'));
  if (has(piece, 'after') && general && !isWord(first, 'after')) return 'note';
  if (leaves(frame) && /\b(?:the )?(?:wall|outlet)\b/i.test(textOf(scene, piece))) return 'note';
  if (
    onlyTries(piece) ||
    isLostOrHeld(frame) ||
    isOfOneOf(piece) ||
    satOver(frame) ||
    isOneOfCounted(scene, frame)
  )
    return 'note';
  if (isDenied(piece, frame)) return isWord(first, 'not', 'never') ? 'caution' : 'note';
  // "I'd better keep those apart": how they are laid down.
  if (has(piece, 'stays') && has(piece, 'apart')) return 'note';
  // "all four ports answer": a test.
  if (
    has(piece, 'works') &&
    frame.counts.length > 0 &&
    frame.joint === null &&
    !hasScrew(frame) &&
    !leaves(frame)
  )
    return 'note';
  const left = frame.verbs.some(({ act, form }) => act === 'leave' && form === 'plain') && !leaves(frame);
  if ((left || has(piece, 'stays', 'fixed')) && !isStayScrew(piece)) return 'left';
  if (has(piece, 'absent')) return 'note';
  if (isPlanned(piece, frame) && !isAnnounced(scene, piece)) return 'note';
  if (has(piece, 'inventory') || countsWhatIs(frame)) scene.inventory = piece.sentence;
  const undoes = frame.verbs.some(({ act }) =>
    ['take', 'unscrew', 'loosen', 'unplug', 'press', 'come', 'release', 'open'].includes(act),
  );
  // "there are two screws holding the fan": held by two, said plainly.
  const held = doing(frame, 'hold', 'fix') !== undefined && frame.counts.length > 0;
  if (scene.inventory === piece.sentence && !leaves(frame) && !undoes && !held) return 'seen';
  if (has(piece, 'in-the-way') && !leaves(frame)) return 'note';
  if (
    isAboutTool(frame) ||
    (doing(frame, 'lay') && frame.chunks.some(({ k }) => k === 'tool') && frame.counts.length > 0)
  )
    return 'note';
  if (isGoingBack(scene, piece, frame)) return 'up';
  const removes =
    leaves(frame) || frame.verbs.some(({ act }) => act === 'unplug' || act === 'unscrew' || act === 'peel');
  if (scene.context.goingBack && !removes && frame.codes.length === 0) return 'up';
  if (isTalk(frame)) return 'note';
  return 'act';
}

/** "alcohol in", "heat mat on", "picks in": what is done with a tool alone. */
const isAboutTool = (frame: Frame): boolean =>
  isCardIn(frame) || (frame.chunks[0]?.k === 'tool' && isToolAlone(frame));
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

function isImagined(scene: Scene, piece: Piece): boolean {
  const real =
    has(piece, 'now') ||
    piece.joiner === 'but' ||
    /^\s*(here|so|just)\b/i.test(scene.line.slice(piece.chunks[0]?.start ?? 0));
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
const onlyTries = (piece: Piece): boolean => {
  const at = piece.chunks.findIndex((chunk) => chunk.k === 'verb' && chunk.act === 'try');
  return (
    at >= 0 && isWord(piece.chunks[at + 1], 'to') && piece.chunks.slice(at + 2).some(({ k }) => k === 'verb')
  );
};

/** "the ninth was under the ribbon", when nine were counted: where it was. */
const isOneOfCounted = (scene: Scene, frame: Frame): boolean =>
  frame.ordinals[0] !== undefined &&
  frame.ordinals[0] === scene.context.last?.joint.count &&
  frame.hiddenBy !== null &&
  frame.verbs.some(({ act, form }) => act === 'be' && form === 'past') &&
  !leaves(frame);

/** "the ten just slips": one thing that a figure names, of which a verb in the singular tells. */
const isOfOneOf = ({ chunks }: Piece): boolean => {
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
const satOver = (frame: Frame): boolean =>
  doing(frame, 'lay') !== undefined && frame.words.has('over') && frame.counts.length > 0;

/** "is not coming out today", "won't come off": the word for stuck denies what follows. */
const isDeniedIn = (scene: Scene, piece: Piece): boolean =>
  piece.chunks.some(
    (chunk) => isWord(chunk, 'stuck') && /n't|not|won?t/i.test(scene.line.slice(chunk.start, chunk.end)),
  );

/** "lost one on the floor", "three hold": told of screws, undone by nobody. */
const isLostOrHeld = (frame: Frame): boolean =>
  frame.verbs.some(({ lemma }) => ['lose', 'tear', 'break', 'crack', 'rip'].includes(lemma)) ||
  (frame.verbs.length === 1 &&
    frame.verbs[0]?.lemma === 'hold' &&
    frame.verbs[0] === frame.chunks[frame.chunks.length - 1] &&
    frame.chunks[0]?.k === 'count');

/** Does a word deny the act? `no` before a code is "number"; "not the fan" behind an act was cut off before. */
function isDenied(piece: Piece, frame: Frame): boolean {
  if (has(piece, 'not', 'never')) return true;
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
function isPlanned(piece: Piece, frame: Frame): boolean {
  if (has(piece, 'later')) return true;
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
const isAnnounced = (scene: Scene, piece: Piece): boolean =>
  scene.context.spoken &&
  !has(piece, 'later', 'must', 'not') &&
  /\b(?:gonna|going to)\b/i.test(textOf(scene, piece));
const textOf = (scene: Scene, { chunks }: Piece): string =>
  scene.line.slice(chunks[0]?.start ?? 0, chunks[chunks.length - 1]?.end ?? 0);

const looksNew = (frame: Frame): boolean => frame.words.has('new') && !leaves(frame);

/** Is something put back, or a new one in? Particles and verbs decide; where the work goes up already, less is needed. */
function isGoingBack(scene: Scene, piece: Piece, frame: Frame): boolean {
  const fits = frame.verbs.some(({ act, lemma, form }) => act === 'fit' && isFitting(lemma, form, frame));
  const takes = frame.verbs.some(
    ({ act, lemma }) =>
      ['unscrew', 'loosen', 'unplug', 'peel', 'unclip', 'cut', 'drill'].includes(act) ||
      (act === 'take' && strongTake.has(lemma)),
  );
  const labelled = frame.measures.some(({ unit }) => ['V', 'mAh', 'Wh', 'g', 'c'].includes(unit));
  if ((leaves(frame) && !fits) || frame.codes.length > 0 || (labelled && !fits)) return false;
  if (isBackCover(scene, frame)) return false;
  if (!scene.opened && !fits && !frame.words.has('new')) return false;
  if (takes && !frame.words.has('back')) return false;
  if (isMoved(frame)) return false;
  if (fits || (returns(frame) && !isState(frame))) return true;
  if (looksNew(frame) && frame.verbs.some(({ act }) => act === 'have')) return false;
  if (looksNew(frame) && (scene.up || frame.names.length + frame.counts.length > 0 || frame.joint !== null))
    return true;
  const closes = frame.words.has('again') && frame.names.length > 0 && !takes;
  return closes || (scene.up && !takes && !leaves(frame) && staysUp(scene, frame, piece));
}

const isShutting = (frame: Frame): boolean =>
  frame.words.has('down') || frame.names.some(({ part }) => part === 'lid' || part === 'computer');

/** "slide it back", "it swings down": which way it moved; "slide it back on" is a fitting. */
const isMoved = (frame: Frame): boolean => {
  const ways = frame.particles.filter((particle) => returning.has(particle));
  return (
    ways.length > 0 &&
    ways.every((particle) => particle === 'back' || particle === 'down') &&
    frame.verbs.some(({ act, lemma }) => act === 'slide' || moving.has(lemma))
  );
};
const moving = new Set(
  'pull, push, flip, fold, swing, tip, tilt, bend, spring, draw, move, shift, hinge, flick, thumb, drop'.split(
    ', ',
  ),
);

/** "8 T6 back", before any cover was spoken of: the screws of the back. */
const isBackCover = (scene: Scene, frame: Frame): boolean =>
  frame.particles.length === 1 &&
  frame.particles[0] === 'back' &&
  frame.counts.length > 0 &&
  hasScrew(frame) &&
  !scene.context.parts.some((part) => /cover|shroud|shell/.test(part));

/** In the middle of closing, a bare group or name goes back too. */
const staysUp = (scene: Scene, frame: Frame, piece: Piece): boolean =>
  (scene.upSaid || (frame.screw.size == null && frame.screw.thread == null)) &&
  frame.verbs.every(({ act }) => ['be', 'have', 'fit', 'press', 'slide', 'lay', 'turn'].includes(act)) &&
  frame.measures.length + frame.codes.length === 0 &&
  !has(piece, 'missing', 'stripped', 'stuck') &&
  (frame.counts.length > 0 ||
    frame.ordinals.length > 0 ||
    frame.names.length > 0 ||
    frame.particles.length > 0 ||
    frame.cables.length > 0 ||
    frame.mechanism !== null ||
    frame.joint !== null ||
    frame.bar);

/** "clipped all round", "glued in its tray": how a thing is, not what was done. */
const stative = new Set([
  'glue',
  'tape',
  'screw',
  'clip',
  'fasten',
  'bolt',
  'attach',
  'mount',
  'snap',
  'fit',
  'route',
  'lock',
  'tuck in',
  'slip',
  'close',
  'catch',
  'connect',
]);
/** "is stuck down with tape", "which are pressed on": how it is held. */
const isHeld = (frame: Frame): boolean =>
  frame.verbs.some(({ act, form }) => form === 'past' && (act === 'fit' || act === 'press')) &&
  frame.verbs.some((verb) => verb.act === 'be' && verb.form !== 'past') &&
  !frame.words.has('again') &&
  !frame.words.has('back') &&
  !frame.words.has('now');
const isFitting = (lemma: string, form: string, frame: Frame): boolean => {
  if (form === 'past' && isHeld(frame)) return false;
  // The lid of a notebook is shut, and a machine shut down, before anything is opened.
  if ((lemma === 'shut' || lemma === 'close') && isShutting(frame)) return false;
  if (lemma === 'snap' && form === 'past') return false;
  // "they click when loose", "click, click": a sound.
  if (lemma === 'click' && form !== 'past' && !returns(frame)) return false;
  return (
    form === 'plain' || form === 'ing' || returns(frame) || !stative.has(lemma) || frame.words.has('new')
  );
};
const isState = (frame: Frame): boolean =>
  isHeld(frame) ||
  frame.verbs.some(
    ({ act }) => act === 'lay' || act === 'hold' || act === 'see' || act === 'read' || act === 'turn',
  );

/** Verbs of talk without any act beside them. */
function isTalk(frame: Frame): boolean {
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

/** Does the chunk turn the sense of what follows: a denial, or a thing that stays? */
const turns = (chunk: Chunk | undefined): boolean =>
  isWord(chunk, 'not', 'never', 'stays', 'no', 'absent', 'would');

/**
 * "3 PH1 out not the duct", "1 PH0 standoff stays": what was done stands before what was not, without a mark
 * between them. Such a piece is two.
 */
export function splitAtTurn(piece: Piece): Piece[] {
  const at = piece.chunks.findIndex((chunk, i) => i > 0 && turns(chunk));
  if (at < 0) return [piece];
  const before = piece.chunks.slice(0, at);
  const complete = before.some(
    (chunk) =>
      chunk.k === 'count' ||
      chunk.k === 'measure' ||
      chunk.k === 'code' ||
      (chunk.k === 'word' && ['off', 'out', 'away'].includes(chunk.word)) ||
      (chunk.k === 'verb' &&
        ['cut', 'take', 'unplug', 'pop', 'peel', 'unclip', 'pry', 'unscrew', 'slide', 'drill'].includes(
          chunk.act,
        )),
  );
  const relation = piece.chunks.some((chunk) =>
    isWord(chunk, 'stuck', 'without', 'unless', 'missing', 'amend-to'),
  );
  // "four screws that stay in the frame": a clause about them, nothing that stays behind.
  const clause =
    isWord(piece.chunks[at], 'stays') &&
    isWord(before[before.length - 1], 'this', 'which') &&
    ['joint', 'count', 'kind'].includes(before[before.length - 2]?.k ?? '');
  if (clause) return [piece];
  if (!complete || relation || (isWord(piece.chunks[at], 'no') && piece.chunks[at + 1]?.k === 'code'))
    return [piece];
  const last = before[before.length - 1];
  const subject =
    isWord(piece.chunks[at], 'would') && isWord(last, 'it', 'this', 'i', 'we')
      ? 1
      : isWord(piece.chunks[at], 'stays') && (last?.k === 'name' || last?.k === 'joint')
        ? 1
        : 0;
  if (at - subject < 1) return [piece];
  return [
    { ...piece, chunks: piece.chunks.slice(0, at - subject) },
    { ...piece, chunks: piece.chunks.slice(at - subject), joiner: 'comma' },
  ];
}
