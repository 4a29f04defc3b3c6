import type { Lexicon } from '../lexicon/lexicon.ts';
import type { Token } from '../text/tokens.ts';
import type { ChunkBody } from './chunk.ts';

/** What a rule found, and the token behind it. */
export type Found = { readonly body: ChunkBody; readonly to: number } | null;

/** Reads what begins at a token; looks a few tokens ahead at most. */
export type Rule = (tokens: readonly Token[], at: number, lexicon: Lexicon) => Found;
