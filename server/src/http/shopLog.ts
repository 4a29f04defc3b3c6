import { appendShopEventSchema, shopDeed, type ShopEvent } from '@bemtor/core';
import { Router } from 'express';
import { auditOf, callerOf, signed } from '../accounts/caller.ts';
import { listModels, revisionOfEvent } from '../db/models.ts';
import { listWants, stockOf } from '../db/parts.ts';
import type { Database } from '../db/pool.ts';
import { appendShopEvent, listTechnicians } from '../db/shopLog.ts';
import { parseBody } from '../errors.ts';
import { settingAsRead } from './settings.ts';
import { oneUnit, unitSummary } from './units.ts';

/** What the thing that an event is about has come to, so that whoever sent it need not ask. */
async function standsOf(database: Database, id: string, event: ShopEvent): Promise<unknown> {
  switch (event.kind) {
    case 'unit-arrived':
    case 'unit-told':
    case 'unit-forgotten':
      return unitSummary(database, event.unit);
    case 'model-made':
    case 'model-told': {
      const code = event.kind === 'model-made' ? event.code : event.model;
      return (await listModels(database)).find((model) => model.code === code);
    }
    case 'revision-published':
      return { number: await revisionOfEvent(database, id) };
    case 'revision-told':
      return { number: event.number, withdrawn: event.withdrawn };
    case 'act-pictured':
      return null;
    case 'schools-told':
      return settingAsRead(database, 'schools');
    case 'forgetting-told':
      return settingAsRead(database, 'forgetting');
    case 'copying-told':
      return settingAsRead(database, 'copying');
    case 'word-told':
      return settingAsRead(database, 'words');
    case 'want-added':
    case 'want-told':
      return listWants(database);
    case 'stock-counted':
      return stockOf(database, event.number);
    case 'technician-renamed':
      return listTechnicians(database);
  }
}

/** The log of the shop: one event at a time, kept once however often it is sent. */
export function shopRoutes(database: Database): Router {
  const router = Router();
  router.post('/events', async (request, response) => {
    const event = parseBody(appendShopEventSchema, request.body);
    const caller = callerOf(request);
    const signature = await signed(database, caller, event.by, shopDeed(event.body));
    const isNew = await appendShopEvent(database, { ...event, ...signature });
    if (isNew && event.body.kind === 'unit-forgotten') {
      const { label } = await oneUnit(database, event.body.unit);
      await auditOf(database, caller, { kind: 'unit-forgotten', person: signature.by, about: label });
    }
    response
      .status(isNew ? 201 : 200)
      .json({ id: event.id, stands: await standsOf(database, event.id, event.body) });
  });
  router.get('/technicians', async (_request, response) => {
    response.json({ technicians: await listTechnicians(database) });
  });
  return router;
}
