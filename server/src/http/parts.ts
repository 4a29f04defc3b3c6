import {
  addWantSchema,
  changeWantSchema,
  fitsInstead,
  foldNumber,
  setStockSchema,
  type PartDetail,
} from '@bemtor/core';
import { Router } from 'express';
import {
  addWant,
  changeWant,
  listWants,
  searchParts,
  setStock,
  sightingsAround,
  stockOf,
} from '../db/parts.ts';
import type { Database } from '../db/pool.ts';
import { parseBody, ProblemError } from '../errors.ts';
import { uuidParam } from './ids.ts';

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
  router.post('/wants', async (request, response) => {
    await addWant(database, parseBody(addWantSchema, request.body));
    response.status(201).json({ wants: await listWants(database) });
  });
  router.put('/wants/:id', async (request, response) => {
    await changeWant(database, uuidParam(request, 'id'), parseBody(changeWantSchema, request.body).state);
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
  router.put('/:number/stock', async (request, response) => {
    const { onHand, ordered } = parseBody(setStockSchema, request.body);
    response.json(await setStock(database, request.params.number.slice(0, longest), onHand, ordered));
  });
  return router;
}
