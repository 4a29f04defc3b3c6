import { v7 as uuidv7 } from 'uuid';
import { sendFile } from '../api/client.ts';

/** The server refuses more; said here first, so that nobody waits for a refusal. */
export const pictureLimitBytes = 12 * 1024 * 1024;

export const smallPicture = (id: string): string => `/api/pictures/${id}/small`;
export const wholePicture = (id: string): string => `/api/pictures/${id}`;

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

/** Keeps a picture on the server, re-encoded and without metadata; gives its id, or throws what went wrong. */
export async function keepPicture(file: File): Promise<string> {
  const why = whyNoPicture(file);
  if (why) throw new Error(why);
  const id = uuidv7();
  await sendFile(`/pictures/${id}`, file);
  return id;
}
