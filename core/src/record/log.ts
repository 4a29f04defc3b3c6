import { z } from 'zod';
import { editSchema, type Edit } from '../edit/edit.ts';
import { entrySchema, mostEntries, textLimit, type Entry } from '../reader/entries/entry.ts';

/*
 * A recording is an append-only log. A line keeps what was typed and how it was read when it was kept: the
 * reading is what the technician saw and accepted, so a later grammar never changes an old record.
 * Corrections, strikes and restores are records of their own; nothing is erased.
 */

const lineBody = z.strictObject({
  text: z.string().min(1).max(textLimit),
  entries: z.array(entrySchema).max(mostEntries),
  /** Drafted from a narration and accepted: the times of its entries are those of the work itself. */
  source: z.literal('narration').optional(),
});

/** A place on the outline: mm from the left and the far edge, as the side that faces up is seen. */
export const matPointSchema = z.strictObject({
  n: z.int().positive().max(200),
  x: z.number().min(-50).max(2000),
  y: z.number().min(-50).max(2000),
  face: z.enum(['top', 'bottom']),
});
export type MatPoint = z.infer<typeof matPointSchema>;

/** One entry of a line: which line, and the how many-th of its entries. */
const entryOf = { of: z.uuid(), entry: z.int().nonnegative().max(60) };
const share = z.number().min(0).max(1);

export const recordBodySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('line'), ...lineBody.shape }),
  z.strictObject({ kind: z.literal('correct'), of: z.uuid(), ...lineBody.shape }),
  z.strictObject({ kind: z.literal('strike'), of: z.uuid() }),
  z.strictObject({ kind: z.literal('restore'), of: z.uuid() }),
  z.strictObject({ kind: z.literal('place'), ...entryOf, points: z.array(matPointSchema).max(200) }),
  z.strictObject({
    kind: z.literal('picture'),
    of: z.uuid(),
    picture: z.uuid(),
    removed: z.boolean().optional(),
  }),
  /** Ties a point of the mat to a place in a picture, as shares of its width and height. */
  z.strictObject({
    kind: z.literal('tie'),
    ...entryOf,
    n: z.int().positive().max(200),
    picture: z.uuid(),
    x: share,
    y: share,
  }),
  z.strictObject({
    kind: z.literal('decide'),
    rule: z.string().min(1).max(60),
    place: z.string().min(1).max(160),
    choice: z.enum(['remedy', 'stands', 'open']),
  }),
  /** A change of the document by hand. */
  z.strictObject({ kind: z.literal('edit'), edit: editSchema }),
  /** Takes an edit back: the id of its record. */
  z.strictObject({ kind: z.literal('unedit'), of: z.uuid() }),
]);
export type RecordBody = z.infer<typeof recordBodySchema>;

/** What the lead decided about a finding of the procedure check. */
const isDecision = (body: RecordBody): body is Extract<RecordBody, { kind: 'decide' }> =>
  body.kind === 'decide';

/** Words on a line that was kept; the others belong to the document. */
type LineWord = Exclude<RecordBody, { kind: 'line' | 'decide' | 'edit' | 'unedit' }>;
export const isOfDocument = (
  body: RecordBody,
): body is Extract<RecordBody, { kind: 'decide' | 'edit' | 'unedit' }> =>
  body.kind === 'decide' || body.kind === 'edit' || body.kind === 'unedit';

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
  readonly narrated: boolean;
  /** Points on the outline, by the place of their entry in the line. */
  readonly points: Readonly<Record<number, readonly MatPoint[]>>;
  readonly pictures: readonly string[];
  readonly ties: readonly PictureTie[];
  /** Earlier wordings, oldest first. */
  readonly earlier: readonly string[];
}

/** A point of the mat (`entry`, `n`) and where it is seen in a picture, as shares of its width and height. */
export interface PictureTie {
  readonly entry: number;
  readonly n: number;
  readonly picture: string;
  readonly x: number;
  readonly y: number;
}

/** Folds a recording's log to its lines, in the order in which they were first kept. O(records). */
export function foldLines(records: readonly LogRecord[]): KeptLine[] {
  const lines = new Map<string, KeptLine>();
  for (const { id, at, body } of records) {
    if (body.kind === 'line') {
      if (!lines.has(id)) lines.set(id, newLine(id, at, body));
      continue;
    }
    if (isOfDocument(body)) continue;
    // A word on a line that another device has not sent yet applies once both are there.
    const line = lines.get(body.of);
    if (line) lines.set(line.id, changed(line, body));
  }
  return [...lines.values()];
}

const newLine = (id: string, at: string, body: Extract<RecordBody, { kind: 'line' }>): KeptLine => ({
  id,
  at,
  text: body.text,
  entries: body.entries,
  struck: false,
  narrated: body.source === 'narration',
  points: {},
  pictures: [],
  ties: [],
  earlier: [],
});

function changed(line: KeptLine, body: LineWord): KeptLine {
  switch (body.kind) {
    case 'correct':
      return { ...line, text: body.text, entries: body.entries, earlier: [...line.earlier, line.text] };
    case 'strike':
    case 'restore':
      return { ...line, struck: body.kind === 'strike' };
    case 'place':
      return { ...line, points: { ...line.points, [body.entry]: body.points } };
    case 'picture': {
      const others = line.pictures.filter((picture) => picture !== body.picture);
      return { ...line, pictures: body.removed ? others : [...others, body.picture] };
    }
    case 'tie': {
      const others = line.ties.filter(
        (tie) => tie.entry !== body.entry || tie.n !== body.n || tie.picture !== body.picture,
      );
      const { entry, n, picture, x, y } = body;
      return { ...line, ties: [...others, { entry, n, picture, x, y }] };
    }
  }
}

/** The entries that count: of lines that are not struck. */
export const standingLines = (lines: readonly KeptLine[]): KeptLine[] => lines.filter((line) => !line.struck);

export const standingEntries = (lines: readonly KeptLine[]): Entry[] =>
  standingLines(lines).flatMap((line) => line.entries);

/** The decisions of a review, oldest first. */
export const foldDecisions = (records: readonly LogRecord[]): Extract<RecordBody, { kind: 'decide' }>[] =>
  records.map(({ body }) => body).filter(isDecision);

/** An edit that stands, with the record that made it. */
export interface StandingEdit {
  readonly id: string;
  readonly edit: Edit;
}

/** The edits that stand, oldest first: those that were taken back are gone. O(records). */
export function foldEdits(records: readonly LogRecord[]): StandingEdit[] {
  const takenBack = new Set(records.flatMap(({ body }) => (body.kind === 'unedit' ? body.of : [])));
  return records.flatMap(({ id, body }) =>
    body.kind === 'edit' && !takenBack.has(id) ? [{ id, edit: body.edit }] : [],
  );
}
