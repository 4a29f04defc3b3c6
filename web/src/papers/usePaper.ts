import type { PaperRequest, Problem } from '@bemtor/core';
import { onScopeDispose, ref } from 'vue';
import { Away, read, readFile, Refused, send } from '../api/client.ts';

interface Printing {
  readonly state: 'making' | 'ready' | 'refused';
  readonly done: number;
  readonly of: number;
  readonly problem?: Problem;
}
const lookAgainMs = 200;

/** Each kind without its day: a paper is of the day on which it is asked for. */
type Undated<R> = R extends unknown ? Omit<R, 'day'> : never;
const today = (): string => new Date().toISOString().slice(0, 10);

/** A paper that the server makes: how far it is, and in words why there is none. */
export function usePaper() {
  const making = ref(false);
  /** How much of it is done, in percent; null where that is not known yet. */
  const percent = ref<number | null>(null);
  const fault = ref<string | null>(null);
  let gone = false;
  onScopeDispose(() => (gone = true));

  /** The PDF; null where there is none, or where whoever asked has left. */
  async function make(request: Undated<PaperRequest>): Promise<Blob | null> {
    if (making.value) return null;
    making.value = true;
    percent.value = fault.value = null;
    try {
      const { id } = await send<{ id: string }>('/papers', { ...request, day: today() });
      await ready(id);
      return gone ? null : await readFile(`/papers/${id}/file`);
    } catch (error) {
      fault.value = wordsOf(error);
      return null;
    } finally {
      making.value = false;
    }
  }

  async function ready(id: string): Promise<void> {
    while (!gone) {
      const { state, done, of, problem } = (await read<Printing>(`/papers/${id}`, { keep: false })).value;
      if (problem) throw new Refused(problem);
      if (state === 'ready') return;
      if (of > 0) percent.value = Math.round((100 * done) / of);
      await new Promise((resolve) => setTimeout(resolve, lookAgainMs));
    }
  }
  return { making, percent, fault, make };
}

function wordsOf(error: unknown): string {
  if (error instanceof Away)
    return 'The server does not answer. Papers are made there: try again when it is back.';
  if (error instanceof Refused) return [error.message, error.problem.right].filter(Boolean).join('. ');
  throw error;
}
