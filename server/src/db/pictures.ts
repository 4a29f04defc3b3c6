import { ProblemError } from '../errors.ts';
import type { Database } from './pool.ts';

export interface Picture {
  readonly width: number;
  readonly height: number;
  /** The picture itself, and a small copy of it, as JPEG. */
  readonly whole: Buffer;
  readonly small: Buffer;
}

/** Keeps a picture under an id that the client made; keeping it again changes nothing. */
export async function keepPicture(database: Database, id: string, picture: Picture): Promise<void> {
  const { width, height, whole, small } = picture;
  await database.query(
    'insert into picture (id, width, height, whole, small) values ($1, $2, $3, $4, $5) on conflict (id) do nothing',
    [id, width, height, whole, small],
  );
}

export async function readPicture(database: Database, id: string, size: 'whole' | 'small'): Promise<Buffer> {
  const { rows } = await database.query<{ bytes: Buffer }>(
    size === 'whole'
      ? 'select whole as bytes from picture where id = $1'
      : 'select small as bytes from picture where id = $1',
    [id],
  );
  if (!rows[0]) throw new ProblemError('picture-unknown', id);
  return rows[0].bytes;
}

/** Pictures as they are, by id; those that have not arrived are left out. */
export async function readPictures(database: Database, ids: readonly string[]): Promise<Map<string, Buffer>> {
  if (ids.length === 0) return new Map();
  const { rows } = await database.query<{ id: string; whole: Buffer }>(
    'select id, whole from picture where id = any($1)',
    [ids],
  );
  return new Map(rows.map(({ id, whole }) => [id, whole]));
}
