import { success, type Result } from '@bemtor/core';
import { Worker } from 'node:worker_threads';
import type { Print } from './press.ts';
import type { Told } from './paper.thread.ts';

/** The longest guide of the demo takes one second; a device of 1 200 acts ten. */
const limitMs = 120_000;

/** Prints in a thread of its own: a long guide keeps no bench waiting. */
export const printInThread: Print = (request, pictures, onProgress) =>
  new Promise((resolve, reject) => {
    const thread = new Worker(new URL('./paper.thread.js', import.meta.url), {
      workerData: { request, pictures },
    });
    const end = (settle: () => void): void => {
      clearTimeout(timer);
      void thread.terminate();
      settle();
    };
    const timer = setTimeout(
      () => end(() => reject(new Error(`it took more than ${limitMs / 1000} s`))),
      limitMs,
    );
    thread.on('message', (told: Told) => {
      if ('of' in told) onProgress(told.done, told.of);
      else end(() => resolve(told.made.ok ? success(told.made.value) : (told.made as Result<never>)));
    });
    thread.on('error', (error) => end(() => reject(error)));
    thread.on('exit', () => end(() => reject(new Error('it ended early'))));
  });
