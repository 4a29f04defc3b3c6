// npm run restore -- FILE [--state FOLDER] [--dry-run] — brings a copy into an empty workshop, or only tries it.
import { resolve } from 'node:path';
import { copyCommand, readCopyArguments } from './lib/copyCommand.mjs';
import { Refusal } from './lib/run.mjs';
import { stateFolder, withDatabase } from './lib/state.mjs';

const usage = 'npm run restore -- FILE [--state FOLDER] [--dry-run]';

await copyCommand(async ({ restore, restoredWords }, onProgress) => {
  const {
    file,
    state,
    'dry-run': dryRun = false,
  } = readCopyArguments(usage, {
    values: ['--state'],
    flags: ['--dry-run'],
  });
  if (file === null) throw new Refusal(`Name the file of the copy: ${usage}`);
  const folder = stateFolder(state);
  const { DATABASE_URL, DATABASE_OWNER_URL } = process.env;
  const applicationUrl = DATABASE_OWNER_URL ? DATABASE_URL : undefined;
  const restored = await withDatabase(folder, { alone: !dryRun }, (databaseUrl) =>
    restore({ databaseUrl, applicationUrl, file: resolve(file), dryRun, onProgress }),
  );
  console.log(`\n${restoredWords(restored)}`);
  console.log(dryRun ? 'It can be restored; nothing was changed.' : `Restored into ${folder}.`);
});
