import type { Chunk } from '../phrases/chunk.ts';
import type { Frame } from './frame.ts';
import { resolved } from './naming.ts';
import type { Piece } from './piece.ts';
import type { Draft, Scene } from './scene.ts';
import { closeGroups } from './sums.ts';

/** A piece with its frames, as statements over a whole sentence see it. */
export interface Told {
  readonly piece: Piece;
  readonly frames: readonly Frame[];
}

/** The part that a chunk names: by its name, or by its lead. */
export function partOf(scene: Scene, chunk: Chunk): string | null {
  if (chunk.k === 'name') return resolved(scene, chunk);
  return chunk.k === 'cable' ? chunk.owner : null;
}

export const partsIn = (scene: Scene, chunks: readonly Chunk[]): string[] => [
  ...new Set(chunks.map((chunk) => partOf(scene, chunk)).filter((part): part is string => part !== null)),
];

/** Places a statement about a part over the pieces that it took, and says how many: what follows is of that part. */
export function state(scene: Scene, told: readonly Told[], part: string, draft: Draft): number {
  const start = told[0]?.piece.chunks[0]?.start ?? 0;
  closeGroups(scene);
  scene.put(draft, { start, end: told[told.length - 1]?.piece.chunks.at(-1)?.end ?? start });
  scene.name(part);
  return told.length;
}
