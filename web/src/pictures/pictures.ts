import { pictureHere } from './pictureQueue.ts';

/** The server refuses more; said here first, so that nobody waits for a refusal. */
export const pictureLimitBytes = 12 * 1024 * 1024;

const stored = (id: string): string => `/api/pictures/${id}`;
/** Where to see a picture: on this device while the server does not have it. */
export const smallPicture = (id: string): string => pictureHere(id)?.url ?? `${stored(id)}/small`;
export const wholePicture = (id: string): string => pictureHere(id)?.url ?? stored(id);

/** Why a file cannot be a picture of the bench, in words; null where it may be one. */
export function whyNoPicture({
  name,
  type,
  size,
}: {
  name: string;
  type: string;
  size: number;
}): string | null {
  if (!type.startsWith('image/')) return `${name} is no picture. A JPEG, PNG or WebP picture is expected.`;
  if (size > pictureLimitBytes)
    return `${name} has ${(size / 1024 / 1024).toFixed(1)} MB; a picture may have 12 MB at most.`;
  return null;
}
