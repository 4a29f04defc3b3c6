import type { PaperRequest, Pictures, Result } from '@bemtor/core';
import { printPaper } from '@bemtor/paper';
import { parentPort, workerData } from 'node:worker_threads';

/** What the thread says: how far it is, then what it made. */
export type Told = { readonly done: number; readonly of: number } | { readonly made: Result<Uint8Array> };

const tell = (told: Told): void => parentPort?.postMessage(told);
const { request, pictures } = workerData as { request: PaperRequest; pictures: Pictures };
tell({ made: await printPaper(request, pictures, (done, of) => tell({ done, of })) });
