import { paperRequestSchema, type PaperRequest } from '@bemtor/core';
import express, { Router, type Request } from 'express';
import { readPictures } from '../db/pictures.ts';
import type { Database } from '../db/pool.ts';
import { parseBody, ProblemError } from '../errors.ts';
import type { Press } from '../papers/press.ts';
import { uuidParam } from './ids.ts';

/** A request holds a whole sequence, and it is not stored. */
const bodyLimit = '4mb';
/** Photos of one paper; each is some hundred kB. */
const mostPictures = 200;

/** Papers: asked for, looked after, fetched. Making one takes seconds, so the answer to the first is only its id. */
export function paperRoutes(database: Database, press: Press): Router {
  const router = Router();
  router.use(express.json({ limit: bodyLimit, type: '*/*' }));
  router.post('/', async (request, response) => {
    const asked = parseBody(paperRequestSchema, request.body);
    const pictures = await readPictures(database, picturesOf(asked));
    response.status(202).json({ id: press.begin(asked, pictures, Date.now()) });
  });
  router.get('/:id', (request, response) => {
    const printing = press.look(uuidParam(request, 'id'));
    if (!printing) throw unknown(request);
    response.json(printing);
  });
  router.get('/:id/file', (request, response) => {
    const bytes = press.fetch(uuidParam(request, 'id'));
    if (!bytes) throw unknown(request);
    response.type('application/pdf').send(Buffer.from(bytes));
  });
  return router;
}

const unknown = (request: Request): ProblemError =>
  new ProblemError('paper-unknown', uuidParam(request, 'id'), { right: 'ask for it again' });

const picturesOf = (asked: PaperRequest): string[] =>
  asked.kind === 'guide'
    ? [...new Set(Object.values(asked.guide.pictures ?? {}).flat())].slice(0, mostPictures)
    : [];
