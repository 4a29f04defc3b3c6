import {
  deriveSequence,
  draftNarration,
  entryWords,
  faultLine,
  readCaptions,
  readSequence,
  type Entry,
  type Sequence,
} from '@bemtor/core';
import { readFile } from 'node:fs/promises';
import { InputRefused, readArguments, UsageError, type Streams } from './streams.ts';

/** Stands in for a model that the narration is about, where none is named. */
const unnamed = { maker: 'Unknown', name: 'Unnamed', code: 'UNNAMED', form: 'notebook' } as const;

/** `bemtor draft`: a narration to the entries drafted from it, and the sequence that they bear out. */
export async function draftCommand(args: string[], { stdout }: Streams): Promise<void> {
  const { values, positionals } = readArguments({
    args,
    options: { json: { type: 'boolean' }, model: { type: 'string' } },
    allowPositionals: true,
  });
  const [file, ...others] = positionals;
  if (file === undefined || others.length > 0) throw new UsageError('one narration file is expected');
  const known = values.model === undefined ? null : await modelOf(values.model);
  const cues = await readCaptions(await readText(file));
  if (!cues.ok) throw new InputRefused(`${file}: ${faultLine(cues.fault)}`);
  const entries = draftNarration(cues.value, known?.parts ?? []);
  const sequence = sequenceOf(entries, known);
  if (values.json) stdout.write(`${JSON.stringify({ entries, sequence })}\n`);
  else stdout.write(entries.map(draftLine).join(''));
}

async function readText(file: string): Promise<string> {
  try {
    return await readFile(file, 'utf8');
  } catch {
    throw new InputRefused(`${file}: it cannot be read; the path of a narration is expected`);
  }
}

async function modelOf(file: string): Promise<Sequence> {
  let json: unknown;
  try {
    json = JSON.parse(await readText(file));
  } catch (error) {
    if (error instanceof InputRefused) throw error;
    throw new InputRefused(`${file}: it is no JSON; a sequence document is expected`);
  }
  const read = readSequence(json);
  if (!read.ok) throw new InputRefused(`${file}: ${faultLine(read.fault)}`);
  return read.value;
}

function sequenceOf(entries: readonly Entry[], known: Sequence | null): Sequence {
  const lines = entries.map((entry, i) => ({ id: `entry-${i + 1}`, entries: [entry], narrated: true }));
  const derived = deriveSequence([{ id: 'narration', lines }], known?.model ?? unnamed, known?.options ?? []);
  if (!derived.ok) throw new InputRefused(`the sequence drafted: ${faultLine(derived.fault)}`);
  return derived.value.sequence;
}

function draftLine(entry: Entry): string {
  const seconds = entry.at ?? 0;
  const time =
    entry.at === null
      ? '      '
      : `${String(Math.floor(seconds / 60)).padStart(3)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;
  return `${time}  ${Math.round(entry.confidence * 100)} %  ${entryWords(entry)}\n`;
}
