import type { RevisionLine } from '@bemtor/core';
import { ref, shallowRef } from 'vue';
import { read } from '../../api/client.ts';
import type { Published } from '../../stores/unit.ts';

/** The revisions of a model, and the one of them that is being read. */
export function useRevisions() {
  const all = shallowRef<readonly RevisionLine[]>([]);
  const older = shallowRef<Published | null>(null);
  const code = ref('');

  async function list(of: string): Promise<void> {
    code.value = of;
    all.value = (
      await read<{ revisions: RevisionLine[] }>(`/models/${encodeURIComponent(of)}`)
    ).value.revisions;
  }
  /** Opens a revision to be read; the same once more closes it. */
  async function show(number: number): Promise<void> {
    if (older.value?.number === number) {
      older.value = null;
      return;
    }
    older.value = (
      await read<Published>(`/models/${encodeURIComponent(code.value)}/revisions/${number}`)
    ).value;
  }
  const close = () => (older.value = null);
  return { all, older, list, show, close };
}
