import { shopWordsSchema, type ShopWord } from '@bemtor/core';
import { Router } from 'express';
import type { Database } from '../db/pool.ts';
import { changeSetting, readSetting } from '../db/settings.ts';
import { parseBody } from '../errors.ts';
import { etag, followed } from './conditions.ts';

/** Settings of the shop. So far: its own words. */
export function settingRoutes(database: Database): Router {
  const router = Router();
  router.get('/words', async (_request, response) => {
    const kept = await readSetting<ShopWord[]>(database, 'words', []);
    response.set('ETag', etag(kept.revision)).json(kept);
  });
  router.put('/words', async (request, response) => {
    const follows = followed(request);
    const value = parseBody(shopWordsSchema, request.body);
    const revision = await changeSetting(database, 'words', follows, value);
    response.set('ETag', etag(revision)).json({ value, revision });
  });
  return router;
}
