import { partHeads, partWords } from '../lexicon/parts.ts';

const bySlug = new Map(partWords.map((row) => [row[0], row]));

/** Takes `left-hinge` apart. */
function splitSide(slug: string): { side: string | null; base: string } {
  const found = /^(left|right)-(.+)$/.exec(slug);
  return found?.[1] && found[2] && bySlug.has(found[2])
    ? { side: found[1], base: found[2] }
    : { side: null, base: slug };
}

/** `Left hinge` for `left-hinge`; a slug that the lexicon does not know is spelt out. */
export function partNameOf(slug: string): string {
  const { side, base } = splitSide(slug);
  const name = bySlug.get(base)?.[1] ?? base.replaceAll('-', ' ');
  const whole = side ? `${side} ${lowerName(name)}` : name;
  return whole.charAt(0).toUpperCase() + whole.slice(1);
}

const byHead = new Map(
  partHeads.flatMap(([slug, kind, words]) =>
    [slug, ...words.split(', ')].map((word) => [word, kind] as const),
  ),
);

/** By the other names that a part goes by: `battery-pack` is a battery, `blower` a fan. */
const bySpoken = new Map(
  partWords.flatMap(([, , kind, others]) =>
    others.split(', ').map((word) => [word.replaceAll(' ', '-'), kind] as const),
  ),
);

/** `cover`, `hinge`, `battery`…: as listed, else by the noun that the name ends with; `part` where neither is known. */
export function partKindOf(slug: string): string {
  const { base } = splitSide(slug);
  const head = slug.slice(slug.lastIndexOf('-') + 1);
  return bySlug.get(base)?.[2] ?? bySpoken.get(base) ?? byHead.get(head) ?? bySpoken.get(head) ?? 'part';
}

/** The name as it stands inside a sentence: `base cover`, but `USB bracket`. */
export const lowerName = (name: string): string =>
  /^[A-Z][a-z]/.test(name) ? name.charAt(0).toLowerCase() + name.slice(1) : name;

const usual =
  'base-cover,battery,fan,heatsink,system-board,keyboard,storage,memory,display-cable,touchpad'.split(',');

/** Parts that devices have, those that are taken out most often first. */
export const commonParts: readonly string[] = [...new Set([...usual, ...partWords.map(([slug]) => slug)])];

/** What was said as the id of a part: `Trim ring` is `trim-ring`; empty where nothing of it can be one. */
export const slugOf = (said: string): string =>
  said
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
