import { sequenceJsonSchema, sequenceSchemaPath } from '@bemtor/core';
import compression from 'compression';
import cookieParser from 'cookie-parser';
import express, { type Express, type RequestHandler, type Response, type Router } from 'express';
import gzipStatic from 'express-static-gzip';
import helmet from 'helmet';
import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import type { ServerResponse } from 'node:http';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { onlyAllowed } from './accounts/caller.ts';
import { accountRoutes } from './accounts/routes.ts';
import type { CopyKeeper } from './copies/keeper.ts';
import { isUp, type Database } from './db/pool.ts';
import { readingFrom } from './db/reading.ts';
import { listUnreadable } from './db/unreadable.ts';
import { noRoute, problemHandler } from './errors.ts';
import { onlyJson, ownHost, ownPage, rateLimited } from './http/door.ts';
import { copyRoutes } from './http/copies.ts';
import { jobRoutes } from './http/jobs.ts';
import type { LiveHub } from './http/live.ts';
import { modelRoutes } from './http/models.ts';
import { paperRoutes } from './http/papers.ts';
import { partRoutes } from './http/parts.ts';
import { pictureRoutes } from './http/pictures.ts';
import { recordingRoutes } from './http/recordings.ts';
import { logRequests, mountedAt } from './http/requestLog.ts';
import { searchRoutes } from './http/search.ts';
import { settingRoutes } from './http/settings.ts';
import { shopRoutes } from './http/shopLog.ts';
import { unitRoutes } from './http/units.ts';
import type { Press } from './papers/press.ts';
import type { DiskWatch } from './watch/disk.ts';
import { openMetrics } from './watch/metrics.ts';
import type { Decode } from './pictures/decodeApart.ts';

export interface AppParts {
  readonly database: Database;
  /** A copy of the database that follows it, for search and reports. */
  readonly replica?: Database | null;
  readonly hub: LiveHub;
  readonly log: Logger;
  readonly press: Press;
  readonly decode: Decode;
  readonly copies: CopyKeeper;
  readonly disk: DiskWatch;
  /** A workshop of several: everybody signs in, and may do what their role may. */
  readonly accounts?: boolean;
  /** Told the code by which the first owner shows that they stand at the server. */
  readonly tellCode?: (code: string) => void;
  /** A proxy on this machine stands before us, and says how it was asked. */
  readonly isBehindProxy?: boolean;
  /** Names of this server beside those of this machine. */
  readonly hosts?: readonly string[];
  /** The built interface; null serves the API alone. */
  readonly webFolder: string | null;
}

/** A sequence of a large device is about 100 kB; this leaves room for ten times that. */
const bodyLimit = '1mb';

export function createApp(parts: AppParts): Express {
  const { database, hub, log, press, decode, copies, disk, hosts = [], webFolder } = parts;
  const { accounts = false, tellCode = () => undefined, isBehindProxy = false } = parts;
  const app = express();
  app.disable('x-powered-by');
  const reading = readingFrom(database, parts.replica ?? null);
  const metrics = openMetrics({ database, hub, disk, copies });
  app.use(logRequests(log), metrics.counted);
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          // Files of our own, and the element into which the theme is written.
          styleSrc: ["'self'", (_request, response) => `'nonce-${nonceOf(response)}'`],
          imgSrc: ["'self'", 'data:', 'blob:'],
          workerSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          frameAncestors: ["'none'"],
          formAction: ["'self'"],
        },
      },
      strictTransportSecurity: false,
    }),
  );
  if (isBehindProxy) app.set('trust proxy', 'loopback');
  app.use(ownHost(hosts));
  // For whoever watches over the server: does it live, can it work, how is it.
  app.get('/healthz', (_request, response) => {
    response.set('Cache-Control', 'no-store').json({ status: 'ok' });
  });
  app.get('/readyz', async (_request, response) => {
    const isReady = await isUp(database);
    response
      .status(isReady ? 200 : 503)
      .set('Cache-Control', 'no-store')
      .json({ status: isReady ? 'ok' : 'the database does not answer' });
  });
  app.get('/metrics', metrics.told);
  // By the same path as the routes themselves, which are found in any spelling of it.
  app.use('/api', ownPage, rateLimited());
  // Events must leave at once; a compressor would hold them back.
  app.use(
    compression({
      filter: (request, response) => !request.path.endsWith('/live') && compression.filter(request, response),
    }),
  );
  app.use('/api', (_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  const door = accountRoutes({ database, hub, accounts, tellCode });
  void door.open().catch((error: unknown) => log.warn({ err: error }, 'looking for an owner'));
  if (accounts) app.use('/api', cookieParser(), onlyAllowed(database));
  app.get('/api/health', async (_request, response) => {
    await database.query('select 1');
    response.json({ status: 'ok', disk: disk.disk });
  });
  app.get('/api/live', (_request, response) => hub.followAll(response));
  app.get('/api/unreadable', async (_request, response) => {
    response.json({ rows: await listUnreadable(database) });
  });
  const serve = (path: string, router: Router): void => void app.use(path, mountedAt(path), router);
  // Pictures come as they are; everything else is JSON.
  serve('/api/pictures', pictureRoutes(database, decode, disk));
  app.use('/api', onlyJson);
  serve('/api/papers', paperRoutes(database, press));
  app.use('/api', express.json({ limit: bodyLimit }));
  serve('/api/session', door.session);
  serve('/api/people', door.people);
  serve('/api/devices', door.devices);
  serve('/api/audit', door.auditing);
  serve('/api/units', unitRoutes(database));
  serve('/api/models', modelRoutes(database));
  serve('/api/recordings', recordingRoutes(database, hub));
  serve('/api/parts', partRoutes(database));
  serve('/api/search', searchRoutes(reading));
  serve('/api/settings', settingRoutes(database));
  serve('/api/shop', shopRoutes(database));
  serve('/api/jobs', jobRoutes(database, hub, reading));
  serve('/api/copies', copyRoutes(database, copies));
  app.use('/api', noRoute);
  app.get(sequenceSchemaPath, (_request, response) => {
    response.type('application/schema+json').json(sequenceJsonSchema());
  });
  if (webFolder && existsSync(webFolder)) serveInterface(app, webFolder);
  app.use(noRoute);
  app.use(problemHandler);
  return app;
}

/** A number for one answer: an element that does not know it is none of ours. */
const nonceOf = (response: ServerResponse): string => {
  const { locals } = response as Response;
  return String((locals['nonce'] ??= randomBytes(16).toString('base64')));
};

/** In the built page, where the number of each answer goes. */
const noncePlace = '__NONCE__';

function serveInterface(app: Express, folder: string): void {
  app.use(
    '/assets',
    gzipStatic(join(folder, 'assets'), {
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      index: false,
      serveStatic: { immutable: true, maxAge: '1y' },
    }),
  );
  const text = readFileSync(join(folder, 'index.html'), 'utf8');
  const page: RequestHandler = (_request, response) => {
    response
      .set('Cache-Control', 'no-cache')
      .type('html')
      .send(text.replaceAll(noncePlace, nonceOf(response)));
  };
  app.get('/index.html', page);
  app.use(express.static(folder, { index: false, maxAge: 0 }));
  app.get('/{*path}', page);
}
