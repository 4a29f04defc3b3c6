import {
  actionWords,
  configure,
  defaultWeights,
  faultLine,
  indexSequence,
  planRoute,
  readSequence,
  type Route,
  type RouteRequest,
  type Sequence,
} from '@bemtor/core';
import { readFile } from 'node:fs/promises';
import { InputRefused, readArguments, UsageError, type Streams } from './streams.ts';

const options = {
  target: { type: 'string', multiple: true },
  set: { type: 'string', multiple: true },
  off: { type: 'string', multiple: true },
  'tool-change': { type: 'string' },
  flip: { type: 'string' },
  resume: { type: 'string' },
  'start-face': { type: 'string' },
  'tool-in-hand': { type: 'string' },
  json: { type: 'boolean' },
} as const;

/** `bemtor plan`: the best route to one or several targets. */
export async function planCommand(args: string[], { stdout }: Streams): Promise<void> {
  const { values, positionals } = readArguments({ args, options, allowPositionals: true });
  const [file, ...others] = positionals;
  if (file === undefined || others.length > 0) throw new UsageError('one sequence file is expected');
  if (!values.target?.length) throw new UsageError('at least one --target is expected');
  const request: RouteRequest = {
    targets: values.target,
    configuration: readSettings(values.set ?? []),
    alreadyDone: values.off ?? [],
    startFace: readFace(values['start-face']),
    toolInHand: values['tool-in-hand'] ?? null,
    weights: {
      toolChange: readWeight('--tool-change', values['tool-change'], defaultWeights.toolChange),
      flip: readWeight('--flip', values.flip, defaultWeights.flip),
      resume: readWeight('--resume', values.resume, defaultWeights.resume),
    },
  };
  const sequence = await readDocument(file);
  const route = planRoute(sequence, request);
  if (!route.ok) throw new InputRefused(`${file}: ${faultLine(route.fault)}`);
  stdout.write(values.json ? `${JSON.stringify(route.value, null, 2)}\n` : routeText(sequence, route.value));
}

export async function readDocument(file: string): Promise<Sequence> {
  let text: string;
  try {
    text = await readFile(file, 'utf8');
  } catch (error) {
    throw new InputRefused(
      `${file}: cannot be read (${(error as NodeJS.ErrnoException).code ?? 'unknown'}); name a sequence file`,
    );
  }
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw new InputRefused(
      `${file}: is not JSON (${error instanceof Error ? error.message : ''}); a bemtor.sequence/1 document is expected`,
    );
  }
  const read = readSequence(value);
  if (!read.ok) throw new InputRefused(`${file}: ${faultLine(read.fault)}`);
  return read.value;
}

export function readSettings(settings: readonly string[]): Record<string, string> {
  return Object.fromEntries(
    settings.map((setting) => {
      const at = setting.indexOf('=');
      if (at < 1) throw new UsageError(`--set ${setting}: option=value is expected`);
      return [setting.slice(0, at), setting.slice(at + 1)];
    }),
  );
}

function readWeight(name: string, text: string | undefined, fallback: number): number {
  if (text === undefined) return fallback;
  const value = Number(text);
  if (text.trim() === '' || !Number.isFinite(value) || value < 0)
    throw new UsageError(`${name} ${text}: seconds, zero or more, are expected`);
  return value;
}

function readFace(face: string | undefined): 'top' | 'bottom' {
  if (face === undefined || face === 'top') return 'top';
  if (face === 'bottom') return 'bottom';
  throw new UsageError(`--start-face ${face}: top or bottom is expected`);
}

function routeText(sequence: Sequence, route: Route): string {
  const index = indexSequence(configure(sequence, route.configuration));
  const lines = route.steps.map((id, i) => {
    const action = index.action.get(id);
    const words = action ? actionWords(index, action) : id;
    return `${String(i + 1).padStart(3)}  ${(action?.tool ?? '').padEnd(8)} ${words}`;
  });
  const { cost } = route;
  const proof = route.optimal
    ? 'No better order exists.'
    : `At most ${(cost.total - route.lowerBound).toFixed(1)} s better is possible.`;
  const sum = `${cost.total} s: ${cost.seconds} s of acts, ${cost.toolChanges} tool changes, ${cost.flips} turns, ${cost.resumes} resumes. ${proof}`;
  return `${[...lines, '', sum].join('\n')}\n`;
}
