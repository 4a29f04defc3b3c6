import { fitsInstead, foldNumber, type PartDetail } from '@bemtor/core';
import { Router } from 'express';
import { listWants, searchParts, sightingsAround, stockOf } from '../db/parts.ts';
import type { Database } from '../db/pool.ts';
import { ProblemError } from '../errors.ts';

/** Longer than any number on a label. */
const longest = 60;

/** Numbers in any spelling, what fits instead, stock, and what is wanted. */
export function partRoutes(database: Database): Router {
  const router = Router();
  router.get('/', async (request, response) => {
    const text = typeof request.query['q'] === 'string' ? request.query['q'].slice(0, longest) : '';
    response.json({ hits: await searchParts(database, text) });
  });
  router.get('/wants', async (_request, response) => {
    response.json({ wants: await listWants(database) });
  });
  router.get('/:number', async (request, response) => {
    const number = request.params.number.slice(0, longest);
    const around = await sightingsAround(database, number);
    const own = around.filter((one) => foldNumber(one.number) === foldNumber(number));
    if (own.length === 0)
      throw new ProblemError('number-unknown', number, {
        right: 'search by its beginning, or by what is alike',
      });
    const detail: PartDetail = {
      number: own[0]?.number ?? number,
      sightings: own,
      ...fitsInstead(number, around),
      stock: await stockOf(database, own[0]?.number ?? number),
    };
    response.json(detail);
  });
  return router;
}
