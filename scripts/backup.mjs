// npm run backup [-- FILE] — a copy of everything, in the folder of copies or in FILE; tried by restoring it.
import { resolve } from 'node:path';
import { copyCommand, readCopyArguments } from './lib/copyCommand.mjs';
import { copiesIn, stateFolder, withDatabase } from './lib/state.mjs';

await copyCommand(async ({ backUp }, onProgress) => {
  const { file, state } = readCopyArguments('npm run backup [-- FILE] [--state FOLDER]', {
    values: ['--state'],
  });
  const folder = stateFolder(state);
  const place = await withDatabase(folder, { alone: false }, (databaseUrl) =>
    backUp({
      ...{ databaseUrl, onProgress, file: file && resolve(file) },
      folder: process.env.BEMTOR_COPIES ?? copiesIn(folder),
    }),
  );
  console.log(`\nCopied and tried: ${place}`);
});
