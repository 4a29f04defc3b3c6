import {
  faultLine,
  openModelSchema,
  publishRevisionSchema,
  readSequence,
  revisionNumberSchema,
  sequenceFormat,
  shortestCycle,
  unreachableParts,
  type Sequence,
} from '@bemtor/core';
import { Router } from 'express';
import {
  getModel,
  getRevision,
  isReadable,
  listModels,
  listRevisions,
  openModel,
  publishRevision,
} from '../db/models.ts';
import type { Database } from '../db/pool.ts';
import { listRecordings, settledEdits } from '../db/recordings.ts';
import { parseBody, ProblemError } from '../errors.ts';
import { etag, followed } from './conditions.ts';
import { evidenceOf } from './jobs.ts';

/** Nobody is sent on a way that has no end: what no order reaches is published only where that is said, with the reason. */
function refuseUnreachable(document: Sequence, allowed: ReadonlySet<string>): void {
  const lost = unreachableParts(document).filter((part) => !allowed.has(part));
  if (lost.length === 0) return;
  const cycle = shortestCycle(document);
  throw new ProblemError(
    'part-unreachable',
    `No order reaches ${lost.join(', ')}${cycle ? `: ${cycle.words}` : ''}`,
    {
      where: 'document.needs',
      right: cycle
        ? `take one of these needs out: ${cycle.weakestWords} is on the thinnest ground`
        : 'give its acts an order',
    },
  );
}

export function modelRoutes(database: Database): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json({ models: await listModels(database) });
  });
  router.post('/', async (request, response) => {
    const model = parseBody(openModelSchema, request.body);
    await openModel(database, model);
    response.status(201).json(await getModel(database, model.code));
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
  router.get('/:code/recordings', async (request, response) => {
    const { code } = request.params;
    await getModel(database, code);
    response.json({ recordings: await listRecordings(database, code) });
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
    response.set('ETag', etag(revision.number)).json(revision);
  });
  router.post('/:code/revisions', async (request, response) => {
    const { code } = request.params;
    const follows = followed(request);
    const { document, note, unreachable = [] } = parseBody(publishRevisionSchema, request.body);
    const read = readSequence(document);
    if (!read.ok)
      throw new ProblemError('document-faulty', faultLine(read.fault), {
        where: `document.${read.fault.where}`,
        right: read.fault.right,
      });
    if (read.value.model.code !== code) {
      throw new ProblemError('document-faulty', `document.model.code is ${read.value.model.code}`, {
        where: 'document.model.code',
        right: code,
      });
    }
    refuseUnreachable(read.value, new Set(unreachable.map(({ part }) => part)));
    const left = unreachable.map(({ part, reason }) => `${part} stays out of reach: ${reason}`);
    const said = [note, ...left].filter(Boolean).join('. ');
    const number = await publishRevision(database, code, follows, read.value, said);
    response.status(201).set('ETag', etag(number)).json({ number });
  });
  return router;
}
