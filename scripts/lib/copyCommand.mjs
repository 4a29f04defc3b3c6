// What `npm run backup` and `npm run restore` share: their arguments, and how far they are.
import { ensureBuild, checkNode, ensurePackages } from './prepare.mjs';
import { main, Refusal, root } from './run.mjs';

/** Takes the arguments apart: one file, options with a value, options without. */
export function readCopyArguments(usage, { values = [], flags = [] } = {}) {
  const found = { file: null };
  const args = process.argv.slice(2);
  while (args.length > 0) {
    const arg = args.shift();
    const name = arg.replace(/^--/, '');
    if (flags.includes(arg)) found[name] = true;
    else if (values.includes(arg) && args.length > 0) found[name] = args.shift();
    else if (!arg.startsWith('-') && found.file === null) found.file = arg;
    else throw new Refusal(`"${arg}" is not understood. Use: ${usage}`);
  }
  return found;
}

/** Tells how far it is: in place on a terminal, otherwise a line for each quarter of a stage. */
function teller() {
  let said = '';
  return ({ doing, share }) => {
    if (process.stdout.isTTY) {
      process.stdout.write(`\r\u001b[K${doing} … ${Math.round(share * 100)} %`);
      return;
    }
    const line = `${doing.split(' ')[0]} … ${Math.floor(share * 4) * 25} %`;
    if (line !== said) console.log(line);
    said = line;
  };
}

/** Runs a command with what it needs built; its refusals are one line. */
export const copyCommand = (work) =>
  main(async () => {
    checkNode();
    await ensurePackages();
    await ensureBuild();
    const commands = await import(`${root}/server/dist/copies/commands.js`);
    const { CopyFault } = await import(`${root}/server/dist/copies/copyFile.js`);
    try {
      await work(commands, teller());
      if (process.stdout.isTTY) console.log();
    } catch (error) {
      if (process.stdout.isTTY) console.log();
      throw error instanceof CopyFault ? new Refusal(`Not done: ${error.message}`) : error;
    }
  });
