import { openUnitSchema, unitFactsSchema, type UnitSummary } from '@bemtor/core';
import { Router } from 'express';
import { getJob } from '../db/jobs.ts';
import type { Database } from '../db/pool.ts';
import { changeUnit, listUnits, openUnit, type UnitRow } from '../db/units.ts';
import { parseBody, ProblemError } from '../errors.ts';
import { etag, followed } from './conditions.ts';
import { uuidParam } from './ids.ts';
import { summaryOf } from './jobs.ts';

async function withJob(database: Database, { jobId, ...unit }: UnitRow): Promise<UnitSummary> {
  return { ...unit, job: jobId ? await summaryOf(database, await getJob(database, jobId)) : null };
}

export function unitRoutes(database: Database): Router {
  const router = Router();
  const one = async (id: string): Promise<UnitRow> => {
    const [unit] = await listUnits(database, { id });
    if (!unit) throw new ProblemError('unit-unknown', id);
    return unit;
  };
  router.get('/', async (_request, response) => {
    const units = await listUnits(database);
    response.json({ units: await Promise.all(units.map((unit) => withJob(database, unit))) });
  });
  router.post('/', async (request, response) => {
    const { id, label, model } = parseBody(openUnitSchema, request.body);
    await openUnit(database, id, label, model);
    response.status(201).json(await withJob(database, await one(id)));
  });
  router.get('/:id', async (request, response) => {
    const unit = await one(uuidParam(request, 'id'));
    response.set('ETag', etag(unit.revision)).json(await withJob(database, unit));
  });
  router.put('/:id', async (request, response) => {
    const id = uuidParam(request, 'id');
    const follows = followed(request);
    await changeUnit(database, id, follows, parseBody(unitFactsSchema, request.body));
    const unit = await one(id);
    response.set('ETag', etag(unit.revision)).json(await withJob(database, unit));
  });
  /** The same device at earlier visits. */
  router.get('/:id/earlier', async (request, response) => {
    const unit = await one(uuidParam(request, 'id'));
    const known = unit.serial
      ? await listUnits(database, { sameAs: { model: unit.model.code, serial: unit.serial } })
      : [];
    const earlier = known.filter(({ id }) => id !== unit.id);
    response.json({ units: await Promise.all(earlier.map((other) => withJob(database, other))) });
  });
  return router;
}
