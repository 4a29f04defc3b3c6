import { revisionNumberSchema, sequenceFormat } from '@bemtor/core';
import { Router } from 'express';
import { jobsPage, listJobs } from '../db/jobs.ts';
import { getModel, getRevision, isReadable, listModels, listRevisions } from '../db/models.ts';
import type { Database } from '../db/pool.ts';
import { listRecordings, recordingsPage, settledEdits } from '../db/recordings.ts';
import { ProblemError } from '../errors.ts';
import { evidenceOf, logJobs } from './jobs.ts';
import { behindQuery, nextOf } from './paging.ts';
import { stepPictures } from './stepPictures.ts';

export function modelRoutes(database: Database): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json({ models: await listModels(database) });
  });
  router.get('/:code', async (request, response) => {
    const { code } = request.params;
    response.json({ ...(await getModel(database, code)), revisions: await listRevisions(database, code) });
  });
  router.get('/:code/evidence', async (request, response) => {
    const { code } = request.params;
    await getModel(database, code);
    response.json({
      evidence: await evidenceOf(database, code),
      settled: await settledEdits(database, code),
    });
  });
  /** Photos by the act that they show. */
  router.get('/:code/pictures', async (request, response) => {
    response.json(await stepPictures(database, request.params.code));
  });
  router.get('/:code/recordings', async (request, response) => {
    const { code } = request.params;
    await getModel(database, code);
    const recordings = await listRecordings(database, code, behindQuery(request));
    const next = nextOf(recordings, recordingsPage, ({ startedAt, id }) => ({ at: startedAt, id }));
    response.json({ recordings, next });
  });
  /** Jobs that follow a sequence of the model, with what they teach, a page at a time. */
  router.get('/:code/jobs', async (request, response) => {
    const { code } = request.params;
    await getModel(database, code);
    const jobs = await listJobs(database, { model: code, page: { behind: behindQuery(request) } });
    const next = nextOf(jobs, jobsPage, ({ createdAt, id }) => ({ at: createdAt, id }));
    response.json({ jobs: await logJobs(database, jobs), next });
  });
  router.get('/:code/revisions/:number', async (request, response) => {
    const { code, number } = request.params;
    await getModel(database, code);
    const wanted = number === 'latest' ? null : Number(number);
    const revision =
      wanted === null || revisionNumberSchema.safeParse(wanted).success
        ? await getRevision(database, code, wanted)
        : null;
    if (!revision)
      throw new ProblemError('revision-unknown', `${code} ${number}`, {
        right: 'record this model, then publish from Review',
      });
    if (!isReadable(revision.document))
      throw new ProblemError(
        'row-unreadable',
        `Revision ${revision.number} of ${code} is of the format ${revision.document.format}`,
        {
          where: 'document.format',
          right: sequenceFormat,
        },
      );
    response.json(revision);
  });
  return router;
}
