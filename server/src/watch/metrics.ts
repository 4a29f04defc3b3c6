import type { RequestHandler } from 'express';
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import type { CopyKeeper } from '../copies/keeper.ts';
import { isUp, type Database } from '../db/pool.ts';
import type { LiveHub } from '../http/live.ts';
import { routeOf } from '../http/requestLog.ts';
import type { DiskWatch } from './disk.ts';

/** Answers are aimed at 100 ms at the 95th percentile: the steps are close together around that. Seconds. */
const steps = [0.005, 0.01, 0.025, 0.05, 0.1, 0.2, 0.5, 1, 2, 5];

export interface Watched {
  readonly database: Database;
  readonly hub: LiveHub;
  readonly disk: DiskWatch;
  readonly copies: CopyKeeper;
}

/** Figures of this server in the text format of Prometheus, and what counts requests for them. */
export function openMetrics({ database, hub, disk, copies }: Watched) {
  const registry = new Registry();
  collectDefaultMetrics({ register: registry });
  const answers = new Histogram({
    name: 'bemtor_http_request_seconds',
    help: 'Time from a request to the end of its answer',
    labelNames: ['method', 'route', 'status'] as const,
    buckets: steps,
    registers: [registry],
  });
  const gauge = (name: string, help: string, read: () => number | null | Promise<number | null>): Gauge =>
    new Gauge({
      name: `bemtor_${name}`,
      help,
      registers: [registry],
      async collect() {
        const value = await read();
        if (value === null) this.reset();
        else this.set(value);
      },
    });
  gauge('database_up', 'Does the database answer? 1: yes', async () => ((await isUp(database)) ? 1 : 0));
  gauge('database_connections', 'Connections to the database', () => database.totalCount);
  gauge('database_waiting', 'Requests that wait for a connection', () => database.waitingCount);
  gauge('live_followers', 'Pages that are told of what changes', () => hub.size);
  gauge(
    'disk_used_ratio',
    'How much of the disk of the workshop is used, 0 to 1',
    () => disk.disk?.used ?? null,
  );
  gauge('disk_free_bytes', 'What is left of it', () => disk.disk?.freeBytes ?? null);
  gauge('copy_age_seconds', 'Time since the last copy that was tried', () => copies.ageSeconds(new Date()));
  gauge('copy_failed', 'Was the last copy not made? 1: so', () => (copies.failed ? 1 : 0));

  const counted: RequestHandler = (request, response, next) => {
    const end = answers.startTimer();
    response.once('close', () =>
      end({ method: request.method, route: routeOf(request, response), status: response.statusCode }),
    );
    next();
  };
  const told: RequestHandler = async (_request, response) => {
    response.type(registry.contentType).send(await registry.metrics());
  };
  return { counted, told };
}
