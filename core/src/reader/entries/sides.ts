import { sidedParts } from '../lexicon/parts.ts';
import type { Side } from '../phrases/chunk.ts';

/** `hinge` for `left-hinge`. */
export const withoutSide = (part: string): string => part.replace(/^(left|right)-/, '');

export const canHaveSide = (part: string): boolean => sidedParts.has(withoutSide(part));

/**
 * `hinge` and left make `left-hinge`, and so does `right-hinge`: the side said wins. A part that a unit has once
 * keeps its name, and so does one of which no side was said.
 */
export const applySideTo = (part: string, side: Side | undefined): string =>
  side !== undefined && canHaveSide(part) ? `${side}-${withoutSide(part)}` : part;
