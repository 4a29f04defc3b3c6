import { Router } from 'express';
import type { Database } from '../db/pool.ts';
import { changeSetting, readSetting, settings } from '../db/settings.ts';
import { parseBody, ProblemError } from '../errors.ts';
import { etag, followed } from './conditions.ts';

/** Settings of the shop: its own words, and how it works where good technicians differ. */
export function settingRoutes(database: Database): Router {
  const router = Router();
  const known = (key: string) => {
    const setting = Object.hasOwn(settings, key) ? settings[key] : undefined;
    if (!setting)
      throw new ProblemError('not-found', `no setting "${key}"`, { right: Object.keys(settings).join(', ') });
    return setting;
  };
  router.get('/:key', async (request, response) => {
    const { key } = request.params;
    const { schema, initial } = known(key);
    const kept = await readSetting(database, key, initial);
    // A value of a later version is set apart: what holds until a shop has set anything is shown in its place.
    const value = schema.safeParse(kept.value).success ? kept.value : initial;
    response.set('ETag', etag(kept.revision)).json({ ...kept, value });
  });
  router.put('/:key', async (request, response) => {
    const { key } = request.params;
    const { schema } = known(key);
    const follows = followed(request);
    const value = parseBody(schema, request.body);
    const stands = await readSetting<unknown>(database, key, null);
    if (stands.revision > 0 && !schema.safeParse(stands.value).success)
      throw new ProblemError('row-unreadable', `the setting "${key}" was written by a later version`, {
        where: key,
      });
    const revision = await changeSetting(database, key, follows, value);
    response.set('ETag', etag(revision)).json({ value, revision });
  });
  return router;
}
