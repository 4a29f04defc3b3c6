import {
  composeHandBack,
  foldLines,
  keepable,
  standingEntries,
  type Entry,
  type RecordBody,
  type UnitSummary,
} from '@bemtor/core';
import { Router } from 'express';
import { auditOf, callerOf } from '../accounts/caller.ts';
import { everythingHeld } from '../db/held.ts';
import { listJobs } from '../db/jobs.ts';
import { listWants } from '../db/parts.ts';
import type { Database } from '../db/pool.ts';
import { changesOf } from '../db/shopLog.ts';
import { entryStream, readItems } from '../db/streams.ts';
import { listUnits, unitsPage, type UnitRow } from '../db/units.ts';
import { ProblemError } from '../errors.ts';
import { uuidParam } from './ids.ts';
import { handedJobs, summariesOf } from './jobs.ts';
import { behindQuery, nextOf } from './paging.ts';

/** Units with their latest jobs, all computed in one pass. */
async function withJobs(database: Database, units: readonly UnitRow[]): Promise<UnitSummary[]> {
  const ids = units.flatMap(({ jobId }) => jobId ?? []);
  const summaries = await summariesOf(database, ids.length > 0 ? await listJobs(database, { ids }) : []);
  return units.map(({ jobId, ...unit }) => ({ ...unit, job: (jobId && summaries.get(jobId)) || null }));
}

export async function oneUnit(database: Database, id: string): Promise<UnitRow> {
  const [unit] = await listUnits(database, { id });
  if (!unit) throw new ProblemError('unit-unknown', id);
  return unit;
}

/** A unit with its latest job. */
export async function unitSummary(database: Database, id: string): Promise<UnitSummary | undefined> {
  return (await withJobs(database, [await oneUnit(database, id)]))[0];
}

/** What stands of a recording. */
async function entriesOf(database: Database, recording: string): Promise<Entry[]> {
  const { items } = await readItems<RecordBody>(database, entryStream, recording);
  return standingEntries(foldLines(items));
}

export function unitRoutes(database: Database): Router {
  const router = Router();
  router.get('/', async (request, response) => {
    const left = request.query['left'] === '1';
    const { model } = request.query;
    const ofModel = typeof model === 'string' ? { ofModel: keepable(model) } : {};
    const units = await listUnits(database, { left, behind: behindQuery(request), ...ofModel });
    const next = nextOf(units, unitsPage, ({ arrivedAt, leftAt, id }) => ({
      at: left ? (leftAt ?? '') : arrivedAt,
      id,
    }));
    response.json({ units: await withJobs(database, units), next });
  });
  router.get('/:id', async (request, response) => {
    response.json(await unitSummary(database, uuidParam(request, 'id')));
  });
  /** What was said of it since it arrived. */
  router.get('/:id/changes', async (request, response) => {
    const { id } = await oneUnit(database, uuidParam(request, 'id'));
    response.json({ changes: await changesOf(database, id) });
  });
  /** What goes back with it. */
  router.get('/:id/hand-back', async (request, response) => {
    const id = uuidParam(request, 'id');
    const unit = await unitSummary(database, id);
    if (!unit) throw new ProblemError('unit-unknown', id);
    const wants = (await listWants(database)).filter(({ unitId }) => unitId === id);
    const entries = unit.recording ? await entriesOf(database, unit.recording.id) : [];
    const jobs = await handedJobs(database, id);
    response.json(composeHandBack(unit, jobs, entries, wants, new Date().toISOString()));
  });
  /** All that is held about it, as a file. */
  router.get('/:id/everything', async (request, response) => {
    const { label, zip } = await everythingHeld(database, uuidParam(request, 'id'));
    await auditOf(database, callerOf(request), { kind: 'unit-exported', about: label });
    // A name that every system takes for a file: a ticket may hold anything.
    const name = `${label.replaceAll(/[^\w.-]+/g, '-').replace(/^[.-]+/, '') || 'unit'}.zip`;
    response.attachment(name).type('application/zip').send(Buffer.from(zip));
  });
  /** The same device at earlier visits. */
  router.get('/:id/earlier', async (request, response) => {
    const unit = await oneUnit(database, uuidParam(request, 'id'));
    const known = unit.serial
      ? await listUnits(database, { sameAs: { model: unit.model.code, serial: unit.serial } })
      : [];
    const earlier = known.filter(({ id }) => id !== unit.id);
    response.json({ units: await withJobs(database, earlier) });
  });
  return router;
}
