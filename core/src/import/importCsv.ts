import Papa from 'papaparse';
import type { LineContext } from '../reader/context.ts';
import { slugOf } from '../reader/entries/partName.ts';
import { numberRoles } from '../sequence/schema.ts';
import { failure, success, type Result } from '../result.ts';
import { importSteps, type StepRecord } from './importStep.ts';
import type { ImportLine } from './importLine.ts';

/** What a column of a table of steps may hold. */
export const csvFields = [
  'title',
  'part',
  'count',
  'screw',
  'tool',
  'place',
  'detail',
  'cautions',
  'face',
  'verb',
  'joint',
  'mechanism',
  'phase',
  'number',
  'role',
] as const;
export type CsvField = (typeof csvFields)[number];
/** Which column holds what; a field that no column holds is absent. */
export type CsvMapping = Partial<Record<CsvField, string>>;

export interface CsvTable {
  readonly columns: readonly string[];
  readonly rows: readonly Readonly<Record<string, string>>[];
}

/** A table has so many rows at most; a device of 1 200 acts has a few thousand. */
const mostRows = 20_000;
const mostColumns = 200;

/** Names that columns have elsewhere, beside our own. */
const otherNames: Partial<Record<CsvField, RegExp>> = {
  title: /^(step|action|task|instruction|description|text|what|do)s?$/i,
  part: /^(component|item)$/i,
  count: /^(qty|quantity|number of screws|screws|how many|pcs|no\.?)$/i,
  screw: /^(fastener|screw type|screw kind|kind|type|size)$/i,
  tool: /^(driver|bit|tools)$/i,
  place: /^(where|location|position)$/i,
  detail: /^(details?|notes?|comments?|remarks?)$/i,
  cautions: /^(cautions?|warnings?|attention)$/i,
  number: /^(part ?(no|number|nr)\.?|pn)$/i,
};

/** Reads a table: comma, semicolon or tab, whatever its first line has; the header is its first line. */
export function readTable(text: string): Result<CsvTable> {
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t', '|'],
  });
  const columns = (parsed.meta.fields ?? []).filter((name) => name.trim() !== '');
  const broken = parsed.errors.find(({ type }) => type === 'Quotes');
  if (broken)
    return failure(
      'has a quotation mark that is never closed',
      `row ${(broken.row ?? 0) + 1}`,
      'close it, or write it twice',
    );
  if (columns.length === 0 || parsed.data.length === 0)
    return failure('holds no rows', 'the table', 'a header in its first line, and a row for each step');
  if (columns.length > mostColumns || parsed.data.length > mostRows)
    return failure(
      `has ${parsed.data.length} rows and ${columns.length} columns`,
      'the table',
      `at most ${mostRows} rows and ${mostColumns} columns are read at once`,
    );
  return success({ columns, rows: parsed.data });
}

/** Which column seems to hold what: by our own names, else by names that others use; each column once. */
export function guessMapping(columns: readonly string[]): CsvMapping {
  const mapping: CsvMapping = {};
  const taken = new Set<string>();
  const take = (field: CsvField, column: string | undefined): void => {
    if (column === undefined || mapping[field] !== undefined) return;
    mapping[field] = column;
    taken.add(column);
  };
  for (const field of csvFields)
    take(
      field,
      columns.find((name) => name.trim().toLowerCase() === field),
    );
  for (const field of csvFields)
    take(
      field,
      columns.find((name) => !taken.has(name) && otherNames[field]?.test(name.trim())),
    );
  return mapping;
}

/** What a spreadsheet would run begins with an apostrophe in our own tables. */
const cellText = (cell: string | undefined): string => (cell ?? '').replace(/^'(?=[=+\-@\t\r])/, '').trim();

/** The lines of a table, by its mapping, and what of it was left out. */
export function importCsv(
  table: CsvTable,
  mapping: CsvMapping,
  context: LineContext,
): Result<{ readonly lines: ImportLine[]; readonly notes: string[] }> {
  for (const [field, column] of Object.entries(mapping))
    if (column !== undefined && !table.columns.includes(column))
      return failure(
        `has no column "${column}"`,
        `the column for ${field}`,
        `one of ${table.columns.join(', ')} is expected`,
      );
  const cell = (row: Readonly<Record<string, string>>, field: CsvField): string =>
    cellText(mapping[field] === undefined ? undefined : row[mapping[field]]);
  if (mapping.number !== undefined && mapping.part !== undefined && mapping.title === undefined)
    return success({ lines: numberLines(table, cell), notes: [] });
  if (mapping.title === undefined)
    return failure(
      'has no column that tells the steps',
      'the table',
      'say which column holds the words of a step',
    );
  const backRows = table.rows.filter((row) => /^(swap|back|after)$/.test(cell(row, 'phase')));
  const rows = table.rows
    .map((row, i) => ({ row, at: `row ${i + 2}` }))
    .filter(({ row }) => !backRows.includes(row) && cell(row, 'title') !== '');
  const lines = importSteps(
    rows.map(({ row, at }) => stepOf(at, (field) => cell(row, field))),
    context,
  );
  const unused = table.columns.filter((name) => !Object.values(mapping).includes(name));
  return success({
    lines,
    notes: [
      ...(backRows.length > 0
        ? [`${backRows.length} rows of the way back are left out: it is made anew from the way down`]
        : []),
      ...(unused.length > 0 ? [`columns that are not taken in: ${unused.join(', ')}`] : []),
      ...badCounts(rows.map(({ row, at }) => ({ at, count: cell(row, 'count') }))),
    ],
  });
}

const countOf = (text: string): number | null =>
  /^\d{1,4}$/.test(text) && Number(text) > 0 ? Number(text) : null;
const badCounts = (cells: readonly { at: string; count: string }[]): string[] =>
  cells
    .filter(({ count }) => count !== '' && countOf(count) === null)
    .map(({ at, count }) => `${at}: "${count}" is no count; a whole number from 1 is expected`);

function stepOf(at: string, cell: (field: CsvField) => string): StepRecord {
  return {
    ...{ at, title: cell('title'), place: cell('place'), detail: cell('detail'), tool: cell('tool') },
    ...{ part: cell('part'), count: countOf(cell('count')), screw: cell('screw'), face: cell('face') },
    ...{ verb: cell('verb'), joint: cell('joint'), mechanism: cell('mechanism') },
    cautions: cell('cautions')
      .split('|')
      .map((words) => words.trim())
      .filter(Boolean),
  };
}

/** A table of part numbers. */
function numberLines(
  table: CsvTable,
  cell: (row: Readonly<Record<string, string>>, field: CsvField) => string,
): ImportLine[] {
  return table.rows.flatMap((row, i): ImportLine[] => {
    const [part, number, role] = [slugOf(cell(row, 'part')), cell(row, 'number'), cell(row, 'role')];
    if (number === '') return [];
    const known = numberRoles.find((one) => one === role) ?? 'fitted';
    const line = { at: `row ${i + 2}`, text: `${cell(row, 'part')} ${number}` };
    if (part === '' || number.length > 60)
      return [{ ...line, entries: [], problem: 'a part and a number of up to 60 signs are expected' }];
    const entry = {
      kind: 'number',
      part,
      number,
      role: known,
      text: line.text,
      at: null,
      confidence: 1,
    } as const;
    return [{ ...line, entries: [entry], problem: null }];
  });
}
