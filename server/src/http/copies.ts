import { Router } from 'express';
import { auditOf, callerOf } from '../accounts/caller.ts';
import type { CopyKeeper } from '../copies/keeper.ts';
import type { Database } from '../db/pool.ts';
import { ProblemError } from '../errors.ts';

/** Copies of everything: how it stands with them, and one made now. */
export function copyRoutes(database: Database, keeper: CopyKeeper): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json(await keeper.state());
  });
  router.post('/', async (request, response) => {
    if (keeper.folder === null)
      throw new ProblemError('copies-nowhere', 'This server was not told where to keep copies', {
        right: 'start it with npm start, or name a folder by BEMTOR_COPIES',
      });
    await auditOf(database, callerOf(request), { kind: 'copy-asked' });
    void keeper.make('asked');
    response.status(202).json(await keeper.state());
  });
  return router;
}
