import { isWord } from '../phrases/chunk.ts';
import { returning } from '../lexicon/particles.ts';
import { hasScrew, leaves, returns, type Frame } from './frame.ts';
import { has, type Piece } from './piece.ts';
import type { Scene } from './scene.ts';

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

const looksNew = (frame: Frame): boolean => frame.words.has('new') && !leaves(frame);

/** Is something put back, or a new one in? Particles and verbs decide; where the work goes up already, less is needed. */
export function isGoingBack(scene: Scene, piece: Piece, frame: Frame): boolean {
  const held = (!scene.up && saysHow(frame)) || isStateBefore(scene, frame);
  const aside = frame.particles.includes('away');
  const fits =
    !held &&
    !aside &&
    frame.verbs.some(({ act, lemma, form }) => act === 'fit' && isFitting(lemma, form, frame));
  const takes = frame.verbs.some(
    ({ act, lemma }) =>
      ['unscrew', 'loosen', 'unplug', 'peel', 'unclip', 'cut', 'drill'].includes(act) ||
      (act === 'take' && strongTake.has(lemma)),
  );
  const labelled = frame.measures.some(({ unit }) => ['V', 'mAh', 'Wh', 'g', 'c'].includes(unit));
  if ((leaves(frame) && !fits) || frame.codes.length > 0 || (labelled && !fits)) return false;
  if (isBackCover(scene, frame)) return false;
  if (!scene.opened && !scene.upSaid && !fits && !frame.words.has('new')) return false;
  if (takes && !frame.words.has('back')) return false;
  if (isMoved(frame)) return false;
  if (fits || (returns(frame) && !held && !isState(frame))) return true;
  if (looksNew(frame) && frame.verbs.some(({ act }) => act === 'have')) return false;
  if (looksNew(frame) && (scene.up || frame.names.length + frame.counts.length > 0 || frame.joint !== null))
    return true;
  const closes = frame.words.has('again') && frame.names.length > 0 && !takes;
  return closes || (scene.up && !takes && !leaves(frame) && staysUp(scene, frame, piece));
}

/** "fan clipped on, popped it off": how it was held until then. */
const isStateBefore = (scene: Scene, frame: Frame): boolean =>
  scene.takesApart &&
  !scene.upSaid &&
  !scene.acted &&
  frame.verbs.some(({ act, form }) => act === 'fit' && form === 'past') &&
  !frame.words.has('back') &&
  !frame.words.has('again');

const isShutting = (frame: Frame): boolean =>
  frame.words.has('down') || frame.names.some(({ part }) => part === 'lid' || part === 'computer');

/** "slide it back", "peeled that back", "it swings down": which way it moved; "slide it back on" is a fitting. */
export const isMoved = (frame: Frame): boolean => {
  const ways = frame.particles.filter((particle) => returning.has(particle));
  return (
    ways.length > 0 &&
    ways.every((particle) => particle === 'back' || particle === 'down') &&
    frame.verbs.some(
      ({ act, lemma }) => act === 'slide' || act === 'peel' || act === 'pry' || moving.has(lemma),
    )
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
  // "3 T5 in the fan"
  (scene.upSaid || frame.holders.length > 0 || (frame.screw.size == null && frame.screw.thread == null)) &&
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

/** "its clipped in", "they're glued in": how it sits; "clipped it in" is an act. */
const saysHow = ({ chunks, words }: Frame): boolean =>
  !words.has('again') &&
  !words.has('back') &&
  !words.has('now') &&
  chunks.some((chunk, i) => {
    const verb = chunks[i + 1];
    return (
      isWord(chunk, 'it', 'they') &&
      verb?.k === 'verb' &&
      verb.form === 'past' &&
      (verb.act === 'fit' || verb.act === 'press')
    );
  });

const isFitting = (lemma: string, form: string, frame: Frame): boolean => {
  if (form === 'past' && isHeld(frame)) return false;
  // "it was routed under the board": where it runs.
  if (lemma === 'route' && form === 'past' && frame.verbs.some(({ act }) => act === 'be')) return false;
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
