import type { Screw } from '../../sequence/screw.ts';
import type { EntryJoint } from '../entries/entry.ts';
import type { Chunk } from '../phrases/chunk.ts';
import { hasScrew, spanOf, textIn, type Frame } from './frame.ts';
import type { Piece } from './piece.ts';
import { definedOf } from './refine.ts';
import type { Scene } from './scene.ts';
import { closeGroups } from './sums.ts';
import { note } from './talk.ts';
import { partsIn } from './told.ts';

const reassembled = /\b(?:re-?assembl\w*|rebuilt|rebuild|(?:put|went) (?:it )?(?:all )?back together)\b/i;

/** "wiped it and put fresh on": what was cleaned off is renewed; the work does not turn round. */
const renews = (scene: Scene, frames: readonly Frame[]): boolean =>
  scene.placed[scene.placed.length - 1]?.draft.kind === 'serve' &&
  frames.every(
    (frame) =>
      frame.words.has('new') &&
      frame.names.length + frame.cables.length + frame.counts.length === 0 &&
      frame.joint === null,
  );

/** "reassembled in reverse", "one screw left over": the whole of it, or what did not go back; nothing is counted. */
const countsNothing = (scene: Scene, piece: Piece): boolean =>
  (piece.chunks.every(({ k }) => k !== 'name' && k !== 'count' && k !== 'joint') &&
    reassembled.test(textIn(scene.line, piece))) ||
  /\b(?:left ?over|leftover|to spare|too many)\b/i.test(textIn(scene.line, piece));

/** Going back: what and how many, for the ledger; never an undo. */
export function readUp(scene: Scene, piece: Piece, frames: readonly Frame[]): void {
  if (renews(scene, frames))
    return void scene.put({ kind: 'serve', part: scene.topic, what: 'renew' }, spanOf(piece));
  closeGroups(scene);
  scene.up = true;
  scene.upSaid = true;
  if (countsNothing(scene, piece)) return note(scene, piece);
  for (const frame of frames) putBack(scene, piece, frame);
}

function putBack(scene: Scene, piece: Piece, frame: Frame): void {
  const named: readonly Chunk[] = [...frame.names, ...frame.cables] as Chunk[];
  const [first, ...more] = partsIn(
    scene,
    frame.chunks.filter((chunk) => named.includes(chunk)),
  );
  if (first !== undefined) scene.name(first);
  const part = first ?? scene.topic;
  const joint = jointBack(frame);
  if (part === null && joint === null) return note(scene, piece);
  scene.put(
    { kind: 'refit', part, ...(joint ? { joint } : {}) },
    spanOf(piece),
    first === undefined ? ['part'] : [],
  );
  for (const other of more) scene.put({ kind: 'refit', part: other }, spanOf(piece));
}

/** What goes back in: the joint that was named, screws where only a count or a kind was, a plug of a lead. */
function jointBack(frame: Frame): EntryJoint | null {
  const [count] = frame.counts;
  const screws = hasScrew(frame) || (count !== undefined && frame.cables.length === 0);
  const type = frame.joint?.type ?? (screws ? 'screws' : frame.cables.length > 0 ? 'connector' : null);
  if (type === null) return null;
  return {
    type,
    ...(count && count.n > 0 ? { count: count.n } : {}),
    ...(hasScrew(frame) ? { screw: definedOf(frame.screw) as Screw } : {}),
  };
}
