import type { PictureTie } from '@bemtor/core';
import { shallowRef } from 'vue';
import { Away, read, Refused } from '../api/client.ts';

/** A point of a step's screws and where it is seen in a photo. */
export type StepTie = Omit<PictureTie, 'entry'>;

interface Answer {
  readonly pictures: Readonly<Record<string, readonly string[]>>;
  readonly ties?: Readonly<Record<string, readonly StepTie[]>>;
}

/** Photos of a model's steps, from its recordings and from jobs before this one. */
export function useStepPictures() {
  const known = shallowRef<Answer['pictures']>({});
  const ties = shallowRef<NonNullable<Answer['ties']>>({});

  async function load(code: string): Promise<void> {
    try {
      const { value } = await read<Answer>(`/models/${encodeURIComponent(code)}/pictures`);
      [known.value, ties.value] = [value.pictures, value.ties ?? {}];
    } catch (error) {
      // A photo helps and is never needed: without it the step is told in words.
      if (!(error instanceof Away || error instanceof Refused)) throw error;
    }
  }
  const own = <T>(
    of: Readonly<Record<string, readonly T[]>>,
    step: string | null | undefined,
  ): readonly T[] => (step && Object.hasOwn(of, step) ? (of[step] ?? []) : []);
  const of = (step: string | null | undefined): readonly string[] => own(known.value, step);
  /** Where the screws of a step are seen in its photos. */
  const tiesOf = (step: string | null | undefined): readonly StepTie[] => own(ties.value, step);
  return { known, load, of, tiesOf };
}
