import {
  appendEventsSchema,
  openJobSchema,
  summarizeJob,
  viewJob,
  type JobEventBody,
  type JobSummary,
} from '@bemtor/core';
import { Router } from 'express';
import { getJob, listJobs, openJob, type JobRow } from '../db/jobs.ts';
import { getRevision } from '../db/models.ts';
import type { Database } from '../db/pool.ts';
import { appendItems, eventStream, readItems } from '../db/streams.ts';
import { parseBody, ProblemError } from '../errors.ts';
import { afterQuery, uuidParam } from './ids.ts';
import type { LiveHub } from './live.ts';

/** A job's summary, computed from its log and the revision it follows. */
export async function summaryOf(database: Database, job: JobRow): Promise<JobSummary> {
  const revision = await getRevision(database, job.modelCode, job.revision);
  if (!revision) throw new ProblemError('revision-unknown', `${job.modelCode} ${job.revision}`);
  const events = await readItems<JobEventBody>(database, eventStream, job.id);
  return { ...job, ...summarizeJob(viewJob(revision.document, events), new Date().toISOString()) };
}

export function jobRoutes(database: Database, hub: LiveHub): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    const jobs = await listJobs(database);
    response.json({ jobs: await Promise.all(jobs.map((job) => summaryOf(database, job))) });
  });
  router.post('/', async (request, response) => {
    const { id, unitId, revision } = parseBody(openJobSchema, request.body);
    await openJob(database, id, unitId, revision);
    response.status(201).json(await getJob(database, id));
  });
  router.get('/:id', async (request, response) => {
    const job = await getJob(database, uuidParam(request, 'id'));
    const items = await readItems<JobEventBody>(database, eventStream, job.id, afterQuery(request));
    response.json({ job, items });
  });
  router.post('/:id/events', async (request, response) => {
    const id = uuidParam(request, 'id');
    const { items } = parseBody(appendEventsSchema, request.body);
    response.json({ acknowledged: await appendItems(database, eventStream, id, items) });
  });
  router.get('/:id/live', (request, response) =>
    hub.follow(`${eventStream.name}/${uuidParam(request, 'id')}`, response),
  );
  return router;
}
