import { shallowRef } from 'vue';
import { Away, read, Refused } from '../api/client.ts';

/** Photos of a model's steps, from its recordings and from jobs before this one. */
export function useStepPictures() {
  const known = shallowRef<Readonly<Record<string, readonly string[]>>>({});

  async function load(code: string): Promise<void> {
    try {
      const path = `/models/${encodeURIComponent(code)}/pictures`;
      known.value = (await read<{ pictures: Record<string, string[]> }>(path)).value.pictures;
    } catch (error) {
      // A photo helps and is never needed: without it the step is told in words.
      if (!(error instanceof Away || error instanceof Refused)) throw error;
    }
  }
  const of = (step: string | null | undefined): readonly string[] =>
    step && Object.hasOwn(known.value, step) ? (known.value[step] ?? []) : [];
  return { known, load, of };
}
