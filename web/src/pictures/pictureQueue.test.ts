import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import * as client from '../api/client.ts';

/*
 * Pictures through a server that is away, refuses or fails. What is acknowledged is stored once and forgotten here;
 * what is not stays, with its reason.
 */

type Answer = 'kept' | 'away' | 'refused';
let answers: Answer[] = [];
const stored: string[] = [];
const problem = {
  type: 'about:blank',
  title: 'no picture',
  status: 422,
  detail: '',
  code: 'picture-unreadable',
};

jest.unstable_mockModule('../api/client.ts', () => ({
  ...client,
  sendFile: (path: string, _file: Blob, onSent: (part: number) => void): Promise<void> => {
    const answer = answers.shift() ?? 'kept';
    onSent(0.5);
    if (answer === 'away') return Promise.reject(new client.Away('away'));
    if (answer === 'refused') return Promise.reject(new client.Refused(problem));
    stored.push(path);
    return Promise.resolve();
  },
}));
const { forgetPicture, picturesHere, queuePicture, sendPictures } = await import('./pictureQueue.ts');
const { waitingPictures } = await import('../api/local.ts');

const photo = (name: string): File => new File([name], `${name}.png`, { type: 'image/png' });
/** Lets what was begun come to its end: the store answers by timers. */
const settled = async (): Promise<void> => {
  for (let i = 0; i < 40; i++) await new Promise((resolve) => setImmediate(resolve));
  await sendPictures();
};

beforeEach(() => {
  let made = 0;
  URL.createObjectURL = () => `blob:${++made}`;
  URL.revokeObjectURL = () => undefined;
  answers = [];
  stored.length = 0;
});
afterEach(async () => {
  for (const { id } of await waitingPictures()) await forgetPicture(id);
});

describe('the queue of pictures', () => {
  it('forgets a picture once the server has it', async () => {
    const id = await queuePicture(photo('one'));
    await settled();
    expect([stored, await waitingPictures(), picturesHere()]).toEqual([[`/pictures/${id}`], [], []]);
  });

  it('keeps a picture while the server is away, shows it, and sends it in the order taken', async () => {
    answers = ['away', 'away', 'away'];
    const ids = [await queuePicture(photo('one')), await queuePicture(photo('two'))];
    expect(picturesHere().map(({ id }) => id)).toEqual(ids);
    expect((await waitingPictures()).map(({ id }) => id)).toEqual(ids);
    answers = [];
    await settled();
    expect(stored).toEqual(ids.map((id) => `/pictures/${id}`));
    expect(await waitingPictures()).toEqual([]);
  });

  it('sets aside what is refused, with the reason, and sends the others', async () => {
    answers = ['refused'];
    const bad = await queuePicture(photo('bad'));
    const good = await queuePicture(photo('good'));
    await settled();
    expect(stored).toEqual([`/pictures/${good}`]);
    expect(picturesHere()).toMatchObject([{ id: bad, refused: 'no picture' }]);
    await forgetPicture(bad);
    expect([await waitingPictures(), picturesHere()]).toEqual([[], []]);
  });
});
