import { openUnitSchema, unitFactsSchema, type UnitSummary } from '@bemtor/core';
import { Router } from 'express';
import { listJobs } from '../db/jobs.ts';
import type { Database } from '../db/pool.ts';
import { changesOf, changeUnit, listUnits, openUnit, unitsPage, type UnitRow } from '../db/units.ts';
import { parseBody, ProblemError } from '../errors.ts';
import { etag, followed } from './conditions.ts';
import { uuidParam } from './ids.ts';
import { summariesOf } from './jobs.ts';
import { behindQuery, nextOf } from './paging.ts';

/** Units with their latest jobs, all computed in one pass. */
async function withJobs(database: Database, units: readonly UnitRow[]): Promise<UnitSummary[]> {
  const ids = units.flatMap(({ jobId }) => jobId ?? []);
  const summaries = await summariesOf(database, ids.length > 0 ? await listJobs(database, { ids }) : []);
  return units.map(({ jobId, ...unit }) => ({ ...unit, job: (jobId && summaries.get(jobId)) || null }));
}

export function unitRoutes(database: Database): Router {
  const router = Router();
  const withJob = async (unit: UnitRow): Promise<UnitSummary | undefined> =>
    (await withJobs(database, [unit]))[0];
  const one = async (id: string): Promise<UnitRow> => {
    const [unit] = await listUnits(database, { id });
    if (!unit) throw new ProblemError('unit-unknown', id);
    return unit;
  };
  router.get('/', async (request, response) => {
    const left = request.query['left'] === '1';
    const units = await listUnits(database, { left, behind: behindQuery(request) });
    const next = left ? null : nextOf(units, unitsPage, ({ arrivedAt, id }) => ({ at: arrivedAt, id }));
    response.json({ units: await withJobs(database, units), next });
  });
  router.post('/', async (request, response) => {
    const { id, label, model } = parseBody(openUnitSchema, request.body);
    await openUnit(database, id, label, model);
    response.status(201).json(await withJob(await one(id)));
  });
  router.get('/:id', async (request, response) => {
    const unit = await one(uuidParam(request, 'id'));
    response.set('ETag', etag(unit.revision)).json(await withJob(unit));
  });
  router.put('/:id', async (request, response) => {
    const id = uuidParam(request, 'id');
    const follows = followed(request);
    await changeUnit(database, id, follows, parseBody(unitFactsSchema, request.body));
    const unit = await one(id);
    response.set('ETag', etag(unit.revision)).json(await withJob(unit));
  });
  /** What was known of it before each change. */
  router.get('/:id/changes', async (request, response) => {
    const { id } = await one(uuidParam(request, 'id'));
    response.json({ changes: await changesOf(database, id) });
  });
  /** The same device at earlier visits. */
  router.get('/:id/earlier', async (request, response) => {
    const unit = await one(uuidParam(request, 'id'));
    const known = unit.serial
      ? await listUnits(database, { sameAs: { model: unit.model.code, serial: unit.serial } })
      : [];
    const earlier = known.filter(({ id }) => id !== unit.id);
    response.json({ units: await withJobs(database, earlier) });
  });
  return router;
}
