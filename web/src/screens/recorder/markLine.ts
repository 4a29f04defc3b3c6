import type { Span } from '@bemtor/core';

export interface LinePiece {
  readonly text: string;
  readonly unknown: boolean;
}

/** The line cut at the words that were not understood; joined, the pieces are the line. */
export function markLine(line: string, spans: readonly Span[]): LinePiece[] {
  const pieces: LinePiece[] = [];
  let at = 0;
  for (const { start, end, kind } of spans) {
    if (kind !== 'unknown') continue;
    if (start > at) pieces.push({ text: line.slice(at, start), unknown: false });
    pieces.push({ text: line.slice(start, end), unknown: true });
    at = end;
  }
  if (at < line.length) pieces.push({ text: line.slice(at), unknown: false });
  return pieces;
}
