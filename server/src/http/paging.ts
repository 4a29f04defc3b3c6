import { idSchema } from '@bemtor/core';
import type { Request } from 'express';
import type { Behind } from '../db/pages.ts';
import { ProblemError } from '../errors.ts';

/** `?behind=TIME~ID`, as the page before named it; null for the first page. */
export function behindQuery(request: Request): Behind | null {
  const { behind } = request.query;
  if (behind === undefined) return null;
  const [at = '', id = ''] = typeof behind === 'string' ? behind.split('~') : [];
  const isPlace = Number.isFinite(Date.parse(at)) && idSchema.safeParse(id).success && /^\d{4}-/.test(at);
  if (!isPlace)
    throw new ProblemError('request-malformed', 'behind: no place in this list', {
      where: 'behind',
      right: 'what "next" of the page before says',
    });
  return { at, id };
}

/** The place that the next page begins behind; null where this is the last. */
export const nextOf = <T>(rows: readonly T[], size: number, place: (row: T) => Behind): string | null => {
  const last = rows[rows.length - 1];
  if (rows.length < size || last === undefined) return null;
  const { at, id } = place(last);
  return `${at}~${id}`;
};
