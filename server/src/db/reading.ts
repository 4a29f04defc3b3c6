import { isConnectionLoss } from './connectionLoss.ts';
import type { Database } from './pool.ts';

/** Asks where reading is done: of a copy that follows, where there is one. It may be some moments behind. */
export type Reading = <T>(ask: (database: Database) => Promise<T>) => Promise<T>;

/** Classes of SQLSTATE by which a replica says that it cannot answer now: a conflict with what it is catching up with. */
const catchingUp = new Set(['40001', '40P01', '57P03', '72000']);

/** Reads from the replica; what it cannot answer is asked of the database itself. */
export const readingFrom =
  (database: Database, replica: Database | null): Reading =>
  async (ask) => {
    if (!replica) return ask(database);
    try {
      return await ask(replica);
    } catch (error) {
      const { code = '' } = error as { code?: string };
      if (!isConnectionLoss(error) && !catchingUp.has(code)) throw error;
      return ask(database);
    }
  };
