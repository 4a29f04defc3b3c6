import type { Request } from 'express';
import { ProblemError } from '../errors.ts';

export const etag = (number: number): string => `"${number}"`;

/** `If-Match: "3"` follows revision 3; `If-None-Match: *` is the first, and stands for 0. */
export function followed(request: Request): number {
  if (request.get('If-None-Match') === '*') return 0;
  const match = /^"(\d{1,9})"$/.exec(request.get('If-Match') ?? '');
  if (!match)
    throw new ProblemError(
      'condition-missing',
      'Send If-Match with the revision you saw, or If-None-Match: * for the first',
      { right: 'If-Match: "1"' },
    );
  return Number(match[1]);
}
