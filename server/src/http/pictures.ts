import express, { Router } from 'express';
import sharp from 'sharp';
import { keepPicture, readPicture, type Picture } from '../db/pictures.ts';
import type { Database } from '../db/pool.ts';
import { ProblemError } from '../errors.ts';
import { uuidParam } from './ids.ts';

/** What is sent may be this large; what is kept is far smaller. */
const sentLimit = '12mb';
/** Sharp enough to read a part number off a board, small enough for a tablet. */
const longestPx = 2_000;
const smallPx = 320;
/** Beyond this a small file may unpack to gigabytes. */
const pixelLimit = 80_000_000;

export function pictureRoutes(database: Database): Router {
  const router = Router();
  const body = express.raw({ limit: sentLimit, type: () => true });
  router.put('/:id', body, async (request, response) => {
    const id = uuidParam(request, 'id');
    const picture = await reencode(request.body as Buffer);
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

/** Turned upright, cut to size, and written anew: whatever else the file held (place, camera, text) is gone. */
async function reencode(bytes: Buffer): Promise<Picture> {
  try {
    const upright = sharp(bytes, { limitInputPixels: pixelLimit }).rotate();
    const { data, info } = await upright
      .clone()
      .resize({ width: longestPx, height: longestPx, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 82 })
      .toBuffer({ resolveWithObject: true });
    const small = await sharp(data)
      .resize({ width: smallPx, height: smallPx, fit: 'inside' })
      .jpeg({ quality: 76 })
      .toBuffer();
    return { width: info.width, height: info.height, whole: data, small };
  } catch {
    throw new ProblemError('picture-unreadable', 'This file is no picture that can be read', {
      right: 'a JPEG, PNG, WebP or AVIF picture of at most 80 million pixels',
    });
  }
}
