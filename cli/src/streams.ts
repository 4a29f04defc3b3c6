import { parseArgs, type ParseArgsConfig } from 'node:util';

/** What a command reads and writes; the process, or a test's stand-in. */
export interface Streams {
  readonly stdin: AsyncIterable<Buffer | string>;
  readonly stdout: { write(output: string | Uint8Array): unknown };
  readonly stderr: { write(text: string): unknown };
}

/** The command was called wrongly: exit 2. */
export class UsageError extends Error {}

/** The input was understood as a call, but refused: exit 1, one line that names the place. */
export class InputRefused extends Error {}

/** `parseArgs` whose complaints are usage errors. */
export function readArguments<T extends ParseArgsConfig>(config: T): ReturnType<typeof parseArgs<T>> {
  try {
    return parseArgs(config);
  } catch (error) {
    throw new UsageError(error instanceof Error ? error.message : String(error));
  }
}
