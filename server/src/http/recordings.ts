import { appendRecordsSchema, openRecordingSchema, type Deed, type RecordBody } from '@bemtor/core';
import { Router } from 'express';
import { callerOf, signedAll } from '../accounts/caller.ts';
import type { Database } from '../db/pool.ts';
import { openRecording, wholeRecording } from '../db/recordings.ts';
import { appendItems, entryStream, readItems } from '../db/streams.ts';
import { parseBody } from '../errors.ts';
import { afterQuery, mostQuery, uuidParam } from './ids.ts';
import type { LiveHub } from './live.ts';

const recording: Deed = { needs: 'apprentice', words: 'recording' };

export function recordingRoutes(database: Database, hub: LiveHub): Router {
  const router = Router();
  router.post('/', async (request, response) => {
    const { id, unitId } = parseBody(openRecordingSchema, request.body);
    const opened = await openRecording(database, id, unitId);
    response.status(opened === id ? 201 : 200).json({ id: opened, unitId });
  });
  router.get('/:id', async (request, response) => {
    const { id, unitId } = await wholeRecording(database, uuidParam(request, 'id'));
    response.json({
      id,
      unitId,
      ...(await readItems<RecordBody>(database, entryStream, id, afterQuery(request), mostQuery(request))),
    });
  });
  router.post('/:id/entries', async (request, response) => {
    const { id } = await wholeRecording(database, uuidParam(request, 'id'));
    const { items } = parseBody(appendRecordsSchema, request.body);
    const mine = await signedAll(database, callerOf(request), items, () => recording);
    response.json({ acknowledged: await appendItems(database, entryStream, id, mine) });
  });
  router.get('/:id/live', (request, response) =>
    hub.follow(`${entryStream.name}/${uuidParam(request, 'id')}`, response),
  );
  return router;
}
