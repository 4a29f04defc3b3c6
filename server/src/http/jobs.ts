import {
  addTimes,
  appendEventsSchema,
  jobDeed,
  jobReport,
  openJobSchema,
  presenceSchema,
  summarizeJob,
  viewJob,
  workedSeconds,
  type HandedJob,
  type JobEventBody,
  type JobState,
  type JobSummary,
  type JobView,
  type LoggedJob,
  type RunEvidence,
  type Sequence,
  type StreamItem,
  type TimeSums,
} from '@bemtor/core';
import { Router } from 'express';
import { callerOf, signedAll } from '../accounts/caller.ts';
import { getJob, jobsPage, jobsThatDiffer, listJobs, openJob, type JobRow } from '../db/jobs.ts';
import { getRevision, isReadable } from '../db/models.ts';
import type { Reading } from '../db/reading.ts';
import { sightJobs } from '../db/parts.ts';
import { namesOf } from '../db/shopLog.ts';
import type { Database } from '../db/pool.ts';
import { appendItems, eventStream, lastPlaces, readEventsOf, readItems } from '../db/streams.ts';
import { parseBody, ProblemError } from '../errors.ts';
import { afterQuery, mostQuery, uuidParam } from './ids.ts';
import type { LiveHub } from './live.ts';
import { behindQuery, nextOf } from './paging.ts';
import { Presence } from './presence.ts';

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

const techniciansOf = (events: readonly StreamItem<JobEventBody>[]): string[] => [
  ...new Set(events.flatMap(({ by }) => by ?? [])),
];

const logged = (job: JobRow, { view, events }: Viewed): LoggedJob => ({
  ...job,
  ...summarizeJob(view, new Date().toISOString()),
  technicians: techniciansOf(events),
  report: jobReport(view, events),
});

/**
 * What follows from the logs of jobs, by job and by how far its log had come: until somebody says something more, only
 * the clock of an open job goes on. It is derived, never stored; a restart computes it again.
 */
type Computed = Map<string, { readonly last: number; readonly job: LoggedJob; readonly state: JobState }>;
const computedOf = new WeakMap<Database, Computed>();
const mostComputed = 20_000;
/** After so many others get their turn: hundreds of jobs are computed after a restart. */
const jobsAtOnce = 10;

/** Jobs with what they teach, in the order given; what is known already is not computed again. */
export async function logJobs(database: Database, jobs: readonly JobRow[]): Promise<LoggedJob[]> {
  const computed = computedOf.get(database) ?? (new Map() as Computed);
  computedOf.set(database, computed);
  const ends = await lastPlaces(
    database,
    jobs.map(({ id }) => id),
  );
  const isKnown = ({ id }: JobRow): boolean => computed.get(id)?.last === ends.get(id);
  const unknown = jobs.filter((job) => !isKnown(job));
  if (computed.size + unknown.length > mostComputed) computed.clear();
  for (let at = 0; at < unknown.length; at += jobsAtOnce) {
    for (const [job, one] of await viewJobs(database, unknown.slice(at, at + jobsAtOnce)))
      computed.set(job.id, { last: ends.get(job.id) ?? 0, job: logged(job, one), state: one.view.state });
    await new Promise((resolve) => setImmediate(resolve));
  }
  const now = new Date().toISOString();
  const nameOf = await namesOf(database);
  return jobs.flatMap((row) => {
    const known = computed.get(row.id);
    if (!known || known.last !== ends.get(row.id)) return [];
    const technicians = [...new Set(known.job.technicians.map(nameOf))];
    return [
      { ...known.job, ...row, technicians, workedSeconds: Math.round(workedSeconds(known.state, now)) },
    ];
  });
}

/** Summaries of jobs by their ids, computed from their logs and the revisions that they follow. */
export async function summariesOf(
  database: Database,
  jobs: readonly JobRow[],
): Promise<Map<string, JobSummary>> {
  const all = await logJobs(database, jobs);
  return new Map(all.map(({ report: _report, ...job }) => [job.id, job]));
}

/** The jobs of a unit with who worked on each, the first first. */
export async function handedJobs(database: Database, unitId: string): Promise<HandedJob[]> {
  const jobs = await listJobs(database, { unit: unitId });
  const nameOf = await namesOf(database);
  return (await viewJobs(database, jobs))
    .map(([, { view, events }]) => ({ view, technicians: [...new Set(techniciansOf(events).map(nameOf))] }))
    .reverse();
}

/** What runs of a model found to differ from its sequence. */
export async function evidenceOf(database: Database, model: string): Promise<RunEvidence[]> {
  const ids = await jobsThatDiffer(database, model);
  const jobs = ids.length > 0 ? await listJobs(database, { ids }) : [];
  return (await viewJobs(database, jobs)).flatMap(([job, { view }]) =>
    view.state.differences.map((difference) => ({
      job: job.id,
      unit: job.unitLabel,
      at: view.state.startedAt ?? '',
      difference,
    })),
  );
}

export function jobRoutes(database: Database, hub: LiveHub, reading: Reading): Router {
  const router = Router();
  const presence = new Presence();
  /** The logbook, a page at a time, the latest first; `next` says where the next page begins. */
  router.get('/', async (request, response) => {
    const jobs = await listJobs(database, { page: { behind: behindQuery(request) } });
    const next = nextOf(jobs, jobsPage, ({ createdAt, id }) => ({ at: createdAt, id }));
    response.json({ jobs: await logJobs(database, jobs), next });
  });
  /** The shop's own times, per verb: sums to learn from. */
  router.get('/times', async (_request, response) => {
    const jobs = await reading(async (replica) => logJobs(replica, await listJobs(replica)));
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
    const read = await readItems<JobEventBody>(
      database,
      eventStream,
      job.id,
      afterQuery(request),
      mostQuery(request),
    );
    response.json({ job, ...read });
  });
  router.post('/:id/events', async (request, response) => {
    const id = uuidParam(request, 'id');
    const { items } = parseBody(appendEventsSchema, request.body);
    const mine = await signedAll(database, callerOf(request), items, ({ body }) => jobDeed(body));
    const acknowledged = await appendItems(database, eventStream, id, mine);
    // The catalogue may lag behind the log, never the other way round.
    if (items.some(({ body }) => body.kind === 'swapped')) await sightJobs(database, id);
    response.json({ acknowledged });
  });
  router.post('/:id/presence', (request, response) => {
    const { device, ...here } = parseBody(presenceSchema, request.body);
    response.json({ others: presence.say(uuidParam(request, 'id'), device, here, Date.now()) });
  });
  router.get('/:id/live', (request, response) =>
    hub.follow(`${eventStream.name}/${uuidParam(request, 'id')}`, response),
  );
  return router;
}
