import { searchLimit } from '@bemtor/core';
import { Router } from 'express';
import type { Database } from '../db/pool.ts';
import { searchAll } from '../db/search.ts';

/** One question over models, units, parts, steps, jobs and notes. */
export function searchRoutes(database: Database): Router {
  const router = Router();
  router.get('/', async (request, response) => {
    const text = typeof request.query['q'] === 'string' ? request.query['q'].slice(0, searchLimit) : '';
    response.json({ hits: await searchAll(database, text.replaceAll('\0', '').trim()) });
  });
  return router;
}
