import { sequenceJsonSchema, sequenceSchemaPath } from '@bemtor/core';
import compression from 'compression';
import express, { type Express } from 'express';
import gzipStatic from 'express-static-gzip';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { pinoHttp } from 'pino-http';
import type { Logger } from 'pino';
import type { Database } from './db/pool.ts';
import { listUnreadable } from './db/unreadable.ts';
import { noRoute, problemHandler } from './errors.ts';
import { onlyJson, ownHost, ownPage, rateLimited } from './http/door.ts';
import { jobRoutes } from './http/jobs.ts';
import type { LiveHub } from './http/live.ts';
import { modelRoutes } from './http/models.ts';
import { paperRoutes } from './http/papers.ts';
import { partRoutes } from './http/parts.ts';
import { pictureRoutes } from './http/pictures.ts';
import { recordingRoutes } from './http/recordings.ts';
import { searchRoutes } from './http/search.ts';
import { settingRoutes } from './http/settings.ts';
import { shopRoutes } from './http/shopLog.ts';
import { unitRoutes } from './http/units.ts';
import type { Press } from './papers/press.ts';
import type { Decode } from './pictures/decodeApart.ts';

export interface AppParts {
  readonly database: Database;
  readonly hub: LiveHub;
  readonly log: Logger;
  readonly press: Press;
  readonly decode: Decode;
  /** Names of this server beside those of this machine. */
  readonly hosts?: readonly string[];
  /** The built interface; null serves the API alone. */
  readonly webFolder: string | null;
}

/** A sequence of a large device is about 100 kB; this leaves room for ten times that. */
const bodyLimit = '1mb';

export function createApp({ database, hub, log, press, decode, hosts = [], webFolder }: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger: log, autoLogging: { ignore: (request) => request.url === '/api/health' } }));
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          // Vuetify writes its theme into a style element; scripts come from our own files only.
          styleSrc: ["'self'", "'unsafe-inline'"],
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
  app.use(ownHost(hosts));
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
  app.get('/api/health', async (_request, response) => {
    await database.query('select 1');
    response.json({ status: 'ok' });
  });
  app.get('/api/live', (_request, response) => hub.followAll(response));
  app.get('/api/unreadable', async (_request, response) => {
    response.json({ rows: await listUnreadable(database) });
  });
  // Pictures come as they are; everything else is JSON.
  app.use('/api/pictures', pictureRoutes(database, decode));
  app.use('/api', onlyJson);
  app.use('/api/papers', paperRoutes(database, press));
  app.use('/api', express.json({ limit: bodyLimit }));
  app.use('/api/units', unitRoutes(database));
  app.use('/api/models', modelRoutes(database));
  app.use('/api/recordings', recordingRoutes(database, hub));
  app.use('/api/parts', partRoutes(database));
  app.use('/api/search', searchRoutes(database));
  app.use('/api/settings', settingRoutes(database));
  app.use('/api/shop', shopRoutes(database));
  app.use('/api/jobs', jobRoutes(database, hub));
  app.use('/api', noRoute);
  app.get(sequenceSchemaPath, (_request, response) => {
    response.type('application/schema+json').json(sequenceJsonSchema());
  });
  if (webFolder && existsSync(webFolder)) serveInterface(app, webFolder);
  app.use(noRoute);
  app.use(problemHandler);
  return app;
}

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
  app.use(express.static(folder, { index: false, maxAge: 0 }));
  app.get('/{*path}', (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile(join(folder, 'index.html'));
  });
}
