import type { Edge, Outline, Place } from './points.ts';

/** `far left`, `middle`, `near edge`: a place on the outline in words, by thirds of it. */
export function placeName({ x, y }: Place, { width, depth }: Outline): string {
  const third = (at: number, of: number): 0 | 1 | 2 => (at < of / 3 ? 0 : at > (2 * of) / 3 ? 2 : 1);
  const across = ['left', '', 'right'][third(x, width)];
  const along = ['far', '', 'near'][third(y, depth)];
  if (across && along) return `${along} ${across}`;
  if (along) return `${along} edge`;
  return across ? `${across} edge` : 'middle';
}

const edges: readonly (readonly [Edge, RegExp])[] = [
  ['left', /\bleft\b/],
  ['right', /\bright\b/],
  // A device is turned over from left to right: its rear, where hinges are, stays far from whoever works.
  ['far', /\b(?:far|rear|back|hinges?|upper)\b/],
  ['near', /\b(?:near|front|lower|towards? you)\b/],
];

/** The edge that words name, where they name just one. */
export function edgeNamed(words: string): Edge | null {
  const named = edges.filter(([, name]) => name.test(words.toLowerCase()));
  return named.length === 1 ? (named[0]?.[0] ?? null) : null;
}
