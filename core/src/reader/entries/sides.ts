import { sidedParts } from '../lexicon/parts.ts';

/** `hinge` and left make `left-hinge`; a part that a unit has once keeps its name. */
export function applySideTo(part: string, side: 'left' | 'right'): string {
  const base = part.replace(/^(left|right)-/, '');
  return sidedParts.has(base) ? `${side}-${base}` : part;
}

export const canHaveSide = (part: string): boolean => sidedParts.has(part.replace(/^(left|right)-/, ''));
