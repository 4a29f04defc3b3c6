import { z } from 'zod';
import { entrySchema, type Entry } from '../line/entry.ts';

/*
 * A recording is an append-only log. A line keeps what was typed and how it was read when it was kept: the
 * reading is what the technician saw and accepted, so a later grammar never changes an old record.
 * Corrections, strikes and restores are records of their own; nothing is erased.
 */

const lineBody = z.strictObject({ text: z.string().min(1).max(2000), entries: z.array(entrySchema).max(60) });

export const recordBodySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('line'), ...lineBody.shape }),
  z.strictObject({ kind: z.literal('correct'), of: z.uuid(), ...lineBody.shape }),
  z.strictObject({ kind: z.literal('strike'), of: z.uuid() }),
  z.strictObject({ kind: z.literal('restore'), of: z.uuid() }),
]);
export type RecordBody = z.infer<typeof recordBodySchema>;

/** A record as the log holds it: `id` is made by the client, `at` is its clock, `seq` comes from the database. */
export interface LogRecord {
  readonly id: string;
  readonly at: string;
  readonly body: RecordBody;
}

/** A line as it stands after all corrections. */
export interface KeptLine {
  readonly id: string;
  readonly at: string;
  readonly text: string;
  readonly entries: readonly Entry[];
  readonly struck: boolean;
  /** Earlier wordings, oldest first. */
  readonly earlier: readonly string[];
}

/** Folds a recording's log to its lines, in the order in which they were first kept. O(records). */
export function foldLines(records: readonly LogRecord[]): KeptLine[] {
  const lines = new Map<string, KeptLine>();
  for (const { id, at, body } of records) {
    if (body.kind === 'line') {
      if (!lines.has(id))
        lines.set(id, { id, at, text: body.text, entries: body.entries, struck: false, earlier: [] });
      continue;
    }
    const line = lines.get(body.of);
    if (!line) continue; // a correction of a line that another device has not sent yet; it applies once both are there
    if (body.kind === 'correct') {
      lines.set(line.id, {
        ...line,
        text: body.text,
        entries: body.entries,
        earlier: [...line.earlier, line.text],
      });
    } else lines.set(line.id, { ...line, struck: body.kind === 'strike' });
  }
  return [...lines.values()];
}

/** The entries that count: of lines that are not struck. */
export const standingLines = (lines: readonly KeptLine[]): KeptLine[] => lines.filter((line) => !line.struck);

export const standingEntries = (lines: readonly KeptLine[]): Entry[] =>
  standingLines(lines).flatMap((line) => line.entries);
