import { partWords } from '../lexicon/parts.ts';

const bySlug = new Map(partWords.map(([slug, , , others]) => [slug, others]));

/** The other names of a part that the lexicon knows, as one line to search in; empty where it knows none. */
export const otherNamesOf = (slug: string): string => bySlug.get(slug.replace(/^(left|right)-/, '')) ?? '';
