import type { Request } from 'express';
import { z } from 'zod';
import { ProblemError } from '../errors.ts';

const uuid = z.uuid();

/** A UUID from the address, or the problem that says it is none. */
export function uuidParam(request: Request, name: string): string {
  const parsed = uuid.safeParse(request.params[name]);
  if (!parsed.success)
    throw new ProblemError('id-malformed', `${name}: ${String(request.params[name])}`, {
      where: name,
      right: 'a UUID',
    });
  return parsed.data;
}

/** `?after=12`: a place in a stream; anything else counts as the beginning. */
export function afterQuery(request: Request): number {
  const after = Number(request.query['after']);
  return Number.isSafeInteger(after) && after > 0 ? after : 0;
}
