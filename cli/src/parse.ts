import { advanceByReading, emptyContext, entryWords, readLine } from '@bemtor/core';
import { createInterface } from 'node:readline';
import { Readable } from 'node:stream';
import { readArguments, type Streams } from './streams.ts';

/**
 * `bemtor parse`: reads bench lines as one session, so that a line may lean on those before it; what was
 * taken from them is named in `fromContext`.
 */
export async function parseCommand(args: string[], { stdin, stdout }: Streams): Promise<void> {
  const { values } = readArguments({ args, options: { json: { type: 'boolean' } } });
  let context = emptyContext();
  for await (const line of createInterface({ input: Readable.from(stdin), crlfDelay: Infinity })) {
    const reading = readLine(line, context);
    const { entries, unread, amends, doubts } = reading;
    context = advanceByReading(context, reading);
    if (values.json)
      stdout.write(
        `${JSON.stringify({ line, entries, unread, ...(amends ? { amends } : {}), ...(doubts.length > 0 ? { doubts: doubts.map(({ why }) => why) } : {}) })}\n`,
      );
    else
      stdout.write(
        `${line}\n${entries.map((entry) => `    ${entryWords(entry)}\n`).join('')}${unread.length > 0 ? `    not understood: ${unread.join(', ')}\n` : ''}${doubts.map(({ why }) => `    in doubt: ${why}\n`).join('')}`,
      );
  }
}
