import { searchLimit } from '@bemtor/core';
import { Router } from 'express';
import type { Reading } from '../db/reading.ts';
import { searchAll } from '../db/search.ts';

/** One question over models, units, parts, steps, jobs and notes. */
export function searchRoutes(reading: Reading): Router {
  const router = Router();
  router.get('/', async (request, response) => {
    const text = typeof request.query['q'] === 'string' ? request.query['q'].slice(0, searchLimit) : '';
    const asked = text.replaceAll('\0', '').trim();
    response.json({ hits: await reading((database) => searchAll(database, asked)) });
  });
  return router;
}
