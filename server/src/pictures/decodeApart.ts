import { fork, type ChildProcess } from 'node:child_process';
import type { Picture } from '../db/pictures.ts';

/** The largest photo that is taken needs one second. */
const limitMs = 10_000;

/** Decodes a picture. Rejects where it is none. */
export type Decode = (bytes: Uint8Array) => Promise<Picture>;

/**
 * Decodes in a process of its own, one picture after the other: a file that takes too long, or brings the decoder down,
 * costs that process and nothing else. It is started with the first picture.
 */
export function decodeApart(program: URL, mostMs = limitMs): { decode: Decode; close: () => void } {
  let child: ChildProcess | null = null;
  let last: Promise<unknown> = Promise.resolve();

  function running(): ChildProcess {
    if (child?.connected) return child;
    child = fork(program, { serialization: 'advanced', stdio: 'ignore', execArgv: [] });
    // It alone keeps no server alive.
    child.unref();
    child.channel?.unref();
    return child;
  }

  const one = (bytes: Uint8Array): Promise<Picture> =>
    new Promise((resolve, reject) => {
      const asked = running();
      const settle = (act: () => void): void => {
        clearTimeout(timer);
        asked.off('message', onMessage).off('exit', onExit);
        act();
      };
      const onMessage = ({ picture }: { readonly picture: Picture | null }): void =>
        settle(() =>
          picture
            ? resolve({ ...picture, whole: Buffer.from(picture.whole), small: Buffer.from(picture.small) })
            : reject(new Error('no picture')),
        );
      const onExit = (): void => settle(() => reject(new Error('the decoder ended')));
      const timer = setTimeout(() => {
        child = null;
        asked.kill('SIGKILL');
      }, mostMs);
      asked.on('message', onMessage).on('exit', onExit);
      asked.send({ bytes });
    });

  return {
    decode: (bytes) => {
      const decoded = last.then(() => one(bytes));
      last = decoded.catch(() => undefined);
      return decoded;
    },
    close: () => child?.kill(),
  };
}
