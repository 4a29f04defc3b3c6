import { checkCommand } from './check.ts';
import { draftCommand } from './draft.ts';
import { exportCommand } from './export.ts';
import { importCommand } from './import.ts';
import { parseCommand } from './parse.ts';
import { planCommand } from './plan.ts';
import { InputRefused, UsageError, type Streams } from './streams.ts';

const usage = `Usage:
  bemtor plan SEQUENCE.json --target PART [--target PART …] [--set option=value …]
              [--start-face top|bottom] [--tool-in-hand TOOL] [--off PART …]
              [--tool-change 6] [--flip 8] [--resume 20] [--json]
  bemtor parse [--json]      one bench line per line on standard input
  bemtor draft NARRATION [--model SEQUENCE.json] [--json]
  bemtor check SEQUENCE.json [--json]
  bemtor export SEQUENCE.json --to html|md|csv|csv-steps|csv-screws|csv-parts|jsonld|json|zip|pdf
              [--target PART …] [--set option=value …] [--purpose replace|clean|…]
              [--revision N --day YYYY-MM-DD] [--unit LABEL [--serial S]]
              [--link ADDRESS] [--size A4|Letter --type normal|large] [--out FILE]
  bemtor import FILE [--model SEQUENCE.json | --maker M --name N --code C]
              [--map title=COLUMN …] [--out FILE]

Exit 0; 1 where the input is refused; 2 for wrong usage.
`;

const commands: Readonly<Record<string, (args: string[], streams: Streams) => Promise<void>>> = {
  plan: planCommand,
  parse: parseCommand,
  draft: draftCommand,
  check: checkCommand,
  export: exportCommand,
  import: importCommand,
};

/** Runs one command and returns its exit code. */
export async function runCommand(args: readonly string[], streams: Streams): Promise<number> {
  const [name, ...rest] = args;
  if (name === '--help' || name === 'help') {
    streams.stdout.write(usage);
    return 0;
  }
  const command = name === undefined ? undefined : commands[name];
  try {
    if (!command)
      throw new UsageError(name === undefined ? 'no command is given' : `"${name}" is no command`);
    await command(rest, streams);
    return 0;
  } catch (error) {
    if (error instanceof InputRefused) {
      streams.stderr.write(`bemtor ${name}: ${error.message}\n`);
      return 1;
    }
    if (error instanceof UsageError) {
      streams.stderr.write(`bemtor: ${error.message}\n${usage}`);
      return 2;
    }
    throw error;
  }
}
