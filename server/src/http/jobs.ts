import {
  addTimes,
  appendEventsSchema,
  jobReport,
  openJobSchema,
  summarizeJob,
  viewJob,
  type JobEventBody,
  type JobSummary,
  type LoggedJob,
  type RunEvidence,
  type StreamItem,
  type TimeSums,
} from '@bemtor/core';
import { Router } from 'express';
import { getJob, listJobs, openJob, type JobRow } from '../db/jobs.ts';
import { getRevision } from '../db/models.ts';
import { sightJobs } from '../db/parts.ts';
import type { Database } from '../db/pool.ts';
import { appendItems, eventStream, readItems } from '../db/streams.ts';
import { parseBody, ProblemError } from '../errors.ts';
import { afterQuery, uuidParam } from './ids.ts';
import type { LiveHub } from './live.ts';

async function viewOf(database: Database, job: JobRow) {
  const revision = await getRevision(database, job.modelCode, job.revision);
  if (!revision) throw new ProblemError('revision-unknown', `${job.modelCode} ${job.revision}`);
  const events = await readItems<JobEventBody>(database, eventStream, job.id);
  return { events, view: viewJob(revision.document, events) };
}

type Viewed = Awaited<ReturnType<typeof viewOf>>;

const summarized = (job: JobRow, { view, events }: Viewed): JobSummary => ({
  ...job,
  ...summarizeJob(view, new Date().toISOString()),
  technicians: techniciansOf(events),
});

const techniciansOf = (events: readonly StreamItem<JobEventBody>[]): string[] => [
  ...new Set(events.flatMap(({ by }) => by ?? [])),
];

/** A job's summary, computed from its log and the revision it follows. */
export const summaryOf = async (database: Database, job: JobRow): Promise<JobSummary> =>
  summarized(job, await viewOf(database, job));

/** The logbook: every job with what it teaches. */
async function loggedJobs(database: Database): Promise<LoggedJob[]> {
  return Promise.all(
    (await listJobs(database)).map(async (job) => {
      const viewed = await viewOf(database, job);
      return { ...summarized(job, viewed), report: jobReport(viewed.view, viewed.events) };
    }),
  );
}

/** What runs of a model found to differ from its sequence. */
export async function evidenceOf(database: Database, model: string): Promise<RunEvidence[]> {
  const jobs = (await listJobs(database)).filter((job) => job.modelCode === model);
  const found = await Promise.all(
    jobs.map(async (job) => {
      const { view } = await viewOf(database, job);
      return view.state.differences.map((difference) => ({
        job: job.id,
        unit: job.unitLabel,
        at: view.state.startedAt ?? '',
        difference,
      }));
    }),
  );
  return found.flat();
}

export function jobRoutes(database: Database, hub: LiveHub): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json({ jobs: await loggedJobs(database) });
  });
  /** The shop's own times, per verb: sums to learn from. */
  router.get('/times', async (_request, response) => {
    const jobs = await loggedJobs(database);
    const sums = jobs.reduce<TimeSums>((known, job) => addTimes(job.report.acts, known), {});
    response.json({ sums });
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
    const acknowledged = await appendItems(database, eventStream, id, items);
    // The catalogue may lag behind the log, never the other way round.
    if (items.some(({ body }) => body.kind === 'swapped')) await sightJobs(database, id);
    response.json({ acknowledged });
  });
  router.get('/:id/live', (request, response) =>
    hub.follow(`${eventStream.name}/${uuidParam(request, 'id')}`, response),
  );
  return router;
}
