import {
  composeGuide,
  faultLine,
  guideFormats,
  planRoute,
  purposes,
  readConfiguration,
  writeGuide,
  type Guide,
  type GuideFormat,
  type Purpose,
  type Sequence,
} from '@bemtor/core';
import { guidePaper } from '@bemtor/paper';
import { writeFile } from 'node:fs/promises';
import { readDocument, readSettings } from './plan.ts';
import { InputRefused, readArguments, UsageError, type Streams } from './streams.ts';

const options = {
  to: { type: 'string' },
  target: { type: 'string', multiple: true },
  set: { type: 'string', multiple: true },
  purpose: { type: 'string' },
  revision: { type: 'string' },
  day: { type: 'string' },
  unit: { type: 'string' },
  serial: { type: 'string' },
  link: { type: 'string' },
  size: { type: 'string' },
  type: { type: 'string' },
  out: { type: 'string' },
} as const;

/** `bemtor export`: the guide of a sequence, or of the best route through it, in an open format. */
export async function exportCommand(args: string[], { stdout }: Streams): Promise<void> {
  const { values, positionals } = readArguments({ args, options, allowPositionals: true });
  const [file, ...others] = positionals;
  if (file === undefined || others.length > 0) throw new UsageError('one sequence file is expected');
  const format = readFormat(values.to);
  const purpose = readPurpose(values.purpose);
  const revision = readRevision(values.revision, values.day);
  const targets = values.target ?? [];
  const sequence = await readDocument(file);
  const configuration = readConfiguration(sequence, readSettings(values.set ?? []));
  if (!configuration.ok) throw new InputRefused(`${file}: ${faultLine(configuration.fault)}`);
  const route =
    targets.length > 0 ? planRoute(sequence, { targets, configuration: configuration.value }) : null;
  if (route && !route.ok) throw new InputRefused(`${file}: ${faultLine(route.fault)}`);
  const guide = composeGuide(sequence, {
    ...{ targets, purpose, revision, configuration: configuration.value },
    link: values.link ?? null,
    unit: values.unit === undefined ? null : { label: values.unit, serial: values.serial ?? '' },
    steps: route?.value.steps ?? [],
  });
  const paper = {
    size: oneOf('size', values.size, ['A4', 'Letter'] as const),
    type: oneOf('type', values.type, ['normal', 'large'] as const),
  };
  const bytes = await bytesOf(guide, sequence, format, paper);
  if (values.out === undefined) stdout.write(bytes);
  else await written(values.out, bytes);
}

type Format = GuideFormat | 'pdf';

async function bytesOf(
  guide: Guide,
  sequence: Sequence,
  format: Format,
  paper: { size: 'A4' | 'Letter'; type: 'normal' | 'large' },
): Promise<string | Uint8Array> {
  if (format !== 'pdf') return writeGuide(guide, sequence, format);
  return guidePaper(guide, { ...paper, day: new Date().toISOString().slice(0, 10) });
}

export async function written(file: string, bytes: string | Uint8Array): Promise<void> {
  try {
    await writeFile(file, bytes);
  } catch (error) {
    throw new InputRefused(
      `${file}: cannot be written (${(error as NodeJS.ErrnoException).code ?? 'unknown'}); name a file in a folder that is there`,
    );
  }
}

const formats = [...Object.keys(guideFormats), 'pdf'];
const isFormat = (name: string): name is Format => formats.includes(name);

function readFormat(name: string | undefined): Format {
  if (name === 'csv') return 'csv-steps';
  if (name !== undefined && isFormat(name)) return name;
  const known = formats.join(', ');
  throw new UsageError(
    name === undefined ? `--to is expected: ${known}` : `--to ${name}: one of ${known} is expected`,
  );
}

function readPurpose(name: string | undefined): Purpose | undefined {
  return name === undefined ? undefined : oneOf('purpose', name, purposes);
}

/** The value of an option that has few; the first where it is not given. */
function oneOf<T extends string>(option: string, value: string | undefined, known: readonly [T, ...T[]]): T {
  if (value === undefined) return known[0];
  const found = known.find((one) => one === value);
  if (!found) throw new UsageError(`--${option} ${value}: one of ${known.join(', ')} is expected`);
  return found;
}

function readRevision(number: string | undefined, day: string | undefined) {
  if (number === undefined && day === undefined) return null;
  if (number === undefined || !/^[1-9]\d{0,5}$/.test(number))
    throw new UsageError(`--revision ${number ?? ''}: a number from 1 is expected, with --day`);
  if (day === undefined || !/^\d{4}-\d{2}-\d{2}$/.test(day))
    throw new UsageError(`--day ${day ?? ''}: the day of its publishing is expected, such as 2026-11-27`);
  return { number: Number(number), day };
}
