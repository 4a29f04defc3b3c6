import { readConfig } from './config.ts';
import { migrate } from './db/migrate.ts';
import { rebuildSightings } from './db/parts.ts';
import { inTransaction, openDatabase } from './db/pool.ts';

/** Rebuilds the catalogue of part numbers from revisions and jobs: DATABASE_URL=… npm run rebuild:parts. */
const database = openDatabase(readConfig(process.env).databaseUrl);
await migrate(database);
await inTransaction(database, rebuildSightings);
await database.end();
console.log('The catalogue of part numbers is rebuilt.');
