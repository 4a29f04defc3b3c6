import type { UnitSummary } from '@bemtor/core';
import { Router } from 'express';
import { getJob } from '../db/jobs.ts';
import type { Database } from '../db/pool.ts';
import { listUnits, type UnitRow } from '../db/units.ts';
import { ProblemError } from '../errors.ts';
import { uuidParam } from './ids.ts';
import { summaryOf } from './jobs.ts';

async function withJob(database: Database, { jobId, ...unit }: UnitRow): Promise<UnitSummary> {
  return { ...unit, job: jobId ? await summaryOf(database, await getJob(database, jobId)) : null };
}

export function unitRoutes(database: Database): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    const units = await listUnits(database);
    response.json({ units: await Promise.all(units.map((unit) => withJob(database, unit))) });
  });
  router.get('/:id', async (request, response) => {
    const id = uuidParam(request, 'id');
    const [unit] = await listUnits(database, id);
    if (!unit) throw new ProblemError('unit-unknown', id);
    response.json(await withJob(database, unit));
  });
  return router;
}
