import sharp from 'sharp';
import type { Picture } from '../db/pictures.ts';

/** Sharp enough to read a part number off a board, small enough for a tablet. */
const longestPx = 2_000;
const smallPx = 320;
/** Beyond this a small file may unpack to gigabytes. */
const pixelLimit = 80_000_000;

const startsWith = (bytes: Uint8Array, at: number, text: string): boolean =>
  Buffer.from(bytes.subarray(at, at + text.length)).toString('latin1') === text;

/**
 * What a file is, by its own first bytes, whatever it is said to be; null where it is none of the kinds that are decoded.
 * A drawing (SVG) is none of them: it is a program that draws.
 */
export function pictureKind(bytes: Uint8Array): 'jpeg' | 'png' | 'webp' | 'avif' | null {
  if (startsWith(bytes, 0, '\xff\xd8\xff')) return 'jpeg';
  if (startsWith(bytes, 0, '\x89PNG\r\n\x1a\n')) return 'png';
  if (startsWith(bytes, 0, 'RIFF') && startsWith(bytes, 8, 'WEBP')) return 'webp';
  if (startsWith(bytes, 4, 'ftypavif') || startsWith(bytes, 4, 'ftypavis')) return 'avif';
  return null;
}

/** Turned upright, cut to size, and written anew: whatever else the file held (place, camera, text) is gone. Throws where it is no picture. */
export async function reencode(bytes: Uint8Array): Promise<Picture> {
  if (pictureKind(bytes) === null) throw new Error('none of the kinds that are decoded');
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
}
