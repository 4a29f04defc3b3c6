import { pino, type Logger } from 'pino';

/**
 * The log, a line an event, on standard output. The lines go through the process's own stream: where whoever
 * read them is gone, they are dropped, whereas the logger's own destination would wait for a reader for ever
 * when the process ends.
 */
export function openLog(level: string): Logger {
  process.stdout.on('error', () => undefined);
  return pino({ level }, { write: (line: string) => void process.stdout.write(line) });
}
