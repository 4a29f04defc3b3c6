import { deriveSequence } from '../derive/deriveSequence.ts';
import { advanceContext, emptyContext, type LineContext } from '../reader/context.ts';
import type { ShopWord } from '../reader/entries/shopWords.ts';
import type { KnownPart } from '../reader/lexicon/lexicon.ts';
import { draftWithDoubts } from '../reader/speech/draftNarration.ts';
import { readCaptions } from '../reader/speech/readCaptions.ts';
import { failure, success, type Result } from '../result.ts';
import { readSequence } from '../sequence/readSequence.ts';
import { sequenceFormat, type Model, type Option, type Sequence } from '../sequence/schema.ts';
import { decodeText } from './decodeText.ts';
import { importArchive, type Archive } from './importArchive.ts';
import { guessMapping, importCsv, readTable, type CsvMapping } from './importCsv.ts';
import { howToIn, importHowTo } from './importHowTo.ts';
import { importMarkdown } from './importMarkdown.ts';
import { readImportLine, type ImportLine } from './importLine.ts';

/*
 * What comes in from files: a sequence as it stands, or lines that a sequence is derived from. Nothing is stored here, and
 * nothing that a file says is dropped without a word: what is not taken in stands in the notes, or with its line.
 */

export interface ImportFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

export type Imported =
  ({ readonly kind: 'sequence'; readonly format: 'json' | 'zip' } & Archive) | ImportedLines;

export interface ImportedLines {
  readonly kind: 'lines';
  readonly format: 'csv' | 'md' | 'jsonld' | 'text' | 'captions';
  readonly title: string;
  readonly model: Partial<Model>;
  readonly lines: readonly ImportLine[];
  readonly notes: readonly string[];
  /** Of a table: its columns, and which holds what. */
  readonly table: { readonly columns: readonly string[]; readonly mapping: CsvMapping } | null;
}

/** A text larger than this is no guide; an archive with photos may be. */
const mostText = 5_000_000;
export const mostImportBytes = 60_000_000;

/** How a file is read. */
export interface ImportReading {
  /** Which columns of a table hold what; guessed where it is not said. */
  readonly mapping?: CsvMapping | undefined;
  /** Parts of the model that it is about, by their names, and the words of the shop. */
  readonly parts?: readonly KnownPart[];
  readonly words?: readonly ShopWord[];
}

/** Reads a file of any of the formats, told by its content. */
export async function readImport(
  { name, bytes }: ImportFile,
  reading: ImportReading = {},
): Promise<Result<Imported>> {
  if (bytes.length === 0) return failure('is empty', name, 'a guide, a sequence or a recording is expected');
  if (bytes.length > mostImportBytes)
    return failure(
      `has ${Math.round(bytes.length / 1_000_000)} MB`,
      name,
      `at most ${mostImportBytes / 1_000_000} MB are read at once`,
    );
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) {
    const archive = importArchive(bytes);
    return archive.ok ? success({ kind: 'sequence', format: 'zip', ...archive.value }) : archive;
  }
  if (bytes.length > mostText)
    return failure(
      `has ${Math.round(bytes.length / 1_000_000)} MB`,
      name,
      `a text of at most ${mostText / 1_000_000} MB is expected`,
    );
  const text = decodeText(bytes);
  return text.ok ? readText(name, text.value, reading) : text;
}

async function readText(
  name: string,
  text: string,
  { mapping, parts = [], words = [] }: ImportReading,
): Promise<Result<Imported>> {
  const context = emptyContext(parts, words);
  const ending = /\.(\w+)$/.exec(name.toLowerCase())?.[1] ?? '';
  const start = text.replace(/^\uFEFF/, '').trimStart();
  if (start.startsWith('{') || start.startsWith('[') || ending === 'json' || ending === 'jsonld')
    return readJson(start, context);
  if (ending === 'csv' || ending === 'tsv' || mapping) return readCsv(text, context, mapping);
  if (ending === 'vtt' || ending === 'srt' || /^WEBVTT|-->|^\[\d+:\d\d\]/m.test(start))
    return readSpoken(text, parts, words);
  if (ending === 'md' || ending === 'markdown' || /^#{1,6}\s/m.test(start)) {
    const read = importMarkdown(text, context);
    return read.ok ? success({ kind: 'lines', format: 'md', model: {}, table: null, ...read.value }) : read;
  }
  return readLines(text, context);
}

function readJson(text: string, context: LineContext): Result<Imported> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return failure(
      'is not JSON',
      error instanceof Error ? error.message : 'the document',
      `${sequenceFormat}, or a HowTo as JSON-LD, is expected`,
    );
  }
  const howTo = howToIn(value);
  if (howTo) {
    const read = importHowTo(howTo, context);
    return read.ok ? success({ kind: 'lines', format: 'jsonld', table: null, ...read.value }) : read;
  }
  const sequence = readSequence(value);
  if (!sequence.ok) return sequence;
  return success({
    ...{ kind: 'sequence', format: 'json', sequence: sequence.value },
    ...{ pictures: new Map<string, Uint8Array>(), shows: {}, notes: [] },
  });
}

function readCsv(text: string, context: LineContext, given?: CsvMapping): Result<Imported> {
  const table = readTable(text);
  if (!table.ok) return table;
  const { columns } = table.value;
  const mapping = given ?? guessMapping(columns);
  const read = importCsv(table.value, mapping, context);
  // Which column tells the steps is asked for, not guessed at: the table is shown without lines.
  if (!read.ok && mapping.title === undefined)
    return success({
      ...{ kind: 'lines', format: 'csv', title: '', model: {}, lines: [] },
      notes: [`${read.fault.what}: ${read.fault.right}`],
      table: { columns, mapping },
    });
  if (!read.ok) return read;
  return success({
    kind: 'lines',
    format: 'csv',
    title: '',
    model: {},
    table: { columns, mapping },
    ...read.value,
  });
}

/** Lines that stand alone, each a bench line. */
function readLines(text: string, start: LineContext): Result<Imported> {
  let context = start;
  const lines: ImportLine[] = [];
  for (const [i, words] of text
    .replace(/^\uFEFF/, '')
    .split(/\r\n?|\n/)
    .entries()) {
    if (words.trim() === '') continue;
    const read = readImportLine(`line ${i + 1}`, words.trim(), context);
    context = read.context;
    lines.push(read.line);
  }
  if (lines.length === 0)
    return failure('holds no words', 'the text', 'a bench line on each of its lines is expected');
  return success({ kind: 'lines', format: 'text', title: '', model: {}, lines, notes: [], table: null });
}

async function readSpoken(
  text: string,
  parts: readonly KnownPart[],
  words: readonly ShopWord[],
): Promise<Result<Imported>> {
  const cues = await readCaptions(text);
  if (!cues.ok) return cues;
  const places = new Map<string, number>();
  const lines = draftWithDoubts(cues.value, parts, words).map(({ entry, why }): ImportLine => {
    const time = entry.at === null ? 'untimed' : clockOf(entry.at);
    const nth = (places.get(time) ?? 0) + 1;
    places.set(time, nth);
    // Each line is known by its place: of two that were said in one second the second says so.
    const at = nth === 1 ? time : `${time}, ${nth}`;
    return { at, text: entry.text, entries: [entry], problem: why };
  });
  if (lines.length === 0)
    return failure(
      'tells of no act',
      'the narration',
      'words that somebody said while they worked are expected',
    );
  const notes = ['talk, what goes back in and what is only shown yield no lines'];
  return success({ kind: 'lines', format: 'captions', title: '', model: {}, lines, notes, table: null });
}

const clockOf = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

/** The sequence that lines bear out, of the model that they are said to be about. */
export function sequenceOfLines(
  { lines, format }: Pick<ImportedLines, 'lines' | 'format'>,
  model: Model,
  options: readonly Option[] = [],
): Result<Sequence> {
  const narrated = format === 'captions';
  const told = lines.map(({ entries }, i) => ({
    id: `line-${i + 1}`,
    entries,
    ...(narrated ? { narrated } : {}),
  }));
  const derived = deriveSequence([{ id: 'import', lines: told }], model, options);
  return derived.ok ? success(derived.value.sequence) : derived;
}

/** A line put right by hand: read anew after those before it. */
export function mendLine(
  lines: readonly ImportLine[],
  at: number,
  text: string,
  { parts = [], words = [] }: Omit<ImportReading, 'mapping'> = {},
): ImportLine[] {
  let context = emptyContext(parts, words);
  for (const { entries } of lines.slice(0, at)) context = advanceContext(context, entries);
  const where = lines[at]?.at ?? '';
  const mended = readImportLine(where, text, context).line;
  return lines.map((line, i) => (i === at ? mended : line));
}
