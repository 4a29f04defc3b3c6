import { hasScrew, spanOf, textIn, type Frame } from './frame.ts';
import type { Piece } from './piece.ts';
import type { Scene } from './scene.ts';
import { closeGroups } from './sums.ts';
import { note } from './talk.ts';
import { partsIn } from './told.ts';

const reassembled = /\b(?:re-?assembl\w*|rebuilt|rebuild|(?:put|went) (?:it )?(?:all )?back together)\b/i;

/** Going back: what and how many, for the ledger; never an undo. */
export function readUp(scene: Scene, piece: Piece, frames: readonly Frame[]): void {
  closeGroups(scene);
  scene.up = true;
  scene.upSaid = true;
  // "reassembled in reverse": the whole of it, of which nothing is counted back.
  if (
    piece.chunks.every(({ k }) => k !== 'name' && k !== 'count' && k !== 'joint') &&
    reassembled.test(textIn(scene.line, piece))
  ) {
    note(scene, piece);
    return;
  }
  // "one screw left over": it is the very one that did not go back.
  if (/\b(?:left ?over|leftover|to spare|too many)\b/i.test(textIn(scene.line, piece))) {
    note(scene, piece);
    return;
  }
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
      (hasScrew(frame) || (count && frame.cables.length === 0)
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
            ...(hasScrew(frame) ? { screw: frame.screw } : {}),
          };
    if (part === null && joint === null) {
      note(scene, piece);
      continue;
    }
    scene.put({ kind: 'refit', part, ...(joint ? { joint } : {}) }, spanOf(piece), parts[0] ? [] : ['part']);
    for (const more of parts.slice(1)) scene.put({ kind: 'refit', part: more }, spanOf(piece));
  }
}
