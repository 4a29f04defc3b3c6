import type { Span } from '@bemtor/core';

export interface LinePiece {
  readonly text: string;
  /** Not understood: yellow. Understood: underlined. Neither: a mark or a word between. */
  readonly mark: 'unknown' | 'understood' | null;
}

/** Words that carry nothing by themselves, and what was kept as it stands. */
const between: ReadonlySet<Span['kind']> = new Set([
  'break',
  'word',
  'plain',
  'text',
  'talk',
  'under',
  'attribute',
]);

/** The line cut at what was read; joined, the pieces are the line. */
export function markLine(line: string, spans: readonly Span[]): LinePiece[] {
  const pieces: LinePiece[] = [];
  let at = 0;
  for (const { start, end, kind } of spans) {
    if (between.has(kind)) continue;
    if (start > at) pieces.push({ text: line.slice(at, start), mark: null });
    pieces.push({ text: line.slice(start, end), mark: kind === 'unknown' ? 'unknown' : 'understood' });
    at = end;
  }
  if (at < line.length) pieces.push({ text: line.slice(at), mark: null });
  return pieces;
}
