import { isWord } from '../phrases/chunk.ts';
import { leaves, returns, type Frame } from './frame.ts';
import { isGoingBack, isMoved } from './goingBack.ts';
import * as signs from './moodSigns.ts';
import { has, type Piece } from './piece.ts';
import type { Scene } from './scene.ts';

/**
 * How a piece is meant. Only `act` undoes anything; `up` is a thing going back, `left` one that stays, `seen`
 * an inventory, `asked` a question, `caution` a warning, `note` everything else that is no act: denied,
 * imagined, wished, told of another model.
 */
export type Mood = 'act' | 'up' | 'left' | 'seen' | 'asked' | 'caution' | 'note';

/** One sign, and the mood that it gives; the first that holds decides. */
type Row = readonly [mood: Mood, holds: (piece: Piece, frame: Frame, scene: Scene) => boolean];

const rows: readonly Row[] = [
  ['note', (piece, _, scene) => signs.isImagined(scene, piece)],
  ['asked', ({ chunks }) => isWord(chunks[0], 'question')],
  ['note', ({ chunks }, frame) => isWord(chunks[0], 'or', 'while') && frame.measures.length === 0],
  ['note', (_, frame) => signs.isBroken(frame)],
  ['caution', signs.isWarning],
  ['note', (piece, frame, scene) => !scene.acted && leaves(frame) && signs.isDeniedIn(scene, piece)],
  ['note', (_, frame) => signs.isQuoted(frame)],
  ['note', (piece, frame, scene) => signs.saysWhich(scene, piece, frame)],
  ['note', signs.isGiven],
  ['note', (_, frame) => frame.joint?.type === 'screws' && signs.liesAbout(frame)],
  ['note', (piece, frame, scene) => signs.isOfAnotherTime(scene, piece, frame)],
  [
    'note',
    (piece, frame, scene) =>
      signs.isKept(scene, piece, frame) ||
      signs.isOwed(scene, piece, frame) ||
      signs.isGauged(scene, piece, frame),
  ],
  ['note', signs.isGeneral],
  ['note', (piece) => signs.onlyTries(piece) || signs.isOfOneOf(piece)],
  ['note', (_, frame) => signs.isLostOrHeld(frame) || signs.satOver(frame)],
  ['note', (_, frame, scene) => signs.isOneOfCounted(scene, frame)],
  ['caution', (piece, frame) => isWord(piece.chunks[0], 'not', 'never') && signs.isDenied(piece, frame)],
  ['note', signs.isDenied],
  ['note', (piece) => has(piece, 'stays') && has(piece, 'apart')],
  ['note', signs.isTested],
  ['note', (piece, frame, scene) => signs.onlyYields(scene, piece, frame)],
  ['left', signs.isLeft],
  ['note', (piece) => has(piece, 'absent')],
  ['note', (piece, frame, scene) => signs.isPlanned(piece, frame) && !signs.isAnnounced(scene, piece)],
  ['seen', (piece, frame, scene) => signs.isInventory(scene, piece, frame)],
  ['note', (piece, frame) => has(piece, 'in-the-way') && !leaves(frame)],
  ['note', (_, frame) => signs.isAboutTool(frame) || (frame.counts.length > 0 && signs.liesAbout(frame))],
  ['up', (piece, frame, scene) => isGoingBack(scene, piece, frame)],
  ['up', (_, frame, scene) => signs.goesBackToo(scene, frame)],
  ['note', (_, frame) => signs.isTalk(frame)],
];

export function moodOf(scene: Scene, piece: Piece, frame: Frame): Mood {
  if (piece.sentence !== scene.sentence) {
    scene.imagined = false;
    scene.sentence = piece.sentence;
  }
  if (has(piece, 'power', 'key')) scene.held = true;
  if (!piece.asked) return rows.find(([, holds]) => holds(piece, frame, scene))?.[0] ?? 'act';
  if (scene.opened && returns(frame) && !leaves(frame) && !isMoved(frame)) scene.up = true;
  return 'asked';
}
