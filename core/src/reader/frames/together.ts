import { isWord, type Chunk } from '../phrases/chunk.ts';
import { spanOf } from './frame.ts';
import { has } from './piece.ts';
import type { Scene } from './scene.ts';
import { closeGroups } from './sums.ts';
import { partsIn, type Told } from './told.ts';

/*
 * What happens to a part besides its coming off: it moves over to the new one, or it is only had together with
 * another.
 */

/** "the bracket moves over to the new board", "swap the feet to the new cover". */
const movesOver =
  /\b(?:mov\w+|go(?:es)?|swap\w*|transfer\w*|chang\w+|come(?:s)?) (?:[\w-]+ ){0,4}?(?:over )?(?:on)?to (?:the |a )?(?:new|spare|replacement)\b/i;
/** "keyboard only together with the palm rest", "the two come as one part". */
const onlyWith =
  /\b(?:only (?:comes? |sold |supplied |replaced |had |to be had )?(?:together )?with|only as one (?:part|piece|unit) with|(?:replaced|sold|supplied) (?:only )?together with|one (?:part|piece|unit) with)\b/i;

/** How many pieces of a sentence were such a statement; 0 where it is none. */
export function readTogether(scene: Scene, [told]: readonly Told[]): number {
  if (!told || told.piece.asked || has(told.piece, 'not', 'never', 'if', 'would', 'other-model')) return 0;
  const span = spanOf(told.piece);
  const text = scene.line.slice(span.start, span.end);
  const move = movesOver.exec(text);
  const whole = move ? null : onlyWith.exec(text);
  const found = move ?? whole;
  if (!found) return 0;
  const at = span.start + found.index;
  const isBefore = ({ start }: Chunk): boolean =>
    start < at + (move ? found[0].search(/\bto\b|\bonto\b/) : 0);
  const behind = (chunk: Chunk): boolean => chunk.start >= at + found[0].length - (move ? 0 : 1);
  const part = partsIn(scene, told.piece.chunks.filter(isBefore)).at(-1) ?? scene.topic;
  const [other] = partsIn(scene, told.piece.chunks.filter(behind));
  if (part === null || other === undefined || other === part || moved(told.piece.chunks)) return 0;
  closeGroups(scene);
  scene.put(move ? { kind: 'move', part, to: other } : { kind: 'whole', part, with: other }, span);
  scene.name(part);
  return 1;
}

/** "moved the fan over to the left": a place, not a part. */
const moved = (chunks: readonly Chunk[]): boolean => chunks.some((chunk) => isWord(chunk, 'back', 'later'));
