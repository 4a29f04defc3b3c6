import { checkSequence, groundOf } from '@bemtor/core';
import { readDocument } from './plan.ts';
import { readArguments, UsageError, type Streams } from './streams.ts';

/** `bemtor check`: the findings of the procedure review, the gravest first. Findings are an answer, not a fault. */
export async function checkCommand(args: string[], { stdout }: Streams): Promise<void> {
  const { values, positionals } = readArguments({
    args,
    options: { json: { type: 'boolean' } },
    allowPositionals: true,
  });
  const [file, ...others] = positionals;
  if (file === undefined || others.length > 0) throw new UsageError('one sequence file is expected');
  const findings = checkSequence(await readDocument(file)).map(
    ({ rule, severity, place, where, reason, remedy }) => ({
      rule,
      severity,
      place,
      where,
      reason,
      remedy: remedy?.words ?? null,
      ground: groundOf(rule),
    }),
  );
  if (values.json) stdout.write(`${JSON.stringify({ findings }, null, 2)}\n`);
  else if (findings.length === 0) stdout.write('No finding.\n');
  else
    for (const { severity, where, reason, remedy } of findings)
      stdout.write(`${severity.padEnd(8)} ${where}: ${reason}${remedy ? ` (${remedy})` : ''}\n`);
}
