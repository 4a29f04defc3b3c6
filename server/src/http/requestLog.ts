import { randomBytes } from 'node:crypto';
import type { Request, RequestHandler, Response } from 'express';
import type { Logger } from 'pino';

declare module 'node:http' {
  interface IncomingMessage {
    /** Under which the log has it; its answer carries it, and an error shows it. */
    id?: string;
    log?: Logger;
  }
}

/** What is asked all the time, by programs. */
const quiet = new Set(['/healthz', '/readyz', '/metrics', '/api/health']);
/** Where a router stands, among what is known of a request. */
const mounted = 'mounted';

/** Remembers where the router behind it stands: of a request that it refused, nothing else tells. */
export const mountedAt =
  (path: string): RequestHandler =>
  (_request, { locals }, next) => {
    locals[mounted] = path;
    next();
  };

/**
 * The route that a request found, by its pattern: what stands in an address, such as the number of a part, is the users'
 * own and is neither counted nor logged.
 */
export function routeOf({ route }: Request, { locals }: Response): string {
  const { path } = (route ?? {}) as { path?: unknown };
  if (typeof path !== 'string') return 'none';
  return `${String(locals[mounted] ?? '')}${path === '/' ? '' : path}` || '/';
}

/** Gives each request an id, and logs it when it ends: by its route, never by its address or its body. */
export const logRequests =
  (log: Logger): RequestHandler =>
  (request, response, next) => {
    const began = performance.now();
    request.id = randomBytes(5).toString('hex');
    request.log = log.child({ request: request.id });
    response.setHeader('X-Request-Id', request.id);
    const isQuiet = quiet.has(request.path);
    response.once('close', () => {
      const { statusCode: status } = response;
      if (isQuiet && status < 500) return;
      const line = { method: request.method, route: routeOf(request, response), status };
      const ms = Math.round(performance.now() - began);
      request.log?.[status >= 500 ? 'warn' : 'info']({ ...line, ms }, 'answered');
    });
    next();
  };
