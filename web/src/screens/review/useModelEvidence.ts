import type { Edit, RecordingSummary, RunEvidence, SettledEdit } from '@bemtor/core';
import { ref, shallowRef } from 'vue';
import { Away, read } from '../../api/client.ts';

interface Recordings {
  readonly recordings: RecordingSummary[];
  readonly next: string | null;
}

/** What other units and runs of a model say of it. Without the server nothing is known, and nothing is lost. */
export function useModelEvidence(unitId: string) {
  /** What runs of this model found to differ. */
  const runs = shallowRef<readonly RunEvidence[]>([]);
  /** What was settled about the order at other units of the model. */
  const settledElsewhere = shallowRef<readonly Edit[]>([]);
  /** Other recordings of this model: each a further witness, taken in by the lead. */
  const others = shallowRef<readonly RecordingSummary[]>([]);
  /** Where the next page of them begins; null where all are here. */
  const moreOthers = ref<string | null>(null);
  let path = '';

  /** Reads it; `own` is the recording of this unit, which is no other. True where the server answered. */
  async function load(code: string, own: string | null): Promise<boolean> {
    path = `/models/${encodeURIComponent(code)}`;
    try {
      const { value } = await read<{ evidence: RunEvidence[]; settled: SettledEdit[] }>(`${path}/evidence`);
      runs.value = value.evidence;
      settledElsewhere.value = value.settled.flatMap(({ recording, edit }) =>
        recording === own ? [] : edit,
      );
      others.value = [];
      await readOthers('');
      return true;
    } catch (error) {
      if (!(error instanceof Away)) throw error;
      return false;
    }
  }
  async function readOthers(query: string): Promise<void> {
    const { recordings, next } = (await read<Recordings>(`${path}/recordings${query}`)).value;
    others.value = [...others.value, ...recordings.filter(({ unitId: of }) => of !== unitId)];
    moreOthers.value = next;
  }
  async function showMoreOthers(): Promise<void> {
    if (moreOthers.value !== null) await readOthers(`?behind=${encodeURIComponent(moreOthers.value)}`);
  }
  return { runs, settledElsewhere, others, moreOthers, load, showMoreOthers };
}
