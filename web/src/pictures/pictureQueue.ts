import { v7 as uuidv7 } from 'uuid';
import { shallowReactive } from 'vue';
import { sendFile, wordsOf } from '../api/client.ts';
import { byId, dropPicture, putPicture, waitingPictures, type WaitingPicture } from '../api/local.ts';
import { Queue, type Waiting } from '../api/queue.ts';

/* Pictures wait as lines do. Each is shown from this device until the server has it. */

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

const queue = new Queue<WaitingPicture>({
  put: putPicture,
  drop: async (id) => {
    await dropPicture(id);
    sentOf.delete(id);
    URL.revokeObjectURL(urls.get(id) ?? '');
    urls.delete(id);
  },
  stored: waitingPictures,
  most: 1,
  compare: byId,
  shared: 'bemtor-pictures',
  send: async (pictures) => {
    for (const { id, type, bytes } of pictures)
      try {
        await sendFile(`/pictures/${id}`, new Blob([bytes], { type }), (sent) => sentOf.set(id, sent));
      } finally {
        sentOf.delete(id);
      }
    return pictures.map(({ id }) => id);
  },
});
/** How much has gone of those that are on their way. */
const sentOf = shallowReactive(new Map<string, number>());
const urls = new Map<string, string>();

function urlOf({ id, type, bytes }: WaitingPicture): string {
  const url = urls.get(id) ?? URL.createObjectURL(new Blob([bytes], { type }));
  urls.set(id, url);
  return url;
}

function asShown({ thing, held, refused }: Waiting<WaitingPicture>): PictureHere[] {
  if (held === 'writing') return [];
  const { id, at } = thing;
  return [{ id, at, url: urlOf(thing), sent: sentOf.get(id) ?? 0, refused: refused && wordsOf(refused) }];
}

/** Every picture of which only this device knows, in the order in which they were taken. */
export const picturesHere = (): PictureHere[] => queue.waiting.value.flatMap(asShown);
export function pictureHere(id: string): PictureHere | undefined {
  const known = queue.find(id);
  return known && asShown(known)[0];
}

/** Keeps a picture on this device and begins to send it; gives its id at once. Throws where the device is full. */
export async function queuePicture(file: File): Promise<string> {
  const picture = {
    id: uuidv7(),
    at: new Date().toISOString(),
    type: file.type,
    bytes: await file.arrayBuffer(),
  };
  if (!(await queue.add(picture))) {
    await queue.letGo([picture.id]);
    throw new Error('This device has no room left for the picture');
  }
  void sendPictures();
  return picture.id;
}

/** Sends what waits, also of other tabs and of pages that were closed. Sending twice stores once. */
export const sendPictures = (): Promise<void> => queue.flush();

/** Nobody wants it any more. */
export const forgetPicture = (id: string): Promise<void> => queue.letGo([id]);
