import type { Chunk } from '../phrases/chunk.ts';
import type { Frame } from './frame.ts';
import { resolved } from './naming.ts';
import type { Piece } from './piece.ts';
import type { Scene } from './scene.ts';

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
