import express, { Router, type RequestHandler } from 'express';
import { keepPicture, readPicture, type Picture } from '../db/pictures.ts';
import type { Database } from '../db/pool.ts';
import { ProblemError } from '../errors.ts';
import type { Decode } from '../pictures/decodeApart.ts';
import type { DiskWatch } from '../watch/disk.ts';
import { uuidParam } from './ids.ts';

/** What is sent may be this large; what is kept is far smaller. */
const sentLimit = '12mb';

export function pictureRoutes(database: Database, decode: Decode, disk: DiskWatch): Router {
  const router = Router();
  const body = express.raw({ limit: sentLimit, type: () => true });
  /** Before its bytes are read: a photo that finds no room waits on its device, and lines still come in. */
  const room: RequestHandler = (_request, _response, next) => {
    if (disk.disk?.level === 'full')
      throw new ProblemError(
        'disk-full',
        'The disk of the server is nearly full: photos wait on this device',
        {
          right: 'room on the disk of the server; then it is sent again',
        },
      );
    next();
  };
  router.put('/:id', room, body, async (request, response) => {
    const id = uuidParam(request, 'id');
    const picture = await decoded(decode, request.body as Buffer);
    await keepPicture(database, id, picture);
    response.status(201).json({ id, width: picture.width, height: picture.height });
  });
  for (const size of ['whole', 'small'] as const)
    router.get(size === 'whole' ? '/:id' : '/:id/small', async (request, response) => {
      const bytes = await readPicture(database, uuidParam(request, 'id'), size);
      // An id never gets another picture.
      response.set('Cache-Control', 'private, max-age=31536000, immutable').type('image/jpeg').send(bytes);
    });
  return router;
}

async function decoded(decode: Decode, bytes: Buffer): Promise<Picture> {
  try {
    return await decode(bytes);
  } catch {
    throw new ProblemError('picture-unreadable', 'This file is no picture that can be read', {
      right: 'a JPEG, PNG, WebP or AVIF picture of at most 80 million pixels',
    });
  }
}
