import { readConfig } from './config.ts';
import { openDatabase } from './db/pool.ts';
import { prepareSchema } from './db/prepareSchema.ts';

/** Brings the schema up to date and lets the application in, so that no server has to know the schema's owner. */
try {
  const config = readConfig(process.env);
  const database = openDatabase(config.databaseUrl);
  await prepareSchema({ ...config, reset: false }, database).finally(() => database.end());
  console.log('The schema is up to date.');
} catch (error) {
  console.error(`The schema stays as it was: ${error instanceof Error ? error.message : String(error)}`);
  process.exitCode = 1;
}
