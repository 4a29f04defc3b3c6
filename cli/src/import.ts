import {
  csvFields,
  faultLine,
  lineWords,
  readImport,
  sequenceOfLines,
  sequenceText,
  type CsvField,
  type CsvMapping,
  type Imported,
  type Model,
  type Option,
  type Sequence,
} from '@bemtor/core';
import { readFile, stat } from 'node:fs/promises';
import { basename } from 'node:path';
import { written } from './export.ts';
import { readDocument } from './plan.ts';
import { InputRefused, readArguments, UsageError, type Streams } from './streams.ts';

const options = {
  model: { type: 'string' },
  maker: { type: 'string' },
  name: { type: 'string' },
  code: { type: 'string' },
  map: { type: 'string', multiple: true },
  out: { type: 'string' },
} as const;
/** Read no further than this: what is larger is refused by its size. */
const mostBytes = 100_000_000;

/** `bemtor import`: a file of any of the formats to a sequence on standard output; the report to standard error. */
export async function importCommand(args: string[], { stdout, stderr }: Streams): Promise<void> {
  const { values, positionals } = readArguments({ args, options, allowPositionals: true });
  const [file, ...others] = positionals;
  if (file === undefined || others.length > 0) throw new UsageError('one file is expected');
  const mapping = readMapping(values.map);
  const known = values.model === undefined ? null : await readDocument(values.model);
  const read = await readImport(
    { name: basename(file), bytes: await bytesOf(file) },
    { mapping, parts: known?.parts ?? [] },
  );
  if (!read.ok) throw new InputRefused(`${file}: ${faultLine(read.fault)}`);
  stderr.write(reportOf(read.value));
  const { maker, name, code } = values;
  const text = textOf(file, read.value, known, { maker, name, code });
  if (values.out === undefined) stdout.write(text);
  else await written(values.out, text);
}

async function bytesOf(file: string): Promise<Uint8Array> {
  try {
    const { size } = await stat(file);
    if (size > mostBytes)
      throw new InputRefused(`${file}: has ${Math.round(size / 1_000_000)} MB; a guide is far smaller`);
    return new Uint8Array(await readFile(file));
  } catch (error) {
    if (error instanceof InputRefused) throw error;
    throw new InputRefused(
      `${file}: cannot be read (${(error as NodeJS.ErrnoException).code ?? 'unknown'}); the path of a file is expected`,
    );
  }
}

const isField = (name: string): name is CsvField => csvFields.some((field) => field === name);

function readMapping(given: readonly string[] | undefined): CsvMapping | undefined {
  if (given === undefined) return undefined;
  return Object.fromEntries(
    given.map((pair) => {
      const [field = '', ...column] = pair.split('=');
      if (!isField(field) || column.length === 0)
        throw new UsageError(`--map ${pair}: field=column is expected; fields: ${csvFields.join(', ')}`);
      return [field, column.join('=')];
    }),
  );
}

/** What each line was understood as, and what was left out. */
function reportOf(read: Imported): string {
  const notes = read.notes.map((note) => `${note}\n`).join('');
  if (read.kind === 'sequence') return notes;
  return `${read.lines
    .map((line) => `${line.at}: ${line.text}\n    ${line.problem ?? lineWords(line).join('; ')}\n`)
    .join('')}${notes}`;
}

type Names = { readonly [key in 'maker' | 'name' | 'code']: string | undefined };

function textOf(file: string, read: Imported, known: Sequence | null, names: Names): string {
  const sequence = read.kind === 'sequence' ? read.sequence : derived(file, read, known, names);
  return sequenceText(sequence);
}

function derived(
  file: string,
  read: Extract<Imported, { kind: 'lines' }>,
  known: Sequence | null,
  { maker, name, code }: Names,
): Sequence {
  const told = {
    ...read.model,
    ...(maker ? { maker } : {}),
    ...(name ? { name } : {}),
    ...(code ? { code } : {}),
  };
  const model: Model = known?.model ?? {
    ...{ maker: told.maker ?? 'Unknown', name: told.name ?? 'Unnamed', code: told.code ?? 'UNNAMED' },
    form: told.form ?? 'notebook',
  };
  const optionsOf: readonly Option[] = known?.options ?? [];
  const sequence = sequenceOfLines(read, model, optionsOf);
  if (!sequence.ok) throw new InputRefused(`${file}: ${faultLine(sequence.fault)}`);
  return sequence.value;
}
