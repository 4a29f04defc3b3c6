import { entryWords } from '../reader/entries/describeEntry.ts';
import type { Entry } from '../reader/entries/entry.ts';
import { advanceByReading, type LineContext } from '../reader/context.ts';
import { readLine } from '../reader/readLine.ts';

/** Something of a file as it was understood: what it says, and what of it is not in the entries. */
export interface ImportLine {
  /** Where it stands in the file: `row 12`, `step 3`, `line 4`. */
  readonly at: string;
  readonly text: string;
  readonly entries: readonly Entry[];
  /** What is not understood of it, in words; null where all of it is. */
  readonly problem: string | null;
}

/** Reads a line as a bench line, in the context of those before it. */
export function readImportLine(
  at: string,
  text: string,
  context: LineContext,
): { readonly line: ImportLine; readonly context: LineContext } {
  const reading = readLine(text, context);
  const { entries, unread, doubts } = reading;
  return {
    line: { at, text, entries, problem: problemOf(entries, unread, doubts[0]?.why) },
    context: advanceByReading(context, reading),
  };
}

function problemOf(
  entries: readonly Entry[],
  unread: readonly string[],
  doubt: string | undefined,
): string | null {
  if (unread.length > 0) return `not understood: ${unread.join(', ')}`;
  if (entries.length === 0) return 'nothing of it is understood';
  if (entries.every(({ kind }) => kind === 'note')) return 'no step is found in it: it is kept as a note';
  return doubt ?? null;
}

/** What a line was understood as, in words; for a preview. */
export const lineWords = ({ entries }: Pick<ImportLine, 'entries'>): string[] => entries.map(entryWords);
