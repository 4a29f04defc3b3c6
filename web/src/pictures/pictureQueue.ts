import { v7 as uuidv7 } from 'uuid';
import { shallowReactive } from 'vue';
import { Away, Refused, sendFile } from '../api/client.ts';
import { dropPicture, putPicture, waitingPictures, type WaitingPicture } from '../api/local.ts';

/*
 * Pictures wait as lines do: kept on this device first, sent one by one, forgotten once the server has them. What it
 * refuses stays, with the reason, and holds up no other.
 */

/** A picture of which only this device knows. */
export interface PictureHere {
  readonly id: string;
  readonly at: string;
  /** Shows it. */
  readonly url: string;
  /** How much of it has gone, from 0 to 1. */
  readonly sent: number;
  /** Why the server will not have it; null while it is only under way. */
  readonly refused: string | null;
}

const here = shallowReactive(new Map<string, PictureHere>());
const retryMs = 4_000;
let sending: Promise<void> | null = null;
let retry: ReturnType<typeof setTimeout> | undefined;

export const pictureHere = (id: string): PictureHere | undefined => here.get(id);
export const picturesHere = (): PictureHere[] => [...here.values()];

const change = (id: string, what: Partial<PictureHere>): void => {
  const known = here.get(id);
  if (known) here.set(id, { ...known, ...what });
};

function show({ id, at, type, bytes }: WaitingPicture): void {
  if (here.has(id)) return;
  const url = URL.createObjectURL(new Blob([bytes], { type }));
  here.set(id, { id, at, url, sent: 0, refused: null });
}

/** Keeps a picture on this device and begins to send it; gives its id at once. Throws where the device is full. */
export async function queuePicture(file: File): Promise<string> {
  const picture = {
    id: uuidv7(),
    at: new Date().toISOString(),
    type: file.type,
    bytes: await file.arrayBuffer(),
  };
  await putPicture(picture);
  show(picture);
  void sendPictures();
  return picture.id;
}

/** Sends what waits, also of other tabs and of pages that were closed. Sending twice stores once. */
export const sendPictures = (): Promise<void> =>
  (sending ??= sendAll().finally(() => {
    sending = null;
  }));

async function sendAll(): Promise<void> {
  clearTimeout(retry);
  // Others may be taken meanwhile; the bytes of each are read once, not once for every one before it.
  for (let waiting = await toSend(); waiting.length > 0; waiting = await toSend())
    for (const picture of waiting) if (!(await sendOne(picture))) return;
}

async function toSend(): Promise<WaitingPicture[]> {
  const waiting = await waitingPictures();
  waiting.forEach(show);
  return waiting.filter(({ id }) => here.get(id)?.refused == null);
}

/** Sends one; false where the server is away, and all is tried again later. */
async function sendOne({ id, type, bytes }: WaitingPicture): Promise<boolean> {
  try {
    await sendFile(`/pictures/${id}`, new Blob([bytes], { type }), (sent) => change(id, { sent }));
    await forgetPicture(id);
  } catch (error) {
    if (error instanceof Refused) change(id, { refused: error.message });
    else if (error instanceof Away) {
      change(id, { sent: 0 });
      retry = setTimeout(() => void sendPictures(), retryMs);
      return false;
    } else throw error;
  }
  return true;
}

/** The server has it, or nobody wants it any more. */
export async function forgetPicture(id: string): Promise<void> {
  await dropPicture(id);
  const known = here.get(id);
  here.delete(id);
  if (known) URL.revokeObjectURL(known.url);
}
