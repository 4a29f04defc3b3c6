import type { RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import { loopback } from '../config.ts';
import { ProblemError } from '../errors.ts';

/*
 * What is refused before anything else looks at it. A page of somebody else in the technician's browser can send requests
 * here; it cannot choose what the browser says of them: to which name they go, from which page they come, and that JSON
 * is JSON only when the browser was asked whether it may be sent.
 */

const reads = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Refuses what goes to another name. `hosts`: further names of this server. */
export function ownHost(hosts: readonly string[]): RequestHandler {
  // In an address, one of colons stands in brackets.
  const own = [...loopback].map((name) => (name.includes(':') ? `[${name}]` : name));
  const names = new Set([...own, ...hosts.map((host) => host.toLowerCase())]);
  return (request, _response, next) => {
    const name = addressOf(`http://${request.headers.host ?? ''}`)?.hostname;
    if (name === undefined || !names.has(name))
      throw new ProblemError('host-unknown', 'This server does not go by the name under which it was asked', {
        right: `one of ${[...names].join(', ')}; BEMTOR_HOSTS names further ones`,
      });
    next();
  };
}

/** Only what is said to be JSON is read as JSON: a form of another page cannot say so. */
export const onlyJson: RequestHandler = (request, _response, next) => {
  // `null`: there is no body.
  if (request.is('application/json') === false)
    throw new ProblemError('type-unknown', 'The body is not said to be JSON', {
      right: 'Content-Type: application/json',
    });
  next();
};

/** An address, the names in it in small letters; null where it is none. */
const addressOf = (text: string): URL | null => (URL.canParse(text) ? new URL(text) : null);

/** Refuses what comes from a page that this server did not serve. */
export const ownPage: RequestHandler = (request, _response, next) => {
  const { origin, host } = request.headers;
  const site = request.headers['sec-fetch-site'];
  const isOwnPage =
    site === undefined || site === 'same-origin' || (site === 'none' && reads.has(request.method));
  const isOwnOrigin = origin === undefined || addressOf(origin)?.host === host?.toLowerCase();
  if (!isOwnPage || !isOwnOrigin)
    throw new ProblemError('origin-foreign', 'This request comes from a page that is not Bemtor’s', {
      right: 'the interface that this server itself serves, or a program that sends no Origin',
    });
  next();
};

/** A bench sends some ten requests a second when it is busy, a load test of twenty benches 200. */
const mostPerSecond = 1_000;
const windowSeconds = 10;

/** Holds a client that asks without end; everybody else is answered. `most`: requests in ten seconds. */
export const rateLimited = (most = mostPerSecond * windowSeconds): RequestHandler =>
  rateLimit({
    windowMs: windowSeconds * 1_000,
    limit: most,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_request, _response, next) =>
      next(
        new ProblemError('too-many-requests', 'This client asks more than it is answered', {
          right: `at most ${most} requests in ${windowSeconds} seconds`,
        }),
      ),
  });
