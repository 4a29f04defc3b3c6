import type { Kept } from '@bemtor/core';
import { Router } from 'express';
import type { Database } from '../db/pool.ts';
import { readSetting, settings } from '../db/settings.ts';
import { ProblemError } from '../errors.ts';

/** A setting of the shop. A value of a later version is set apart: what holds until a shop has set anything stands in. */
export async function settingAsRead(database: Database, key: string): Promise<Kept<unknown>> {
  const setting = Object.hasOwn(settings, key) ? settings[key] : undefined;
  if (!setting)
    throw new ProblemError('not-found', `no setting "${key}"`, { right: Object.keys(settings).join(', ') });
  const kept = await readSetting(database, key, setting.initial);
  return { ...kept, value: setting.schema.safeParse(kept.value).success ? kept.value : setting.initial };
}

/** Settings of the shop: its own words, and how it works where good technicians differ. */
export function settingRoutes(database: Database): Router {
  const router = Router();
  router.get('/:key', async (request, response) => {
    response.json(await settingAsRead(database, request.params.key));
  });
  return router;
}
