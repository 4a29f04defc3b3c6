import { join } from 'node:path';
import { multistream, pino, type Level, type LogFn, type Logger } from 'pino';
import { createStream } from 'rotating-file-stream';

/** A log of a workshop: so large a file, and so many of them. */
const [fileSize, files] = ['10M', 9];

/** A frame of a stack, of which there are a few lines; what stands before the first is the message. */
const frame = /^\s+at .*$/gm;

/**
 * An error without its message: that quotes what was asked for, which is the users' own. The kind of error, its code, the
 * place in the database and the place in the program say where to look.
 */
export function withoutWords(error: unknown): object {
  if (!(error instanceof Error)) return { type: typeof error };
  const { code, table, constraint, severity } = error as Error & Readonly<Record<string, unknown>>;
  const stack = (error.stack ?? '').match(frame)?.map((line) => line.trim()) ?? [];
  const cause = error.cause === undefined ? undefined : withoutWords(error.cause);
  return { type: error.name, code, severity, table, constraint, stack, cause };
}

/** With its message, where whoever runs the server asked for it. */
const withWords = (error: unknown): object => ({
  ...withoutWords(error),
  message: error instanceof Error ? error.message : String(error),
});

export interface Logging {
  /** What is told on standard output. */
  readonly level: string;
  /** Folder of a file that rotates and holds every request too; null: none. */
  readonly folder: string | null;
  /** Messages of errors as well, which may quote the users. */
  readonly words?: boolean;
}

/**
 * The log, a line an event, on standard output and in a file. The lines go through the process's own stream: where
 * whoever read them is gone, they are dropped, whereas the logger's own destination would wait for a reader for ever
 * when the process ends. A file that cannot be written, on a full disk, loses lines and nothing else.
 */
export function openLog({ level, folder, words = false }: Logging): Logger {
  process.stdout.on('error', () => undefined);
  const output = { write: (line: string) => void process.stdout.write(line) };
  const options = {
    base: null,
    serializers: { err: words ? withWords : withoutWords },
    // An error that is logged without a word of ours would be logged under its own message.
    hooks: {
      logMethod(this: Logger, args: Parameters<LogFn>, method: LogFn): void {
        const [thing, ...rest] = args as [unknown, ...unknown[]];
        const isBare = rest.length === 0 && typeof thing === 'object';
        method.apply(this, (isBare ? [thing, 'failed'] : args) as Parameters<LogFn>);
      },
    },
  };
  if (folder === null) return pino({ ...options, level }, output);
  const file = createStream('bemtor.log', {
    path: join(folder),
    size: fileSize,
    maxFiles: files,
    mode: 0o600,
  });
  file.on('error', () => undefined);
  const streams = [{ level: 'info' as const, stream: file }];
  if (level !== 'silent') streams.push({ level: level as 'info' & Level, stream: output as never });
  return pino({ ...options, level: 'info' }, multistream(streams));
}
