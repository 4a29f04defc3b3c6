import {
  composeGuide,
  faultLine,
  guideFormats,
  planRoute,
  purposes,
  readConfiguration,
  writeGuide,
  type GuideFormat,
  type Purpose,
} from '@bemtor/core';
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
    unit: values.unit === undefined ? null : { label: values.unit, serial: values.serial ?? '' },
    steps: route?.value.steps ?? [],
  });
  const text = writeGuide(guide, sequence, format);
  if (values.out === undefined) stdout.write(text);
  else await written(values.out, text);
}

async function written(file: string, text: string): Promise<void> {
  try {
    await writeFile(file, text);
  } catch (error) {
    throw new InputRefused(
      `${file}: cannot be written (${(error as NodeJS.ErrnoException).code ?? 'unknown'}); name a file in a folder that is there`,
    );
  }
}

const isFormat = (name: string): name is GuideFormat => Object.hasOwn(guideFormats, name);

function readFormat(name: string | undefined): GuideFormat {
  if (name !== undefined && isFormat(name)) return name;
  const known = Object.keys(guideFormats).join(', ');
  throw new UsageError(
    name === undefined ? `--to is expected: ${known}` : `--to ${name}: one of ${known} is expected`,
  );
}

function readPurpose(name: string | undefined): Purpose | undefined {
  if (name === undefined) return undefined;
  const purpose = purposes.find((one) => one === name);
  if (!purpose) throw new UsageError(`--purpose ${name}: one of ${purposes.join(', ')} is expected`);
  return purpose;
}

function readRevision(number: string | undefined, day: string | undefined) {
  if (number === undefined && day === undefined) return null;
  if (number === undefined || !/^[1-9]\d{0,5}$/.test(number))
    throw new UsageError(`--revision ${number ?? ''}: a number from 1 is expected, with --day`);
  if (day === undefined || !/^\d{4}-\d{2}-\d{2}$/.test(day))
    throw new UsageError(`--day ${day ?? ''}: the day of its publishing is expected, such as 2026-11-27`);
  return { number: Number(number), day };
}
