import type { Entry } from './entries/entry.ts';
import type { Chunk } from './phrases/chunk.ts';

/** A stretch of the line as it was read: what it is, or `unknown` where it was not understood. */
export interface Span {
  readonly start: number;
  readonly end: number;
  readonly kind: string;
}

/** Why a reading is in doubt, in few words, with what may settle it. */
export interface Doubt {
  readonly why: string;
  /** False where only the sureness of the whole speaks against it, not a sum or a word of the line. */
  readonly settled?: boolean;
  /** Answers to choose from: each a line that says it plainly. */
  readonly answers: readonly { readonly words: string; readonly entries: readonly Entry[] }[];
}

export interface Reading {
  readonly line: string;
  readonly entries: readonly Entry[];
  /**
   * The line takes back a word of a line before: `entries` then holds the acts put right, or nothing where
   * they are struck; `whole` all that the corrected line says afterwards, and `linesBack` which line it is:
   * 0 the last that held an act.
   */
  readonly amends?: 'replace' | 'strike';
  readonly whole?: readonly Entry[];
  readonly linesBack?: number;
  /** Words not understood, as typed. */
  readonly unread: readonly string[];
  /** Why it may be wrong; empty where it is sure. */
  readonly doubts: readonly Doubt[];
  readonly spans: readonly Span[];
}

/** The stretches of a line: what was left unread is `unknown`, a word kept as it stands only `text`. */
export function spansOf(
  chunks: readonly Chunk[],
  unread: readonly { readonly start: number; readonly end: number }[] = [],
): Span[] {
  const whole = new Map(unread.map(({ start, end }) => [start, end]));
  let markedTo = 0;
  return chunks.flatMap(({ k, start, end }): Span[] => {
    // Words left unread together are one stretch, as they are one in what is named as unread.
    if (start < markedTo) return [];
    const until = whole.get(start);
    if (until === undefined) return [{ start, end, kind: k === 'unknown' ? 'text' : k }];
    markedTo = Math.max(end, until);
    return [{ start, end: markedTo, kind: 'unknown' }];
  });
}
