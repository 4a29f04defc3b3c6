import type { Request } from 'express';
import { idSchema, largestInteger } from '@bemtor/core';
import { ProblemError } from '../errors.ts';

/** A UUID from the address, or the problem that says it is none. */
export function uuidParam(request: Request, name: string): string {
  const parsed = idSchema.safeParse(request.params[name]);
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
  return Number.isSafeInteger(after) && after > 0 ? Math.min(after, largestInteger) : 0;
}

/** `?most=2000`: no more items than that in one answer; anything else means all. */
export function mostQuery(request: Request): number | null {
  const most = Number(request.query['most']);
  return Number.isSafeInteger(most) && most > 0 ? Math.min(most, largestInteger) : null;
}
