import { faultLine, type PaperRequest, type Pictures, type Problem, type Result } from '@bemtor/core';
import { randomUUID } from 'node:crypto';
import { asProblem, ProblemError } from '../errors.ts';

/** Puts a request on paper; says how far it is. */
export type Print = (
  request: PaperRequest,
  pictures: Pictures,
  onProgress: (done: number, of: number) => void,
) => Promise<Result<Uint8Array>>;

/** How far a paper is. */
export interface Printing {
  readonly state: 'making' | 'ready' | 'refused';
  readonly done: number;
  /** 0: not begun. */
  readonly of: number;
  readonly problem?: Problem;
}

/** A paper is fetched at once; whoever comes later asks again. */
const keptMs = 10 * 60_000;
const mostKept = 40;
const mostBytes = 200_000_000;

/** Makes papers one after the other and keeps each for a while. Nothing of it is stored: all can be made again. */
export class Press {
  readonly #print: Print;
  readonly #papers = new Map<string, { at: number; printing: Printing; bytes?: Uint8Array }>();
  #last: Promise<unknown> = Promise.resolve();

  constructor(print: Print) {
    this.#print = print;
  }

  /** Begins a paper and answers with its id. Refused where too many wait. */
  begin(request: PaperRequest, pictures: Pictures, now: number): string {
    this.#forget(now);
    if (this.#papers.size >= mostKept)
      throw new ProblemError(
        'press-busy',
        `${this.#papers.size} papers are being made or wait to be fetched`,
        {
          right: 'try again in some minutes',
        },
      );
    const id = randomUUID();
    this.#papers.set(id, { at: now, printing: { state: 'making', done: 0, of: 0 } });
    this.#last = this.#last.then(() => this.#make(id, request, pictures));
    return id;
  }

  async #make(id: string, request: PaperRequest, pictures: Pictures): Promise<void> {
    const set = (printing: Printing, bytes?: Uint8Array): void => {
      const paper = this.#papers.get(id);
      if (paper) this.#papers.set(id, { ...paper, printing, ...(bytes ? { bytes } : {}) });
    };
    const refuse = (problem: Problem): void => set({ state: 'refused', done: 0, of: 0, problem });
    try {
      const made = await this.#print(request, pictures, (done, of) => set({ state: 'making', done, of }));
      if (made.ok) set({ state: 'ready', done: 1, of: 1 }, made.value);
      else
        refuse(
          asProblem(
            new ProblemError('document-faulty', faultLine(made.fault), {
              where: made.fault.where,
              right: made.fault.right,
            }),
          ),
        );
    } catch (error) {
      refuse(
        asProblem(new ProblemError('paper-failed', error instanceof Error ? error.message : String(error))),
      );
    }
  }

  /** How far it is; null where there is no such paper, or not any more. */
  look(id: string): Printing | null {
    return this.#papers.get(id)?.printing ?? null;
  }

  /** The bytes of one that is ready. */
  fetch(id: string): Uint8Array | null {
    return this.#papers.get(id)?.bytes ?? null;
  }

  #forget(now: number): void {
    for (const [id, { at, printing }] of this.#papers)
      if (printing.state !== 'making' && now - at > keptMs) this.#papers.delete(id);
    // What was not fetched gives way to what is asked for now, the oldest first.
    let bytes = [...this.#papers.values()].reduce((sum, paper) => sum + (paper.bytes?.length ?? 0), 0);
    for (const [id, paper] of this.#papers) {
      const isTooMuch = this.#papers.size >= mostKept || bytes > mostBytes;
      if (!isTooMuch || paper.printing.state === 'making') continue;
      bytes -= paper.bytes?.length ?? 0;
      this.#papers.delete(id);
    }
  }
}
