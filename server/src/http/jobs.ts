import {
  addTimes,
  appendEventsSchema,
  jobReport,
  openJobSchema,
  summarizeJob,
  viewJob,
  type JobEventBody,
  type JobSummary,
  type JobView,
  type LoggedJob,
  type RunEvidence,
  type Sequence,
  type StreamItem,
  type TimeSums,
} from '@bemtor/core';
import { Router } from 'express';
import { getJob, listJobs, openJob, type JobRow } from '../db/jobs.ts';
import { getRevision, isReadable } from '../db/models.ts';
import { sightJobs } from '../db/parts.ts';
import type { Database } from '../db/pool.ts';
import { appendItems, eventStream, readEventsOf, readItems } from '../db/streams.ts';
import { parseBody, ProblemError } from '../errors.ts';
import { afterQuery, uuidParam } from './ids.ts';
import type { LiveHub } from './live.ts';

interface Viewed {
  readonly events: readonly StreamItem<JobEventBody>[];
  readonly view: JobView;
}

/** Jobs with all that follows from their logs; each revision and all events are read once. */
async function viewJobs(database: Database, jobs: readonly JobRow[]): Promise<(readonly [JobRow, Viewed])[]> {
  const events = await readEventsOf<JobEventBody>(
    database,
    jobs.map(({ id }) => id),
  );
  const documents = new Map<string, Sequence>();
  for (const { modelCode, revision } of jobs) {
    const key = `${modelCode} ${revision}`;
    if (documents.has(key)) continue;
    const known = await getRevision(database, modelCode, revision);
    if (!known) throw new ProblemError('revision-unknown', key);
    if (isReadable(known.document)) documents.set(key, known.document);
  }
  return jobs.flatMap((job) => {
    const document = documents.get(`${job.modelCode} ${job.revision}`);
    const own = events.get(job.id) ?? [];
    const view = document ? viewIfReadable(document, own) : null;
    return view ? [[job, { events: own, view }] as const] : [];
  });
}

/**
 * A job whose log or document a later version wrote is set apart, and the rest is shown; `/api/unreadable` names it.
 * Events of kinds that this version does not know change nothing, those of a kind that it knows may lack a field.
 */
function viewIfReadable(document: Sequence, events: readonly StreamItem<JobEventBody>[]): JobView | null {
  try {
    return viewJob(document, events);
  } catch {
    return null;
  }
}

const summarized = (job: JobRow, { view, events }: Viewed): JobSummary => ({
  ...job,
  ...summarizeJob(view, new Date().toISOString()),
  technicians: techniciansOf(events),
});

const techniciansOf = (events: readonly StreamItem<JobEventBody>[]): string[] => [
  ...new Set(events.flatMap(({ by }) => by ?? [])),
];

/** Summaries of jobs by their ids, computed from their logs and the revisions that they follow. */
export async function summariesOf(
  database: Database,
  jobs: readonly JobRow[],
): Promise<Map<string, JobSummary>> {
  const viewed = await viewJobs(database, jobs);
  return new Map(viewed.map(([job, one]) => [job.id, summarized(job, one)]));
}

/** The logbook: every job with what it teaches. */
async function loggedJobs(database: Database): Promise<LoggedJob[]> {
  const viewed = await viewJobs(database, await listJobs(database));
  return viewed.map(([job, one]) => ({ ...summarized(job, one), report: jobReport(one.view, one.events) }));
}

/** What runs of a model found to differ from its sequence. */
export async function evidenceOf(database: Database, model: string): Promise<RunEvidence[]> {
  const jobs = await listJobs(database, { model });
  return (await viewJobs(database, jobs)).flatMap(([job, { view }]) =>
    view.state.differences.map((difference) => ({
      job: job.id,
      unit: job.unitLabel,
      at: view.state.startedAt ?? '',
      difference,
    })),
  );
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
    const opened = await openJob(database, id, unitId, revision);
    response.status(opened === id ? 201 : 200).json(await getJob(database, opened));
  });
  router.get('/:id', async (request, response) => {
    const job = await getJob(database, uuidParam(request, 'id'));
    const read = await readItems<JobEventBody>(database, eventStream, job.id, afterQuery(request));
    response.json({ job, ...read });
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
