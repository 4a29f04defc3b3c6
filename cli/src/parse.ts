import { advanceContext, emptyContext, entryWords, readLine } from '@bemtor/core';
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
    const { entries, unread, or, amends } = readLine(line, context);
    context = advanceContext(context, entries);
    if (values.json)
      stdout.write(
        `${JSON.stringify({ line, entries, unread, ...(or ? { or } : {}), ...(amends ? { amends } : {}) })}\n`,
      );
    else
      stdout.write(
        `${line}\n${entries.map((entry) => `    ${entryWords(entry)}\n`).join('')}${unread.length > 0 ? `    not understood: ${unread.join(', ')}\n` : ''}`,
      );
  }
}
